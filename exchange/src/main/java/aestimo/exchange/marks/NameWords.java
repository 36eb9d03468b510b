package aestimo.exchange.marks;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** Names brought to one form, so that order, case, accents, apostrophes and hyphens make no difference. */
final class NameWords {
    private NameWords() {}

    /** The words of a name in alphabetical order: “O'Neill, Zoë-Ann” gives ann, oneill, zoe. */
    static List<String> of(String... parts) {
        String plain = Normalizer.normalize(String.join(" ", parts), Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replace("ø", "o")
                .replace("ł", "l")
                .replace("đ", "d")
                .replace("ß", "ss")
                .replace("æ", "ae")
                .replace("œ", "oe")
                .replaceAll("['’`´]", "")
                .replaceAll("[^\\p{L}\\p{N}]+", " ")
                .strip();
        return Arrays.stream(plain.split(" "))
                .filter(word -> !word.isEmpty())
                .sorted()
                .toList();
    }
}
