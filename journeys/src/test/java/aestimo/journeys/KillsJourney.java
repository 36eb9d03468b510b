package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Await;
import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.PlaywrightException;
import com.microsoft.playwright.options.AriaRole;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * Application and database are killed in turn, at moments that differ from time to time, while a teacher types marks,
 * notes, a register, comments of a return and own words of letters into their pages. How often each is killed is the
 * setting {@code aestimo.kills}; {@code scripts/kills} makes it a hundred.
 */
class KillsJourney {
    private static final int KILLS = Integer.getInteger("aestimo.kills", 1);
    private static final long SEED = Long.getLong("aestimo.seed", System.nanoTime());
    private static final int LONGEST_BEFORE_KILL_MS = 1500;
    private static final Server SERVER = Server.withDemo();
    private static final TestCluster CLUSTER = SERVER.cluster();

    private final Random random = new Random(SEED);

    /** A page that is typed into. What it was given to save is known by where it belongs and what is in it last. */
    private abstract static class Typed {
        final Page page;
        /** By where it belongs, such as a cell: what was typed there last. */
        final Map<String, String> typed = new LinkedHashMap<>();

        Typed(Page page) {
            this.page = page;
        }

        private int count;

        void typeNext() {
            type(count);
            count++;
        }

        /** Types something new, and does not wait for it. */
        abstract void type(int number);

        /** Where what was typed is not said to be saved. */
        abstract Set<String> waiting();

        /** What is in the database, by the same names. */
        abstract Map<String, String> found() throws SQLException;

        /** Does what a teacher would, until all is said to be saved. */
        abstract void settle();

        /** What the browser has in store for when the server is back. */
        String stored() {
            return (String) page.evaluate("JSON.stringify(Object.entries(localStorage))");
        }
    }

    private static Map<String, String> select(String sql) throws SQLException {
        Map<String, String> found = new HashMap<>();
        try (Connection connection =
                        DriverManager.getConnection(CLUSTER.url(), "aestimo_super", CLUSTER.password("super"));
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(sql)) {
            while (rows.next()) {
                found.put(rows.getString(1), rows.getString(2));
            }
        }
        return found;
    }

    /** Marks down the columns of the sheet, and beside every third a note. */
    private static final class Sheet extends Typed {
        private static final String NOTES = "SELECT 'note ' || assessment_id || '.' || enrolment_id, note FROM entry";

        private final int cells;
        /** Some cells have a note already; what is typed goes behind it. */
        private final Map<String, String> notes;

        Sheet(Page page) {
            super(page);
            try {
                notes = select(NOTES);
            } catch (SQLException broken) {
                throw new IllegalStateException("the notes could not be read", broken);
            }
            page.navigate("/classes/1/marks?span=year");
            assertThat(page.locator("#saved")).containsText("saved");
            cells = page.locator("tbody tr[data-s]").count();
        }

        @Override
        void type(int number) {
            int row = number % cells;
            int column = number / cells % 4;
            Locator line = page.locator("tbody tr[data-s]").nth(row);
            String cell = page.locator("thead th.piece[data-a]").nth(column).getAttribute("data-a") + "."
                    + line.getAttribute("data-s");
            line.locator("td.cell").nth(column).click();
            String before = typed.getOrDefault(cell, "");
            String mark = Integer.toString((number * 7 + number / (4 * cells)) % 9 + 1);
            mark = mark.equals(before) ? "0" : mark;
            typed.put(cell, mark);
            page.keyboard().type(mark);
            if (number % 3 == 0) {
                String note = "note " + number;
                notes.merge("note " + cell, note, String::concat);
                typed.put("note " + cell, notes.get("note " + cell));
                page.keyboard().type(";" + note);
                page.keyboard().press("Escape");
            } else {
                page.keyboard().press("Enter");
            }
        }

        @Override
        Set<String> waiting() {
            Set<String> waiting = new HashSet<>();
            String stored = stored();
            for (Map.Entry<String, String> one : typed.entrySet()) {
                String[] ids = one.getKey().replace("note ", "").split("\\.");
                boolean isNote = one.getKey().startsWith("note ");
                if (isNote
                        ? stored.contains(one.getValue() + "\\\"")
                        : stored.contains("\\\"assessment\\\":" + ids[0] + ",\\\"student\\\":" + ids[1] + ",")) {
                    waiting.add(one.getKey());
                }
            }
            return waiting;
        }

