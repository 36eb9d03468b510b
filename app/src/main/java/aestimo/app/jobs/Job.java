package aestimo.app.jobs;

import java.time.OffsetDateTime;
import java.util.Optional;

/**
 * A piece of long work.
 *
 * @param title as a teacher calls it, such as “Half-year letter, 150 letters as PDF”
 * @param request what it was asked for, as its {@link Work} reads it
 * @param done how much of {@code total} is done
 * @param said why it waits or ended, in words; empty where all is well
 * @param file its result, once it has one
 */
public record Job(
        long id,
        long classId,
        String kind,
        String title,
        String request,
        State state,
        int done,
        int total,
        String said,
        Optional<Long> file,
        OffsetDateTime begun) {
    public enum State {
        DUE,
        DONE,
        STOPPED,
        FAILED
    }

    public boolean isDue() {
        return state == State.DUE;
    }

    /** Whether all of it is done; what of it is done is told by {@link #done}. */
    public boolean isFinished() {
        return state == State.DONE;
    }

    /** “60 of 150”, “done”, “stopped”, “not made”. */
    public String inShort() {
        return switch (state) {
            case DUE -> done + " of " + total;
            case DONE -> "done";
            case STOPPED -> "stopped";
            case FAILED -> "not made";
        };
    }

    /** Whether it ended before all was done. */
    public boolean isCutShort() {
        return state == State.STOPPED || state == State.FAILED;
    }
}
