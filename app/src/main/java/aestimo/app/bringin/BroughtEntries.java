package aestimo.app.bringin;

import aestimo.app.bringin.BringInMapper.BroughtRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes many entries at once, each with its change, and keeps what stood there before. */
@Component
class BroughtEntries {
    /** So many rows go into one statement. */
    private static final int AT_ONCE = 1_000;

    private final BringInMapper mapper;
    private final Clock clock;

    BroughtEntries(BringInMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /**
     * Writes what a bring-in brings.
     *
     * @throws FormException when an entry was altered meanwhile
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void bring(TeacherId teacher, long classId, long bringInId, List<BroughtRow> rows, String how) {
        write(teacher, classId, rows, how);
        for (int from = 0; from < rows.size(); from += AT_ONCE) {
            mapper.insertBrought(teacher, classId, bringInId, some(rows, from));
        }
    }

    /** The same without keeping what stood there: what is put back is not taken back again. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(TeacherId teacher, long classId, List<BroughtRow> rows, String how) {
        OffsetDateTime now = OffsetDateTime.now(clock);
        for (int from = 0; from < rows.size(); from += AT_ONCE) {
            List<BroughtRow> some = some(rows, from);
            if (mapper.writeEntries(teacher, classId, some) != some.size()) {
                throw new FormException(
                        "An entry was altered in another window meanwhile. Nothing was changed; look again.");
            }
            mapper.insertChanges(teacher, classId, how, now, some);
        }
    }

    private static List<BroughtRow> some(List<BroughtRow> rows, int from) {
        return rows.subList(from, Math.min(rows.size(), from + AT_ONCE));
    }
}
