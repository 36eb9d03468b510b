package aestimo.app.door;

import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.stereotype.Component;

/** Sessions that are over are deleted, by whichever process comes to it. */
@Component
@ConditionalOnWebApplication
class SessionCleaning {
    private final JdbcIndexedSessionRepository sessions;

    SessionCleaning(JdbcIndexedSessionRepository sessions) {
        this.sessions = sessions;
    }

    @Scheduled(fixedDelay = 60_000)
    void clean() {
        sessions.cleanUpExpiredSessions();
    }
}
