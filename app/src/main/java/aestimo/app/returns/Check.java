package aestimo.app.returns;

import java.util.List;
import java.util.stream.Collectors;

/**
 * One thing found before sealing.
 *
 * @param must whether it must be corrected first
 * @param words such as “1 mark in doubt”
 * @param href where it is mended; empty where each place says so itself
 * @param places the first few, whose or where
 * @param more how many places there are beside them
 * @param hint what to do; may be empty
 */
public record Check(boolean must, String words, String href, List<Place> places, int more, String hint) {
    private static final int MOST_NAMED = 4;

    /** @param href where it is mended; may be empty */
    public record Place(String words, String href) {}

    static Check of(boolean must, String words, String href, List<Place> all, String hint) {
        return new Check(
                must, words, href, all.stream().limit(MOST_NAMED).toList(), Math.max(0, all.size() - MOST_NAMED), hint);
    }

    /** Of a count of places: one word for one, another for many. */
    static Check counted(boolean must, String one, String many, String href, List<Place> all, String hint) {
        return of(must, all.size() + " " + (all.size() == 1 ? one : many), href, all, hint);
    }

    /** What stands behind the places: “ and 3 more – say why”. */
    public String rest() {
        return (more == 0 ? "" : " and " + more + " more")
                + (hint.isEmpty() ? "" : (places.isEmpty() ? "" : " – ") + hint);
    }

    /** “1 mark in doubt: Hollis, Sketch maps.” */
    public String inOneLine() {
        String detail = places.stream().map(Place::words).collect(Collectors.joining("; ")) + rest();
        return words + (detail.isEmpty() ? "." : ": " + detail + ".");
    }
}
