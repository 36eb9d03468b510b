package aestimo.app.groundwork;

import aestimo.app.book.CategoryStyle;
import aestimo.app.book.ClassBook;
import aestimo.core.book.Category;
import aestimo.core.value.Fraction;
import java.util.ArrayList;
import java.util.List;

/** The weights as stretches of one bar, in units of the drawing; categories of no weight are left out. */
record WeightBar(String name, CategoryStyle look, String weight, double x, double width) {
    private static final double WIDTH = 860;
    private static final double GAP = 3;

    static List<WeightBar> of(ClassBook classBook) {
        List<Category> weighed = classBook.book().categories().stream()
                .filter(category -> category.counts() && !category.weight().isZero())
                .toList();
        double sum = weighed.stream()
                .map(category -> category.weight().toFraction())
                .reduce(Fraction.ZERO, Fraction::plus)
                .toDecimal(4)
                .doubleValue();
        List<WeightBar> bars = new ArrayList<>();
        double x = 0;
        for (Category category : weighed) {
            double width = category.weight().value().doubleValue() / sum * (WIDTH - GAP * (weighed.size() - 1));
            bars.add(new WeightBar(
                    category.name(), classBook.look(category), category.weight().toString(), tenth(x), tenth(width)));
            x += width + GAP;
        }
        return bars;
    }

    private static double tenth(double length) {
        return Math.round(length * 10) / 10.0;
    }
}
