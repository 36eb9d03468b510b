package aestimo.app.guard;

import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;

/**
 * Turns for work that takes much of the server: few at once, one for each teacher, in the order they came. Who asks for
 * ten pieces of it at once delays only themselves.
 */
public final class FairTurns {
    /** Further requests of the same teacher would only hold the server's threads. */
    private static final int MOST_WAITING = 6;

    private final Semaphore turns;
    private final Duration patience;
    private final Map<Object, Line> lines = new ConcurrentHashMap<>();

    /**
     * @param atOnce over all teachers
     * @param patience how long one waits at most
     */
    public FairTurns(int atOnce, Duration patience) {
        this.turns = new Semaphore(atOnce, true);
        this.patience = patience;
    }

    /** Those of one teacher; {@code waiting} counts the one who has the turn too. */
    private static final class Line {
        private final Semaphore turn = new Semaphore(1, true);
        private int waiting;
    }

    /** A turn that was got; closing it lets the next one in. May be closed by another thread. */
    public interface Turn extends AutoCloseable {
        @Override
        void close();
    }

    /**
     * Waits for a turn.
     *
     * @param whose the teacher, or whoever shares turns
     * @throws BusyException when it does not come in time, or too many of the same wait already
     */
    public Turn begin(Object whose) {
        Line line = lines.compute(whose, (key, known) -> {
            Line own = known == null ? new Line() : known;
            own.waiting++;
            return own;
        });
        try {
            if (line.waiting > MOST_WAITING) {
                throw new BusyException();
            }
            await(line.turn);
        } catch (BusyException busy) {
            leave(whose);
            throw busy;
        }
        try {
            await(turns);
        } catch (BusyException busy) {
            line.turn.release();
            leave(whose);
            throw busy;
        }
        return () -> {
            turns.release();
            line.turn.release();
            leave(whose);
        };
    }

    private void await(Semaphore one) {
        try {
            if (!one.tryAcquire(patience.toMillis(), TimeUnit.MILLISECONDS)) {
                throw new BusyException();
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new BusyException();
        }
    }

    private void leave(Object whose) {
        lines.computeIfPresent(whose, (key, line) -> --line.waiting == 0 ? null : line);
    }
}
