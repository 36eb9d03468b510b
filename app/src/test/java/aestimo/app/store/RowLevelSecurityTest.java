package aestimo.app.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.testing.RunningApp;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What PostgreSQL itself refuses, whatever the application asks. */
@ExtendWith(RunningApp.class)
class RowLevelSecurityTest {
    private static Connection asApplication(RunningApp app) throws SQLException {
        Connection connection = DriverManager.getConnection(
                app.cluster().url(), "aestimo_app", app.cluster().password("app"));
        connection.setAutoCommit(false);
        return connection;
    }

    private static List<String> column(Statement statement, String sql) throws SQLException {
        List<String> values = new ArrayList<>();
        try (ResultSet rows = statement.executeQuery(sql)) {
            while (rows.next()) {
                values.add(rows.getString(1));
            }
        }
        return values;
    }

    @Test
    void everyTableWithATeacherIsGuarded(RunningApp app) throws SQLException {
        try (Connection connection = asApplication(app);
                Statement statement = connection.createStatement()) {
            assertThat(column(statement, """
                    SELECT c.relname FROM pg_class c
                      JOIN pg_attribute a ON a.attrelid = c.oid AND a.attname = 'teacher_id'
                     WHERE c.relkind = 'r' AND NOT c.relrowsecurity""")).isEmpty();
            assertThat(column(statement, """
                    SELECT c.relname FROM pg_class c JOIN pg_roles r ON r.oid = c.relowner
                     WHERE r.rolname = 'aestimo_app'""")).isEmpty();
        }
    }

    /** A day beyond could not be read back, and the class it is in not be opened. */
    @Test
    void everyDayIsHeldToTheYearsOfAMarkbook(RunningApp app) throws SQLException {
        try (Connection connection = asApplication(app);
                Statement statement = connection.createStatement()) {
            List<String> days = column(statement, """
                    SELECT c.relname || '_' || a.attname || '_day' FROM pg_class c
                      JOIN pg_namespace n ON n.oid = c.relnamespace AND n.nspname = current_schema()
                      JOIN pg_attribute a ON a.attrelid = c.oid AND a.atttypid = 'date'::regtype
                     WHERE c.relkind = 'r'""");
            assertThat(days).hasSizeGreaterThan(15);
            assertThat(column(statement, """
                    SELECT conname FROM pg_constraint
                     WHERE contype = 'c'
                       AND pg_get_constraintdef(oid) LIKE '%1900-01-01%2199-12-31%'""")).containsAll(days);
        }
    }

    @Test
    void withoutATeacherThereIsNothingToSee(RunningApp app) throws SQLException {
        try (Connection connection = asApplication(app);
                Statement statement = connection.createStatement()) {
            for (String table : List.of("school_class", "student", "entry", "change", "term", "band")) {
                assertThat(column(statement, "SELECT count(*) FROM " + table))
                        .as(table)
                        .containsExactly("0");
            }
        }
    }

    @Test
    void aForgottenFilterShowsAndAltersOnlyOnesOwn(RunningApp app) throws SQLException {
        try (Connection connection = asApplication(app);
                Statement statement = connection.createStatement()) {
            String other = column(statement, "SELECT id FROM teacher WHERE sign_in = 'okello'")
                    .get(0);
            statement.execute("SET LOCAL aestimo.teacher = '" + other + "'");
            assertThat(column(statement, "SELECT DISTINCT teacher_id FROM entry"))
                    .containsExactly(other);
            assertThat(column(statement, "SELECT name FROM school_class")).containsExactly("7A");
            assertThat(statement.executeUpdate("UPDATE student SET family = 'X' WHERE number = '2204'"))
                    .isZero();
            assertThatThrownBy(
                            () -> statement.execute(
                                    "INSERT INTO school_year (teacher_id, name) SELECT id, 'x' FROM teacher WHERE sign_in = 'marin'"))
                    .hasMessageContaining("row-level security");
        }
    }

    @Test
    void theRecordOfChangesCannotBeAltered(RunningApp app) throws SQLException {
        try (Connection connection = asApplication(app);
                Statement statement = connection.createStatement()) {
            assertThatThrownBy(() -> statement.execute("UPDATE change SET was = 'x'"))
                    .hasMessageContaining("permission denied");
        }
        try (Connection connection = asApplication(app);
                Statement statement = connection.createStatement()) {
            assertThatThrownBy(() -> statement.execute("DELETE FROM change")).hasMessageContaining("permission denied");
        }
    }
}
