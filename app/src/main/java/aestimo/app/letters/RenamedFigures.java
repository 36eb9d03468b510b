package aestimo.app.letters;

import aestimo.app.groundwork.Renamed;
import aestimo.app.letters.LetterMapper.LetterRow;
import java.util.HashMap;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Letters and sentence groups name categories and pieces: where one is given another name, and no class of the teacher has
 * the old one any more, they follow.
 */
@Component
class RenamedFigures {
    private static final Pattern BRACES = Pattern.compile("\\{((?:[^{}\\\\]|\\\\.)*)}");

    private final LetterMapper mapper;
    private final LetterService letters;
    private final SentenceService sentences;

    RenamedFigures(LetterMapper mapper, LetterService letters, SentenceService sentences) {
        this.mapper = mapper;
        this.letters = letters;
        this.sentences = sentences;
    }

    @EventListener
    void follow(Renamed renamed) {
        Map<String, String> names = new HashMap<>(renamed.names());
        boolean isCategory = renamed.kind() == Renamed.Kind.CATEGORY;
        names.keySet()
                .removeIf(old -> !renamed.names().containsValue(old)
                        && (isCategory
                                        ? mapper.countCategoriesNamed(renamed.teacher(), old)
                                        : mapper.countPiecesTitled(renamed.teacher(), old))
                                > 0);
        if (names.isEmpty()) {
            return;
        }
        UnaryOperator<String> key = own -> renamed(own, isCategory, names);
        UnaryOperator<String> words = own -> BRACES.matcher(own)
                .replaceAll(found -> Matcher.quoteReplacement(
                        "{" + escaped(key.apply(found.group(1).replaceAll("\\\\(.)", "$1"))) + "}"));
        UnaryOperator<String> category = own -> isCategory ? names.getOrDefault(own, own) : own;
        for (Letter letter : letters.letters(renamed.teacher())) {
            LetterRow row = letters.row(letter.with(block -> new Block(
                    block.kind(),
                    words.apply(block.words()),
                    block.span(),
                    block.pieces().stream().map(category).toList(),
                    block.columns())));
            mapper.updateLetter(renamed.teacher(), row);
        }
        sentences.groups(renamed.teacher()).forEach(group -> sentences.rename(renamed.teacher(), group, key, words));
    }

    private static String escaped(String key) {
        return key.replaceAll("[\\\\{}]", "\\\\$0");
    }

    /** “category:Fieldwork as grade” with the name it has now; whatever names something else is left as it is. */
    private static String renamed(String text, boolean isCategory, Map<String, String> names) {
        int colon = text.indexOf(':');
        String kind = colon < 0 ? "" : text.substring(0, colon);
        boolean named = isCategory ? kind.equals("category") || kind.equals("category-grade") : kind.equals("piece");
        if (!named) {
            return text;
        }
        String rest = text.substring(colon + 1);
        int as = rest.lastIndexOf(" as ");
        boolean shown = as >= 0 && As.of(rest.substring(as + 4)).isPresent();
        String name = shown ? rest.substring(0, as) : rest;
        return kind + ":" + names.getOrDefault(name, name) + (shown ? rest.substring(as) : "");
    }
}
