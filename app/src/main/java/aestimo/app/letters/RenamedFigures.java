package aestimo.app.letters;

import aestimo.app.groundwork.Renamed;
import java.util.HashMap;
import java.util.Map;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Letters and sentence groups name categories and pieces: where one is given another name, and no class of the teacher has
 * the old one any more, they follow.
 */
@Component
class RenamedFigures {
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
        Map<String, String> keys = new HashMap<>();
        names.forEach((old, now) -> {
            if (isCategory) {
                keys.put("category:" + old, "category:" + now);
                keys.put("category-grade:" + old, "category-grade:" + now);
            } else {
                keys.put("piece:" + old, "piece:" + now);
            }
        });
        FigureNames other = new FigureNames(keys);
        // A document of one's own keeps the names that stand in it.
        letters.letters(renamed.teacher()).stream()
                .filter(letter -> !letter.isForm())
                .forEach(letter -> mapper.updateLetter(renamed.teacher(), letters.row(other.letter(letter))));
        sentences.groups(renamed.teacher()).forEach(group -> sentences.rename(renamed.teacher(), other.group(group)));
    }
}
