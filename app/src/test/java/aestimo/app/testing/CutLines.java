package aestimo.app.testing;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;

/** A database whose lines break at any moment, and are there again at the next. */
public final class CutLines {
    private static final long MILLISECOND = 1_000_000;
    private static final int LONGEST_PAUSE = 10;
    private static final String CUT = """
            SELECT pg_terminate_backend(pid) FROM pg_stat_activity
             WHERE usename = current_user AND application_name <> 'aestimo watch' AND pid <> pg_backend_pid() AND state <> 'idle'
             ORDER BY random() LIMIT 1""";

    private CutLines() {}

    /** Cuts lines on which something is being asked, one after the other, until the work is done. */
    public static <T> T during(RunningApp app, Random random, Supplier<T> work) {
        AtomicBoolean done = new AtomicBoolean();
        CompletableFuture<Void> cutting = CompletableFuture.runAsync(() -> {
            try (Connection same = DriverManager.getConnection(
                            app.cluster().url(), "aestimo_app", app.cluster().password("app"));
                    Statement statement = same.createStatement()) {
                while (!done.get()) {
                    LockSupport.parkNanos(MILLISECOND * random.nextInt(LONGEST_PAUSE));
                    statement.execute(CUT);
                }
            } catch (SQLException broken) {
                throw new IllegalStateException(broken);
            }
        });
        try {
            return work.get();
        } finally {
            done.set(true);
            cutting.join();
        }
    }
}
