package aestimo.app.door;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.account.AccountService;
import aestimo.app.account.SignedInTeacher;
import aestimo.app.events.SecurityEvent;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.Html;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.app.web.FormException;
import java.net.http.HttpResponse;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;

/** Who comes in, by which means, for how long; and what becomes of those who try. */
@ExtendWith(RunningApp.class)
class DoorTest {
    private static final String PASSWORD = "quiet harbour at six";
    private static final String PAGE = "/account/signing-in";

    private static String location(HttpResponse<String> answer) {
        return answer.headers().firstValue("Location").orElse("");
    }

    private static String account(RunningApp app) {
        String name = "d" + UUID.randomUUID();
        app.bean(AccountService.class).create(name, "Pat Teacher", PASSWORD);
        return name;
    }

    private static Visitor visitor(RunningApp app, String name) {
        Visitor visitor = new Visitor(app.address());
        assertThat(location(visitor.signIn(name, PASSWORD))).endsWith("/");
        return visitor;
    }

    private static List<SecurityEvent> events(RunningApp app, String name) {
        TeacherId teacher = app.bean(AccountService.class).find(name).orElseThrow();
        return ActingTeacher.as(teacher, () -> app.bean(SecurityEvents.class).latest(teacher, 100));
    }

    private static List<Kind> kinds(RunningApp app, String name) {
        return events(app, name).stream().map(SecurityEvent::kind).toList();
    }

    /** As if more had been tried, so that the pause is long enough to be seen on a slow machine. */
    private static void slowDown(RunningApp app, String what) {
        app.bean(JdbcTemplate.class)
                .update(
                        "INSERT INTO sign_in_attempt SELECT counted_under, at FROM sign_in_attempt WHERE counted_under LIKE ?",
                        what + "%");
    }

    @Test
    void theWelcomePageClosesAfterTheFirstAccount(RunningApp app) {
        Visitor stranger = new Visitor(app.address());
        assertThat(location(stranger.get("/welcome"))).endsWith("/sign-in");
        stranger.get("/sign-in");
        assertThat(location(stranger.post("/welcome", "signIn", "evil", "name", "E", "password", PASSWORD)))
                .endsWith("/sign-in");
        assertThat(app.bean(AccountService.class).find("evil")).isEmpty();
    }

    @Test
    void theFirstAccountIsForWhoKnowsTheCode(RunningApp app) {
        FirstCode first = app.bean(FirstCode.class);
        for (int i = 0; i < 5; i++) {
            assertThatThrownBy(() -> first.createFirst("WRONG", "x1", "X", PASSWORD))
                    .hasMessageContaining("not the code that ./aestimo start printed");
        }
        slowDown(app, "first account");
        assertThatThrownBy(() -> first.createFirst("TEST-CODE-2345", "x1", "X", PASSWORD))
                .hasMessageContaining("Too many wrong codes");
        app.bean(JdbcTemplate.class).update("DELETE FROM sign_in_attempt WHERE counted_under LIKE 'first account%'");
        // The code is right, however it is typed; here the first account was made long ago.
        assertThatThrownBy(() -> first.createFirst(" test code 2345 ", "x1", "X", PASSWORD))
                .hasMessageContaining("first account exists already");
    }

    @Test
    void signingOutEndsTheSessionAndClearsTheBrowser(RunningApp app) {
        String name = account(app);
        Visitor own = visitor(app, name);
        assertThat(own.get("/").statusCode()).isEqualTo(200);
        HttpResponse<String> out = own.post("/sign-out");
        assertThat(location(out)).endsWith("/sign-in?out");
        assertThat(out.headers().firstValue("Clear-Site-Data")).hasValue("\"cache\"");
        assertThat(location(own.get("/"))).endsWith("/sign-in");
        assertThat(kinds(app, name)).containsExactly(Kind.SIGNED_OUT, Kind.SIGNED_IN);
    }

