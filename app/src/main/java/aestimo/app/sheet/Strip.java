package aestimo.app.sheet;

import aestimo.app.book.ClassBook;
import aestimo.core.book.Student;
import aestimo.core.book.StudentId;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;

/**
 * The spread of one assessment as a strip of dots on the scale from its lowest to its highest percent: each student a
 * dot, one of them ringed, the median a stroke. Lengths are in units of the drawing.
 */
record Strip(List<Dot> dots, double median, String lowest, String middle, String highest) {
    static final int WIDTH = 264;
    private static final int EDGE = 10;
    private static final int BASE = 34;
    private static final int DOT = 8;
    private static final int MOST_STACKED = 3;

    /** One student; the names of dots are told on hover and focus. */
    record Dot(String name, double x, double y, boolean own) {}

    /** @param ringed null: nobody is */
    static Strip of(ClassBook classBook, AssessmentFigures figures, Student ringed) {
        double low = number(figures.lowest().orElseThrow());
        double high = number(figures.highest().orElseThrow());
        List<Dot> dots = new ArrayList<>();
        List<Map.Entry<StudentId, Percent>> ascending = figures.percents().entrySet().stream()
                .sorted(Comparator.comparing((Map.Entry<StudentId, Percent> own) -> own.getValue())
                        .thenComparing(own -> own.getKey().text()))
                .toList();
        for (Map.Entry<StudentId, Percent> own : ascending) {
            double x = place(number(own.getValue()), low, high);
            long below =
                    dots.stream().filter(dot -> Math.abs(dot.x() - x) < DOT).count();
            Student whose = classBook.student(Long.parseLong(own.getKey().text()));
            dots.add(new Dot(
                    whose.listName() + ", " + shown(classBook, own.getValue()) + " %",
                    x,
                    BASE - DOT * (below % MOST_STACKED),
                    ringed != null && own.getKey().equals(ringed.id())));
        }
        // The ringed one is drawn last, so that no other lies over it.
        dots.sort(Comparator.comparing(Dot::own));
        return new Strip(
                dots,
                place(number(figures.median().orElseThrow()), low, high),
                shown(classBook, figures.lowest().orElseThrow()),
                shown(classBook, figures.median().orElseThrow()),
                shown(classBook, figures.highest().orElseThrow()));
    }

    private static String shown(ClassBook classBook, Percent percent) {
        return percent.shown(classBook.book().rules().places());
    }

    private static double number(Percent percent) {
        return percent.exact().toDecimal(4).doubleValue();
    }

    private static double place(double percent, double low, double high) {
        double share = high > low ? (percent - low) / (high - low) : 0.5;
        return Math.round((EDGE + share * (WIDTH - 2 * EDGE)) * 10) / 10.0;
    }
}
