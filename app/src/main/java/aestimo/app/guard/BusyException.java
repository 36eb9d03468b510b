package aestimo.app.guard;

/** Too many wait for the same already; nothing was done. */
public final class BusyException extends RuntimeException {
    BusyException() {
        super("too many wait already");
    }
}
