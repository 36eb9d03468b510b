package aestimo.app.letters;

import aestimo.app.figures.ClassFigures;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** Whether words name figures there are: those of any class, and those of categories, pieces, terms and goals by
 * their names. */
final class KnownFigures {
    /** A class may have the category or piece, though another has not. */
    private static final Pattern NAMED =
            Pattern.compile("(category|category-grade|piece|term|goal):.+", Pattern.DOTALL);

    private KnownFigures() {}

    /** Whether a class may have such a figure, though the one in hand has not. */
    static boolean isNamed(String key) {
        return NAMED.matcher(key).matches();
    }

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
                .min(Comparator.comparingInt(
                        own -> LevenshteinDistance.getDefaultInstance().apply(own, key)))
                .orElse("");
    }
}
