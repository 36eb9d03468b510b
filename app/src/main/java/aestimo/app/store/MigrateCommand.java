package aestimo.app.store;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.flywaydb.core.api.MigrationInfoService;
import org.flywaydb.core.api.MigrationState;
import org.slf4j.LoggerFactory;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

/**
 * {@code migrate}: brings the tables up to date, as their owner. A process of its own, so that the application need not
 * know a password by which it could alter them.
 */
public final class MigrateCommand {
    private static final String PASSWORD = "AESTIMO_OWNER_PASSWORD";
    private static final String UNLESS_OLD = "--unless-old";
    private static final int REFUSED = 2;
    private static final int OLD = 4;

    private MigrateCommand() {}

    /** {@code migrations}: the names of all this version knows, a line each. */
    public static int list() {
        try {
            for (Resource file :
                    new PathMatchingResourcePatternResolver().getResources("classpath:db/migration/V*.sql")) {
                System.out.println(file.getFilename());
            }
            return 0;
        } catch (IOException broken) {
            System.err.println("The migrations could not be listed: " + broken.getMessage());
            return 2;
        }
    }

    /**
     * Brings the tables up to date.
     *
     * @param args with {@code --unless-old}: nothing is done where there are tables of an earlier version
     * @return the exit code: 0 done, 2 with the reason on standard error, 4 for tables of an earlier version
     */
    public static int run(String[] args) {
        if (LoggerFactory.getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME) instanceof Logger log) {
            log.setLevel(Level.WARN);
        }
        String here =
                "jdbc:postgresql://127.0.0.1:" + System.getenv().getOrDefault("AESTIMO_DB_PORT", "8421") + "/aestimo";
        try {
            Flyway flyway = Flyway.configure()
                    .dataSource(
                            System.getenv().getOrDefault("AESTIMO_DB_URL", here),
                            "aestimo_owner",
                            System.getenv().getOrDefault(PASSWORD, ""))
                    .load();
            MigrationInfoService all = flyway.info();
            if (Arrays.stream(all.all()).anyMatch(one -> one.getState() == MigrationState.FUTURE_SUCCESS)) {
                System.err.println("The database was made by a later version of Aestimo. Install that version.");
                return REFUSED;
            }
            if (List.of(args).contains(UNLESS_OLD) && all.current() != null && all.pending().length > 0) {
                return OLD;
            }
            int done = flyway.migrate().migrationsExecuted;
            System.out.println(done == 1 ? "1 migration was made." : done + " migrations were made.");
            return 0;
        } catch (FlywayException failed) {
            System.err.println("The tables could not be brought up to date: " + failed.getMessage());
            return REFUSED;
        }
    }
}
