package aestimo.app.standing;

import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Figure;
import java.util.Set;

/** The figures a table of standing has as long as nobody chose others. */
final class UsualColumns {
    private static final Set<String> ALWAYS = Set.of("rank", "result");
    private static final Set<String> WITH_BANDS = Set.of("grade", "next");
    private static final Set<String> WHERE_USED =
            Set.of("set-rank", "moved", "pass", "possible", "ceilings", "absent", "not-in", "late", "finish");

    /** Those that give way where a window is too narrow for all. */
    private static final Set<String> SPARE = Set.of("possible", "ceilings", "pass", "late", "finish");

    private UsualColumns() {}

    static boolean isSpare(Figure figure) {
        return SPARE.contains(figure.key());
    }

    static boolean has(Figure figure, ClassFigures at) {
        String key = figure.key();
        return ALWAYS.contains(key)
                || key.startsWith("category:")
                || WHERE_USED.contains(key)
                || (WITH_BANDS.contains(key) && !at.book().boundaries().isEmpty());
    }

    /** Whether it stays though nobody has anything in it yet. */
    static boolean isAlways(Figure figure) {
        return !WHERE_USED.contains(figure.key());
    }
}
