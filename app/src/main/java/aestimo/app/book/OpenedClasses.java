package aestimo.app.book;

import aestimo.app.store.TeacherId;
import aestimo.core.book.Book;
import aestimo.core.id.CategoryId;
import aestimo.core.id.StudentId;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Map;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * Classes as they were last read, so that a page need not read thousands of entries again that nobody altered. Whether
 * one is as it was is asked of the database each time, within the transaction that opens it: triggers note there which
 * transactions wrote anything a class is made of, so this holds whoever wrote it, in another process too.
 */
@Component
class OpenedClasses {
    private static final Duration UNUSED = Duration.ofMinutes(15);
    /** A quarter of the memory at most, by what a cell takes here with all that belongs to it. */
    private static final int MEMORY_SHARE = 4;

    private static final int BYTES_A_CELL = 120;

    private final Cache<Key, Opened> opened = Caffeine.newBuilder()
            .maximumWeight(Runtime.getRuntime().maxMemory() / MEMORY_SHARE / BYTES_A_CELL)
            .weigher((Key key, Opened own) -> own.size())
            .expireAfterAccess(UNUSED)
            .build();

    private record Key(TeacherId teacher, long classId) {}

    /**
     * What was written to a class up to a moment.
     *
     * @param writes how many transactions are noted; 0 for a class that is not there
     * @param latest the highest of them
     * @param sum all of them added up
     * @param server when the database's server started, in microseconds: where another takes its place, it may number what it
     *     is told as the first numbered what was lost with it
     * @param own whether the present transaction is one of them, whose writes nobody else may see yet
     */
    record State(long writes, long latest, long sum, long server, boolean own) {
        private State onceSeenByAll() {
            return new State(writes, latest, sum, server, false);
        }

        private boolean isSeenByAll() {
            return writes > 0 && !own;
        }

        /** Whether nobody but the present transaction wrote since; and its note could be no other's. */
        private boolean isOneOwnStepAfter(State before) {
            return own
                    && before.isSeenByAll()
                    && server == before.server
                    && latest > before.latest
                    && writes == before.writes + 1
                    && sum == before.sum + latest;
        }
    }

    /**
     * A class as it was read.
     *
     * @param today the day it is looked at; another day, another book
     * @param numbers by which students go where their names are hidden
     */
    record Opened(
            State state,
            LocalDate today,
            ClassRow row,
            Book book,
            Map<CategoryId, CategoryStyle> looks,
            CellFacts.Columns facts,
            Map<StudentId, Integer> numbers) {
        private int size() {
            int lessons =
                    book.register().map(register -> register.lessons().size()).orElse(0);
            return 1 + book.students().size() * (book.cellCount() + lessons);
        }
    }

    /**
     * The class as it stands.
     *
     * @param state read before the class is, so that what is written meanwhile makes it another
     */
    Opened get(TeacherId teacher, long classId, State state, LocalDate today, Supplier<Opened> read) {
        if (!state.isSeenByAll()) {
            return read.get();
        }
        Key key = new Key(teacher, classId);
        Opened known = opened.getIfPresent(key);
        if (known != null && known.state().equals(state) && known.today().equals(today)) {
            return known;
        }
        Opened own = read.get();
        opened.put(key, own);
        return own;
    }

    /**
     * Keeps a class as a transaction leaves it, for the time after it; where it is taken back, nobody ever comes to that
     * state.
     *
     * @param now read in that transaction
     */
    void keepAsLeft(TeacherId teacher, ClassBook left, State now) {
        Opened before = left.opened();
        if (now.isOneOwnStepAfter(before.state())) {
            Opened after = new Opened(
                    now,
                    before.today(),
                    before.row(),
                    left.book(),
                    before.looks(),
                    left.cells().columns(),
                    before.numbers());
            keepAsLeft(teacher, after);
        }
    }

    /** The same for a class that was read at the end of the transaction. */
    void keepAsLeft(TeacherId teacher, Opened left) {
        opened.put(
                new Key(teacher, left.row().id()),
                new Opened(
                        left.state().onceSeenByAll(),
                        left.today(),
                        left.row(),
                        left.book(),
                        left.looks(),
                        left.facts(),
                        left.numbers()));
    }

    /** Whether the class is kept already as the present transaction leaves it. */
    boolean isKeptAsLeft(TeacherId teacher, long classId, State now) {
        Opened known = opened.getIfPresent(new Key(teacher, classId));
        return known != null && known.state().equals(now.onceSeenByAll());
    }
}
