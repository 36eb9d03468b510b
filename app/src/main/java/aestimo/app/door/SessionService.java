package aestimo.app.door;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.store.Sha256;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Where a teacher is signed in. */
@Service
public class SessionService {
    /** The sessions' attributes in which it is told where they were begun. */
    static final String ADDRESS = "aestimo.address";

    static final String BROWSER = "aestimo.browser";

    private static final int MOST_SHOWN = 50;

    private final SessionMapper mapper;
    private final ObjectProvider<SessionRepository<? extends Session>> sessions;
    private final Clock clock;

    /** @param sessions none in a command, which serves no page */
    SessionService(SessionMapper mapper, ObjectProvider<SessionRepository<? extends Session>> sessions, Clock clock) {
        this.clock = clock;
        this.mapper = mapper;
        this.sessions = sessions;
    }

    /**
     * One place where a teacher is signed in.
     *
     * @param key by which it is chosen; does not tell the session's own
     * @param isThis whether it is the one that asks
     */
    public record Place(String key, Instant since, Instant lastUsed, String address, String browser, boolean isThis) {}

    /** The places of an account, the latest used first; of very many the latest fifty. */
    @Transactional(readOnly = true)
    public List<Place> places(SignedInTeacher teacher, String present) {
        SessionRepository<? extends Session> repository = sessions.getObject();
        // Sessions go by the machine's clock; what is shown goes by ours, which the demo sets to its own day.
        Duration ahead = Duration.between(Instant.now(), clock.instant());
        return ids(teacher).stream()
                .limit(MOST_SHOWN)
                .map(id -> Optional.ofNullable((Session) repository.findById(id)))
                .flatMap(Optional::stream)
                .map(session -> new Place(
                        Sha256.of(session.getId()),
                        session.getCreationTime().plus(ahead),
                        session.getLastAccessedTime().plus(ahead),
                        session.getAttributeOrDefault(ADDRESS, ""),
                        session.getAttributeOrDefault(BROWSER, ""),
                        session.getId().equals(present)))
                .toList();
    }

    private List<String> ids(SignedInTeacher teacher) {
        return mapper.findOf(teacher.signIn(), System.currentTimeMillis()).stream()
                .map(String::strip)
                .toList();
    }

    /** Ends one of them; false where it had ended already. */
    @Transactional
    public boolean end(SignedInTeacher teacher, String key) {
        return ids(teacher).stream()
                .filter(id -> Sha256.of(id).equals(key))
                .anyMatch(id -> mapper.delete(teacher.signIn(), id) == 1);
    }

    /**
     * Ends all but one.
     *
     * @param present the session that stays; empty for none
     * @return how many were ended
     */
    @Transactional
    public int endOthers(String signIn, String present) {
        return mapper.deleteOthers(signIn, present);
    }
}
