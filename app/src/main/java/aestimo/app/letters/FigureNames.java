package aestimo.app.letters;

import aestimo.app.letters.SentenceGroup.Only;
import aestimo.app.letters.SentenceGroup.Stretch;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Other names of figures that letters and sentence groups speak of: since a category or piece was renamed, or since it goes
 * by another name in one class.
 *
 * @param names from the key of a figure to that of the other
 */
record FigureNames(Map<String, String> names) {
    private static final Pattern BRACES = Pattern.compile("\\{((?:[^{}\\\\]|\\\\.)*)}");
    private static final String CATEGORY = "category:";
    private static final String PIECE = "piece:";

    FigureNames {
        names = Map.copyOf(names);
    }

    String key(String key) {
        return names.getOrDefault(key, key);
    }

    /** “category:Fieldwork as grade” with the name it has now; whatever names something else is left as it is. */
    private String inBraces(String text) {
        int as = text.lastIndexOf(" as ");
        boolean shown = as >= 0 && As.of(text.substring(as + 4)).isPresent();
        return key(shown ? text.substring(0, as) : text) + (shown ? text.substring(as) : "");
    }

    String words(String words) {
        return BRACES.matcher(words)
                .replaceAll(found -> Matcher.quoteReplacement("{"
                        + inBraces(found.group(1).replaceAll("\\\\(.)", "$1")).replaceAll("[\\\\{}]", "\\\\$0") + "}"));
    }

    /** What a block shows: a category by its name, a piece by its key. */
    private String shown(String name) {
        return name.startsWith(PIECE) ? key(name) : key(CATEGORY + name).replaceFirst("^" + CATEGORY, "");
    }

    Letter letter(Letter letter) {
        return letter.with(block -> new Block(
                block.kind(),
                words(block.words()),
                block.span(),
                block.pieces().stream().map(this::shown).toList(),
                block.columns()));
    }

    SentenceGroup group(SentenceGroup group) {
        List<Stretch> stretches = group.stretches().stream()
                .map(stretch -> new Stretch(
                        stretch.from(),
                        stretch.steps(),
                        stretch.wordings().stream().map(this::words).toList(),
                        stretch.silent()))
                .toList();
        List<Only> only = group.only().stream()
                .map(own -> new Only(key(own.figure()), own.test(), own.value()))
                .toList();
        return new SentenceGroup(group.id(), group.name(), key(group.figure()), stretches, only, group.version());
    }
}
