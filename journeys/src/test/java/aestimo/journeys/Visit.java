package aestimo.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.deque.html.axecore.args.AxeRuleOptions;
import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.AxeResults;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import java.util.regex.Pattern;

/**
 * One person's browser at one installation. Closing it checks that no page had an error of script or of the security
 * policy.
 */
final class Visit implements AutoCloseable {
    private static final Playwright PLAYWRIGHT =
            Playwright.create(new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    private static final Browser BROWSER = PLAYWRIGHT
            .chromium()
            .launch(new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setArgs(List.of(
                            "--no-sandbox",
                            "--disable-gpu",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--disable-sync",
                            "--no-first-run")));

    private final Server server;
    private final String address;
    private final BrowserContext context;
    private final List<String> errors = new ArrayList<>();
    private Page page;

    static {
        // A killed server takes its time to come back, and the queue its pauses.
        PlaywrightAssertions.setDefaultAssertionTimeout(30_000);
    }

    Visit(Server server, int width, int height) {
        this(server, server.address(), width, height);
    }

    /** @param address where the browser finds it: that of a proxy in front of it, with whatever certificate */
    Visit(Server server, String address, int width, int height) {
        this.server = server;
        this.address = address;
        this.context = BROWSER.newContext(new Browser.NewContextOptions()
                .setViewportSize(width, height)
                .setHasTouch(width < 500)
                .setBaseURL(address)
                .setIgnoreHTTPSErrors(true)
                .setLocale("en-GB"));
        context.onPage(opened -> {
            opened.onPageError(error -> errors.add(opened.url() + ": " + error));
            opened.onConsoleMessage(message -> {
                if (message.type().equals("error") && message.text().contains("Content Security Policy")) {
                    errors.add(opened.url() + ": " + message.text());
                }
            });
        });
        context.setDefaultTimeout(30_000);
        page = context.newPage();
    }

    Visit(Server server) {
        this(server, 1280, 800);
    }

    Page page() {
        return page;
    }

    BrowserContext context() {
        return context;
    }

    Server server() {
        return server;
    }

    /** Another tab of the same browser; the first stays open. */
    Page newTab() {
        return context.newPage();
    }

    void signIn(String name, String password) {
        page.navigate("/sign-in");
        page.fill("#signIn", name);
        page.fill("#password", password);
        page.click("button.is-dark");
        page.waitForURL(address + "/");
    }

    void forgetSession() {
        context.clearCookies();
    }

    /** Checks the page against the accessibility rules. */
    void checkAccessibility() {
        check(axe());
    }

    /** Checks what the colours alone can break, on pages that keep to all rules in other colours. */
    void checkContrast() {
        check(axe().withRules(List.of("color-contrast")));
    }

    /** The same but for colours, which do not change with the size of a page. */
    void checkAllButContrast() {
        check(axe().disableRules(List.of("color-contrast")));
    }

    /** The pages have no frames, so one run in the page itself does; what is in order is not asked for. */
    private AxeBuilder axe() {
        AxeRunOptions onlyViolations = new AxeRunOptions();
        onlyViolations.setResultTypes(List.of("violations"));
        // These two are left out by default.
        AxeRuleOptions too = new AxeRuleOptions();
        too.setEnabled(true);
        onlyViolations.setRules(Map.of("target-size", too, "label-content-name-mismatch", too));
        return new AxeBuilder(page).options(onlyViolations).setLegacyMode(true);
    }

    private void check(AxeBuilder axe) {
        // What is under a bar or behind the edge of a box now comes out from there by scrolling: it is as large as it
        // is
        // then.
        page.evaluate("""
                () => document.querySelectorAll(".foot-bar, .sheet tfoot, .sheet thead, .unsaved, .sheet-box")
                    .forEach(it => { it.style.position = "static"; it.style.flex = "none"; it.style.maxHeight = "none"; })""");
        AxeResults results = axe.analyze();
        page.evaluate("""
                () => document.querySelectorAll(".foot-bar, .sheet tfoot, .sheet thead, .unsaved, .sheet-box")
                    .forEach(it => it.removeAttribute("style"))""");
        assertThat(results.getViolations().stream()
                        .flatMap(rule -> rule.getNodes().stream()
                                .map(node -> rule.getId() + ": " + node.getTarget() + " " + rule.getHelp()))
                        .toList())
                .as(page.url())
                .isEmpty();
    }

    /** The page's markup once all of it has arrived: its first heading is there before its last row. */
    static String whole(Page page) {
        page.waitForLoadState();
        return page.content();
    }

    /** The cell of a student and an assessment on the sheet. */
    static Locator cell(Page page, String student, String assessment) {
        page.waitForLoadState();
        int column = page.locator("thead th.piece a").allInnerTexts().indexOf(assessment);
        assertThat(column).as(assessment).isNotNegative();
        return page.locator("tbody tr")
                .filter(new Locator.FilterOptions().setHasText(student))
                .locator("td.cell")
                .nth(column);
    }

    /**
     * Answers what a page that is open asks from now on. The browser agrees before the page inside it has heard, and on a
     * busy machine what is asked until then would go past: so the page asks until it gets the answer made for that.
     */
    static void route(Page page, String url, Consumer<Route> handler) {
        String heard = "**/is-heard";
        page.route(url, handler);
        page.route(heard, route -> route.fulfill(new Route.FulfillOptions().setStatus(204)));
        page.waitForCondition(() -> page.evaluate("() => fetch('/is-heard').then(answer => answer.status)")
                .equals(204));
        page.unroute(heard);
    }

    /** Lets the next delivery of entries reach the server, and loses its answer on the way back. */
    static void loseOneAnswer(Page page) {
        AtomicBoolean isLost = new AtomicBoolean();
        route(page, "**/entries?*", route -> {
            if (isLost.getAndSet(true)) {
                route.resume();
            } else {
                route.fetch();
                route.abort();
            }
        });
    }

    /** Waits until the saved line says that everything typed is, notes as well. */
    static void saved(Page page) {
        PlaywrightAssertions.assertThat(page.locator("#saved"))
                .hasText(Pattern.compile("^● (1|All \\d+) (marks?|entries|entry) saved[^○]*$"));
    }

    /** Waits until the saved line says that all of so many marks are saved. */
    static void saved(Page page, int marks) {
        PlaywrightAssertions.assertThat(page.locator("#saved"))
                .containsText(marks == 1 ? "1 mark saved" : "All " + marks + " marks saved");
    }

    @Override
    public void close() {
        context.close();
        assertThat(errors).isEmpty();
    }
}