    @Test
    void aGuesserWaitsLongerEachTimeAndIsNotMadeToWaitByWaiting(RunningApp app) {
        String name = account(app);
        Visitor guesser = new Visitor(app.address());
        for (int i = 0; i < 5; i++) {
            assertThat(location(guesser.signIn(name, "wrong guess " + i))).endsWith("/sign-in?wrong");
        }
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        String key = "name " + name + " from 127.0.0.1";
        slowDown(app, key);
        for (int i = 0; i < 4; i++) {
            assertThat(location(guesser.signIn(name, PASSWORD))).matches(".*/sign-in\\?wait=\\d+");
        }
        assertThat(jdbc.queryForObject(
                        "SELECT count(*) FROM sign_in_attempt WHERE counted_under = ?", Integer.class, key))
                .isEqualTo(10);
        jdbc.update("DELETE FROM sign_in_attempt WHERE counted_under = ?", key);
        jdbc.update("INSERT INTO sign_in_attempt VALUES (?, now() - interval '2 minutes')", key);
        assertThat(location(guesser.signIn(name, PASSWORD))).doesNotContain("/sign-in");
        assertThat(jdbc.queryForObject(
                        "SELECT count(*) FROM sign_in_attempt WHERE counted_under = ?", Integer.class, key))
                .isZero();
        Visitor stranger = new Visitor(app.address());
        assertThat(stranger.get("/sign-in?wait=3").body()).contains("3 seconds");
        assertThat(stranger.get("/sign-in?wait=%3Cb%3E").body()).doesNotContain("Too many sign-ins");
        Attempt attempt = new Attempt("x", 5, java.time.Duration.ofMinutes(5), true);
        assertThat(List.of(4, 5, 6, 9, 12, 1000))
                .extracting(wrong -> attempt.pauseAfter(wrong).toSeconds())
                .containsExactly(0L, 4L, 8L, 64L, 300L, 300L);
    }

    @Test
    void aClockSetBackMakesNobodyWaitUntilItIsAsLateAgain(RunningApp app) {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        Throttle throttle = app.bean(Throttle.class);
        String name = "clock-" + UUID.randomUUID();
        List<Attempt> attempts = Throttle.signIn(name, "192.0.2.8", java.util.Optional.empty());
        String key = attempts.get(0).under();
        OffsetDateTime now = OffsetDateTime.now(app.bean(Clock.class));
        for (int i = 0; i < 20; i++) {
            jdbc.update("INSERT INTO sign_in_attempt VALUES (?, ?)", key, now.plusHours(2));
        }
        assertThat(throttle.begin(attempts).mustWait()).isFalse();
        // What differs by a moment is another process's clock, and counts.
        for (int i = 0; i < 20; i++) {
            jdbc.update("INSERT INTO sign_in_attempt VALUES (?, ?)", key, now.plusSeconds(20));
        }
        assertThat(throttle.begin(attempts).mustWait()).isTrue();
        jdbc.update("DELETE FROM sign_in_attempt WHERE counted_under = ?", key);
    }

    @Test
    void guessesAtTheSameMomentAreCountedOneByOne(RunningApp app) throws Exception {
        String name = account(app);
        Throttle throttle = app.bean(Throttle.class);
        CountDownLatch together = new CountDownLatch(1);
        ExecutorService hands = Executors.newFixedThreadPool(8);
        try {
            List<Future<Boolean>> let = new ArrayList<>();
            for (int i = 0; i < 40; i++) {
                let.add(hands.submit(() -> {
                    together.await();
                    return !throttle.begin(Throttle.signIn(name, "192.0.2.7", java.util.Optional.empty()))
                            .mustWait();
                }));
            }
            together.countDown();
            int through = 0;
            for (Future<Boolean> one : let) {
                through += one.get() ? 1 : 0;
            }
            assertThat(through).isEqualTo(5);
        } finally {
            hands.shutdownNow();
        }
    }

    @Test
    void nobodyLocksAColleagueOutOfABrowserTheyUse(RunningApp app) {
        String name = account(app);
        Visitor own = visitor(app, name);
        own.post("/sign-out");
        Visitor colleague = new Visitor(app.address());
        for (int i = 0; i < 8; i++) {
            colleague.signIn(name, "wrong guess " + i);
        }
        slowDown(app, "name " + name + " from");
        assertThat(location(colleague.signIn(name, PASSWORD))).contains("/sign-in?wait");
        assertThat(location(own.signIn(name, PASSWORD))).doesNotContain("/sign-in");
        assertThat(kinds(app, name)).contains(Kind.WRONG_PASSWORD, Kind.MADE_TO_WAIT);
        // The sign of one's own browser is none for somebody else's name.
        String other = account(app);
        own.post("/sign-out");
        for (int i = 0; i < 5; i++) {
            own.signIn(other, "wrong guess " + i);
        }
        slowDown(app, "name " + other + " from");
        assertThat(location(own.signIn(other, PASSWORD))).contains("/sign-in?wait");
    }

