package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import com.google.gson.JsonObject;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.Cookie;
import com.microsoft.playwright.options.WaitUntilState;
import java.io.IOException;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.file.Path;
import java.security.InvalidKeyException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Coming in: behind a school's TLS, with a passkey, and going out without leaving anything behind. */
class DoorJourney {
    private static final String PASSWORD = "quiet harbour at six";

    @TempDir
    Path folder;

    /** Makes the first account with the code that the start printed. */
    private static void makeFirstAccount(Page page, String code) {
        page.navigate("/");
        page.fill("#code", code);
        page.fill("#name", "Fay Finch");
        page.fill("#signIn", "finch");
        page.fill("#password", PASSWORD);
        page.click("button.is-dark");
    }

    private static int status(String address) throws IOException {
        HttpURLConnection ask = (HttpURLConnection) URI.create(address).toURL().openConnection();
        ask.setInstanceFollowRedirects(false);
        return ask.getResponseCode();
    }

    @Test
    void behindTlsEverythingStaysThere() throws Exception {
        try (TlsProxy proxy = new TlsProxy(folder)) {
            Server server = Server.empty(Map.of("AESTIMO_ADDRESS", proxy.address()));
            proxy.serve(URI.create(server.address()).getPort());
            try (Visit visit = new Visit(server, proxy.address(), 1280, 800)) {
                Page page = visit.page();
                makeFirstAccount(page, "WRONG");
                assertThat(page.locator("[role=alert]")).containsText("not the code that ./aestimo start printed");
                assertThat(page.locator("#name")).hasValue("Fay Finch");
                page.fill("#code", TestCluster.FIRST_CODE);
                page.fill("#password", PASSWORD);
                page.click("button.is-dark");
                page.waitForURL(proxy.address() + "/");
                List<Cookie> cookies = visit.context().cookies();
                assertThat(cookies).hasSize(2).allMatch(cookie -> cookie.secure && cookie.httpOnly);
                assertThat(cookies)
                        .extracting(cookie -> cookie.name)
                        .containsExactlyInAnyOrder("__Host-aestimo", "__Host-aestimo-browser");
                assertThat(page.navigate("/account/signing-in").allHeaders().get("strict-transport-security"))
                        .isEqualTo("max-age=31536000");
                // The proxy is believed on whom it speaks for.
                assertThat(page.locator(".places li")).containsText("from " + TlsProxy.BROWSER);
                visit.checkAccessibility();
                page.click(".spine form[action='/sign-out'] button");
                page.waitForURL(proxy.address() + "/sign-in?out");
                page.navigate("/account/signing-in");
                page.fill("#signIn", "finch");
                page.fill("#password", PASSWORD);
                page.click("button.is-dark");
                page.waitForURL(proxy.address() + "/account/signing-in?continue");
            }
            // Past the proxy nothing is answered but whether it is well.
            assertThat(status(server.address() + "/sign-in")).isEqualTo(308);
            assertThat(status(server.address().replace("localhost", "127.0.0.1") + "/sign-in"))
                    .isEqualTo(421);
            assertThat(status(server.address() + "/actuator/health")).isEqualTo(200);
        }
    }

    /** A device that has passkeys and says yes to everything. */
    private static CDPSession device(Visit visit) {
        CDPSession device = visit.context().newCDPSession(visit.page());
        device.send("WebAuthn.enable");
        JsonObject options = new JsonObject();
        options.addProperty("protocol", "ctap2");
        options.addProperty("transport", "internal");
        options.addProperty("hasResidentKey", true);
        options.addProperty("hasUserVerification", true);
        options.addProperty("isUserVerified", true);
        options.addProperty("automaticPresenceSimulation", true);
        JsonObject arguments = new JsonObject();
        arguments.add("options", options);
        device.send("WebAuthn.addVirtualAuthenticator", arguments);
        return device;
    }

    @Test
    void aPasskeyIsTheSecondStep() {
        Server server = Server.empty();
        try (Visit visit = new Visit(server)) {
            Page page = visit.page();
            makeFirstAccount(page, TestCluster.FIRST_CODE);
            page.waitForURL(server.address() + "/");
            CDPSession device = device(visit);
            // Pressed before its script is there, it waits for that; a password never gets into the address.
            List<Route> held = new ArrayList<>();
            page.route("**/work/passkeys.js", held::add);
            page.navigate(
                    "/account/signing-in", new Page.NavigateOptions().setWaitUntil(WaitUntilState.DOMCONTENTLOADED));
            page.fill("#label", "this laptop");
            page.fill("#key-present", "wrong");
            page.click("#new-passkey button");
            page.waitForCondition(() -> !held.isEmpty());
            assertThat(page.url()).isEqualTo(server.address() + "/account/signing-in");
            page.unroute("**/work/passkeys.js");
            held.forEach(Route::resume);
            assertThat(page.locator("#new-passkey [role=alert]")).containsText("present password is not right");
            page.fill("#key-present", PASSWORD);
            page.click("#new-passkey button");
            assertThat(page.locator(".notice.is-done")).containsText("The passkey is added");
            assertThat(page.locator(".recovery-codes li")).hasCount(8);
            String recovery = page.locator(".recovery-codes li").first().innerText();
            assertThat(page.locator("#passkeys tbody tr")).containsText("this laptop");
            visit.checkAccessibility();

            page.click(".spine form[action='/sign-out'] button");
            page.fill("#signIn", "finch");
            page.fill("#password", PASSWORD);
            page.click("button.is-dark");
            page.waitForURL(server.address() + "/sign-in/second-step");
            visit.checkAccessibility();
            page.click("#passkey button");
            page.waitForURL(server.address() + "/");

            // Another device has no such key, and is told; a recovery code opens all the same.
            page.click(".spine form[action='/sign-out'] button");
            device.send("WebAuthn.disable");
            device.send("WebAuthn.enable");
            page.fill("#signIn", "finch");
            page.fill("#password", PASSWORD);
            page.click("button.is-dark");
            page.fill("#code", "123456");
            page.click("form[action='/sign-in/second-step'] button");
            assertThat(page.locator("[role=alert]:not([hidden])")).containsText("not right");
            page.fill("#code", recovery);
            page.click("form[action='/sign-in/second-step'] button");
            page.waitForURL(server.address() + "/");
        }
    }

