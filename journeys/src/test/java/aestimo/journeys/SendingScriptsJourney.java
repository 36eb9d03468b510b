package aestimo.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Page;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * The scripts that send what is typed, by themselves in a real browser: the line, the storage and the clock are the
 * test's, everything else is what runs on the pages.
 */
class SendingScriptsJourney {
    private static final Server SERVER = Server.empty();
    private static Visit visit;
    private static Page page;

    @BeforeAll
    static void openAnyPage() throws IOException {
        visit = new Visit(SERVER);
        page = visit.page();
        page.navigate("/welcome");
        try (InputStream in = SendingScriptsJourney.class.getResourceAsStream("/sending.js")) {
            page.evaluate("async () => {" + new String(in.readAllBytes(), StandardCharsets.UTF_8) + "}");
        }
    }

    @AfterAll
    static void close() {
        visit.close();
    }

    /** What the body of an asynchronous function returns. */
    private static Object run(String body) {
        return page.evaluate("async () => {" + body + "}");
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> told(String body) {
        return (Map<String, Object>) run(body);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "200|{\"entries\":[],\"rows\":[],\"grounds\":[],\"foot\":[]}|done|",
                "200|{\"entries\":[|again|the answer came from the network",
                "200|<html>A network asks for its own password</html>|again|the answer came from the network",
                "200|null|again|the answer came from the network",
                "204|''|again|the answer came from the network",
                "400|''|refused|the server could not read it",
                "401|''|signed-out|you were signed out",
                "403|''|forbidden|the page had grown too old",
                "404|{\"problems\":[\"The student is no longer there: it was removed.\"]}|refused|The student is no longer there: it was removed",
                "404|<html>none</html>|refused|what it belongs to is no longer there",
                "408|''|again|it took too long to arrive",
                "409|''|refused|something else is there by now",
                "413|''|refused|it is too large",
                "418|''|refused|the server answered 418",
                "422|{\"problems\":\"not a list\"}|refused|the server refuses it as it is",
                "429|''|again|too much was sent in a short time",
                "500|{\"problems\":[\"no\"]}|again|the server had an error",
                "502|''|again|the server does not answer",
                "503|''|again|the server or its database is not ready"
            })
    void whateverComesBackIsToldForWhatItIs(int status, String body, String state, String why) {
        Map<String, Object> answer = told(
                "const answer = await aestimo.Answer.of(Promise.resolve(fake.response(" + status + ", " + quoted(body)
                        + ")), (data) => Array.isArray(data.entries)); return { state: answer.state, why: answer.why };");
        assertThat(answer.get("state")).isEqualTo(state);
        assertThat((String) answer.get("why")).startsWith(why == null ? "" : why);
    }

    private static String quoted(String text) {
        return "'" + text.replace("'", "\\'") + "'";
    }

    @Test
    void aLineThatBreaksIsToldToo() {
        assertThat(run("return (await aestimo.Answer.of(Promise.reject(new TypeError('no line')))).why;"))
                .isEqualTo("no answer came");
        assertThat(
                        run(
                                "const half = new Response(new ReadableStream({ start: (it) => it.error(new Error('cut')) })); return (await aestimo.Answer.of(Promise.resolve(half))).why;"))
                .isEqualTo("the answer broke off");
    }

    @ParameterizedTest
    @CsvSource({"again,trying", "refused,stopped", "signed-out,signed-out"})
    void nothingIsSavedBeforeAnAnswerSaysSo(String state, String name) {
        Map<String, Object> told = told("""
                const it = fake.queue(() => new aestimo.Answer('%s', 'because'));
                it.queue.put(1, 2, 0, 0, '5', 'typed', 'Aldous · Quiz');
                await fake.settled();
                const again = fake.queue(() => new Promise(() => {}), { store: it.store });
                again.queue.resume();
                const [item] = again.queue.items;
                const last = it.last();
                return { names: it.states.map((one) => one.name).join(' '), last: `${last.name} ${last.count} ${it.queue.items[0].why ?? last.why}`, stored: it.store.length, text: item.text, where: item.where };
                """.formatted(state));
        assertThat((String) told.get("names")).contains("sending").doesNotContain("saved");
        assertThat(told.get("last")).isEqualTo(name + " 1 because");
        // Over a reload with its words, and with where it belongs.
        assertThat(told).containsEntry("stored", 1).containsEntry("text", "5").containsEntry("where", "Aldous · Quiz");
    }

