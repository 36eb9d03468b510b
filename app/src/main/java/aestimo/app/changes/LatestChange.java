package aestimo.app.changes;

import java.time.OffsetDateTime;

/**
 * One alteration as the desk tells it.
 *
 * @param what the thing altered, such as “entry” or “weights”
 * @param assessmentId 0 for the groundwork
 * @param assessment title; empty for the groundwork, and where the piece is gone
 * @param how in a word, such as “typed”
 */
public record LatestChange(
        long classId, OffsetDateTime at, String what, long assessmentId, String assessment, String how) {
    public boolean isEntry() {
        return what.equals("entry");
    }

    /** What was altered without whose it is: “targets” where it is the target of somebody. */
    public String kind() {
        int whose = what.indexOf(" of ");
        return whose < 0 ? what : what.substring(0, whose) + "s";
    }
}