        @Override
        Map<String, String> found() throws SQLException {
            Map<String, String> found =
                    select("SELECT assessment_id || '.' || enrolment_id, trim_scale(mark)::text FROM entry");
            found.putAll(select(NOTES));
            return found;
        }

        @Override
        void settle() {
            Visit.saved(page);
            // Which is not said while a note waits either.
            org.assertj.core.api.Assertions.assertThat(waiting()).isEmpty();
        }
    }

    /** Absences with their reasons, in a lesson nobody has entered yet. */
    private static final class Register extends Typed {
        Register(Page page) {
            super(page);
            page.navigate("/classes/1/room?by=name");
            assertThat(page.locator(".who.is-now")).hasCount(1);
            String today = page.locator(".register-lesson h2").innerText();
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^After:")))
                    .click();
            assertThat(page.locator(".register-lesson h2")).not().hasText(today);
            assertThat(page.locator(".who.is-now")).hasCount(1);
        }

        @Override
        void type(int number) {
            Locator line =
                    page.locator(".who").nth(number % page.locator(".who").count());
            line.locator(".who-name").click();
            // Said to be absent, the next student is the one the keys are for.
            page.keyboard().press("a");
            line.locator(".who-name").click();
            page.keyboard().press(".");
            page.keyboard().type("reason " + number);
            page.keyboard().press("Enter");
            typed.put(line.getAttribute("data-s"), "reason " + number);
        }

        @Override
        Set<String> waiting() {
            String stored = stored();
            Set<String> waiting = new HashSet<>();
            typed.forEach((student, reason) -> {
                if (stored.contains("\\\"student\\\":" + student + ",")) {
                    waiting.add(student);
                }
            });
            return waiting;
        }

        @Override
        Map<String, String> found() throws SQLException {
            return select("SELECT enrolment_id::text, reason FROM register_entry WHERE reason LIKE 'reason %'");
        }

        @Override
        void settle() {
            if (!typed.isEmpty()) {
                assertThat(page.locator("#saved")).hasText(Pattern.compile("● (All .* entries|1 entry) saved.*"));
            }
        }
    }

    /** Comments in the rows of a draft return. */
    private static final class Return extends Typed {
        private final Map<String, String> since = new HashMap<>();

        Return(Page page) {
            super(page);
            page.navigate("/classes/1/to-school");
            page.click("text=Copy today’s results");
            assertThat(page.locator("tr[data-row]").first()).isVisible();
        }

        @Override
        void type(int number) {
            Locator row = page.locator("tr[data-row]").nth(number % 20);
            row.locator("[name=comment]").fill("comment " + number);
            row.locator("[name=comment]").press("Tab");
            typed.put(row.getAttribute("data-row"), "comment " + number);
            since.put(row.getAttribute("data-row"), "comment " + number);
        }

        @Override
        Set<String> waiting() {
            if (page.locator("#kept").innerText().startsWith("Saved")) {
                since.clear();
            }
            return new HashSet<>(since.keySet());
        }

        @Override
        Map<String, String> found() throws SQLException {
            return select("SELECT enrolment_id::text, comment FROM return_row WHERE comment LIKE 'comment %'");
        }

        @Override
        void settle() {
            if (!typed.isEmpty()) {
                assertThat(page.locator("#kept")).containsText(Pattern.compile("^Saved"));
            }
        }
    }

    /** Own words of a letter: a form with a button, which stays on its page while nobody answers. */
    private static final class OwnWords extends Typed {
        OwnWords(Page page) {
            super(page);
            page.navigate("/classes/1/families/letters/1/one?span=2");
        }

        @Override
        void type(int number) {
            // What could not be saved is saved first.
            if (!waiting().isEmpty()) {
                save();
                return;
            }
            page.locator("#own-words").fill("words " + number);
            typed.put("words", "words " + number);
            save();
        }

        private boolean isGone() {
            return page.locator("#page").count() == 0;
        }

