package aestimo.app.frame;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.TermId;
import aestimo.core.result.Span;
import aestimo.core.typed.TypedDay;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The span a page shows, as its address says it: {@code span=year}, {@code span=12,13} (terms),
 * {@code from=2026-10-01&to=2027-01-15}, or {@code pieces=3,5}. Without any of these: the term that holds today, else
 * the last one begun, else the first.
 *
 * @param query the same as part of an address, without a question mark; opens the same span again
 * @param words for the teacher: “Term 2, 4 Jan – 26 Mar”
 * @param inFull the same for files and paper, where picked pieces are named
 * @param firstDay inclusive; empty for picked pieces
 * @param lastDay inclusive; empty for picked pieces
 * @param misread true where the address said something that is no span of this class
 */
public record SpanChoice(
        Span span,
        String query,
        String words,
        String inFull,
        Optional<LocalDate> firstDay,
        Optional<LocalDate> lastDay,
        boolean misread) {
    /** Reads the span out of an address's parameters. Never fails: what is not understood gives the default, misread. */
    public static SpanChoice read(Map<String, String> parameters, Book book) {
        String span = parameters.getOrDefault("span", "").strip();
        String from = parameters.getOrDefault("from", "").strip();
        String to = parameters.getOrDefault("to", "").strip();
        String pieces = parameters.getOrDefault("pieces", "").strip();
        if (span.isEmpty() && from.isEmpty() && to.isEmpty() && pieces.isEmpty()) {
            return byDefault(book, false);
        }
        Optional<SpanChoice> read = !pieces.isEmpty()
                ? pieces(pieces, book)
                : !from.isEmpty() || !to.isEmpty() ? dates(from, to) : terms(span, book);
        return read.orElseGet(() -> byDefault(book, true));
    }

    private static SpanChoice byDefault(Book book, boolean misread) {
        Optional<Term> now = book.termOn(book.today())
                .or(() -> book.terms().stream()
                        .filter(term -> !term.firstDay().isAfter(book.today()))
                        .reduce((earlier, later) -> later))
                .or(() -> book.terms().stream().findFirst());
        return now.map(term -> of(List.of(term), "span=" + term.id(), misread)).orElseGet(() -> year(book, misread));
    }

    private static SpanChoice year(Book book, boolean misread) {
        return new SpanChoice(
                new Span.Year(),
                "span=year",
                "the year",
                "the year",
                book.terms().stream().map(Term::firstDay).min(LocalDate::compareTo),
                book.terms().stream().map(Term::lastDay).max(LocalDate::compareTo),
                misread);
    }

    private static Optional<SpanChoice> terms(String text, Book book) {
        if (text.equals("year")) {
            return Optional.of(year(book, false));
        }
        Set<String> ids = new LinkedHashSet<>(Arrays.asList(text.split(",")));
        List<Term> terms = book.terms().stream()
                .filter(term -> ids.contains(term.id().text()))
                .toList();
        return !ids.isEmpty() && terms.size() == ids.size()
                ? Optional.of(of(terms, "span=" + text, false))
                : Optional.empty();
    }

    private static SpanChoice of(List<Term> terms, String query, boolean misread) {
        Set<TermId> ids = terms.stream().map(Term::id).collect(Collectors.toSet());
        LocalDate first = terms.get(0).firstDay();
        LocalDate last = terms.get(terms.size() - 1).lastDay();
        String names = terms.stream().map(Term::name).collect(Collectors.joining(" and "));
        String words = names + ", " + Days.brief(first) + " – " + Days.brief(last);
        return new SpanChoice(new Span.Terms(ids), query, words, words, Optional.of(first), Optional.of(last), misread);
    }

    private static Optional<SpanChoice> dates(String from, String to) {
        Optional<LocalDate> typedFirst = TypedDay.read(from);
        Optional<LocalDate> typedLast = TypedDay.read(to);
        if (typedFirst.isEmpty() || typedLast.isEmpty()) {
            return Optional.empty();
        }
        LocalDate first = typedFirst.get();
        LocalDate last = typedLast.get();
        try {
            String words = Days.brief(first) + " – " + Days.brief(last);
            return Optional.of(new SpanChoice(
                    new Span.Dates(first, last),
                    "from=" + first + "&to=" + last,
                    words,
                    words,
                    Optional.of(first),
                    Optional.of(last),
                    false));
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    private static Optional<SpanChoice> pieces(String text, Book book) {
        Set<String> ids = new LinkedHashSet<>(Arrays.asList(text.split(",")));
        List<Assessment> picked = book.assessments().stream()
                .filter(assessment -> ids.contains(assessment.id().text()))
                .toList();
        if (ids.isEmpty() || picked.size() != ids.size()) {
            return Optional.empty();
        }
        Set<AssessmentId> chosen = picked.stream().map(Assessment::id).collect(Collectors.toSet());
        return Optional.of(new SpanChoice(
                new Span.Pieces(chosen),
                "pieces=" + text,
                picked.size() == 1 ? "one piece: " + picked.get(0).title() : picked.size() + " picked pieces",
                picked.stream().map(Assessment::title).collect(Collectors.joining(", ")),
                Optional.empty(),
                Optional.empty(),
                false));
    }

    /** Whether single pieces were picked, which no term or date tells. */
    public boolean isPicked() {
        return span instanceof Span.Pieces;
    }

    /** Whether a span can be carried to another class: pieces belong to one class alone, terms to one year. */
    boolean isAlsoOf(boolean sameYear) {
        return span instanceof Span.Dates || span instanceof Span.Year || sameYear && span instanceof Span.Terms;
    }
}
