package aestimo.app.guard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicLong;
import org.apache.coyote.InputBuffer;
import org.apache.coyote.Request;
import org.apache.tomcat.util.net.ApplicationBufferHandler;
import org.junit.jupiter.api.Test;

class SteadyBodyTest {
    private static final int BYTES = 16 * 1024;
    private final AtomicLong clock = new AtomicLong();

    /** Something sent in pieces of so many bytes, each of which takes so long to come. */
    private SteadyBody sent(int bytes, Duration each) {
        InputBuffer line = new InputBuffer() {
            @Override
            public int doRead(ApplicationBufferHandler handler) {
                clock.addAndGet(each.toNanos());
                return bytes;
            }

            @Override
            public int available() {
                return 0;
            }
        };
        return new SteadyBody(line, new Request(), Duration.ofSeconds(20), clock::get);
    }

    private static void read(SteadyBody body) throws IOException {
        assertThat(body.doRead(null)).isPositive();
    }

    @Test
    void aBodyThatDripsIsGivenUp() throws IOException {
        SteadyBody body = sent(1, Duration.ofSeconds(7));
        read(body);
        read(body);
        read(body);
        assertThatThrownBy(() -> read(body)).isInstanceOf(IOException.class).hasMessageContaining("too slowly");
    }

    @Test
    void aLargeBodyMayTakeItsTime() throws IOException {
        SteadyBody body = sent(BYTES, Duration.ofSeconds(1));
        for (int i = 0; i < 100; i++) {
            read(body);
        }
    }

    /** Many sign in at once, and the last of them waits for its turn before the rest of its body is looked at. */
    @Test
    void whatTheAnswerTakesIsNotTheSendersSlowness() throws IOException {
        SteadyBody body = sent(1, Duration.ZERO);
        read(body);
        clock.addAndGet(Duration.ofMinutes(2).toNanos());
        read(body);
    }
}