    @Test
    void anAnswerThatSaysNothingOfAnEntryIsNotAskedForWithoutAPause() {
        Map<String, Object> told = told("""
                const it = fake.queue(() => fake.ok([]));
                it.queue.put(1, 2, 0, 0, '5');
                await fake.settled();
                for (let i = 0; i < 6; i++) await it.clock.run();
                return { sent: it.sent.length, waits: it.clock.waits, last: it.last().name };
                """);
        assertThat(told).containsEntry("sent", 7).containsEntry("last", "trying");
        assertThat(told.get("waits")).isEqualTo(List.of(1, 2, 4, 8, 8, 8, 8));
    }

    @Test
    void oneThatIsRefusedHoldsUpNoOther() {
        Map<String, Object> told = told("""
                const it = fake.queue((items) => items.some((one) => one.text === 'bad') ? new aestimo.Answer('refused', 'no') : fake.ok(items));
                it.queue.sending = true;
                for (let i = 0; i < 100; i++) it.queue.put(1, i, 0, 0, i === 50 ? 'bad' : '5');
                it.queue.sending = false;
                await it.queue.flush();
                for (let i = 0; i < 40; i++) await fake.settled();
                return { left: it.queue.items.map((one) => one.text + ' ' + one.stopped + ' ' + one.why), sent: it.sent.length, last: `${it.last().name} ${it.last().count}` };
                """);
        assertThat(told.get("left")).isEqualTo(List.of("bad refused no"));
        assertThat((int) told.get("sent")).isLessThan(25);
        assertThat(told).containsEntry("last", "stopped 1");
    }

    @Test
    void oneThatTheServerFailsOnWaitsLongerAndHoldsUpNoOther() {
        Map<String, Object> told = told("""
                const it = fake.queue((items) => items.some((one) => one.text === 'bad') ? new aestimo.Answer('again', 'an error', { suspect: true }) : fake.ok(items));
                it.queue.put(1, 1, 0, 0, 'bad');
                it.queue.put(1, 2, 0, 0, '5');
                for (let i = 0; i < 12; i++) { await fake.settled(); await it.clock.run(); }
                it.queue.put(1, 3, 0, 0, '6');
                await fake.settled();
                const alone = it.sent.filter((items) => items.some((one) => one.text === 'bad') && items.length > 1).length;
                return { left: it.queue.items.map((one) => one.text), together: alone, longest: Math.max(...it.clock.waits), last: it.last().name };
                """);
        assertThat(told.get("left")).isEqualTo(List.of("bad"));
        assertThat((int) told.get("together")).isLessThanOrEqualTo(1);
        assertThat(((Number) told.get("longest")).intValue()).isBetween(30, 60);
        assertThat(told).containsEntry("last", "trying");
    }

    @Test
    void whatFollowsALostAnswerSaysWhatItFollows() {
        Map<String, Object> told = told("""
                const it = fake.queue((items, n) => n === 1 ? new aestimo.Answer('again', 'no answer came') : fake.ok(items));
                const five = it.queue.put(1, 2, 0, 3, '5');
                await fake.settled();
                it.queue.put(1, 2, 0, 3, '6');
                await fake.settled();
                const [item] = it.sent[1];
                return { over: item.over.join() === five, base: item.base, text: item.text, last: it.last().name, stored: it.store.length };
                """);
        assertThat(told)
                .containsEntry("over", true)
                .containsEntry("base", 3)
                .containsEntry("text", "6")
                .containsEntry("last", "saved")
                .containsEntry("stored", 0);
    }

