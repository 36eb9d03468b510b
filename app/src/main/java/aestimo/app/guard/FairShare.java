package aestimo.app.guard;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.apache.coyote.InputBuffer;
import org.apache.tomcat.util.net.ApplicationBufferHandler;
import org.springframework.http.HttpStatus;

/** No single address may hold more than its share of the server's threads, nor hold one by sending slowly. */
final class FairShare extends ValveBase {
    private static final Duration LONGEST_DRAIN = Duration.ofSeconds(10);

    private final int atOnce;
    private final Duration grace;
    private final Map<String, Integer> holding = new ConcurrentHashMap<>();

    /**
     * @param atOnce requests of one address that are answered at the same time; a whole school may share one
     * @param grace see {@link SteadyBody}
     */
    FairShare(int atOnce, Duration grace) {
        super(true);
        this.atOnce = atOnce;
        this.grace = grace;
    }

    @Override
    public void invoke(Request request, Response response) throws IOException, ServletException {
        String from = String.valueOf(request.getRemoteAddr());
        try {
            if (holding.merge(from, 1, Integer::sum) > atOnce) {
                refuse(response);
                return;
            }
            org.apache.coyote.Request raw = request.getCoyoteRequest();
            InputBuffer plain = raw.getInputBuffer();
            raw.setInputBuffer(new SteadyBody(plain, raw, grace));
            try {
                getNext().invoke(request, response);
                drain(raw);
            } finally {
                raw.setInputBuffer(plain);
            }
        } finally {
            holding.computeIfPresent(from, (address, count) -> count == 1 ? null : count - 1);
        }
    }

    /**
     * Takes in what was sent and not read, since a browser looks at no answer before it has sent all; but not for long, as
     * the server by itself would.
     */
    private static void drain(org.apache.coyote.Request raw) {
        Unused unused = new Unused();
        long end = System.nanoTime() + LONGEST_DRAIN.toNanos();
        try {
            boolean more = !raw.hasExpectation();
            while (more && System.nanoTime() < end) {
                more = raw.doRead(unused) >= 0;
            }
            if (!more) {
                return;
            }
        } catch (IOException cut) {
            // Said below: nothing more is waited for.
        }
        raw.action(ActionCode.DISABLE_SWALLOW_INPUT, null);
    }

    /** Where bytes go that nobody wants. */
    private static final class Unused implements ApplicationBufferHandler {
        private ByteBuffer buffer = ByteBuffer.allocate(0);

        @Override
        public void setByteBuffer(ByteBuffer given) {
            buffer = given;
        }

        @Override
        public ByteBuffer getByteBuffer() {
            return buffer;
        }

        @Override
        public void expand(int size) {
            // Nothing is collected.
        }
    }

    private static void refuse(Response response) throws IOException {
        // What it still sends is not waited for.
        response.getCoyoteResponse().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
        response.setStatus(HttpStatus.TOO_MANY_REQUESTS.value());
        response.setHeader("Retry-After", "5");
        response.setContentType("text/plain");
        response.setCharacterEncoding("UTF-8");
        response.getWriter()
                .print("Too many requests at once from your address. Nothing was changed. Try again in a moment.");
    }
}
