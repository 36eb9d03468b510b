package aestimo.app.imports;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What stands in a sheet where a mark is expected and is none: words such as “ill”, and signs behind a figure such as the
 * star of “14*”. Each is asked about once, however many cells have it.
 */
final class CellWords {
    static final String DOUBT = "doubt";
    private static final String BLANK = "blank";
    private static final String PLAIN = "plain";

    /** In place of the figure, in what is asked about: every figure with the same sign is one question. */
    private static final String ANY = "…";

    private static final String FIGURE = "[0-9]{1,5}(?:[.,][0-9]{1,4})?";
    private static final Pattern SIGN_BEHIND = Pattern.compile("(" + FIGURE + ")\\s*([^0-9.,%/\\s][^0-9]{0,29})");
    private static final Pattern SIGN_BEFORE = Pattern.compile("([^0-9.,%/\\s-][^0-9]{0,29}?)\\s*(" + FIGURE + ")");
    private static final Pattern IN_BRACKETS =
            Pattern.compile("[(\\[]\\s*(l|late|f|to finish)\\s*[)\\]]", Pattern.CASE_INSENSITIVE);
    private static final int LONGEST = 100;

    /** What is the same to everybody. */
    private static final Map<String, String> USUAL = Map.of(
            "ill", "a", "sick", "a", "away", "a", "exempt", "x", "missing", "n", "not submitted", "n", "not done", "n");

    private static final Map<String, String> OF_WORDS = meanings(
            "a",
            "absent",
            "n",
            "not handed in",
            "x",
            "excused",
            BLANK,
            "nothing: the cell is left out",
            DOUBT,
            "unclear: kept in doubt");
    private static final Map<String, String> OF_SIGNS = meanings(
            PLAIN,
            "the mark alone",
            "l",
            "the mark, late",
            "f",
            "the mark, to finish",
            BLANK,
            "nothing: the cell is left out",
            DOUBT,
            "unclear: kept in doubt");

    private CellWords() {}

    private static Map<String, String> meanings(String... pairs) {
        Map<String, String> meanings = new LinkedHashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            meanings.put(pairs[i], pairs[i + 1]);
        }
        return meanings;
    }

    /**
     * One question.
     *
     * @param word as it is asked about and remembered
     * @param shown as a teacher reads it
     * @param count of the cells that have it
     * @param meaning empty as long as nobody said
     */
    public record Asked(String word, String shown, int count, String meaning) {
        public boolean isOpen() {
            return meaning.isEmpty();
        }

        /** What can be said, by its key. */
        public Map<String, String> meanings() {
            return word.contains(ANY) ? OF_SIGNS : OF_WORDS;
        }
    }

    /** Such as “ill”, or “…*” for 14*. */
    static String word(String text) {
        String small = text.strip().toLowerCase(Locale.ROOT);
        Matcher behind = SIGN_BEHIND.matcher(small);
        Matcher before = SIGN_BEFORE.matcher(small);
        String word = behind.matches()
                ? ANY + behind.group(2).strip()
                : before.matches() ? before.group(1).strip() + ANY : small;
        return word.length() > LONGEST ? word.substring(0, LONGEST) : word;
    }

    /** Whether a meaning can be said of a word. */
    static boolean isMeaning(String word, String meaning) {
        return (word.contains(ANY) ? OF_SIGNS : OF_WORDS).containsKey(meaning);
    }

    /** What a word means; empty where nobody has said. */
    static String meaning(String word, List<Map<String, String>> said) {
        for (Map<String, String> own : said) {
            String meaning = own.getOrDefault(word, "");
            if (!meaning.isEmpty()) {
                return meaning;
            }
        }
        return USUAL.getOrDefault(word, "");
    }

    /** Without the brackets around signs that are understood anyway: “12 (late)”. */
    static String plain(String text) {
        return IN_BRACKETS.matcher(text).replaceAll(" $1 ").strip();
    }

    /** The text that is understood in its place; empty where the meaning says no more than that it is unclear. */
    static Optional<String> applied(String text, String meaning) {
        return switch (meaning) {
            case "", DOUBT -> Optional.empty();
            case BLANK -> Optional.of("");
            case PLAIN -> Optional.of(figure(text));
            case "l", "f" -> Optional.of(figure(text) + " " + meaning);
            default -> Optional.of(meaning);
        };
    }

    private static String figure(String text) {
        String small = text.strip();
        Matcher behind = SIGN_BEHIND.matcher(small);
        Matcher before = SIGN_BEFORE.matcher(small);
        return behind.matches() ? behind.group(1) : before.matches() ? before.group(2) : small;
    }
}