    @Test
    void whatWasNeverSentIsNotFollowed() {
        assertThat(run("""
                const it = fake.queue(() => new aestimo.Answer('again', 'no answer came'));
                it.queue.sending = true;
                it.queue.put(1, 2, 0, 0, '5');
                it.queue.put(1, 2, 0, 0, '6');
                return it.queue.items.map((one) => one.text + one.over.length);
                """)).isEqualTo(List.of("60"));
    }

    @Test
    void overAnotherWindowsEntryOnlyTheTeacherDecides() {
        Map<String, Object> told = told("""
                // 5 is on the way as 6 is typed; 5 was kept once, and another window put 9 over it.
                let answer;
                const it = fake.queue((items, n) => n === 1 ? new Promise((done) => { answer = () => done(fake.ok(items, { overtaken: true, cell: { assessment: 1, student: 2, part: 0, version: 7, typed: '9' } })); })
                  : new aestimo.Answer('done', '', { data: { entries: items.map((one) => ({ id: one.id, kept: false, cell: { version: 7, typed: '9' } })) } }));
                it.queue.put(1, 2, 0, 0, '5');
                it.queue.put(1, 2, 0, 0, '6');
                answer();
                await fake.settled();
                const [item] = it.queue.items;
                return { base: it.sent[1][0].base, stopped: item.stopped, text: item.text, there: item.there.typed, last: it.last().name };
                """);
        assertThat(told)
                .as("the version of another window's entry gives no right to it")
                .containsEntry("base", 0)
                .containsEntry("stopped", "conflict")
                .containsEntry("text", "6")
                .containsEntry("there", "9")
                .containsEntry("last", "stopped");
    }

    @Test
    void anErrorInShowingAnAnswerSavesNothingAndLosesNothing() {
        Map<String, Object> told = told("""
                const it = fake.queue((items) => items[0].text === 'bad' ? new aestimo.Answer('refused', 'no') : fake.ok(items), { onAnswer: () => { throw new Error('a fault of the page'); } });
                it.queue.put(1, 1, 0, 0, 'bad');
                await fake.settled();
                const refused = it.last();
                it.queue.put(1, 2, 0, 0, '5');
                await fake.settled();
                return { refused: refused.name, behind: refused.behind, left: it.queue.items.map((one) => one.text) };
                """);
        assertThat(told)
                .containsEntry("refused", "stopped")
                .containsEntry("behind", true)
                .containsEntry("left", List.of("bad"));
    }

    @Test
    void whoeverIsSignedOutIsAskedOnceHoweverOftenItIsFoundOut() {
        assertThat(told("""
                const told = Object.assign(document.createElement("div"), { id: "told" });
                document.body.append(told);
                const real = window.fetch;
                let asked = 0;
                window.fetch = () => {
                  asked++;
                  return Promise.resolve(new Response("", { status: 401, headers: { "X-Aestimo": "session" } }));
                };
                const same = () => {};
                for (let i = 0; i < 3; i++) aestimo.signInAgain(same);
                aestimo.signInAgain(() => {});
                await fake.settled();
                window.fetch = real;
                const forms = document.querySelectorAll(".sign-in-again").length;
                told.remove();
                return { asked, forms };
                """)).isEqualTo(Map.of("asked", 1, "forms", 1));
    }

    @Test
    void aTokenThatGrewTooOldIsTakenAnewOnce() {
        Map<String, Object> told = told("""
                const asked = (renewed, ...statuses) => {
                  let n = 0;
                  return aestimo.ask('PUT', '/x', {}, { wire: async () => fake.response(statuses[n++] ?? 403, '{}'), renew: async () => renewed }).then((answer) => `${answer.state} ${n}`);
                };
                return { renewed: await asked('ours', 403, 200), still: await asked('ours', 403, 403), out: await asked('signed-out', 403), other: await asked('another', 403), nobody: await asked('unknown', 403) };
                """);
        assertThat(told)
                .containsEntry("renewed", "done 2")
                .containsEntry("still", "again 2")
                .containsEntry("out", "signed-out 1")
                .containsEntry("other", "signed-out 1")
                .containsEntry("nobody", "again 1");
    }

