package aestimo.app.frame;

import aestimo.app.book.CategoryStyle;
import aestimo.app.book.ClassBook;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.entry.EntryKind;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.web.util.HtmlUtils;

/**
 * The year drawn to scale: terms, a shape for each assessment, today, and the stretch that is the span. All lengths are
 * in units of the drawing, {@link #width} by {@value #HEIGHT}.
 */
public record YearLine(
        int width,
        LocalDate firstDay,
        LocalDate lastDay,
        double dayWidth,
        List<TermBox> terms,
        List<Piece> pieces,
        Optional<Double> today,
        Optional<Stretch> stretch) {
    public static final int HEIGHT = 60;
    /** Left and right of the first and last day: room for a handle. */
    public static final int EDGE = 18;

    private static final double NEAREST = 12;
    private static final double HALF_A_SHAPE = 6;

    public record TermBox(
            String id, String name, LocalDate firstDay, LocalDate lastDay, double x, double width, boolean chosen) {}

    /**
     * One assessment's shape.
     *
     * @param picked whether it was chosen by itself, not by its day
     */
    public record Piece(
            String id, String words, CategoryStyle look, double x, boolean marked, boolean chosen, boolean picked) {}

    /** The span's own stretch, between the handles. */
    public record Stretch(LocalDate firstDay, LocalDate lastDay, double x, double width) {}

    /** Draws the line of a class; empty where its year has no terms. */
    static Optional<YearLine> of(ClassBook classBook, SpanChoice choice, int width) {
        Book book = classBook.book();
        if (book.terms().isEmpty()) {
            return Optional.empty();
        }
        LocalDate first = book.terms().get(0).firstDay();
        LocalDate last = book.terms().stream()
                .map(Term::lastDay)
                .max(LocalDate::compareTo)
                .orElseThrow();
        double dayWidth = (width - 2.0 * EDGE) / (ChronoUnit.DAYS.between(first, last) + 1);
        Scale scale = new Scale(first, dayWidth);
        List<TermBox> terms = book.terms().stream()
                .map(term -> new TermBox(
                        term.id().text(),
                        term.name(),
                        term.firstDay(),
                        term.lastDay(),
                        scale.start(term.firstDay()),
                        scale.end(term.lastDay()) - scale.start(term.firstDay()),
                        choice.firstDay()
                                        .filter(day -> !day.isAfter(term.lastDay()))
                                        .isPresent()
                                && choice.lastDay()
                                        .filter(day -> !day.isBefore(term.firstDay()))
                                        .isPresent()))
                .toList();
        LocalDate today = book.today();
        return Optional.of(new YearLine(
                width,
                first,
                last,
                dayWidth,
                terms,
                pieces(classBook, choice, scale),
                today.isBefore(first) || today.isAfter(last) ? Optional.empty() : Optional.of(scale.middle(today)),
                stretch(choice, first, last, scale)));
    }

    /**
     * The shapes as a page takes them. Every page of a class has all of them, twice: drawn one by one by the template they
     * would take longer than all that the page is about.
     */
    public String drawnPieces() {
        StringBuilder drawn = new StringBuilder(pieces.size() * 250);
        for (Piece piece : pieces) {
            drawn.append("<g class=\"piece")
                    .append(piece.chosen() ? " is-chosen" : "")
                    .append(piece.picked() ? " is-picked" : "")
                    .append("\" data-piece=\"")
                    .append(piece.id())
                    .append("\"><title>")
                    .append(HtmlUtils.htmlEscape(piece.words()))
                    .append("</title><circle class=\"ring\" cx=\"")
                    .append(piece.x())
                    .append("\" cy=\"29\" r=\"9\"/><use href=\"#shape-")
                    .append(HtmlUtils.htmlEscape(piece.look().shape()))
                    .append("\" x=\"")
                    .append(round(piece.x() - HALF_A_SHAPE))
                    .append("\" y=\"23\" width=\"12\" height=\"12\" class=\"tint-")
                    .append(piece.look().tint())
                    .append(piece.marked() ? "" : " is-hollow")
                    .append("\"/></g>");
        }
        return drawn.toString();
    }

    private static Optional<Stretch> stretch(SpanChoice choice, LocalDate first, LocalDate last, Scale scale) {
        if (choice.firstDay().isEmpty() || choice.lastDay().isEmpty()) {
            return Optional.empty();
        }
        LocalDate from = choice.firstDay().get().isBefore(first)
                ? first
                : choice.firstDay().get();
        LocalDate to =
                choice.lastDay().get().isAfter(last) ? last : choice.lastDay().get();
        return from.isAfter(to)
                ? Optional.empty()
                : Optional.of(new Stretch(from, to, scale.start(from), scale.end(to) - scale.start(from)));
    }

    /** Shapes of nearby days are pushed a little apart, so that each can be seen and picked. */
    private static List<Piece> pieces(ClassBook classBook, SpanChoice choice, Scale scale) {
        Book book = classBook.book();
        List<Piece> pieces = new ArrayList<>();
        double before = Double.NEGATIVE_INFINITY;
        for (Assessment assessment : book.assessments().stream()
                .sorted(Comparator.comparing(Assessment::date))
                .toList()) {
            double x = Math.max(scale.middle(assessment.date()), before + NEAREST * Math.min(1, scale.dayWidth / 2));
            before = x;
            boolean marked = book.students().stream()
                    .anyMatch(student -> !book.entry(student, assessment).is(EntryKind.BLANK));
            boolean chosen = choice.span().holds(book, assessment);
            pieces.add(new Piece(
                    assessment.id().text(),
                    assessment.title() + ", " + Days.brief(assessment.date()) + (marked ? "" : ", not yet marked"),
                    classBook.look(assessment),
                    round(x),
                    marked,
                    chosen,
                    chosen && choice.firstDay().isEmpty()));
        }
        return pieces;
    }

    private static double round(double length) {
        return Math.round(length * 10) / 10.0;
    }

    private record Scale(LocalDate first, double dayWidth) {
        double start(LocalDate day) {
            return round(EDGE + ChronoUnit.DAYS.between(first, day) * dayWidth);
        }

        double middle(LocalDate day) {
            return round(EDGE + (ChronoUnit.DAYS.between(first, day) + 0.5) * dayWidth);
        }

        double end(LocalDate day) {
            return start(day.plusDays(1));
        }
    }
}
