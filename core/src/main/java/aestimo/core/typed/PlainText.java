package aestimo.core.typed;

import java.util.regex.Pattern;

/**
 * Text without the characters that a database, a spreadsheet or a page cannot hold: control characters other than tabs and
 * line ends, halves of surrogate pairs, and what Unicode reserves for no character. Nobody types them; they come along with
 * what is pasted or made by a faulty program.
 */
public final class PlainText {
    private static final Pattern UNHELD = Pattern.compile("[\\p{Cntrl}&&[^\\t\\n\\r]]|\\p{Cs}|[\\uFFFE\\uFFFF]");

    private PlainText() {}

    /** The text with such characters left out. */
    public static String of(String text) {
        return isPlain(text) ? text : UNHELD.matcher(text).replaceAll("");
    }

    public static boolean isPlain(String text) {
        return !UNHELD.matcher(text).find();
    }
}
