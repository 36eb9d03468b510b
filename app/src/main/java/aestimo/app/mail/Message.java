package aestimo.app.mail;

import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * One message to one address.
 *
 * @param student whose letter it holds, as lists have it
 * @param said what the server said, or why it was not sent
 * @param at when it was last tried
 */
public record Message(
        long id,
        long enrolmentId,
        String student,
        String toName,
        String address,
        State state,
        String said,
        Optional<OffsetDateTime> at) {
    /** “16 sent, 1 refused, 2 not known”. */
    public static String counts(List<Message> messages) {
        return Arrays.stream(State.values())
                .map(state -> Map.entry(
                        state,
                        messages.stream().filter(own -> own.state() == state).count()))
                .filter(count -> count.getValue() > 0)
                .map(count -> count.getValue() + " " + count.getKey().words())
                .collect(Collectors.joining(", "));
    }

    /** What is known of it. */
    public enum State {
        DUE("to be sent"),
        TRYING("being sent"),
        SENT("sent"),
        /** The server would not take it, and said why. */
        REFUSED("refused"),
        /** The line or the process ended when it might have been taken already. */
        NOT_KNOWN("not known"),
        /** Not tried, since the address is not the one it was meant for any more. */
        HELD("not sent"),
        STOPPED("stopped");

        private final String words;

        State(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        /** Whether the teacher may have it sent again. */
        public boolean isOpen() {
            return this == REFUSED || this == NOT_KNOWN || this == HELD || this == STOPPED;
        }
    }
}
