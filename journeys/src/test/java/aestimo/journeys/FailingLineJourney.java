package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Each page that saves what is typed, on a line that fails in every way a line can. It says “saved” only of what the
 * server has, and why of everything else; what was typed stays, and is there after all once the line is back.
 */
class FailingLineJourney {
    private static final Server SERVER = Server.withDemo();

    /** A page that saves as one types. */
    private enum Sending {
        /** A mark typed into the sheet. */
        SHEET("/classes/1/marks?span=2", "**/entries?*", "#saved", "^● All [0-9]+ marks saved") {
            @Override
            String type(Page page, int time) {
                Locator cell = cell(page);
                cell.click();
                String text = Integer.toString(20 + time);
                page.keyboard().type(text);
                page.keyboard().press("Enter");
                return text;
            }

            @Override
            void isThere(Page page, String text) {
                assertThat(cell(page)).containsText(text);
            }

            private Locator cell(Page page) {
                return Visit.cell(page, "Aldous", "River transect");
            }
        },
        /** What is said of a student in the register. */
        REGISTER("/classes/1/room?by=name", "**/room/entries?*", "#saved", "^● All [0-9]+ entries saved") {
            @Override
            String type(Page page, int time) {
                page.locator(".who .who-name").nth(4).click();
                page.keyboard().press("l");
                page.keyboard().type(Integer.toString(10 + time));
                page.keyboard().press("Enter");
                return "late " + (10 + time);
            }

            @Override
            void isThere(Page page, String text) {
                assertThat(page.locator(".who .who-said").nth(4)).hasText(text);
            }
        },
        /** The note of an entry, in the margin. */
        NOTE(
                "/classes/1/marks?span=2&student=7&assessment=9",
                "**/entries/remarks",
                "#margin-view [data-said]",
                "^saved") {
            @Override
            String type(Page page, int time) {
                Locator note = page.locator("#margin-view [name=note]");
                note.fill("Read the scale, time " + time);
                note.blur();
                return "Read the scale, time " + time;
            }

            @Override
            void isThere(Page page, String text) {
                assertThat(page.locator("#margin-view [name=note]")).hasValue(text);
            }
        },
        /** The comment of a result that goes to the school. */
        RETURN("/classes/4/to-school", "**/to-school/*/typed*", "#kept", "^Saved [0-9]") {
            @Override
            void open(Page page) {
                super.open(page);
                Locator begin = page.locator("text=Copy today’s results");
                if (begin.count() > 0) {
                    begin.first().click();
                    page.locator("tr[data-row]").first().waitFor();
                }
            }

            @Override
            String type(Page page, int time) {
                comment(page).fill("Steady work, time " + time + ".");
                comment(page).blur();
                return "Steady work, time " + time + ".";
            }

            @Override
            void isThere(Page page, String text) {
                assertThat(comment(page)).hasValue(text);
            }

            private Locator comment(Page page) {
                return page.locator("[name=comment]").first();
            }
        };

        private final String path;
        private final String call;
        private final String state;
        private final Pattern saved;

        Sending(String path, String call, String state, String saved) {
            this.path = path;
            this.call = call;
            this.state = state;
            this.saved = Pattern.compile(saved);
        }

        void open(Page page) {
            page.navigate(path);
        }

        /** Types something that was not there before; gives what is shown of it. */
        abstract String type(Page page, int time);

        abstract void isThere(Page page, String text);

        Locator state(Page page) {
            return page.locator(state);
        }
    }

    /** What comes back, and what is said of it. */
    private record Failure(String says, Consumer<Route> answer) {
        static Failure of(int status, String body, String says) {
            return new Failure(
                    says,
                    route -> route.fulfill(
                            new Route.FulfillOptions().setStatus(status).setBody(body)));
        }
    }

    /** After each of these the same is sent again by itself. */
    private static final List<Failure> PASSING = List.of(
            Failure.of(200, "<html>Sign in to the network</html>", "the answer came from the network"),
            Failure.of(200, "{\"entries\":[", "the answer came from the network"),
            Failure.of(408, "", "it took too long to arrive"),
            Failure.of(429, "", "too much was sent in a short time"),
            Failure.of(500, "{\"problems\":[\"no\"]}", "the server had an error"),
            Failure.of(502, "", "the server does not answer"),
            Failure.of(503, "", "the server or its database is not ready"),
            new Failure("no answer came", Route::abort));

    /** After these only the teacher can go on. */
    private static final List<Failure> LASTING = List.of(
            Failure.of(404, "<html>none</html>", "what it belongs to is no longer there"),
            Failure.of(413, "", "it is too large"),
            Failure.of(418, "", "the server answered 418"),
            Failure.of(
                    422,
                    "{\"problems\":[\"The class is being saved elsewhere.\"]}",
                    "The class is being saved elsewhere"));

