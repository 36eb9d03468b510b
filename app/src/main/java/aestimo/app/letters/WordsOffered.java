package aestimo.app.letters;

import aestimo.app.figures.ClassFigures;
import java.util.ArrayList;
import java.util.List;

/**
 * What can be put into words, as the list behind “{” offers it.
 *
 * @param text what stands in the braces
 * @param words as the chip says it
 * @param among what it is listed with
 * @param ways how it can be shown: what stands behind “ as ”, and the same in words
 */
public record WordsOffered(String text, String words, String among, List<Way> ways) {
    /** @param key empty for the usual way */
    public record Way(String key, String words) {}

    public static List<WordsOffered> of(ClassFigures at, List<SentenceGroup> groups) {
        List<WordsOffered> all = new ArrayList<>();
        for (LetterFigures.Offered own : LetterFigures.offered(at)) {
            all.add(new WordsOffered(
                    own.key(),
                    own.words(),
                    own.among(),
                    own.ways().stream()
                            .map(as -> new Way(as == As.CLASS ? "" : as.key(), as.words()))
                            .toList()));
        }
        StudentForms.FORMS.forEach(form -> all.add(new WordsOffered(form, form, "Forms", List.of())));
        List.of("is/are", "has/have", "was/were", "does/do")
                .forEach(pair -> all.add(new WordsOffered(pair, pair, "Forms", List.of())));
        groups.forEach(group -> all.add(
                new WordsOffered("sentences:" + group.id(), "sentences: " + group.name(), "Sentences", List.of())));
        return all;
    }
}
