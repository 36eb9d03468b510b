package aestimo.app.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApp.class)
class AccountTest {
    private static String location(java.net.http.HttpResponse<String> answer) {
        return answer.headers().firstValue("Location").orElse("");
    }

    @Test
    void whatWillNotDoIsNamedAtOnce(RunningApp app) {
        assertThatThrownBy(() -> app.bean(AccountService.class).create("a b", "  ", "short"))
                .hasMessageContaining("sign-in name needs")
                .hasMessageContaining("Your name needs")
                .hasMessageContaining("at least 10 characters");
        assertThatThrownBy(() -> app.bean(AccountService.class).create("MARIN", "Other", "long enough to do"))
                .hasMessage("There is an account with the sign-in name marin already.");
        assertThatThrownBy(() -> app.bean(AccountService.class).createFirst("x1", "X", "long enough to do"))
                .hasMessageContaining("first account exists already");
    }

    @Test
    void passwordsAreHashedAndSignInForgivesCase(RunningApp app) {
        String name = "p" + UUID.randomUUID();
        AccountService accounts = app.bean(AccountService.class);
        accounts.create(name, "Pat Teacher", "long enough to do");
        assertThat(app.bean(AccountMapper.class)
                        .findBySignIn(name)
                        .orElseThrow()
                        .passwordHash())
                .startsWith("{bcrypt}$2a$12$");
        assertThat(accounts.check(name.toUpperCase(java.util.Locale.ROOT) + " ", "long enough to do"))
                .isPresent();
        assertThat(accounts.check(name, "long enough to dO")).isEmpty();
        assertThat(accounts.check("nobody", "long enough to do")).isEmpty();
    }

    @Test
    void aGuesserMustWait(RunningApp app) {
        String name = "w" + UUID.randomUUID();
        app.bean(AccountService.class).create(name, "Pat Teacher", "long enough to do");
        Visitor guesser = new Visitor(app.address());
        for (int i = 0; i < 5; i++) {
            assertThat(location(guesser.signIn(name, "wrong guess " + i))).endsWith("/sign-in?wrong");
        }
        assertThat(location(guesser.signIn(name, "long enough to do"))).endsWith("/sign-in?wait");
        assertThat(guesser.get("/sign-in?wait").body()).contains("Wait ten minutes");
    }

    @Test
    void theWelcomePageClosesAfterTheFirstAccount(RunningApp app) {
        Visitor stranger = new Visitor(app.address());
        assertThat(location(stranger.get("/welcome"))).endsWith("/sign-in");
        stranger.get("/sign-in");
        assertThat(location(stranger.post("/welcome", "signIn", "evil", "name", "E", "password", "long enough to do")))
                .endsWith("/sign-in");
        assertThat(app.bean(AccountService.class).find("evil")).isEmpty();
    }

    @Test
    void signingOutEndsTheSession(RunningApp app) {
        Visitor marin = Visitor.signedIn(app, "marin");
        assertThat(marin.get("/").statusCode()).isEqualTo(200);
        assertThat(location(marin.post("/sign-out"))).endsWith("/sign-in?out");
        assertThat(location(marin.get("/"))).endsWith("/sign-in");
    }
}
