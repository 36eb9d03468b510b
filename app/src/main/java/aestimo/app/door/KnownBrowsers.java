package aestimo.app.door;

import aestimo.app.store.TeacherId;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which browsers a teacher has signed in from. */
@Service
class KnownBrowsers {
    private static final int MOST = 20;

    private final KnownBrowserMapper mapper;
    private final Clock clock;

    KnownBrowsers(KnownBrowserMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /** To be called for the acting teacher alone. */
    @Transactional
    public void save(TeacherId teacher, String hash) {
        mapper.save(teacher, hash, OffsetDateTime.now(clock));
        mapper.keepLatest(teacher, MOST);
    }

    /** The browser's sign, where this name was signed in from it before. */
    @Transactional(readOnly = true)
    public Optional<String> known(String signIn, Visit visit) {
        return visit.browser().isEmpty() || !mapper.isKnown(signIn, visit.browser())
                ? Optional.empty()
                : Optional.of(visit.browser());
    }
}
