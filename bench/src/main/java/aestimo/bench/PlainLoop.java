package aestimo.bench;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.rules.Averaging;
import java.util.Arrays;

/**
 * The yardstick: the weighted means of a class in double precision, over the same entries, in arrays made ready
 * beforehand. No drops, ceilings, deductions or grades; nothing but percents, category averages and results.
 */
final class PlainLoop {
    private final double[][] marks;
    private final int[] firstCell;
    private final double[] outOfs;
    private final double[] partWeights;
    private final double[] weights;
    private final int[] categories;
    private final double[] categoryWeights;

    PlainLoop(Book book) {
        int assessments = book.assessments().size();
        firstCell = new int[assessments + 1];
        weights = new double[assessments];
        categories = new int[assessments];
        for (int i = 0; i < assessments; i++) {
            Assessment piece = book.assessments().get(i);
            firstCell[i + 1] = firstCell[i] + piece.entryCount();
            categories[i] = book.categories().indexOf(book.categoryOf(i));
            weights[i] = book.categoryOf(i).averaging() == Averaging.POINTS
                    ? piece.outOf().value().doubleValue()
                    : piece.weight().value().doubleValue();
        }
        outOfs = new double[firstCell[assessments]];
        partWeights = new double[outOfs.length];
        marks = new double[book.students().size()][outOfs.length];
        for (int i = 0; i < assessments; i++) {
            Assessment piece = book.assessments().get(i);
            for (int part = 0; part < piece.entryCount(); part++) {
                outOfs[firstCell[i] + part] = piece.outOf(part).value().doubleValue();
                partWeights[firstCell[i] + part] = piece.partAt(part)
                        .map(own -> own.weight().value().doubleValue())
                        .orElse(1.0);
                for (int student = 0; student < marks.length; student++) {
                    marks[student][firstCell[i] + part] = mark(book.entry(student, i, part));
                }
            }
        }
        categoryWeights = book.categories().stream()
                .mapToDouble(category -> category.weight().value().doubleValue())
                .toArray();
    }

    /** NaN for what does not count. */
    private static double mark(Entry entry) {
        if (entry.is(EntryKind.NOT_HANDED_IN)) {
            return 0;
        }
        return entry.mark().map(mark -> mark.value().doubleValue()).orElse(Double.NaN);
    }

    /** The result of every student; NaN for none. */
    double[] results() {
        double[] results = new double[marks.length];
        double[] tops = new double[categoryWeights.length];
        double[] bottoms = new double[categoryWeights.length];
        for (int student = 0; student < results.length; student++) {
            Arrays.fill(tops, 0);
            Arrays.fill(bottoms, 0);
            for (int i = 0; i < weights.length; i++) {
                double percent = percent(marks[student], i);
                if (!Double.isNaN(percent)) {
                    tops[categories[i]] += weights[i] * percent;
                    bottoms[categories[i]] += weights[i];
                }
            }
            double top = 0;
            double bottom = 0;
            for (int category = 0; category < tops.length; category++) {
                if (bottoms[category] > 0) {
                    top += categoryWeights[category] * tops[category] / bottoms[category];
                    bottom += categoryWeights[category];
                }
            }
            results[student] = top / bottom;
        }
        return results;
    }

    private double percent(double[] row, int assessment) {
        double top = 0;
        double bottom = 0;
        for (int cell = firstCell[assessment]; cell < firstCell[assessment + 1]; cell++) {
            if (!Double.isNaN(row[cell])) {
                top += partWeights[cell] * 100 * row[cell] / outOfs[cell];
                bottom += partWeights[cell];
            }
        }
        return top / bottom;
    }
}
