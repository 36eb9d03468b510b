package aestimo.core.register;

import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import aestimo.core.refusal.Refusal;
import aestimo.core.refusal.RefusedException;
import java.util.ArrayList;
import java.util.List;

/**
 * Whether one student was in one lesson (rules, section 13).
 *
 * @param excused only of late and absent
 * @param minutes how late, 0 or more; 0 unless late
 * @param reason in the teacher's words; empty where none is given
 */
public record RegisterEntry(
        StudentId student, LessonId lesson, Presence presence, boolean excused, int minutes, String reason) {
    /** @throws RefusedException when minutes or an excuse do not go with what it says */
    public RegisterEntry {
        List<Refusal> refusals = new ArrayList<>();
        if (minutes < 0) {
            refusals.add(new Refusal("minutes", minutes + " minutes late must be 0 or more"));
        } else if (minutes > 0 && presence != Presence.LATE) {
            refusals.add(new Refusal("minutes", "only who is late has minutes"));
        }
        if (excused && presence == Presence.PRESENT) {
            refusals.add(new Refusal("excused", "who is present has nothing to be excused for"));
        }
        if (!refusals.isEmpty()) {
            throw new RefusedException(refusals);
        }
    }
}