    @Test
    void onlyAPieceOfAPageOfOursIsPutIntoOne() {
        Map<String, Object> told = told("""
                const asked = (status, headers) => aestimo.fragment('/x', { wire: async () => new Response('<p>assessment</p>', { status, headers }) }).catch(() => 'kept out');
                return { ours: await asked(200, { 'X-Aestimo': 'yes' }), network: await asked(200, {}), error: await asked(500, { 'X-Aestimo': 'yes' }) };
                """);
        assertThat(told)
                .containsEntry("ours", "<p>assessment</p>")
                .containsEntry("network", "kept out")
                .containsEntry("error", "kept out");
    }

    @Test
    void aNoteIsSentAgainAsItWasWithGrowingPausesAndThenAsItIs() {
        Map<String, Object> told = told("""
                const clock = fake.clock();
                const store = fake.store();
                const sent = [];
                const said = [];
                const remarks = new aestimo.Remarks({
                  prefix: 'r.', store: () => store, after: clock.after, cancel: clock.cancel, onState: (it) => said.push(it.state),
                  send: async (it) => { sent.push(`${it.wasNote}>${it.note}`); return sent.length < 5 ? new aestimo.Answer('again', 'an error') : new aestimo.Answer('done', '', { data: { kept: true } }); },
                });
                const remark = remarks.of({ assessment: 1, student: 2, part: 0 }, { note: 'old', memo: '' });
                remarks.type(remark, { note: 'neat', memo: '' });
                await remarks.save(remark);
                remarks.type(remark, { note: 'neater', memo: '' });
                const waiting = store.length;
                for (let i = 0; i < 5; i++) await clock.run();
                await fake.settled();
                return { sent, waits: clock.waits, waiting, left: store.length, last: said[said.length - 1] };
                """);
        assertThat(told.get("sent"))
                .isEqualTo(List.of("old>neat", "old>neat", "old>neat", "old>neat", "old>neat", "neat>neater"));
        assertThat(told.get("waits")).isEqualTo(List.of(1, 2, 4, 8));
        assertThat(told).containsEntry("waiting", 1).containsEntry("left", 0).containsEntry("last", "saved");
    }

    @Test
    void whatTheServerSaidOfANoteBeforeItWasKeptDoesNotTakeItsPlaceWhenItComesLate() {
        Map<String, Object> told = told("""
                const store = fake.store();
                let time = 10;
                const sent = [];
                const remarks = new aestimo.Remarks({
                  prefix: 'r.', store: () => store, now: () => time,
                  send: async (it) => { sent.push(`${it.wasNote}>${it.note}`); return new aestimo.Answer('done', '', { data: { kept: true } }); },
                });
                const cell = { assessment: 1, student: 2, part: 0 };
                const remark = remarks.of(cell, { note: '', memo: '' });
                remarks.type(remark, { note: 'mine', memo: '' });
                time = 20;
                await remarks.save(remark);
                const late = remarks.of(cell, { note: '', memo: '' }, 15).now.note;
                remarks.type(remark, { note: 'mine, longer', memo: '' });
                time = 30;
                await remarks.save(remark);
                time = 40;
                const elsewhere = remarks.of(cell, { note: 'theirs', memo: '' }, 35).now.note;
                return { sent, late, kept: remarks.keptOf(cell).note, other: remarks.keptOf({ ...cell, student: 3 }) ?? 'none', elsewhere };
                """);
        assertThat(told)
                .containsEntry("sent", List.of(">mine", "mine>mine, longer"))
                .containsEntry("late", "mine")
                .containsEntry("kept", "theirs")
                .containsEntry("other", "none")
                .containsEntry("elsewhere", "theirs");
    }

