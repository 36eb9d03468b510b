package aestimo.app.picture;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.id.StudentId;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.HtmlUtils;

/**
 * The spread of one assessment as a strip of dots: each student a dot, one of them ringed, the median a stroke, the
 * middle half of them a bar. Lengths are in units of the drawing.
 *
 * @param mean where the mean lies
 * @param lower where the lower quartile lies, and {@code upper} the upper one
 * @param lowest percent as shown, like {@code middle} and {@code highest}
 */
public record Strip(
        List<Dot> dots,
        double median,
        double mean,
        double lower,
        double upper,
        String lowest,
        String middle,
        String highest) {
    /** Of a strip on its own scale. */
    public static final int WIDTH = 264;

    private static final int EDGE = 10;
    private static final double RADIUS = 3;
    private static final int MOST_STACKED = 3;

    /** One student; the names of dots are told on hover and focus. */
    public record Dot(String student, String name, double x, double y, boolean own) {}

    /**
     * How dots are laid.
     *
     * @param base where the lowest of them lie
     * @param dot how far two must be apart to lie beside each other
     */
    public record Laying(double base, double dot) {
        static final Laying LARGE = new Laying(34, 8);
        /** For a row of a table: low enough for the ring of the topmost. */
        public static final Laying SMALL = new Laying(16.4, 5);
    }

    /**
     * On the scale from its lowest to its highest percent.
     *
     * @param ringed null: nobody is
     */
    public static Strip of(Book book, AssessmentFigures figures, @Nullable Student ringed) {
        double low = Axis.number(figures.lowest().orElseThrow());
        double high = Axis.number(figures.highest().orElseThrow());
        return on(new Axis(low, high, EDGE, WIDTH - 2 * EDGE), Laying.LARGE, book, figures, ringed);
    }

    /** On a scale that others lie on too. */
    public static Strip on(Axis axis, Laying laying, Book book, AssessmentFigures figures, @Nullable Student ringed) {
        List<Dot> dots = new ArrayList<>();
        List<Map.Entry<StudentId, Percent>> ascending = figures.percents().entrySet().stream()
                .sorted(Comparator.comparing((Map.Entry<StudentId, Percent> own) -> own.getValue())
                        .thenComparing(own -> own.getKey().text()))
                .toList();
        for (Map.Entry<StudentId, Percent> own : ascending) {
            double x = axis.x(own.getValue());
            long below = dots.stream()
                    .filter(dot -> Math.abs(dot.x() - x) < laying.dot())
                    .count();
            Student whose = book.students().get(book.placeOf(own.getKey()).orElseThrow());
            dots.add(new Dot(
                    own.getKey().text(),
                    whose.listName() + ", " + shown(book, own.getValue()) + " %",
                    x,
                    laying.base() - laying.dot() * (below % MOST_STACKED),
                    ringed != null && own.getKey().equals(ringed.id())));
        }
        // The ringed one is drawn last, so that no other lies over it.
        dots.sort(Comparator.comparing(Dot::own));
        return new Strip(
                dots,
                axis.x(figures.median().orElseThrow()),
                axis.x(figures.mean().orElseThrow()),
                axis.x(figures.quartile(1).orElseThrow()),
                axis.x(figures.quartile(3).orElseThrow()),
                shown(book, figures.lowest().orElseThrow()),
                shown(book, figures.median().orElseThrow()),
                shown(book, figures.highest().orElseThrow()));
    }

    private static String shown(Book book, Percent percent) {
        return percent.shown(book.rules().places());
    }

    /** The same without anybody's name, for pages others get to see. */
    public Strip nameless() {
        return new Strip(
                dots.stream()
                        .map(dot -> new Dot("", "", dot.x(), dot.y(), dot.own()))
                        .toList(),
                median,
                mean,
                lower,
                upper,
                lowest,
                middle,
                highest);
    }

    /** All dots but the ringed one as one path, as SVG takes it. */
    public String others() {
        return others(dot -> "M" + Axis.tenths(dot.x() - RADIUS) + " " + dot.y() + "a3 3 0 1 0 6 0a3 3 0 1 0-6 0Z", "");
    }

    /** The places of all dots but the ringed one, such as “12.5,16.0 80.1,16.0”. */
    public String places() {
        return others(dot -> dot.x() + "," + dot.y(), " ");
    }

    /**
     * All dots but the ringed one as links to whose they are, as a page takes them: a class has thousands of them, more
     * than the whole page beside, so they are not drawn one by one by the template.
     *
     * @param query of the page each leads to
     */
    public String links(String base, String query) {
        String way = HtmlUtils.htmlEscape(base + "/standing/");
        String end = HtmlUtils.htmlEscape("?" + query);
        return others(
                dot -> {
                    String name = HtmlUtils.htmlEscape(dot.name());
                    return "<a class=\"dot\" tabindex=\"-1\" href=\"" + way + dot.student() + end + "\"><title>" + name
                            + "</title><circle cx=\"" + dot.x() + "\" cy=\"" + dot.y() + "\" r=\"3\"/></a>";
                },
                "");
    }

    /**
     * The whole drawing, as a page takes it: a student has as many of them as pieces. The colours stand on the shapes
     * themselves too, for paper, where no style sheet reaches into a picture.
     *
     * @param query of the page each dot leads to
     */
    public String drawnWithLinks(String base, String query) {
        return drawn("group", links(base, query));
    }

    /** The same where the dots lead nowhere. */
    public String drawn() {
        return drawn("img", "<path class=\"others\" d=\"" + others() + "\" fill=\"#4f9a8b\"/>");
    }

    private String drawn(String role, String dotsOfOthers) {
        String words = HtmlUtils.htmlEscape(words());
        Dot ringed = ringed();
        return "<svg class=\"dots\" xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 220 24\" width=\"220\" height=\"24\" role=\""
                + role + "\" aria-label=\"" + words + "\"><title>" + words + "</title>"
                + "<line class=\"ground\" x1=\"6\" y1=\"19\" x2=\"214\" y2=\"19\" stroke=\"#d9d2c3\"/>"
                + "<line class=\"median\" x1=\"" + median + "\" y1=\"3\" x2=\"" + median
                + "\" y2=\"21\" stroke=\"#1d2733\" stroke-width=\"1.4\"/>" + dotsOfOthers
                + (ringed == null
                        ? ""
                        : "<circle class=\"is-own\" cx=\"" + ringed.x() + "\" cy=\"" + ringed.y()
                                + "\" r=\"5.4\" fill=\"#1c7268\" stroke=\"#1d2733\" stroke-width=\"1.5\"/>")
                + "</svg>";
    }

    private String others(Function<Dot, String> words, String between) {
        return dots.stream().filter(dot -> !dot.own()).map(words).collect(Collectors.joining(between));
    }

    /** The ringed dot; null where nobody is. */
    public @Nullable Dot ringed() {
        return dots.stream().filter(Dot::own).findFirst().orElse(null);
    }

    /** “Lowest 41.0 %, median 66.3 %, highest 97.5 %”. */
    public String words() {
        return "Lowest " + lowest + " %, median " + middle + " %, highest " + highest + " %";
    }
}
