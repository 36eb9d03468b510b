package aestimo.exchange.marks;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** Names brought to one form, so that order, case, accents, apostrophes and hyphens make no difference. */
public final class NameWords {
    private static final Pattern ACCENTS = Pattern.compile("\\p{M}");
    private static final Pattern APOSTROPHES = Pattern.compile("['’`´]");
    private static final Pattern BETWEEN = Pattern.compile("[^\\p{L}\\p{N}]+");
    private static final Set<String> FORMS_OF_ADDRESS = Set.of("mr", "mrs", "ms", "miss", "mx", "master", "dr");

    private NameWords() {}

    /** The words of a name in alphabetical order: “O'Neill, Zoë-Ann” gives ann, oneill, zoe. */
    public static List<String> of(String... parts) {
        return words(String.join(" ", parts).toLowerCase(Locale.ROOT));
    }

    /** The same where letters with signs are written by two: “Søndergård” gives soendergaard. */
    public static List<String> inTwoLetters(String... parts) {
        return words(Normalizer.normalize(String.join(" ", parts), Normalizer.Form.NFC)
                .toLowerCase(Locale.ROOT)
                .replace("ø", "oe")
                .replace("ö", "oe")
                .replace("ä", "ae")
                .replace("ü", "ue")
                .replace("å", "aa"));
    }

    /** As a sheet has it: without Mr, Miss and the like, where a name is left. */
    static List<String> asked(String name) {
        List<String> words = of(name);
        List<String> bare =
                words.stream().filter(word -> !FORMS_OF_ADDRESS.contains(word)).toList();
        return bare.size() > 1 ? bare : words;
    }

    private static List<String> words(String small) {
        String plain = ACCENTS.matcher(Normalizer.normalize(small, Normalizer.Form.NFD))
                .replaceAll("")
                .replace("ø", "o")
                .replace("ł", "l")
                .replace("đ", "d")
                .replace("ß", "ss")
                .replace("æ", "ae")
                .replace("œ", "oe")
                .replace("þ", "th")
                .replace("ð", "d");
        String bare = APOSTROPHES.matcher(plain).replaceAll("");
        return Arrays.stream(BETWEEN.matcher(bare).replaceAll(" ").strip().split(" "))
                .filter(word -> !word.isEmpty())
                .sorted()
                .toList();
    }
}