    @Test
    void anAnswerThatComesLateNeverTakesThePlaceOfANewerOne() {
        Map<String, Object> told = told("""
                const waiting = [];
                const wire = (path) => new Promise((resolve, reject) => waiting.push({ path, resolve, reject }));
                const page = (words) => new Response(words, { headers: { 'X-Aestimo': 'piece' } });
                const ask = aestimo.newest();
                const first = ask('/one', { wire });
                const second = ask('/two', { wire });
                const third = ask('/three', { wire });
                waiting[2].resolve(page('three'));
                waiting[0].resolve(page('one'));
                waiting[1].reject(new Error('cut'));
                return { first: String(await first), second: String(await second), third: await third };
                """);
        assertThat(told)
                .containsEntry("first", "null")
                .containsEntry("second", "null")
                .containsEntry("third", "three");
    }

    @Test
    void aNotePutElsewhereMeanwhileIsDecidedByTheTeacherAndKeptUntilThen() {
        Map<String, Object> told = told("""
                const store = fake.store();
                const sent = [];
                const remarks = new aestimo.Remarks({
                  prefix: 'r.', store: () => store,
                  send: async (it) => { sent.push(`${it.wasNote}>${it.note}`); return it.wasNote === 'theirs' ? new aestimo.Answer('done', '', { data: { kept: true } }) : new aestimo.Answer('refused', 'altered', { data: { there: { note: 'theirs', memo: '' } } }); },
                });
                const remark = remarks.of({ assessment: 1, student: 2, part: 0 }, { note: '', memo: '' });
                remarks.type(remark, { note: 'mine', memo: '' });
                await remarks.save(remark);
                const before = { state: remark.state, stored: store.length };
                await remarks.decide(remark, true);
                return { before: before.state + before.stored, sent, left: store.length, now: remark.now.note };
                """);
        assertThat(told)
                .containsEntry("before", "refused1")
                .containsEntry("sent", List.of(">mine", "theirs>mine"))
                .containsEntry("left", 0)
                .containsEntry("now", "mine");
    }

    @Test
    void howFarAJobIsIsAskedUntilItIsOverAndWhatIsShownStaysWhileNobodyAnswers() {
        Map<String, Object> told = told("""
                const clock = fake.clock();
                const answers = [
                  () => new Response('<i data-going>20 of 150</i>', { headers: { 'X-Aestimo': 'yes' } }),
                  () => { throw new TypeError('offline'); },
                  () => new Response('<form>Sign in</form>', { status: 401, headers: { 'X-Aestimo': 'yes' } }),
                  () => new Response('<h1>A network asks for its own password</h1>', {}),
                  () => new Response('', { status: 503, headers: { 'X-Aestimo': 'yes' } }),
                  () => new Response('<p>It is made.</p>', { headers: { 'X-Aestimo': 'yes' } }),
                ];
                const place = fake.place('progress', '<i data-going>0 of 150</i>');
                aestimo.job(place, { wire: async () => answers.shift()(), after: clock.after });
                const shown = [];
                while (clock.due) { await clock.run(); shown.push(place.textContent); }
                return { shown, waits: clock.waits, left: answers.length };
                """);
        assertThat(told.get("shown"))
                .isEqualTo(List.of("20 of 150", "20 of 150", "20 of 150", "20 of 150", "20 of 150", "It is made."));
        assertThat(told.get("waits")).isEqualTo(List.of(0.7, 0.7, 4, 4, 4, 4));
        assertThat(told).containsEntry("left", 0);
    }

    @Test
    void whatIsNoAnswerOfOursIsNotListedAmongLettersThatAreTooLong() {
        Map<String, Object> told = told("""
                const asked = async (wire) => {
                  const place = fake.place('lengths', '');
                  await aestimo.lengths(place, { wire });
                  return place.textContent;
                };
                return {
                  ours: await asked(async () => new Response('<a>Brandt, Ilva 2 pages</a>', { headers: { 'X-Aestimo': 'yes' } })),
                  network: await asked(async () => new Response('<a>Pay here</a>', {})),
                  offline: await asked(async () => { throw new TypeError('offline'); }),
                };
                """);
        assertThat(told)
                .containsEntry("ours", "Brandt, Ilva 2 pages")
                .containsEntry("network", "")
                .containsEntry("offline", "");
    }
}
