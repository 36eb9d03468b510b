package aestimo.app.testing;

import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;

/** Waits for what another process does. */
public final class Await {
    private static final Duration PATIENCE = Duration.ofSeconds(90);

    private Await() {}

    /** @throws IllegalStateException when it does not come about */
    public static void until(String what, BooleanSupplier there) {
        Instant end = Instant.now().plus(PATIENCE);
        while (!there.getAsBoolean()) {
            if (Instant.now().isAfter(end)) {
                throw new IllegalStateException("did not come about: " + what);
            }
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
        }
    }
}