    @Test
    void aSchoolMayAskEverybodyForASecondStep() throws Exception {
        Server server = Server.empty(Map.of("AESTIMO_SECOND_STEP_REQUIRED", "true"));
        try (Visit visit = new Visit(server)) {
            Page page = visit.page();
            makeFirstAccount(page, TestCluster.FIRST_CODE);
            page.waitForURL(server.address() + "/account/signing-in");
            assertThat(page.locator(".notice.is-near")).containsText("Your school asks for a second step");
            // No other page opens, and no script is answered, until there is one.
            page.navigate("/classes/new");
            page.waitForURL(server.address() + "/account/signing-in");
            assertThat(page.evaluate("async () => (await fetch('/', {headers: {'X-Aestimo': 'test'}})).status"))
                    .isEqualTo(403);
            page.fill("#begin-present", PASSWORD);
            page.click("#codes button");
            page.fill("#code", code(page.innerText(".secret")));
            page.click("text=Ask for codes from now on");
            assertThat(page.locator(".recovery-codes li")).hasCount(8);
            assertThat(page.locator(".recovery-codes li").first()).isInViewport();
            page.navigate("/classes/new");
            assertThat(page.locator("h1")).hasText("New class");
        }
    }

    /** The session ends while marks are typed; name, password and a code bring it back without leaving the page. */
    @Test
    void whoIsSignedOutWhileTypingSignsInInPlaceWithTheSecondStepToo() {
        Server server = Server.withDemo();
        try (Visit visit = new Visit(server)) {
            visit.signIn("okello", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/account/signing-in");
            page.fill("#begin-present", "tidewater-lane");
            page.click("#codes button");
            page.fill("#code", code(page.innerText(".secret")));
            page.click("text=Ask for codes from now on");
            String recovery = page.locator(".recovery-codes li").first().innerText();
            page.navigate("/");
            page.click("a.desk-class >> nth=0");
            Locator cell = page.locator("#sheet tbody td.cell:not([data-made])").first();
            cell.click();
            String other = cell.innerText().equals("7") ? "8" : "7";
            visit.forgetSession();
            page.keyboard().type(other);
            page.keyboard().press("Enter");
            Locator form = page.locator(".sign-in-again");
            form.locator("[name=name]").fill("okello");
            form.locator("[name=password]").fill("tidewater-lanes");
            form.locator("button").click();
            assertThat(form).containsText("That name or password is not right.");
            form.locator("[name=password]").fill("tidewater-lane");
            form.locator("button").click();
            assertThat(form).containsText("One more step: a code.");
            visit.checkAccessibility();
            // The password alone brings nothing back: whoever presses again without a code is still signed out.
            form.locator("button").click();
            assertThat(form).containsText("You are still signed out. Type the code, or sign in in another tab first.");
            form.locator("[name=code]").fill("000000");
            form.locator("button").click();
            assertThat(form).containsText("This code is not right, or was used already.");
            assertThat(cell).hasText(other);
            form.locator("[name=code]").fill(recovery);
            form.locator("button").dblclick();
            assertThat(form).hasCount(0);
            Visit.saved(page);
            page.reload();
            assertThat(cell).hasText(other);
        }
    }

    private static String code(String secret) {
        try {
            byte[] key = new Base32().decode(secret.replace(" ", ""));
            return new TimeBasedOneTimePasswordGenerator()
                    .generateOneTimePasswordString(new SecretKeySpec(key, "RAW"), Instant.now());
        } catch (InvalidKeyException broken) {
            throw new IllegalStateException(broken);
        }
    }

    @Test
    void whatWaitsIsToldBeforeSigningOutAndThenGone() {
        Server server = Server.withDemo();
        try (Visit visit = new Visit(server)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.click("a.desk-class >> nth=0");
            page.waitForLoadState();
            Visit.route(page, "**/entries?*", route -> route.abort());
            page.locator("#sheet tbody td.cell").first().click();
            page.keyboard().type("7");
            page.keyboard().press("Enter");
            page.waitForFunction("() => Object.keys(localStorage).some(key => key.startsWith('aestimo.entry.'))");
            // Somebody else's of this browser stay: they were not the one to leave.
            page.evaluate("() => localStorage.setItem('aestimo.entry.987654.1.x', '{}')");
            page.click(".spine form[action='/sign-out'] button");
            assertThat(page.locator("[role=alertdialog]"))
                    .containsText("1 mark or note typed in this browser is not saved");
            page.click("text=Stay signed in");
            assertThat(page.locator("[role=alertdialog]")).hasCount(0);
            page.onDialog(dialog -> dialog.accept());
            page.click(".spine form[action='/sign-out'] button");
            page.click("text=Sign out and delete them");
            page.waitForURL(server.address() + "/sign-in?out");
            page.waitForFunction("() => sessionStorage.length === 0 && localStorage.length === 1");
            assertThat(page.evaluate("() => Object.keys(localStorage).join()")).isEqualTo("aestimo.entry.987654.1.x");
        }
    }
}
