package aestimo.core.testing;

import java.util.Random;

/** Where a test that goes by chance begins: anywhere, or where a failed one told that it did, given as {@code -Dseed=…}. */
public final class Seed {
    private Seed() {}

    public static long next() {
        return Long.getLong("seed", new Random().nextLong());
    }
}