    @Test
    void aNewPasswordEndsAllOtherSessionsAndWrongOnesAreCounted(RunningApp app) {
        String name = account(app);
        Visitor here = visitor(app, name);
        Visitor there = visitor(app, name);
        Visitor unasked = visitor(app, "marin".equals(name) ? "okello" : name);
        assertThat(location(here.post("/account/password", "present", "wrong", "fresh", "another harbour at six")))
                .endsWith(PAGE);
        assertThat(here.get(PAGE).body()).contains("The present password is not right. Nothing was changed.");
        assertThat(there.get("/").statusCode()).isEqualTo(200);
        here.post("/account/password", "present", PASSWORD, "fresh", "another harbour at six");
        assertThat(here.get(PAGE).body()).contains("The password is changed. You are signed out everywhere else.");
        assertThat(location(there.get("/"))).endsWith("/sign-in");
        assertThat(location(unasked.get("/"))).endsWith("/sign-in");
        for (int i = 0; i < 5; i++) {
            here.post("/account/password", "present", "wrong " + i, "fresh", "a third harbour at six");
            here.get(PAGE);
        }
        slowDown(app, "present password");
        here.post("/account/password", "present", "another harbour at six", "fresh", "a third harbour at six");
        assertThat(here.get(PAGE).body()).contains("Too many wrong passwords. Wait");
        assertThat(app.bean(AccountService.class).check(name, "another harbour at six"))
                .isPresent();
        assertThat(kinds(app, name)).contains(Kind.PASSWORD_CHANGED, Kind.PASSWORD_REFUSED);
    }

    @Test
    void aSessionElsewhereIsSeenAndEnded(RunningApp app) {
        String name = account(app);
        Visitor here = visitor(app, name);
        Visitor there = visitor(app, name);
        Visitor third = visitor(app, name);
        String page = here.get(PAGE).body();
        assertThat(Html.texts(page, ".places li"))
                .hasSize(3)
                .filteredOn(one -> one.contains("this one"))
                .hasSize(1);
        List<String> places = Html.values(page, ".places button[name=place]", "value");
        assertThat(places).hasSize(2).allMatch(key -> key.length() == 64);
        // Somebody else's key ends nothing.
        Visitor.signedIn(app, "okello")
                .post("/account/sessions/end", "place", places.get(0), "present", "tidewater-lane");
        assertThat(there.get("/").statusCode() + third.get("/").statusCode()).isEqualTo(400);
        here.post("/account/sessions/end", "place", places.get(0), "present", "wrong");
        assertThat(here.get(PAGE).body()).contains("The present password is not right");
        assertThat(there.get("/").statusCode() + third.get("/").statusCode()).isEqualTo(400);
        here.post("/account/sessions/end", "place", places.get(0), "present", PASSWORD);
        assertThat(here.get(PAGE).body()).contains("You are signed out there.");
        assertThat(List.of(there.get("/").statusCode(), third.get("/").statusCode()))
                .containsExactlyInAnyOrder(200, 302);
        here.post("/account/sessions/end", "present", PASSWORD);
        assertThat(List.of(there.get("/").statusCode(), third.get("/").statusCode()))
                .containsOnly(302);
        assertThat(here.get("/").statusCode()).isEqualTo(200);
    }

    @Test
    void noSessionOutlivesTwelveHours(RunningApp app) {
        String name = account(app);
        Visitor own = visitor(app, name);
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        long hour = 3_600_000;
        jdbc.update(
                "UPDATE spring_session SET creation_time = creation_time - ? WHERE principal_name = ?",
                11 * hour,
                name);
        assertThat(own.get("/").statusCode()).isEqualTo(200);
        jdbc.update(
                "UPDATE spring_session SET creation_time = creation_time - ? WHERE principal_name = ?", 2 * hour, name);
        assertThat(location(own.get("/"))).endsWith("/sign-in");
        assertThat(jdbc.queryForObject(
                        "SELECT count(*) FROM spring_session WHERE principal_name = ?", Integer.class, name))
                .isZero();
    }

