package aestimo.app.events;

import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.store.TeacherId;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** Keeps events for the account's owner, and writes them to the log with the account's number alone. */
@Service
public class SecurityEvents {
    private static final Logger LOG = LoggerFactory.getLogger("aestimo.security");
    private static final int LONGEST_DETAIL = 200;

    private final SecurityEventMapper mapper;
    private final Clock clock;

    SecurityEvents(SecurityEventMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    public void record(TeacherId teacher, Kind kind) {
        record(teacher, kind, "");
    }

    /** @param detail ids and counts, never a student's name or mark; what is longer than 200 letters is cut */
    @Transactional
    public void record(TeacherId teacher, Kind kind, String detail) {
        String address = address();
        String cut = detail.length() > LONGEST_DETAIL ? detail.substring(0, LONGEST_DETAIL) : detail;
        mapper.insert(teacher, new SecurityEvent(OffsetDateTime.now(clock), kind, address, cut));
        LOG.info("event={} account={} from={} detail={}", kind, teacher, address, cut);
    }

    /** Where the present request comes from; empty outside any. */
    public static String address() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes attributes
                ? String.valueOf(attributes.getRequest().getRemoteAddr())
                : "";
    }

    /** The latest events of an account, the latest first. */
    @Transactional(readOnly = true)
    public List<SecurityEvent> latest(TeacherId teacher, int most) {
        return mapper.findLatest(teacher, most);
    }

    /** Forgets those of all teachers that are older. */
    @Transactional
    public int forgetBefore(OffsetDateTime before) {
        return mapper.deleteBefore(before);
    }
}
