package aestimo.app.book;

/**
 * How a category is told apart on a page.
 *
 * @param shape {@code triangle}, {@code square}, {@code circle}, {@code diamond}, {@code bar} or {@code ring}
 * @param tint which of the eight colours, 1 to 8
 */
public record CategoryStyle(String shape, int tint) {}
