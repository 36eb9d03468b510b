package aestimo.app.letters;

import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** A name that nothing else of its kind has yet: the one wished for, else that with a number. */
final class FreeName {
    private FreeName() {}

    /**
     * Inserts under the first name that is free.
     *
     * @param longest how many letters a name may have
     * @param insert takes a name; returns the id, or null where it is taken, be it since a moment ago
     */
    static long insert(String wished, int longest, Function<String, @Nullable Long> insert) {
        Long id = insert.apply(wished);
        for (int i = 2; id == null; i++) {
            String end = " (" + i + ")";
            id = insert.apply(wished.substring(0, Math.min(wished.length(), longest - end.length())) + end);
        }
        return id;
    }
}
