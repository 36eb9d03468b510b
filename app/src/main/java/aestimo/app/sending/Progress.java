package aestimo.app.sending;

import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;

/**
 * How far the sending of a sealed return has come.
 *
 * @param state empty before it was ever sent
 * @param arrived how many records the school took, of {@code all} that are sent
 * @param standing how many are not sent, since the school has them from the return before
 * @param refused those it did not, with its reasons
 * @param said what the school's service said last, where something went wrong
 * @param nextTry when it is tried again
 * @param last when the last record was received
 */
public record Progress(
        Optional<State> state,
        int arrived,
        int all,
        int standing,
        List<Refused> refused,
        String said,
        Optional<OffsetDateTime> nextTry,
        Optional<OffsetDateTime> last) {
    public static final Progress NONE =
            new Progress(Optional.empty(), 0, 0, 0, List.of(), "", Optional.empty(), Optional.empty());

    public enum State {
        SENDING,
        /** Waits for the teacher, or the school's dates. */
        HELD,
        /** All of it was received or refused. */
        DONE
    }

    /** @param item “result”, or the name of a further field */
    public record Refused(long enrolmentId, String name, String item, String said) {}

    /** “72 of 72 records received; 24 unchanged”. */
    public String inShort() {
        String sent = all == 0
                ? "nothing to send"
                : arrived + " of " + all + (all == 1 ? " record" : " records") + " received";
        return standing == 0 ? sent : sent + "; " + standing + " unchanged";
    }

    public boolean isDone() {
        return state.equals(Optional.of(State.DONE));
    }

    public boolean isReceived() {
        return isDone() && refused.isEmpty();
    }

    public boolean isSending() {
        return state.equals(Optional.of(State.SENDING));
    }

    public boolean isHeld() {
        return state.equals(Optional.of(State.HELD));
    }
}
