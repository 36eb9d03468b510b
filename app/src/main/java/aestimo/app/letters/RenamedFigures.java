package aestimo.app.letters;

import aestimo.app.groundwork.Renamed;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Letters and sentence groups name categories, pieces and goals: where one is given another name, and no class of the teacher has
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
        names.keySet().removeIf(old -> !renamed.names().containsValue(old) && count(renamed, old) > 0);
        if (names.isEmpty()) {
            return;
        }
        Map<String, String> keys = new HashMap<>();
        names.forEach((old, now) -> prefixes(renamed.kind()).forEach(prefix -> keys.put(prefix + old, prefix + now)));
        FigureNames other = new FigureNames(keys);
        // A document of one's own keeps the names that stand in it.
        letters.letters(renamed.teacher()).stream()
                .filter(letter -> !letter.isForm())
                .forEach(letter -> mapper.updateLetter(renamed.teacher(), letters.row(other.letter(letter))));
        sentences.groups(renamed.teacher()).forEach(group -> sentences.rename(renamed.teacher(), other.group(group)));
    }

    /** How many the teacher still has by the old name. */
    private int count(Renamed renamed, String old) {
        return switch (renamed.kind()) {
            case CATEGORY -> mapper.countCategoriesNamed(renamed.teacher(), old);
            case PIECE -> mapper.countPiecesTitled(renamed.teacher(), old);
            case GOAL -> mapper.countGoalsTitled(renamed.teacher(), old);
        };
    }

    private static List<String> prefixes(Renamed.Kind kind) {
        return switch (kind) {
            case CATEGORY -> List.of("category:", "category-grade:");
            case PIECE -> List.of("piece:");
            case GOAL -> List.of("goal:");
        };
    }
}
