package aestimo.app.changes;

import java.time.OffsetDateTime;

/**
 * One alteration with what it concerns.
 *
 * @param assessmentId 0 for the groundwork, as {@code enrolmentId} and {@code partId}
 * @param number of the student; empty for the groundwork
 * @param student list name; empty for the groundwork
 * @param assessment title, with the part's; a lesson, or a goal with its day; empty for the groundwork
 */
public record ListedChange(
        long id,
        OffsetDateTime at,
        String what,
        long assessmentId,
        long enrolmentId,
        long partId,
        String number,
        String student,
        String assessment,
        String was,
        String became,
        String how) {
    public boolean isEntry() {
        return what.equals("entry");
    }

    /** Whether it can be put back by itself. */
    public boolean canBeUndone() {
        return !assessment.isEmpty() && (isEntry() || isLevel());
    }

    public boolean isLevel() {
        return what.equals("level");
    }
}
