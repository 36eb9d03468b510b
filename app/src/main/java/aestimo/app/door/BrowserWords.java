package aestimo.app.door;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What a browser calls itself, in the few words by which its owner knows it again. */
final class BrowserWords {
    /** The first that fits; most call themselves several others too. */
    private static final List<Map.Entry<String, String>> BROWSERS = List.of(
            Map.entry("Firefox/", "Firefox"),
            Map.entry("Edg/", "Edge"),
            Map.entry("Chrome/", "Chrome or Chromium"),
            Map.entry("Safari/", "Safari"));

    private static final List<Map.Entry<String, String>> SYSTEMS = List.of(
            Map.entry("Android", "Android"),
            Map.entry("iPhone", "an iPhone"),
            Map.entry("iPad", "an iPad"),
            Map.entry("Windows", "Windows"),
            Map.entry("Macintosh", "a Mac"),
            Map.entry("CrOS", "a Chromebook"),
            Map.entry("Linux", "Linux"));

    private BrowserWords() {}

    /** Such as “Firefox on Windows”. */
    static String of(@Nullable String agent) {
        String own = agent == null ? "" : agent;
        return first(BROWSERS, own, "A browser") + " on " + first(SYSTEMS, own, "an unknown system");
    }

    private static String first(List<Map.Entry<String, String>> known, String agent, String otherwise) {
        return known.stream()
                .filter(one -> agent.contains(one.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse(otherwise);
    }
}
