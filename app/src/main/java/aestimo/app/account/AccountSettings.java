package aestimo.app.account;

import java.io.Serializable;

/**
 * How a teacher likes the pages.
 *
 * @param name the teacher's own name
 * @param school where they teach, as it stands on what is printed; may be empty
 * @param theme {@code auto}, {@code light} or {@code dark}
 * @param rowHeight {@code low}, {@code medium} or {@code high}
 * @param typeSize {@code small}, {@code medium} or {@code large}
 * @param email where answers to the teacher's mail go; may be empty
 * @param hasPicture whether the school has a picture for the head of letters
 * @param spelling of letters: {@code en-gb} or {@code en}
 * @param marginFolded whether the margin is folded away, so that the page has its width
 */
public record AccountSettings(
        String name,
        String school,
        String theme,
        String rowHeight,
        String typeSize,
        String spelling,
        String email,
        boolean hasPicture,
        boolean marginFolded)
        implements Serializable {
    /** For pages seen before signing in. */
    public static final AccountSettings PLAIN =
            new AccountSettings("", "", "auto", "medium", "medium", "en-gb", "", false, false);
}
