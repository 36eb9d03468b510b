package aestimo.app.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.store.TeacherId;
import aestimo.app.testing.Await;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.Semaphore;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

@ExtendWith(RunningApp.class)
class AccountTest {
    private static final String GOOD = "long enough to do";

    private static String hash(RunningApp app, String name) {
        return app.bean(AccountMapper.class).findBySignIn(name).orElseThrow().passwordHash();
    }

    @Test
    void whatWillNotDoIsNamedAtOnce(RunningApp app) {
        AccountService accounts = app.bean(AccountService.class);
        assertThatThrownBy(() -> accounts.create("a b", "  ", "short"))
                .hasMessageContaining("sign-in name needs")
                .hasMessageContaining("Your name needs")
                .hasMessageContaining("at least 10 characters");
        assertThatThrownBy(() -> accounts.create("MARIN", "Other", GOOD))
                .hasMessage("There is an account with the sign-in name marin already.");
        assertThatThrownBy(() -> accounts.createFirst("x1", "X", GOOD))
                .hasMessageContaining("first account exists already");
    }

    @Test
    void passwordsAreHashedAndSignInForgivesCase(RunningApp app) {
        String name = "p" + UUID.randomUUID();
        AccountService accounts = app.bean(AccountService.class);
        accounts.create(name, "Pat Teacher", GOOD);
        assertThat(hash(app, name)).startsWith("{quick}").doesNotContain(GOOD);
        assertThat(accounts.check(name.toUpperCase(Locale.ROOT) + " ", GOOD)).isPresent();
        assertThat(accounts.check(name, "long enough to dO")).isEmpty();
        assertThat(accounts.check("nobody", GOOD)).isEmpty();
    }

    @Test
    void peoplesPasswordsAreHashedSlowlyAndQuickOnesMadeAnew() {
        Passwords real = new Passwords(false);
        Passwords quick = new Passwords(true);
        String hash = real.hash(GOOD);
        assertThat(hash).startsWith("{pbkdf2}");
        assertThat(real.fits(GOOD, hash)).isTrue();
        assertThat(real.fits(GOOD + " ", hash)).isFalse();
        assertThat(real.isOld(hash)).isFalse();
        assertThat(real.isOld(quick.hash(GOOD))).isTrue();
        assertThat(real.fits(GOOD, quick.hash(GOOD))).isTrue();
    }

    @Test
    void everyCharacterOfALongPasswordCountsWhateverItsScript(RunningApp app) {
        AccountService accounts = app.bean(AccountService.class);
        for (String letter : List.of("語", "é", "ж", "🌊")) {
            String name = "l" + UUID.randomUUID();
            String password = "Über den Fluß, 川を渡る: " + letter.repeat(40);
            accounts.create(name, "Pat Teacher", password + "a");
            assertThat(accounts.check(name, password + "a")).isPresent();
            assertThat(accounts.check(name, password + "b")).isEmpty();
        }
        // An accent typed as one sign or as two is the same to whoever types it.
        String name = "l" + UUID.randomUUID();
        accounts.create(name, "Pat Teacher", "caf\u00E9 on the old bridge");
        assertThat(accounts.check(name, "cafe\u0301 on the old bridge")).isPresent();
        assertThatThrownBy(() -> accounts.create("l" + UUID.randomUUID(), "P", "long words ".repeat(19)))
                .hasMessageContaining("over 200 characters");
    }

    @Test
    void whatIsGuessedFirstIsRefused(RunningApp app) {
        AccountService accounts = app.bean(AccountService.class);
        for (String easy : List.of(
                "password123",
                "1234567890",
                "qwertyuiop",
                "Password2026",
                "aaaaaaaaaaaa",
                "iloveyou123",
                "marguerite1")) {
            assertThatThrownBy(() -> accounts.create("marguerite", "Marguerite Teacher", easy))
                    .as(easy)
                    .hasMessageContaining("guessed first");
        }
        assertThat(accounts.find("marguerite")).isEmpty();
    }

    @Test
    void aPasswordOfTheEarlierKindStillFitsAndIsMadeAnew(RunningApp app) {
        String name = "o" + UUID.randomUUID();
        AccountService accounts = app.bean(AccountService.class);
        accounts.create(name, "Pat Teacher", GOOD);
        String old = "{bcrypt}" + new BCryptPasswordEncoder(4).encode("cafe\u0301 of before");
        app.bean(AccountMapper.class).updatePassword(accounts.find(name).orElseThrow(), old);
        assertThat(accounts.check(name, "another one of before")).isEmpty();
        assertThat(hash(app, name)).isEqualTo(old);
        assertThat(accounts.check(name, "cafe\u0301 of before")).isPresent();
        assertThat(hash(app, name)).startsWith("{quick}");
        assertThat(accounts.check(name, "caf\u00E9 of before")).isPresent();
    }

    @Test
    void aPasswordSetSinceIsNotSetOver(RunningApp app) {
        AccountService accounts = app.bean(AccountService.class);
        AccountMapper mapper = app.bean(AccountMapper.class);
        String name = "since-" + UUID.randomUUID();
        TeacherId teacher = accounts.create(name, "Two Windows", "a sentence of my own");
        String shown = hash(app, name);
        accounts.resetPassword(teacher, "the administrator chose it");
        String set = hash(app, name);
        assertThat(set).isNotEqualTo(shown);
        // As whoever was shown the one before, and is about to set another.
        assertThat(mapper.replacePassword(teacher, shown, "{quick}other")).isZero();
        assertThat(hash(app, name)).isEqualTo(set);
        assertThatThrownBy(() -> accounts.changePassword(teacher, "a sentence of my own", "yet another sentence"))
                .isInstanceOf(WrongPasswordException.class);
        accounts.changePassword(teacher, "the administrator chose it", "yet another sentence");
        assertThat(accounts.check(name, "yet another sentence")).isPresent();
    }

    @Test
    void aSchoolThatSignsInAtEightLeavesTheDatabaseToThoseWhoWork(RunningApp app) throws Exception {
        AccountService accounts = app.bean(AccountService.class);
        String name = "eight-" + UUID.randomUUID();
        accounts.create(name, "Early Bird", "a sentence of my own");
        Semaphore turns = app.bean(Passwords.class).turns;
        int all = turns.drainPermits();
        ExecutorService threads = Executors.newFixedThreadPool(20);
        try {
            List<Future<Boolean>> asked = Stream.generate(() -> threads.submit(
                            () -> accounts.check(name, "a sentence of my own").isPresent()))
                    .limit(20)
                    .toList();
            // More than there are connections: each waits for its hash and holds none.
            Await.until("all wait for their hash", () -> turns.getQueueLength() == 20);
            assertThat(new Visitor(app.address()).get("/sign-in").statusCode()).isEqualTo(200);
            turns.release(all);
            all = 0;
            for (Future<Boolean> one : asked) {
                assertThat(one.get()).isTrue();
            }
        } finally {
            turns.release(all);
            threads.shutdown();
        }
    }
}
