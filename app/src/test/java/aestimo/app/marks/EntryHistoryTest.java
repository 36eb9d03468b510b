package aestimo.app.marks;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.Change;
import aestimo.app.changes.ChangeService;
import aestimo.app.marks.EntryService.Outcome;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.core.testing.Seed;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * Several windows type over one another, late, twice and out of order. Held against a model that knows one rule alone: an
 * entry typed over the version that stands is kept, any other is not.
 */
@ExtendWith(RunningApp.class)
class EntryHistoryTest {
    private static final int STEPS = 40;
    private static final List<String> TEXTS =
            List.of("12", "7,5", "0", "abs", "x", "n", "", "12 l", "9 f", "??", "18", "14/15", "50%", "-1");

    private final Map<CellId, Integer> versions = new HashMap<>();
    private final Map<CellId, List<String>> histories = new HashMap<>();
    private final List<TypedEntry> delivered = new ArrayList<>();
    private RunningApp app;
    private OwnClass own;

    @RepeatedTest(8)
    void whateverWindowsSendTheRecordTellsHowEachEntryCameToStand(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("1\tBrandt\tIlva\n2\tOsei\tKofi\n3\tQuill\tEsme\n");
        String category = own.addCategory("Tests");
        own.addPiece("Quiz", category, "2027-02-05", "15");
        own.addPiece("Test", category, "2027-02-09", "15");
        List<CellId> cells = own.read(EntryHistoryTest::cells);
        long seed = Seed.next();
        Random random = new Random(seed);
        List<Map<CellId, Integer>> windows = List.of(new HashMap<>(), new HashMap<>(), new HashMap<>());
        for (int i = 0; i < STEPS; i++) {
            Map<CellId, Integer> window = windows.get(random.nextInt(windows.size()));
            if (!delivered.isEmpty() && random.nextInt(5) == 0) {
                deliverAgain(delivered.get(random.nextInt(delivered.size())), seed);
            } else if (random.nextInt(6) == 0) {
                window.putAll(versions);
            } else {
                type(cells, window, random, seed);
            }
        }
        ClassBook stands = own.read(book -> book);
        for (CellId cell : cells) {
            String trace = "seed " + seed + ", " + cell;
            List<String> history = histories.getOrDefault(cell, List.of());
            assertThat(stands.version(cell)).as(trace).isEqualTo(history.size());
            assertThat(changesTo(cell)).as(trace).isEqualTo(history);
            assertThat(stands.entry(cell).toString())
                    .as(trace)
                    .isEqualTo(history.isEmpty() ? "" : history.get(history.size() - 1));
        }
    }

    private static List<CellId> cells(ClassBook book) {
        return book.book().assessments().stream()
                .flatMap(piece -> book.book().students().stream().map(student -> ClassBook.cell(student, piece, 0)))
                .toList();
    }

    private EntryService.Applied apply(List<TypedEntry> typed) {
        return ActingTeacher.as(
                own.teacher(), () -> app.bean(EntryService.class).apply(own.teacher(), own.id(), typed));
    }

    /** A batch into some cells at once, as a window sends it that knows what it was told last. */
    private void type(List<CellId> cells, Map<CellId, Integer> window, Random random, long seed) {
        List<TypedEntry> batch = new ArrayList<>();
        for (CellId cell : cells) {
            if (random.nextInt(4) == 0) {
                batch.add(new TypedEntry(
                        UUID.randomUUID(),
                        cell.assessmentId(),
                        cell.enrolmentId(),
                        window.getOrDefault(cell, 0),
                        TEXTS.get(random.nextInt(TEXTS.size()))));
            }
        }
        Map<CellId, String> before = new HashMap<>();
        own.<Boolean>read(book -> {
            cells.forEach(cell -> before.put(cell, book.entry(cell).toString()));
            return true;
        });
        EntryService.Applied applied = apply(batch);
        delivered.addAll(batch);
        for (int i = 0; i < batch.size(); i++) {
            CellId cell = batch.get(i).cell();
            Outcome outcome = applied.outcomes().get(i);
            String now = applied.classBook().entry(cell).toString();
            String trace = "seed " + seed + ", " + batch.get(i) + " over version " + versions.get(cell);
            if (batch.get(i).base() == versions.getOrDefault(cell, 0)) {
                assertThat(outcome).as(trace).isIn(Outcome.WRITTEN, Outcome.STOOD_ALREADY);
            } else {
                assertThat(outcome).as(trace).isIn(Outcome.ALTERED_ELSEWHERE, Outcome.STOOD_ALREADY);
            }
            if (outcome == Outcome.WRITTEN) {
                versions.merge(cell, 1, Integer::sum);
                histories.computeIfAbsent(cell, key -> new ArrayList<>()).add(now);
            } else {
                assertThat(now).as(trace).isEqualTo(before.get(cell));
            }
            window.put(cell, applied.classBook().version(cell));
        }
    }

    /** A line that broke before the answer came: the browser sends the same once more, however late. */
    private void deliverAgain(TypedEntry entry, long seed) {
        String before = own.read(book -> book.entry(entry.cell()) + " v" + book.version(entry.cell()));
        EntryService.Applied applied = apply(List.of(entry));
        Outcome outcome = applied.outcomes().get(0);
        ClassBook after = applied.classBook();
        if (outcome == Outcome.WRITTEN) {
            // Where it came too early before, it may hold now: its version stands at last.
            assertThat(entry.base()).as("seed " + seed).isEqualTo(versions.getOrDefault(entry.cell(), 0));
            versions.merge(entry.cell(), 1, Integer::sum);
            histories
                    .computeIfAbsent(entry.cell(), key -> new ArrayList<>())
                    .add(after.entry(entry.cell()).toString());
        } else {
            assertThat(after.entry(entry.cell()) + " v" + after.version(entry.cell()))
                    .as("seed " + seed)
                    .isEqualTo(before);
        }
    }

    /** What the entry became, change by change; each begins where the one before ended. */
    private List<String> changesTo(CellId cell) {
        List<Change> changes = ActingTeacher.as(
                own.teacher(), () -> app.bean(ChangeService.class).ofCell(own.teacher(), cell));
        String stood = "";
        for (Change change : changes) {
            assertThat(change.was()).isEqualTo(stood);
            stood = change.became();
        }
        return changes.stream().map(Change::became).toList();
    }
}
