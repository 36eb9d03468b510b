package aestimo.app.guard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.testing.Await;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class FairTurnsTest {
    private static final Duration LONG = Duration.ofSeconds(30);
    private static final Duration SHORT = Duration.ofMillis(50);

    private static Thread started(Runnable work) {
        Thread thread = new Thread(work);
        thread.setDaemon(true);
        thread.start();
        return thread;
    }

    private static void awaitWaiting(Thread thread) {
        Await.until("it waits", () -> thread.getState() == Thread.State.TIMED_WAITING);
    }

    @Test
    void theyComeInTheirOrderAndNeverMoreThanAllowed() throws InterruptedException {
        FairTurns turns = new FairTurns(2, LONG);
        FairTurns.Turn first = turns.begin("a");
        FairTurns.Turn second = turns.begin("b");
        List<String> order = new CopyOnWriteArrayList<>();
        AtomicInteger inside = new AtomicInteger(2);
        List<Thread> threads = new ArrayList<>();
        for (String who : List.of("c", "d", "e", "f")) {
            Thread waits = started(() -> {
                FairTurns.Turn own = turns.begin(who);
                order.add(who + inside.incrementAndGet());
                inside.decrementAndGet();
                own.close();
            });
            awaitWaiting(waits);
            threads.add(waits);
        }
        assertThat(order).isEmpty();
        inside.decrementAndGet();
        first.close();
        for (Thread thread : threads) {
            thread.join(LONG.toMillis());
        }
        assertThat(order).containsExactly("c2", "d2", "e2", "f2");
        second.close();
    }

    @Test
    void whoAsksTwiceWaitsForThemselvesNotInFrontOfOthers() throws InterruptedException {
        FairTurns turns = new FairTurns(2, LONG);
        FairTurns.Turn first = turns.begin("a");
        Thread again = started(() -> turns.begin("a").close());
        awaitWaiting(again);
        // The second place is free, and stays free for somebody else.
        turns.begin("b").close();
        first.close();
        again.join(LONG.toMillis());
        assertThat(again.isAlive()).isFalse();
    }

    @Test
    void whoWaitedInVainIsToldAndLeavesNothingBehind() {
        FairTurns turns = new FairTurns(1, SHORT);
        FairTurns.Turn first = turns.begin("a");
        for (int i = 0; i < 20; i++) {
            assertThatThrownBy(() -> turns.begin("a")).isInstanceOf(BusyException.class);
            assertThatThrownBy(() -> turns.begin("b")).isInstanceOf(BusyException.class);
        }
        first.close();
        turns.begin("a").close();
        turns.begin("b").close();
    }

    @Test
    void aSeventhOfTheSameIsRefusedAtOnce() {
        FairTurns turns = new FairTurns(1, LONG);
        FairTurns.Turn first = turns.begin("a");
        List<Thread> waiting = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            Thread waits = started(() -> turns.begin("a").close());
            awaitWaiting(waits);
            waiting.add(waits);
        }
        assertThatThrownBy(() -> turns.begin("a")).isInstanceOf(BusyException.class);
        first.close();
        waiting.forEach(thread -> Await.until("all had their turn", () -> !thread.isAlive()));
    }
}
