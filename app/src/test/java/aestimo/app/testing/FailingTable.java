package aestimo.app.testing;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.concurrent.Callable;

/** A database that fails in the middle of what is done with it: whoever writes to one table is refused. */
public final class FailingTable {
    private FailingTable() {}

    /**
     * Does something while a table refuses.
     *
     * @param events such as {@code DELETE} or {@code INSERT OR UPDATE}
     */
    public static <T> T during(RunningApp app, String events, String table, Callable<T> work) throws Exception {
        return during(app, events, table, "P0001", work);
    }

    /** @param code PostgreSQL's own for what it fails of */
    public static <T> T during(RunningApp app, String events, String table, String code, Callable<T> work)
            throws Exception {
        return during(app, "CREATE TRIGGER", "BEFORE " + events, table, "", code, work);
    }

    /** The same, but all is well until the very end: only as the transaction is to be saved does the table refuse. */
    public static <T> T atCommit(RunningApp app, String events, String table, Callable<T> work) throws Exception {
        String late = " DEFERRABLE INITIALLY DEFERRED";
        return during(app, "CREATE CONSTRAINT TRIGGER", "AFTER " + events, table, late, "P0001", work);
    }

    private static <T> T during(
            RunningApp app, String create, String when, String table, String how, String code, Callable<T> work)
            throws Exception {
        try (Connection owner = DriverManager.getConnection(
                        app.cluster().url(), "aestimo_owner", app.cluster().password("owner"));
                Statement statement = owner.createStatement()) {
            statement.execute("CREATE FUNCTION fail_in_the_middle() RETURNS trigger LANGUAGE plpgsql AS"
                    + " $$ BEGIN RAISE EXCEPTION 'the disk is full' USING ERRCODE = '" + code
                    + "'; END $$");
            statement.execute(create + " fails_in_the_middle " + when + " ON " + table + how
                    + " FOR EACH ROW EXECUTE FUNCTION fail_in_the_middle()");
            try {
                return work.call();
            } finally {
                drop(statement, table);
            }
        }
    }

    private static void drop(Statement statement, String table) throws SQLException {
        statement.execute("DROP TRIGGER fails_in_the_middle ON " + table);
        statement.execute("DROP FUNCTION fail_in_the_middle()");
    }
}