        private void save() {
            if (isGone()) {
                // Killed while it had the form: the browser asks whether to send it once more.
                try {
                    page.reload();
                } catch (PlaywrightException stillAway) {
                    assertThat(page.locator("#page")).hasCount(0);
                }
                return;
            }
            Locator again = page.locator(".unsaved button:text-is('Try again')");
            if (again.count() == 1) {
                again.click();
            } else {
                page.locator("form:has(#own-words) button").click();
            }
            // Either it is saved, or it says that it is not and keeps the words.
            Await.until(
                    "an answer",
                    () -> isGone() || isSaved() || page.locator(".unsaved").count() == 1);
        }

        @Override
        Set<String> waiting() {
            if (isSaved()) {
                return Set.of();
            }
            if (!isGone()) {
                assertThat(page.locator("#own-words")).hasValue(typed.get("words"));
            }
            return Set.of("words");
        }

        private boolean isSaved() {
            String last = typed.getOrDefault("words", "");
            return last.isEmpty()
                    || page.locator(".letter-page .is-own:text-is('" + last + "')")
                                    .count()
                            == 1;
        }

        @Override
        Map<String, String> found() throws SQLException {
            return select("SELECT 'words', words FROM own_words WHERE words LIKE 'words %'");
        }

        @Override
        void settle() {
            Await.until("the own words are saved", () -> {
                if (!waiting().isEmpty()) {
                    save();
                }
                return waiting().isEmpty();
            });
        }
    }

    @Test
    void nothingThatWasSaidToBeSavedIsLostAndNothingIsSavedTwice() throws Exception {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            List<Typed> pages = List.of(
                    new Sheet(visit.page()),
                    new Register(visit.newTab()),
                    new Return(visit.newTab()),
                    new OwnWords(visit.newTab()));
            int acknowledged = 0;
            int waited = 0;
            for (int kill = 0; kill < 2 * KILLS; kill++) {
                // What was typed until now is said to be saved, so the kill meets some that is and some that is not.
                pages.forEach(KillsJourney::settle);
                boolean database = kill % 2 == 1;
                Thread killer = killer(database, random.nextInt(LONGEST_BEFORE_KILL_MS));
                killer.start();
                while (killer.isAlive()) {
                    pages.forEach(KillsJourney::typeInto);
                }
                killer.join();
                pages.forEach(KillsJourney::typeInto);
                List<Set<String>> waiting = new ArrayList<>();
                for (Typed page : pages) {
                    waiting.add(page.waiting());
                }
                if (database) {
                    CLUSTER.startAgain();
                } else {
                    SERVER.start();
                }
                for (int i = 0; i < pages.size(); i++) {
                    Typed page = pages.get(i);
                    Map<String, String> said = new HashMap<>(page.typed);
                    said.keySet().removeAll(waiting.get(i));
                    acknowledged += said.size();
                    waited += waiting.get(i).size();
                    assertThat(page.found())
                            .as(
                                    "kill %d of seed %d, %s",
                                    kill, SEED, page.getClass().getSimpleName())
                            .containsAllEntriesOf(said);
                }
            }
            for (Typed page : pages) {
                settle(page);
                assertThat(page.found())
                        .as("at the end, seed %d, %s", SEED, page.getClass().getSimpleName())
                        .containsAllEntriesOf(page.typed);
            }
            // A change that altered nothing is one that was made twice.
            assertThat(select("SELECT id::text, became FROM change WHERE was = became AND what = 'entry'"))
                    .isEmpty();
            System.out.printf(
                    "%d kills of each, %d typed; saved and looked for after a kill %d times, waiting in a page then %d times%n",
                    KILLS, pages.stream().mapToInt(page -> page.count).sum(), acknowledged, waited);
        }
    }

    /** The browser says that the line is back, so that no pause is waited for. */
    private static void settle(Typed page) {
        page.page.bringToFront();
        page.page.evaluate("dispatchEvent(new Event('online'))");
        page.settle();
    }

    private static void typeInto(Typed page) {
        page.page.bringToFront();
        page.typeNext();
    }

    private static Thread killer(boolean database, int milliseconds) {
        return new Thread(() -> {
            LockSupport.parkNanos(milliseconds * 1_000_000L);
            if (database) {
                CLUSTER.kill();
            } else {
                SERVER.kill();
            }
        });
    }
}
