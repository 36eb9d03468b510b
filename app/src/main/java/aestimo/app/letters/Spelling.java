package aestimo.app.letters;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.text.ParseException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.apache.lucene.analysis.hunspell.Dictionary;
import org.apache.lucene.analysis.hunspell.Hunspell;
import org.apache.lucene.store.ByteBuffersDirectory;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** British or American spelling, by the dictionaries that ship with the application; each is read when first asked for. */
@Component
class Spelling {
    private static final Pattern WORD = Pattern.compile("\\p{L}+(?:['’]\\p{L}+)*");
    private static final int MOST_PROPOSALS = 5;
    private static final int LONGEST_WORD = 40;

    private final Map<String, Dictionary> dictionaries = new ConcurrentHashMap<>();

    /** @param language {@code en-gb} or {@code en} */
    Checker in(String language) {
        return new Checker(dictionaries.computeIfAbsent(language, Spelling::read));
    }

    private static Dictionary read(String language) {
        String folder = "dictionaries/" + language + "/index.";
        try (InputStream rules = new ClassPathResource(folder + "aff").getInputStream();
                InputStream words = new ClassPathResource(folder + "dic").getInputStream()) {
            return new Dictionary(new ByteBuffersDirectory(), "spelling", rules, words);
        } catch (IOException missing) {
            throw new UncheckedIOException("the application lacks its dictionary " + language, missing);
        } catch (ParseException broken) {
            throw new IllegalStateException("the dictionary " + language + " cannot be read", broken);
        }
    }

    /** The words of a text, as they stand there; an apostrophe within belongs to them. */
    static List<String> words(String text) {
        return WORD.matcher(text).results().map(MatchResult::group).toList();
    }

    /** For one thread. */
    static final class Checker {
        private final Hunspell hunspell;
        private final Map<String, Boolean> known = new ConcurrentHashMap<>();

        private Checker(Dictionary dictionary) {
            this.hunspell = new Hunspell(dictionary);
        }

        /**
         * The words of a text that are spelt as no word is.
         *
         * @param taken in small letters: names, and the teacher's own words
         */
        Set<String> mistakes(String text, Set<String> taken) {
            Set<String> mistakes = new TreeSet<>();
            for (String word : words(text)) {
                String plain = word.replace('’', '\'');
                boolean own = taken.contains(bare(plain).toLowerCase(Locale.ROOT));
                if (plain.length() > 1 && plain.length() <= LONGEST_WORD && !own && !isKnown(plain)) {
                    mistakes.add(word);
                }
            }
            return mistakes;
        }

        private boolean isKnown(String word) {
            return known.computeIfAbsent(word, own -> hunspell.spell(own) || hunspell.spell(bare(own)));
        }

        /** Without what makes it somebody's. */
        private static String bare(String word) {
            return word.replaceAll("'s?$", "");
        }

        List<String> proposals(String word) {
            return hunspell.suggest(word.replace('’', '\'')).stream()
                    .limit(MOST_PROPOSALS)
                    .toList();
        }
    }
}