    @Test
    void whoOnlyLooksAtTheDoorHasAShortSession(RunningApp app) {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        new Visitor(app.address()).get("/sign-in");
        assertThat(jdbc.queryForList(
                        "SELECT max_inactive_interval FROM spring_session WHERE principal_name IS NULL", Integer.class))
                .isNotEmpty()
                .allMatch(seconds -> seconds <= 1800);
        Visitor.signedIn(app, "marin");
        assertThat(jdbc.queryForList(
                        "SELECT max_inactive_interval FROM spring_session WHERE principal_name = 'marin'",
                        Integer.class))
                .contains(8 * 3600);
    }

    private static String code(RunningApp app, String secret, Instant at) {
        return app.bean(SecondStepService.class).code(new Base32().decode(secret), at);
    }

    @Test
    void aSecondStepIsAskedForAndEachCodeIsGoodOnce(RunningApp app) {
        String name = account(app);
        Visitor own = visitor(app, name);
        own.post("/account/second-step/begin", "present", "wrong");
        assertThat(own.get(PAGE).body())
                .contains("The present password is not right")
                .doesNotContain("class=\"qr\"");
        own.post("/account/second-step/begin", "present", PASSWORD);
        String page = own.get(PAGE).body();
        String secret = Html.text(page, ".secret").replace(" ", "");
        assertThat(secret).matches("[A-Z2-7]{32}");
        own.post("/account/second-step/add", "code", "000000x");
        assertThat(own.get(PAGE).body()).contains("This code is not right").contains("class=\"qr\"");
        String used = code(app, secret, Instant.now());
        // To the head of the page, where the recovery codes are.
        assertThat(location(
                        own.post("/account/second-step/add", "code", used.substring(0, 3) + " " + used.substring(3))))
                .endsWith(PAGE);
        page = own.get(PAGE).body();
        List<String> recovery = Html.texts(page, ".recovery-codes li");
        assertThat(recovery).hasSize(8).allMatch(code -> code.matches("([A-Z2-7]{4}-){5}[A-Z2-7]{4}"));
        assertThat(own.get(PAGE).body()).doesNotContain(recovery.get(0)).contains("8 left");

        Visitor again = new Visitor(app.address());
        again.get("/sign-in");
        assertThat(location(again.post("/sign-in", "signIn", name, "password", PASSWORD)))
                .endsWith("/sign-in/second-step");
        assertThat(location(again.get("/"))).endsWith("/sign-in");
        assertThat(location(again.get("/account"))).endsWith("/sign-in");
        again.get("/sign-in/second-step");
        // The code that was used is good no more, though its half minute is not over.
        assertThat(location(again.post("/sign-in/second-step", "code", used))).endsWith("/second-step?wrong");
        String next = code(app, secret, Instant.now().plusSeconds(30));
        // It goes on to what was asked for before.
        assertThat(location(again.post("/sign-in/second-step", "code", next))).endsWith("/account?continue");
        assertThat(again.get("/").statusCode()).isEqualTo(200);

        Visitor third = new Visitor(app.address());
        third.get("/sign-in");
        third.post("/sign-in", "signIn", name, "password", PASSWORD);
        third.get("/sign-in/second-step");
        assertThat(location(third.post(
                        "/sign-in/second-step", "code", recovery.get(0).toLowerCase(java.util.Locale.ROOT))))
                .endsWith("/");
        third.get("/");
        third.post("/sign-out");
        third.get("/sign-in");
        third.post("/sign-in", "signIn", name, "password", PASSWORD);
        third.get("/sign-in/second-step");
        for (int i = 0; i < 5; i++) {
            assertThat(location(third.post("/sign-in/second-step", "code", recovery.get(0))))
                    .endsWith("/second-step?wrong");
        }
        slowDown(app, "second step");
        assertThat(location(third.post("/sign-in/second-step", "code", recovery.get(1))))
                .contains("/second-step?wait=");
        assertThat(third.get("/sign-in/second-step?wait=4").body()).contains("4 seconds");

        own.post("/account/second-step/remove", "present", PASSWORD);
        assertThat(own.get(PAGE).body()).contains("Codes are not asked for any more");
        TeacherId teacher = app.bean(AccountService.class).find(name).orElseThrow();
        assertThat(ActingTeacher.as(
                        teacher, () -> app.bean(SecondStepService.class).recoveryCodesLeft(teacher)))
                .isZero();
        visitor(app, name);
        assertThat(kinds(app, name))
                .contains(
                        Kind.SECOND_STEP_ON,
                        Kind.WRONG_SECOND_STEP,
                        Kind.RECOVERY_CODE_USED,
                        Kind.RECOVERY_CODES_MADE,
                        Kind.SECOND_STEP_OFF);
    }

