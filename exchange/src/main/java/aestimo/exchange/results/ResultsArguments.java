package aestimo.exchange.results;

import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.TermId;
import aestimo.core.result.Span;
import aestimo.core.typed.TypedDay;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What was asked for on the command line, still in words: what they mean only a book can tell.
 *
 * @param file the markbook file
 * @param options by their name, such as {@code --span}
 */
record ResultsArguments(String file, Map<String, String> options) {
    private static final int MOST_NAMED = 12;

    private static final Set<String> KNOWN = Set.of("--span", "--from", "--to", "--pieces", "--needed");

    /** @throws IllegalArgumentException when the words make no sense whatever the book */
    static ResultsArguments parse(List<String> words) {
        String file = null;
        Map<String, String> options = new HashMap<>();
        for (int i = 0; i < words.size(); i++) {
            String word = words.get(i);
            if (!word.startsWith("--")) {
                if (file != null) {
                    throw new IllegalArgumentException("one FILE at a time: “" + file + "” and “" + word + "” are two");
                }
                file = word;
            } else if (!KNOWN.contains(word)) {
                throw new IllegalArgumentException("there is no option " + word);
            } else if (i + 1 == words.size() || words.get(i + 1).startsWith("--")) {
                throw new IllegalArgumentException(word + " needs something after it");
            } else if (options.put(word, words.get(++i)) != null) {
                throw new IllegalArgumentException(word + " stands twice");
            }
        }
        if (file == null) {
            throw new IllegalArgumentException("a FILE is missing");
        }
        return new ResultsArguments(file, options).checked();
    }

    private ResultsArguments checked() {
        if (options.containsKey("--from") != options.containsKey("--to")) {
            throw new IllegalArgumentException("--from and --to go together: a stretch of dates has two ends");
        }
        long spans = Set.of("--span", "--from", "--pieces").stream()
                .filter(options::containsKey)
                .count();
        if (spans > 1) {
            throw new IllegalArgumentException("--span, --from with --to, and --pieces each name a span; choose one");
        }
        return this;
    }

    /**
     * @param sealed the term of a sealed return: what is meant where no span is named
     * @throws IllegalArgumentException when the class has no such term or piece, or the dates make no span
     */
    Span span(Book book, Optional<TermId> sealed) {
        if (options.containsKey("--from")) {
            LocalDate from = date("--from");
            LocalDate to = date("--to");
            if (to.isBefore(from)) {
                throw new IllegalArgumentException("--from " + from + " lies after --to " + to);
            }
            return new Span.Dates(from, to);
        }
        if (options.containsKey("--pieces")) {
            Set<AssessmentId> pieces = new LinkedHashSet<>();
            for (String id : options.get("--pieces").split(",", -1)) {
                if (id.isBlank() || book.placeOf(new AssessmentId(id)).isEmpty()) {
                    throw new IllegalArgumentException("--pieces: the class has no assessment “" + id + "”; it has "
                            + named(book.assessments().stream()
                                    .map(piece -> piece.id().text() + " (" + piece.title() + ")")
                                    .toList()));
                }
                pieces.add(new AssessmentId(id));
            }
            return new Span.Pieces(pieces);
        }
        String span = options.getOrDefault("--span", sealed.map(TermId::text).orElse("year"));
        return span.equals("year") ? new Span.Year() : terms(book, span);
    }

    private static Span terms(Book book, String span) {
        Set<TermId> terms = new LinkedHashSet<>();
        for (String id : span.split(",", -1)) {
            terms.add(book.terms().stream()
                    .map(term -> term.id())
                    .filter(term -> term.text().equals(id))
                    .findFirst()
                    .orElseThrow(() -> new IllegalArgumentException(
                            "--span: the class has no term “" + id + "”; it is “year”, or of the terms "
                                    + named(book.terms().stream()
                                            .map(term -> term.id().text() + " (" + term.name() + ")")
                                            .toList()))));
        }
        return new Span.Terms(terms);
    }

    /** What there is to choose from; of many the first few, with how many more. */
    private static String named(List<String> all) {
        if (all.isEmpty()) {
            return "none";
        }
        String first = String.join(", ", all.subList(0, Math.min(MOST_NAMED, all.size())));
        return all.size() <= MOST_NAMED ? first : first + " and " + (all.size() - MOST_NAMED) + " more";
    }

    private LocalDate date(String option) {
        return TypedDay.read(options.getOrDefault(option, ""))
                .orElseThrow(() -> new IllegalArgumentException(
                        option + ": “" + options.get(option) + "” is not a date such as 2027-02-24"));
    }

    /** @throws IllegalArgumentException when the class has no such band */
    Optional<Band> needed(Book book) {
        return Optional.ofNullable(options.get("--needed"))
                .map(label -> book.boundaries()
                        .labelled(label)
                        .orElseThrow(() ->
                                new IllegalArgumentException("--needed: the class has no band “" + label + "”; it has "
                                        + named(book.boundaries().bands().stream()
                                                .map(Band::label)
                                                .toList()))));
    }
}
