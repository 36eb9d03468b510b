package aestimo.app.guard;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.account.AccountService;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.Await;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.DirectFieldAccessor;

/** What a teacher is told whose file waits in vain for its turn. */
@ExtendWith(RunningApp.class)
class FewAtOnceTest {
    private static final String IMPORT = "/classes/1/marks/import";
    private static final byte[] FILE = "Student,Quiz\nBrandt Ilva,7\n".getBytes(StandardCharsets.UTF_8);

    @Test
    void whoSendsTooMuchAtOnceIsToldAndHindersNobodyElse(RunningApp app) throws InterruptedException {
        Visitor marin = Visitor.signedIn(app, "marin");
        Visitor okello = Visitor.signedIn(app, "okello");
        String own = okello.get("/").body().replaceAll("(?s).*?href=\"(/classes/\\d+).*", "$1");
        FairTurns turns = (FairTurns) new DirectFieldAccessor(app.bean(FewAtOnce.class)).getPropertyValue("turns");
        TeacherId busy = app.bean(AccountService.class).find("marin").orElseThrow();

        FairTurns.Turn first = turns.begin(busy);
        List<Thread> waiting = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            Thread thread = new Thread(() -> turns.begin(busy).close());
            thread.start();
            Await.until("it waits", () -> thread.getState() == Thread.State.TIMED_WAITING);
            waiting.add(thread);
        }
        try {
            HttpResponse<String> page = marin.get(IMPORT);
            assertThat(page.statusCode()).isEqualTo(429);
            assertThat(page.headers().firstValue("Retry-After")).contains("30");
            assertThat(page.body())
                    .contains("<h1>Too much at once just now</h1>", "Nothing was", "send it again in a minute")
                    .doesNotContain("Exception");
            assertThat(marin.upload(IMPORT, "file", FILE).statusCode()).isEqualTo(429);
            // Neither what takes little nor another teacher waits for it.
            assertThat(marin.get("/classes/1/marks").statusCode()).isEqualTo(200);
            assertThat(okello.get(own + "/marks/import").statusCode()).isEqualTo(200);
        } finally {
            first.close();
            for (Thread thread : waiting) {
                thread.join();
            }
        }
        // Refused ones have given their places up again: as many as before fit in.
        assertThat(marin.get(IMPORT).statusCode()).isEqualTo(200);
    }
}