    @ParameterizedTest
    @EnumSource(Sending.class)
    void whatFailsForATimeIsSentAgainAndSavedWhenTheLineIsBack(Sending sending) {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            sending.open(page);
            page.clock().install();
            Failure[] now = {PASSING.get(0)};
            Visit.route(page, sending.call, route -> {
                if (now[0] == null) {
                    route.resume();
                } else {
                    now[0].answer().accept(route);
                }
            });
            String typed = sending.type(page, 1);
            for (Failure failure : PASSING) {
                now[0] = failure;
                // The pauses grow up to a minute; the test's clock does not wait for them.
                page.clock().fastForward(61_000);
                assertThat(sending.state(page)).containsText(failure.says());
                assertThat(sending.state(page)).not().hasText(sending.saved);
                sending.isThere(page, typed);
            }
            now[0] = null;
            page.clock().fastForward(61_000);
            assertThat(sending.state(page)).hasText(sending.saved);
            page.unroute(sending.call);
            sending.open(page);
            sending.isThere(page, typed);
        }
    }

    @ParameterizedTest
    @EnumSource(Sending.class)
    void whatIsRefusedSaysWhyIsNeverCalledSavedAndIsNotSentAgainByItself(Sending sending) {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            int time = 20;
            for (Failure failure : LASTING) {
                sending.open(page);
                page.clock().install();
                List<String> asked = new ArrayList<>();
                Visit.route(page, sending.call, route -> {
                    asked.add(URLDecoder.decode(route.request().postData(), StandardCharsets.UTF_8));
                    failure.answer().accept(route);
                });
                String typed = sending.type(page, time++);
                // Each key of a register may be sent by itself: what counts begins behind the last of them.
                page.waitForCondition(
                        () -> !asked.isEmpty() && asked.get(asked.size() - 1).contains(typed));
                assertThat(page.locator("body")).containsText(failure.says());
                assertThat(sending.state(page)).not().hasText(sending.saved);
                sending.isThere(page, typed);
                int before = asked.size();
                page.clock().fastForward(120_000);
                sending.isThere(page, typed);
                assertThat(asked).as(failure.says()).hasSize(before);
                page.unroute(sending.call);
                page.onceDialog(dialog -> dialog.accept());
                page.evaluate("localStorage.clear()");
            }
        }
    }

    /** A form with a button is not sent before somebody answers: its page would be gone, and the words with it. */
    @Test
    void aFormWithWordsStaysOnItsPageUntilSomebodyAnswers() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/classes/1/families/letters/1/one?span=2");
            List<String> sent = new ArrayList<>();
            page.onRequest(request -> {
                if (request.method().equals("POST")) {
                    sent.add(request.url());
                }
            });
            Failure[] now = {null};
            Visit.route(page, "**/reached", route -> {
                if (now[0] == null) {
                    route.resume();
                } else {
                    now[0].answer().accept(route);
                }
            });
            page.locator("#own-words").fill("A great help at the estuary.");
            for (Failure failure : PASSING) {
                now[0] = failure;
                page.locator("form:has(#own-words) button").click();
                assertThat(page.locator(".unsaved")).containsText("Not saved yet: " + failure.says());
                assertThat(page.locator("#own-words")).hasValue("A great help at the estuary.");
                page.locator(".unsaved button:text-is('Cancel')").click();
                assertThat(page.locator(".unsaved")).hasCount(0);
            }
            now[0] = PASSING.get(0);
            page.locator("form:has(#own-words) button").dblclick();
            assertThat(page.locator(".unsaved")).hasCount(1);
            visit.checkAccessibility();
            assertThat(sent).isEmpty();
            now[0] = null;
            page.locator(".unsaved button:text-is('Try again')").click();
            assertThat(page.locator(".letter-page .is-own")).hasText("A great help at the estuary.");
            assertThat(sent).hasSize(1);
        }
    }

    /** The line at the head says that all is saved only where the notes are, too, whichever cell is looked at. */
    @Test
    void aNoteThatWaitsIsCountedWhereSavedIsSaid() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/classes/1/marks?span=2");
            Visit.saved(page);
            Visit.route(page, "**/entries/remarks*", Route::abort);
            Visit.cell(page, "Bellweather", "River transect").click();
            page.keyboard().type(";Neat");
            page.keyboard().press("Escape");
            assertThat(page.locator("#saved")).containsText("○ 1 note is not saved yet.");
            Visit.cell(page, "Castellan", "River transect").click();
            page.keyboard().type(";Bold");
            page.keyboard().press("Escape");
            assertThat(page.locator("#saved")).containsText("○ 2 notes are not saved yet.");
            page.unroute("**/entries/remarks*");
            page.evaluate("dispatchEvent(new Event('online'))");
            Visit.saved(page);
            page.reload();
            assertThat(Visit.cell(page, "Castellan", "River transect")).hasAttribute("data-note", "Bold");
        }
    }
}
