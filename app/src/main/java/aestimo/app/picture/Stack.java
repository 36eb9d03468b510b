package aestimo.app.picture;

import java.util.Arrays;

/** Dots along a line, stacked so that none touches another. */
public final class Stack {
    private Stack() {}

    /**
     * How high each lies: 0 on the line.
     *
     * @param ascending where they lie along the line, from the left
     * @param dot as far apart as two on one level must be
     */
    public static int[] levels(double[] ascending, double dot) {
        double[] ends = new double[ascending.length];
        Arrays.fill(ends, Double.NEGATIVE_INFINITY);
        int[] levels = new int[ascending.length];
        for (int i = 0; i < levels.length; i++) {
            while (ascending[i] - ends[levels[i]] < dot) {
                levels[i]++;
            }
            ends[levels[i]] = ascending[i];
        }
        return levels;
    }
}
