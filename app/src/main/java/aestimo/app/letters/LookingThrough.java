package aestimo.app.letters;

import aestimo.app.figures.ClassFigures;
import aestimo.app.letters.MadeLetter.Made;
import aestimo.app.letters.Saying.Chosen;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.StudentStanding;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Finds what should be looked at in a letter before it leaves. */
final class LookingThrough {
    private static final Pattern STOPS = Pattern.compile("[.!?…]\\s*[.!?]");
    private static final Pattern ENDS = Pattern.compile("[.!?…:,–][\"”’)\\]]*$");

    private final Map<String, Long> unmarked;
    private final Function<String, Set<String>> spelling;

    /** @param spelling finds the words of a text that are none */
    LookingThrough(ClassFigures at, Function<String, Set<String>> spelling) {
        this.spelling = spelling;
        this.unmarked = LooseEnds.of(at.standing().counting()).stream()
                .filter(end -> end.kind() == LooseEnd.Kind.UNMARKED)
                .flatMap(end -> end.student().stream())
                .collect(Collectors.groupingBy(student -> student.id().text(), Collectors.counting()));
    }

    static void add(Saying saying, Recipient to, Set<String> none, List<LookAt> looks) {
        for (String key : saying.missing()) {
            if (none.contains(key)) {
                continue;
            }
            if (key.startsWith(Saying.DELETED_GROUP)) {
                looks.add(new LookAt(
                        LookAt.Kind.MISSING_FIGURE,
                        "a deleted sentence group",
                        "The letter names a sentence group that is deleted; nothing is said in its place."));
                continue;
            }
            String words = LetterFigures.find(to.at(), key)
                    .map(LetterFigures.Offered::words)
                    .orElse(key);
            looks.add(new LookAt(
                    LookAt.Kind.MISSING_FIGURE,
                    "no " + words,
                    "The sentence with “" + words + "” is left out: there is none."));
        }
        saying.chosen().stream()
                .filter(Chosen::isOpen)
                .forEach(chosen -> looks.add(new LookAt(
                        LookAt.Kind.NOTHING_SAID,
                        "nothing said: " + chosen.group().name(),
                        "“" + chosen.group().name()
                                + "” says nothing here, and it is not decided that it should not.")));
    }

    void add(Letter letter, StudentStanding own, String ownWords, List<Made> blocks, List<LookAt> looks) {
        int doubt = own.counts().inDoubt();
        if (doubt > 0) {
            looks.add(new LookAt(
                    LookAt.Kind.IN_DOUBT,
                    doubt == 1 ? "1 mark in doubt" : doubt + " marks in doubt",
                    "What is in doubt does not count until it is settled."));
        }
        long blank = unmarked.getOrDefault(own.student().id().text(), 0L);
        if (blank > 0) {
            looks.add(new LookAt(
                    LookAt.Kind.UNMARKED,
                    blank == 1 ? "1 piece unmarked" : blank + " pieces unmarked",
                    "The figures are those without it."));
        }
        if (letter.wantsOwnWords() && ownWords.isBlank()) {
            looks.add(new LookAt(LookAt.Kind.OWN_WORDS, "own words", "The letter needs words of your own."));
        }
        if (blocks.stream().allMatch(made -> made.block().kind() == Block.Kind.PAGE_BREAK)) {
            looks.add(new LookAt(LookAt.Kind.EMPTY, "empty", "Nothing is said in this letter."));
        }
        Set<String> misspelt = misspelt(blocks);
        if (!misspelt.isEmpty()) {
            looks.add(new LookAt(
                    LookAt.Kind.SPELLING,
                    "spelling: " + String.join(", ", misspelt),
                    "No such " + (misspelt.size() == 1 ? "word is" : "words are") + " in the dictionary."));
        }
        blocks.stream()
                .flatMap(made -> made.said().paragraphs().stream())
                .filter(paragraph -> !paragraph.item())
                .map(Said.Paragraph::plain)
                .forEach(words -> addStops(words, looks));
    }

    /** Figures are no words; what stands between them is read piece by piece, with a break where a figure was. */
    Set<String> misspelt(List<Made> blocks) {
        String words = blocks.stream()
                .flatMap(made -> made.said().paragraphs().stream())
                .map(paragraph -> paragraph.bits().stream()
                        .map(bit -> bit.source() == Said.Source.FIGURE ? " " : bit.text())
                        .collect(Collectors.joining()))
                .collect(Collectors.joining("\n"));
        return spelling.apply(words);
    }

    private static void addStops(String words, List<LookAt> looks) {
        String end = words.length() > 30 ? "…" + words.substring(words.length() - 30) : words;
        if (STOPS.matcher(words.replace("...", "…")).find()) {
            looks.add(new LookAt(LookAt.Kind.FULL_STOPS, "two full stops", "“" + end + "” has two full stops."));
        } else if (words.length() > 40 && !ENDS.matcher(words).find()) {
            looks.add(new LookAt(LookAt.Kind.FULL_STOPS, "no full stop", "“" + end + "” ends without a full stop."));
        }
    }
}
