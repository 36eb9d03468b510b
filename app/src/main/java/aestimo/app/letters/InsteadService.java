package aestimo.app.letters;

import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.OpenClass;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Letters and sentence groups serve every class, but not every class has a category, piece or goal of the name they speak of:
 * what it is there, or that there is none, is asked once for each class.
 */
@Service
public class InsteadService {
    private static final int LONGEST_KEY = 200;

    private final LetterMapper mapper;
    private final SentenceService sentences;

    InsteadService(LetterMapper mapper, SentenceService sentences) {
        this.mapper = mapper;
        this.sentences = sentences;
    }

    /**
     * What is settled for a class.
     *
     * @param names what to speak of instead
     * @param none figures the class has not, on purpose
     */
    record Instead(FigureNames names, Set<String> none) {}

    @Transactional(readOnly = true)
    Instead of(TeacherId teacher, long classId) {
        Map<String, String> names = new HashMap<>();
        Set<String> none = new HashSet<>();
        mapper.findInstead(teacher, classId).forEach(row -> {
            if (row.instead().isEmpty()) {
                none.add(row.figure());
            } else {
                names.put(row.figure(), row.instead());
            }
        });
        return new Instead(new FigureNames(names), none);
    }

    /**
     * A figure that is spoken of and that the class has not.
     *
     * @param words such as “category Fieldwork”
     * @param others of the same kind that the class has
     */
    public record Asked(String figure, String words, List<Choice> others) {}

    public record Choice(String key, String words) {}

    /** What has to be asked before a letter is used in a class. */
    @Transactional(readOnly = true)
    public List<Asked> asked(OpenClass open, ClassFigures at, Letter letter) {
        List<Long> used = letter.groups();
        List<SentenceGroup> groups = sentences.groups(open.teacher()).stream()
                .filter(group -> used.contains(group.id()))
                .toList();
        Stream<String> own = letter.blocks().stream().flatMap(block -> Words.of(block.words()).figures().stream());
        return asked(open, at, Stream.concat(own, groups.stream().flatMap(InsteadService::figures)));
    }

    /** The same for all sentence groups a teacher has. */
    @Transactional(readOnly = true)
    public List<Asked> askedOfGroups(OpenClass open) {
        return asked(
                open,
                ClassFigures.of(open),
                sentences.groups(open.teacher()).stream().flatMap(InsteadService::figures));
    }

    private static Stream<String> figures(SentenceGroup group) {
        return Stream.concat(
                Stream.concat(Stream.of(group.figure()), group.only().stream().map(SentenceGroup.Only::figure)),
                group.stretches().stream()
                        .flatMap(stretch -> stretch.wordings().stream())
                        .flatMap(words -> Words.of(words).figures().stream()));
    }

    private List<Asked> asked(OpenClass open, ClassFigures at, Stream<String> figures) {
        Set<String> settled = mapper.findInstead(open.teacher(), open.id()).stream()
                .map(LetterMapper.InsteadRow::figure)
                .collect(Collectors.toSet());
        List<LetterFigures.Offered> offered = LetterFigures.offered(at);
        Set<String> known = offered.stream().map(LetterFigures.Offered::key).collect(Collectors.toSet());
        List<Asked> asked = new ArrayList<>();
        figures.distinct()
                .filter(key -> KnownFigures.isNamed(key) && !known.contains(key) && !settled.contains(key))
                .forEach(key -> asked.add(new Asked(
                        key,
                        words(key),
                        offered.stream()
                                .filter(one -> kind(one.key()).equals(kind(key)))
                                .map(one -> new Choice(
                                        one.key(), one.key().substring(kind(key).length() + 1)))
                                .toList())));
        return asked;
    }

    private static String kind(String key) {
        return key.contains(":") ? key.substring(0, key.indexOf(':')) : "";
    }

    private static String words(String key) {
        String name = "“" + key.substring(key.indexOf(':') + 1) + "”";
        return switch (kind(key)) {
            case "category" -> "category " + name;
            case "category-grade" -> "category " + name + ", of which the grade is told";
            case "goal" -> "goal " + name;
            case "piece" -> "piece of work " + name;
            default -> "term " + name;
        };
    }

    /**
     * Settles what a figure is in a class.
     *
     * @param instead another of the class; empty: it has none, and nothing is said of it
     * @throws FormException when the class has no such figure to speak of instead
     */
    @Transactional
    public void settle(OpenClass open, String figure, String instead) {
        boolean known = instead.isEmpty()
                || kind(instead).equals(kind(figure))
                        && LetterFigures.find(ClassFigures.of(open), instead).isPresent();
        if (!KnownFigures.isNamed(figure) || figure.length() > LONGEST_KEY || !known) {
            throw new FormException("Choose what this class has in its place, or that it has none.");
        }
        mapper.writeInstead(open.teacher(), open.id(), figure, instead);
    }
}
