package aestimo.app.guard;

import java.io.IOException;
import java.time.Duration;
import java.util.function.LongSupplier;
import org.apache.coyote.ActionCode;
import org.apache.coyote.InputBuffer;
import org.apache.coyote.Request;
import org.apache.tomcat.util.net.ApplicationBufferHandler;

/**
 * What is sent with a request, as long as it comes steadily. A sender that lets it trickle would hold one of the server's
 * threads for as long as it likes; this one is cut off.
 */
final class SteadyBody implements InputBuffer {
    /** What the slowest line may take that is still served. */
    private static final long BYTES_A_SECOND = 16_000;

    private final InputBuffer plain;
    private final Request request;
    private final Duration grace;
    private final LongSupplier nanoTime;
    private long bytes;
    /** How long was waited for what is sent. What the answer itself takes is not the sender's slowness. */
    private long waited;

    /** @param grace time that is given whatever the size */
    SteadyBody(InputBuffer plain, Request request, Duration grace) {
        this(plain, request, grace, System::nanoTime);
    }

    SteadyBody(InputBuffer plain, Request request, Duration grace, LongSupplier nanoTime) {
        this.plain = plain;
        this.request = request;
        this.grace = grace;
        this.nanoTime = nanoTime;
    }

    @Override
    public int doRead(ApplicationBufferHandler handler) throws IOException {
        Duration allowed = grace.plusSeconds(bytes / BYTES_A_SECOND);
        if (waited > allowed.toNanos()) {
            // Else the rest would be waited for after the answer, to be thrown away.
            request.action(ActionCode.DISABLE_SWALLOW_INPUT, null);
            throw new IOException("the body of a request came too slowly");
        }
        long start = nanoTime.getAsLong();
        int read = plain.doRead(handler);
        waited += nanoTime.getAsLong() - start;
        bytes += Math.max(read, 0);
        return read;
    }

    @Override
    public int available() {
        return plain.available();
    }
}