    @Test
    void theSecondStepAloneOpensNothing(RunningApp app) {
        Visitor stranger = new Visitor(app.address());
        assertThat(location(stranger.get("/sign-in/second-step"))).endsWith("/sign-in");
        stranger.get("/sign-in");
        assertThat(location(stranger.post("/sign-in/second-step", "code", "123456")))
                .endsWith("/sign-in");
        assertThat(stranger.post("/sign-in/passkey/options").statusCode()).isEqualTo(401);
        assertThat(stranger.ask("/sign-in/passkey", "{}").statusCode()).isEqualTo(401);
    }

    @Test
    void anAnswerThatIsNoPasskeyIsRefusedInWords(RunningApp app) {
        String name = account(app);
        Visitor own = visitor(app, name);
        assertThat(own.ask("/account/passkeys", "{\"label\":\"x\",\"answer\":{}}")
                        .body())
                .contains("Begin again");
        assertThat(own.post("/account/passkeys/options", "present", "wrong").statusCode())
                .isEqualTo(422);
        assertThat(own.post("/account/passkeys/options", "present", PASSWORD).body())
                .contains("\"rp\"", "localhost", "challenge");
        for (String odd : List.of("{\"label\":null,\"answer\":{\"id\":7}}", "{\"label\":\"x\",\"answer\":[]}")) {
            HttpResponse<String> answer = own.ask("/account/passkeys", odd);
            assertThat(answer.statusCode()).as(odd).isEqualTo(422);
            own.post("/account/passkeys/options", "present", PASSWORD);
        }
        own.post("/account/passkeys/remove", "present", PASSWORD, "key", "AAAA");
        assertThat(own.get(PAGE).body()).contains("This passkey was removed already.");
    }

    @Test
    void theAdministratorGivesAnotherPassword(RunningApp app) {
        String name = account(app);
        Visitor own = visitor(app, name);
        own.post("/account/second-step/begin", "present", PASSWORD);
        String secret = Html.text(own.get(PAGE).body(), ".secret").replace(" ", "");
        own.post("/account/second-step/add", "code", code(app, secret, Instant.now()));
        PasswordService passwords = app.bean(PasswordService.class);
        assertThatThrownBy(() -> passwords.reset("nobody-here", PASSWORD, false))
                .isInstanceOf(FormException.class)
                .hasMessageContaining("There is no account");
        assertThatThrownBy(() -> passwords.reset(name, "short", false)).hasMessageContaining("at least 10");
        assertThat(own.get("/").statusCode()).isEqualTo(200);
        passwords.reset(name, "a wholly other harbour", true);
        assertThat(location(own.get("/"))).endsWith("/sign-in");
        assertThat(location(own.signIn(name, "a wholly other harbour"))).doesNotContain("/sign-in");
        assertThat(kinds(app, name)).contains(Kind.PASSWORD_RESET);
    }

    @Test
    void eventsAreTheOwnersAndNameNoStudent(RunningApp app) {
        Visitor marin = Visitor.signedIn(app, "marin");
        String first =
                Html.values(marin.get("/").body(), "a.desk-class", "href").get(0);
        assertThat(marin.download(first.replace("/marks", "") + "/standing.csv").length)
                .isPositive();
        SecurityEvent exported = events(app, "marin").stream()
                .filter(event -> event.kind() == Kind.EXPORTED)
                .findFirst()
                .orElseThrow();
        assertThat(exported.detail()).contains("/classes/{classId}").matches("[\\w/{}.(), -]+");
        assertThat(exported.address()).isEqualTo("127.0.0.1");
        TeacherId okello = app.bean(AccountService.class).find("okello").orElseThrow();
        TeacherId own = app.bean(AccountService.class).find("marin").orElseThrow();
        assertThat(ActingTeacher.as(okello, () -> app.bean(SecurityEvents.class).latest(own, 100)))
                .isEmpty();
        assertThat(app.bean(SessionService.class).places(new SignedInTeacher(okello, "okello"), ""))
                .allMatch(place -> !place.isThis());
    }
}
