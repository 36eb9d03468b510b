package aestimo.app.letters;

import aestimo.app.figures.ClassFigures;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** Whether words name figures there are: those of any class, and those of categories, pieces and terms by their names. */
final class KnownFigures {
    /** A class may have the category or piece, though another has not. */
    private static final Pattern NAMED = Pattern.compile("(category|category-grade|piece|term):.+", Pattern.DOTALL);

    private KnownFigures() {}

    /** What is wrong with the figures that words name, in words; empty where nothing is. */
    static Optional<String> problem(ClassFigures at, Words words) {
        List<String> known = LetterFigures.offered(at).stream()
                .map(LetterFigures.Offered::key)
                .toList();
        return words.figures().stream()
                .filter(key -> !known.contains(key) && !NAMED.matcher(key).matches())
                .findFirst()
                .map(key -> "There is no figure {" + key + "}. The nearest is {" + nearest(known, key)
                        + "}; type { to choose from all of them.");
    }

    private static String nearest(List<String> known, String key) {
        return known.stream()
                .min(Comparator.comparingInt(own -> distance(own, key)))
                .orElse("");
    }

    /** How many letters have to be put in, taken out or changed to make one of the other. */
    static int distance(String one, String other) {
        int[] row = new int[other.length() + 1];
        for (int j = 0; j <= other.length(); j++) {
            row[j] = j;
        }
        for (int i = 1; i <= one.length(); i++) {
            int corner = row[0];
            row[0] = i;
            for (int j = 1; j <= other.length(); j++) {
                int changed = corner + (one.charAt(i - 1) == other.charAt(j - 1) ? 0 : 1);
                corner = row[j];
                row[j] = Math.min(changed, 1 + Math.min(row[j], row[j - 1]));
            }
        }
        return row[other.length()];
    }
}
