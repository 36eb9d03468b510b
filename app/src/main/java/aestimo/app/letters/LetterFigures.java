package aestimo.app.letters;

import aestimo.app.figures.Catalogue;
import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Figure;
import aestimo.app.figures.FigureType;
import aestimo.app.figures.Value;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.boundary.Band;
import aestimo.core.value.Percent;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * All that words can say of a student: the figures of the catalogue, each piece's mark, and what a letter alone needs, such
 * as names and the date. A piece is named by its title and a category by its name, so that a letter serves every class.
 */
final class LetterFigures {
    private static final String PIECE = "piece:";
    private static final List<String> SMALL = List.of(
            "no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve");

    private static final List<Own> OWN = List.of(
            new Own("given", "given name", Recipient::given),
            new Own("name", "full name", to -> (to.given() + " " + to.student().family()).strip()),
            new Own("family", "family name", to -> to.student().family()),
            new Own("number", "number", to -> to.student().number()),
            new Own("class", "class", to -> to.at().classBook().row().name()),
            new Own("subject", "subject", to -> to.at().classBook().row().subject()),
            new Own("term", "dates the figures are for", to -> to.at().spanWords()),
            new Own("teacher", "your name", to -> to.writer().teacher()),
            new Own("school", "school", to -> to.writer().school()),
            new Own("date", "today’s date", to -> to.writer().today()));

    private LetterFigures() {}

    private record Own(String key, String words, Function<Recipient, String> value) {}

    /**
     * One figure that can be put into words.
     *
     * @param among what it is listed with, such as “Names”
     * @param ways how it can be shown, the usual one first
     * @param few whether it may be told where so few students are that it would tell one about another
     */
    record Offered(String key, String words, String among, List<As> ways, boolean few) {}

    /** Everything that can be said in a class, in the order it is offered. */
    static List<Offered> offered(ClassFigures at) {
        List<Offered> all = new ArrayList<>();
        OWN.forEach(own -> all.add(new Offered(own.key(), own.words(), "Names and dates", List.of(As.CLASS), true)));
        for (Figure figure : Catalogue.of(List.of(at))) {
            all.add(new Offered(figure.key(), figure.words(), "Figures", ways(figure.type()), figure.isForFew()));
        }
        at.book().assessments().forEach(piece -> {
            all.add(new Offered(
                    PIECE + piece.title(),
                    piece.title(),
                    "Pieces",
                    List.of(As.CLASS, As.MARK, As.PERCENT, As.WHOLE, As.GRADE),
                    true));
        });
        return all;
    }

    private static List<As> ways(FigureType type) {
        return switch (type) {
            case PERCENT -> List.of(As.CLASS, As.WHOLE, As.ONE, As.TWO, As.GRADE, As.WORDS);
            case NUMBER -> As.rounding();
            case GRADE, COUNT -> List.of(As.CLASS, As.WORDS);
            case LEVEL, WORDS, DATE, YES_NO, SIGN -> List.of(As.CLASS);
        };
    }

    static Optional<Offered> find(ClassFigures at, String key) {
        return offered(at).stream().filter(own -> own.key().equals(key)).findFirst();
    }

    /** The catalogue's figure of a key: what a sentence group can look at. */
    static Optional<Figure> figure(ClassFigures at, String key) {
        return key.startsWith(PIECE)
                ? at.book().assessments().stream()
                        .filter(piece -> piece.title().equals(key.substring(PIECE.length())))
                        .findFirst()
                        .flatMap(piece -> Catalogue.find(at, "assessment:" + piece.id()))
                : Catalogue.find(at, key);
    }

    /**
     * What is said of one student.
     *
     * @return empty where the class has no such figure, or the student none
     */
    static Optional<String> said(Recipient to, String key, As as) {
        Optional<Own> own = OWN.stream().filter(it -> it.key().equals(key)).findFirst();
        if (own.isPresent()) {
            return own.map(it -> it.value().apply(to)).filter(words -> !words.isEmpty());
        }
        if (key.startsWith(PIECE)) {
            return piece(to, key.substring(PIECE.length()), as);
        }
        return Catalogue.find(to.at(), key)
                .filter(figure -> figure.isForFew() || !to.at().isOfFew())
                .flatMap(figure -> shown(to, figure, figure.of(to.at(), to.own()), as));
    }

    private static Optional<String> piece(Recipient to, String title, As as) {
        return to.at().book().assessments().stream()
                .filter(piece -> piece.title().equals(title))
                .findFirst()
                .flatMap(piece -> to.at()
                        .standing()
                        .assessment(piece.id())
                        .flatMap(all -> all.percentOf(to.student()))
                        .flatMap(percent -> switch (as) {
                            case CLASS, MARK -> {
                                if (piece.kind() != AssessmentKind.MARKS) {
                                    yield shown(to, percent, As.GRADE);
                                }
                                String points = points(to, percent, piece);
                                yield Optional.of(as == As.MARK ? points : points + " of " + piece.outOf());
                            }
                            case PERCENT ->
                                Optional.of(percent.shown(to.at().book().rules().places()));
                            default -> shown(to, percent, as);
                        }));
    }

    /** The mark behind a percent, as the class rounds. */
    private static String points(Recipient to, Percent percent, Assessment piece) {
        return piece.pointsOf(percent.exact())
                .toDecimal(to.at().book().rules().places().count())
                .stripTrailingZeros()
                .toPlainString();
    }

    private static Optional<String> shown(Recipient to, Figure figure, Value value, As as) {
        if (value.isEmpty()) {
            return Optional.empty();
        }
        return switch (figure.type()) {
            case PERCENT ->
                as == As.CLASS
                        ? Optional.of(value.shown())
                        : shown(to, new Percent(value.order().orElseThrow()), as);
            case NUMBER -> {
                // A sign before it would stand in the middle of a sentence: the words say up or down.
                BigDecimal number = (as == As.CLASS
                                ? value.number().orElseThrow()
                                : value.order().orElseThrow().toDecimal(places(as)))
                        .abs();
                yield Optional.of(figure.key().equals("possible") ? value.shown() : number.toPlainString());
            }
            case GRADE ->
                as == As.WORDS
                        ? to.at().book().boundaries().labelled(value.word()).map(LetterFigures::words)
                        : Optional.of(value.shown());
            case COUNT -> Optional.of(as == As.WORDS ? inWords(value) : value.shown());
            case LEVEL, WORDS, DATE, YES_NO, SIGN -> Optional.of(value.word());
        };
    }

    private static int places(As as) {
        return as == As.WHOLE ? 0 : as == As.ONE ? 1 : 2;
    }

    private static Optional<String> shown(Recipient to, Percent percent, As as) {
        return switch (as) {
            case GRADE, WORDS -> {
                Optional<Band> band = to.at().standing().gradeOf(percent);
                yield as == As.GRADE ? band.map(Band::label) : band.map(LetterFigures::words);
            }
            case WHOLE, ONE, TWO ->
                Optional.of(percent.exact().toDecimal(places(as)).toPlainString());
            default -> Optional.of(percent.shown(to.at().book().rules().places()));
        };
    }

    private static String words(Band band) {
        return band.words().isEmpty() ? band.label() : band.words();
    }

    private static String inWords(Value value) {
        BigDecimal number = value.number().orElseThrow();
        boolean small = number.signum() >= 0
                && number.stripTrailingZeros().scale() <= 0
                && number.compareTo(BigDecimal.valueOf(SMALL.size())) < 0;
        return small ? SMALL.get(number.intValueExact()) : value.shown();
    }
}
