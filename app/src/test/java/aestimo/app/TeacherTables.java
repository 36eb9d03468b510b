package aestimo.app;

import aestimo.app.store.TeacherId;
import aestimo.app.testing.RunningApp;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** The tables of a teacher, looked at by the database's owner. */
final class TeacherTables implements AutoCloseable {
    /** What moves a figure, and so is never altered without a record of it. */
    private static final List<String> OF_FIGURES = List.of(
            "entry",
            "assessment",
            "part",
            "ceiling",
            "category",
            "band",
            "term",
            "target",
            "goal",
            "goal_evidence",
            "goal_level",
            "register_entry");

    private final Connection connection;
    private final Statement statement;
    private final TeacherId teacher;

    TeacherTables(RunningApp app, TeacherId teacher) throws SQLException {
        this.teacher = teacher;
        connection = DriverManager.getConnection(
                app.cluster().url(), "aestimo_owner", app.cluster().password("owner"));
        statement = connection.createStatement();
        statement.execute("SET row_security = off");
    }

    /** For what a test does to the database beside looking. */
    Statement statement() {
        return statement;
    }

    /** Each table of figures as one number: another one where any of it is altered that moves one. */
    Map<String, String> figures() throws SQLException {
        return prints(OF_FIGURES, "'version', 'place', 'instructions', 'words', 'shape', 'tint'");
    }

    /** Each table there is as one number; but what work that goes on by itself writes, and the record of signing in. */
    Map<String, String> all() throws SQLException {
        List<String> tables = new ArrayList<>();
        try (ResultSet row = statement.executeQuery("""
                SELECT table_name FROM information_schema.columns
                 WHERE table_schema = 'public' AND column_name = 'teacher_id'
                   AND table_name NOT IN ('class_write', 'security_event', 'job', 'mail_message', 'known_browser')""")) {
            while (row.next()) {
                tables.add(row.getString(1));
            }
        }
        return prints(tables, "");
    }

    private Map<String, String> prints(List<String> tables, String but) throws SQLException {
        Map<String, String> prints = new TreeMap<>();
        for (String table : tables) {
            prints.put(
                    table,
                    one("SELECT count(*) || ' ' || coalesce(sum(hashtextextended((to_jsonb(t) - ARRAY[" + but
                            + "]::text[])::text, 0)), 0) FROM " + table + " t WHERE teacher_id = " + teacher));
        }
        return prints;
    }

    /** How many changes are on record. */
    long recorded() throws SQLException {
        return Long.parseLong(one("SELECT count(*) FROM change WHERE teacher_id = " + teacher));
    }

    private String one(String sql) throws SQLException {
        try (ResultSet row = statement.executeQuery(sql)) {
            row.next();
            return row.getString(1);
        }
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}
