package aestimo.app.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.seats.SeatService;
import aestimo.app.seats.Shape;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.web.FormException;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.classic.spi.ThrowableProxyUtil;
import ch.qos.logback.core.read.ListAppender;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.AbstractList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What is refused is told to who sent it, with names and marks in it. Where the line to the database is lost before it
 * can be rolled back, those words must not go to the log in its place.
 */
@ExtendWith(RunningApp.class)
class RollbackLogTest {
    private static final String REFUSED = "Brandt, Ida has 17 already";

    /** What is wanted of a refusal whose transaction cannot be rolled back any more. */
    private static FormException refusedWithTheLineCut(RunningApp app) {
        Integer line = app.bean(JdbcTemplate.class).queryForObject("SELECT pg_backend_pid()", Integer.class);
        try (Connection same = DriverManager.getConnection(
                        app.cluster().url(), "aestimo_app", app.cluster().password("app"));
                PreparedStatement cut = same.prepareStatement("SELECT pg_terminate_backend(?, 5000)")) {
            cut.setInt(1, line);
            cut.execute();
        } catch (SQLException broken) {
            throw new IllegalStateException(broken);
        }
        return new FormException(REFUSED);
    }

    private static String logged(Runnable work) {
        Logger root = (Logger) LoggerFactory.getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME);
        ListAppender<ILoggingEvent> log = new ListAppender<>();
        log.start();
        root.addAppender(log);
        try {
            LoggerFactory.getLogger("aestimo").info("This is kept.");
            work.run();
        } finally {
            root.detachAppender(log);
        }
        StringBuilder words = new StringBuilder();
        for (ILoggingEvent event : log.list) {
            words.append(event.getFormattedMessage()).append('\n');
            if (event.getThrowableProxy() != null) {
                words.append(ThrowableProxyUtil.asString(event.getThrowableProxy()));
            }
        }
        return words.toString();
    }

    @Test
    void aRefusalOfAServiceIsNotLogged(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        long classId = own.<Long>read(book -> book.row().id());
        List<Integer> numbers = new AbstractList<>() {
            @Override
            public Integer get(int index) {
                throw refusedWithTheLineCut(app);
            }

            @Override
            public int size() {
                return 1;
            }
        };
        SeatService service = app.bean(SeatService.class);
        String words = logged(() -> ActingTeacher.as(
                own.teacher(),
                () -> assertThatThrownBy(() -> service.create(own.teacher(), classId, "Front", Shape.ROWS, numbers))));
        assertThat(words).contains("This is kept.").doesNotContain("Brandt", "already");
    }

    @Test
    void aRefusalWithinATransactionOfItsOwnIsNotLogged(RunningApp app) {
        TransactionTemplate transaction = new TransactionTemplate(app.bean(PlatformTransactionManager.class));
        String words = logged(() -> assertThatThrownBy(() -> transaction.executeWithoutResult(status -> {
            throw refusedWithTheLineCut(app);
        })));
        assertThat(words).contains("This is kept.").doesNotContain("Brandt", "already");
    }
}
