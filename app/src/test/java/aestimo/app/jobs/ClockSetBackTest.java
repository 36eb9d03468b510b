package aestimo.app.jobs;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** What was put off by a clock that has been set back since is due after all; what waits for its next try waits. */
@ExtendWith(RunningApp.class)
class ClockSetBackTest {
    private static long job(RunningApp app, OwnClass own, OffsetDateTime nextTry) throws SQLException {
        try (Connection connection = DriverManager.getConnection(
                        app.cluster().url(), "aestimo_super", app.cluster().password("super"));
                PreparedStatement insert = connection.prepareStatement("""
                        INSERT INTO job (teacher_id, class_id, token, kind, title, request, total, next_try, begun)
                        VALUES (?::bigint, ?, gen_random_uuid()::text, 'lists', 'Lists', '{}', 1, ?, now()) RETURNING id""")) {
            insert.setString(1, own.teacher().toString());
            insert.setLong(2, own.id());
            insert.setObject(3, nextTry);
            try (ResultSet made = insert.executeQuery()) {
                made.next();
                return made.getLong(1);
            }
        }
    }

    private static void assertDue(RunningApp app, String clock, boolean due) throws SQLException {
        OwnClass own = new OwnClass(app, "");
        JobMapper mapper = app.bean(JobMapper.class);
        // Not due by the clock of the running application, which so leaves it alone.
        OffsetDateTime nextTry = OffsetDateTime.now(app.bean(Clock.class)).plusMinutes(40);
        long id = job(app, own, nextTry);
        OffsetDateTime now = nextTry.plus(Duration.parse(clock));
        assertThat(mapper.findDue(now).stream().anyMatch(row -> row.id() == id))
                .as(clock)
                .isEqualTo(due);
        TransactionTemplate inOne = new TransactionTemplate(app.bean(PlatformTransactionManager.class));
        int claimed = ActingTeacher.as(
                own.teacher(),
                () -> inOne.execute(it -> mapper.claim(own.teacher(), id, now, nextTry.plusMinutes(20))));
        assertThat(claimed).as(clock).isEqualTo(due ? 1 : 0);
        int still = ActingTeacher.as(own.teacher(), () -> inOne.execute(it -> mapper.countDue(own.teacher())));
        assertThat(still).isEqualTo(1);
    }

    @Test
    void itsTimeHasCome(RunningApp app) throws SQLException {
        assertDue(app, "PT1M", true);
    }

    @Test
    void itWaitsForItsNextTry(RunningApp app) throws SQLException {
        assertDue(app, "-PT20M", false);
    }

    @Test
    void nothingWaitsForHours(RunningApp app) throws SQLException {
        assertDue(app, "-PT3H", true);
    }
}
