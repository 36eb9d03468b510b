package aestimo.bench.load;

import com.google.gson.JsonArray;
import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Scrolls and types into a sheet in headless Chromium, and reads from the browser's own trace how that went. */
final class SheetInBrowser {
    private static final List<String> CATEGORIES = List.of(
            "devtools.timeline",
            "disabled-by-default-devtools.timeline.frame",
            "disabled-by-default-devtools.timeline");
    private static final String SCROLL = """
            () => new Promise((done) => {
              const box = document.querySelector(".sheet-box");
              const end = performance.now() + 4000;
              let by = 1;
              const step = (now) => {
                box.scrollLeft += 24 * by;
                box.scrollTop += 4 * by;
                if (box.scrollLeft + box.clientWidth >= box.scrollWidth - 1) by = -1;
                if (box.scrollLeft <= 0) by = 1;
                if (now < end) requestAnimationFrame(step); else done();
              };
              requestAnimationFrame(step);
            })""";

    private SheetInBrowser() {}

    /** @param words what sheet it is */
    static void measure(String address, String signIn, String path, String words) {
        System.out.println("in the browser, " + words);
        try (Playwright playwright = Playwright.create(
                        new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
                Browser browser = playwright
                        .chromium()
                        .launch(new BrowserType.LaunchOptions()
                                .setExecutablePath(Path.of("/usr/bin/chromium"))
                                .setArgs(List.of("--no-sandbox", "--disable-gpu")));
                BrowserContext context =
                        browser.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800))) {
            Page page = context.newPage();
            page.navigate(address + "/sign-in");
            page.fill("#signIn", signIn);
            page.fill("#password", TypingTeacher.PASSWORD);
            page.click("button.is-dark");
            page.navigate(address + path);
            page.locator("#saved:has-text('saved')").waitFor();
            page.evaluate(SCROLL);
            scroll(browser, page);
            type(browser, page);
        }
    }

    private static void scroll(Browser browser, Page page) {
        JsonArray events = traced(browser, page, "scrolling", () -> page.evaluate(SCROLL));
        List<Double> frames = times(events, "DrawFrame");
        double seconds = (frames.get(frames.size() - 1) - frames.get(0)) / 1e6;
        List<Double> gaps = new ArrayList<>();
        for (int i = 1; i < frames.size(); i++) {
            gaps.add((frames.get(i) - frames.get(i - 1)) / 1e3);
        }
        Collections.sort(gaps);
        System.out.printf(
                Locale.ROOT,
                "scrolling: %d frames drawn in %.2f s = %.1f a second; gap between frames median %.1f ms, p95 %.1f ms%n",
                frames.size(),
                seconds,
                (frames.size() - 1) / seconds,
                gaps.get(gaps.size() / 2),
                gaps.get(gaps.size() * 95 / 100));
    }

    /** From the key going down to the next frame drawn after it: the character is in that frame. */
    private static void type(Browser browser, Page page) {
        page.locator("tbody td.cell").first().click();
        JsonArray events = traced(browser, page, "typing", () -> {
            for (int i = 0; i < 40; i++) {
                page.keyboard().press(Integer.toString(1 + i % 9));
                page.waitForTimeout(100);
                page.keyboard().press("Enter");
                page.waitForTimeout(250);
            }
        });
        List<Double> frames = times(events, "DrawFrame");
        Latencies keys = new Latencies();
        int n = 0;
        for (JsonElement element : events) {
            JsonObject event = element.getAsJsonObject();
            if (name(event).equals("EventDispatch")
                    && event.getAsJsonObject("args")
                            .getAsJsonObject("data")
                            .get("type")
                            .getAsString()
                            .equals("keydown")
                    && n++ % 2 == 0) {
                double down = event.get("ts").getAsDouble();
                frames.stream()
                        .filter(frame -> frame > down)
                        .findFirst()
                        .ifPresent(frame -> keys.add((frame - down) / 1e3));
            }
        }
        System.out.println("key to painted character: " + keys);
    }

    private static JsonArray traced(Browser browser, Page page, String name, Runnable work) {
        browser.startTracing(page, new Browser.StartTracingOptions().setCategories(CATEGORIES));
        work.run();
        byte[] trace = browser.stopTracing();
        try {
            // For looking into: the browser's own tools open it.
            Files.write(Path.of("bench", "target", name + "-trace.json"), trace);
        } catch (IOException unwritable) {
            throw new UncheckedIOException(unwritable);
        }
        return JsonParser.parseString(new String(trace, StandardCharsets.UTF_8))
                .getAsJsonObject()
                .getAsJsonArray("traceEvents");
    }

    private static String name(JsonObject event) {
        return event.get("name").getAsString();
    }

    private static List<Double> times(JsonArray events, String name) {
        List<Double> times = new ArrayList<>();
        for (JsonElement element : events) {
            if (name(element.getAsJsonObject()).equals(name)) {
                times.add(element.getAsJsonObject().get("ts").getAsDouble());
            }
        }
        Collections.sort(times);
        return times;
    }
}
