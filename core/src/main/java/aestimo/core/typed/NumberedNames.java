package aestimo.core.typed;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Names with a number each, written in one go: “Fieldwork 30, Map skills 20, Exams 50” or “7 from 85, 6 from 72”, with commas
 * and spaces, semicolons or line ends between.
 */
public final class NumberedNames {
    /** A comma parts only where a space or nothing follows: “32,5” is one number. */
    private static final Pattern BETWEEN = Pattern.compile(",(?=\\s|$)|[;\\r\\n]+");

    private static final Pattern LINE = Pattern.compile(
            "(?<name>\\S(?:.*\\S)?)\\s*(?:[=:\\t≥]|\\s(?:from|at)\\s|\\s)\\s*(?<number>\\d+(?:[.,]\\d+)?)\\s*%?");

    private NumberedNames() {}

    /** One name with its number, as typed but with a point for the decimals; the number is empty where there is none. */
    public record Line(String name, String number) {}

    /** In the order they are written; nothing but blanks gives none. */
    public static List<Line> read(String text) {
        List<Line> lines = new ArrayList<>();
        for (String part : BETWEEN.split(text)) {
            String words = part.strip();
            Matcher matcher = LINE.matcher(words);
            if (matcher.matches()) {
                lines.add(new Line(name(matcher), matcher.group("number").replace(',', '.')));
            } else if (!words.isEmpty()) {
                lines.add(new Line(words, ""));
            }
        }
        return lines;
    }

    /** What stands between name and number belongs to neither. */
    private static String name(Matcher matcher) {
        return matcher.group("name").replaceFirst("\\s*[=:≥]$|\\s+(?:from|at)$", "");
    }
}
