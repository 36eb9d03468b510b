package aestimo.app.account;

/**
 * How a teacher likes the pages.
 *
 * @param name the teacher's own name
 * @param school where they teach, as it stands on what is printed; may be empty
 * @param theme {@code auto}, {@code light} or {@code dark}
 * @param rowHeight {@code low}, {@code medium} or {@code high}
 * @param typeSize {@code small}, {@code medium} or {@code large}
 * @param spelling of letters: {@code en-gb} or {@code en}
 */
public record AccountSettings(
        String name, String school, String theme, String rowHeight, String typeSize, String spelling) {
    /** For pages seen before signing in. */
    public static final AccountSettings PLAIN = new AccountSettings("", "", "auto", "medium", "medium", "en-gb");
}
