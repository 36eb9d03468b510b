package aestimo.app.door;

import org.springframework.security.authentication.LockedException;

/** Too many wrong attempts; this one was not looked at. */
final class PauseException extends LockedException {
    private final long seconds;

    /** @param seconds until the next is looked at */
    PauseException(long seconds) {
        super("too many wrong attempts");
        this.seconds = seconds;
    }

    long seconds() {
        return seconds;
    }
}
