package aestimo.app.frame;

/** When a group is too small for figures that would tell one student about another. */
public final class FewStudents {
    private static final int FEWEST = 5;

    private FewStudents() {}

    /** Whether single figures, extremes and strips of dots of so many students are left out. */
    public static boolean are(long students) {
        return students < FEWEST;
    }
}
