package aestimo.app.letters;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** How a figure is shown at one place. */
public enum As {
    /** As the class shows it: never more decimals than its rules say. */
    CLASS("as the class shows it"),
    WHOLE("whole"),
    ONE("one decimal"),
    TWO("two decimals"),
    /** Of a percent, the grade it would have. */
    GRADE("grade"),
    /** Of a grade, or the grade of a percent, its words; of a count, the number in words. */
    WORDS("in words"),
    /** Of a piece, the mark alone. */
    MARK("mark"),
    /** Of a piece, its percent. */
    PERCENT("percent");

    private final String words;

    As(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** As it stands in braces behind “as”. */
    public String key() {
        return name().toLowerCase(Locale.ROOT);
    }

    static Optional<As> of(String key) {
        return Arrays.stream(values()).filter(own -> own.key().equals(key)).findFirst();
    }

    static List<As> rounding() {
        return List.of(CLASS, WHOLE, ONE, TWO);
    }
}
