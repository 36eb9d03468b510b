package aestimo.app.letters;

import aestimo.app.letters.Said.Bit;
import aestimo.app.letters.Said.Source;
import aestimo.app.letters.SentenceGroup.Stretch;
import aestimo.app.letters.Words.FigurePart;
import aestimo.app.letters.Words.FormPart;
import aestimo.app.letters.Words.GroupPart;
import aestimo.app.letters.Words.PairPart;
import aestimo.app.letters.Words.Part;
import aestimo.app.letters.Words.Plain;
import aestimo.core.result.StudentStanding;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Says words to one student: figures and forms are put in, sentence groups choose. A sentence whose figure the student has
 * not is left out whole, and so is a paragraph in which nothing is left.
 */
public final class Saying {
    /** Before the id of a group that is named and no longer there. */
    static final String DELETED_GROUP = "sentences:";

    /** The end of a sentence, with what closes it, and the white space after it. */
    private static final Pattern END = Pattern.compile("[.!?…]+[\"”’)\\]]*\\s+");

    /** Full stops that end no sentence. */
    private static final Pattern SHORT = Pattern.compile(
            ".*(^|[\\s(])(Mr|Mrs|Ms|Dr|St|e\\.g|i\\.e|etc|approx|no|p|pp|vs)\\.\\s+$",
            Pattern.CASE_INSENSITIVE | Pattern.DOTALL);

    private final Recipient to;
    private final Groups groups;
    private final Map<Long, Choice> choices;
    private final Set<String> missing = new LinkedHashSet<>();
    private final List<Chosen> chosen = new ArrayList<>();

    /** The sentence groups of a teacher, and who of a class lies in which stretch of them. */
    interface Groups {
        Optional<SentenceGroup> group(long id);

        List<List<StudentStanding>> students(SentenceGroup group);
    }

    /**
     * What a teacher settled of one group for one student.
     *
     * @param words another of its wordings, or the teacher's own; empty where it is left out
     * @param own whether they were written for this student alone
     */
    public record Choice(String words, boolean own) {
        boolean leavesOut() {
            return words.isEmpty();
        }
    }

    /**
     * Why a sentence is where it is.
     *
     * @param stretch its place in the group; negative where the student lies in none
     * @param words as said; empty for nothing
     * @param settled by the teacher, not dealt out
     */
    public record Chosen(SentenceGroup group, int stretch, String words, boolean settled) {
        /** Whether the student lies where it is not decided yet what is said. */
        boolean isOpen() {
            return stretch >= 0 && !settled && group.stretches().get(stretch).isOpen();
        }
    }

    Saying(Recipient to, Groups groups, Map<Long, Choice> choices) {
        this.to = to;
        this.groups = groups;
        this.choices = choices;
    }

    /** Keys of figures that words needed and the student has not. */
    Set<String> missing() {
        return missing;
    }

    List<Chosen> chosen() {
        return chosen;
    }

    Said say(Words words) {
        return say(words, true);
    }

    /** One name in braces by itself, in the midst of a sentence; empty where it says nothing. */
    String say(String inBraces) {
        return bits(Words.part(inBraces, Words.Style.PLAIN), false, true)
                .map(all -> all.stream()
                        .map(Bit::text)
                        .collect(Collectors.joining())
                        .strip())
                .orElse("");
    }

    private Said say(Words words, boolean withGroups) {
        List<Said.Paragraph> said = new ArrayList<>();
        for (Words.Paragraph paragraph : words.paragraphs()) {
            List<Bit> bits = new ArrayList<>();
            for (List<Part> sentence : sentences(paragraph.parts())) {
                sentence(sentence, withGroups).ifPresent(bits::addAll);
            }
            stripped(bits);
            if (!bits.isEmpty()) {
                said.add(new Said.Paragraph(paragraph.item(), bits));
            }
        }
        return new Said(said);
    }

    /** Cut after every end of a sentence; a sentence group that begins one is one by itself. */
    static List<List<Part>> sentences(List<Part> parts) {
        List<List<Part>> all = new ArrayList<>();
        List<Part> open = new ArrayList<>();
        for (Part part : parts) {
            if (part instanceof Plain plain) {
                open = cut(plain, open, all);
            } else {
                boolean begins = open.stream()
                        .allMatch(
                                it -> it instanceof Plain plain && plain.text().isBlank());
                open.add(part);
                if (part instanceof GroupPart && begins) {
                    all.add(open);
                    open = new ArrayList<>();
                }
            }
        }
        all.add(open);
        return all.stream().filter(sentence -> !sentence.isEmpty()).toList();
    }

    private static List<Part> cut(Plain plain, List<Part> begun, List<List<Part>> all) {
        List<Part> open = begun;
        Matcher end = END.matcher(plain.text());
        int from = 0;
        while (end.find()) {
            String before = plain.text().substring(from, end.end());
            if (!SHORT.matcher(before).matches()) {
                open.add(new Plain(before, plain.style()));
                all.add(open);
                open = new ArrayList<>();
                from = end.end();
            }
        }
        if (from < plain.text().length()) {
            open.add(new Plain(plain.text().substring(from), plain.style()));
        }
        return open;
    }

    /** Empty where something in it is not there to be said. */
    private Optional<List<Bit>> sentence(List<Part> sentence, boolean withGroups) {
        List<Bit> bits = new ArrayList<>();
        boolean whole = true;
        for (Part part : sentence) {
            Optional<List<Bit>> said =
                    bits(part, bits.stream().allMatch(bit -> bit.text().isBlank()), withGroups);
            // All of it is looked at, so that everything missing is told at once.
            whole &= said.isPresent();
            said.ifPresent(bits::addAll);
        }
        return whole ? Optional.of(bits) : Optional.empty();
    }

    private Optional<List<Bit>> bits(Part part, boolean begins, boolean withGroups) {
        if (part instanceof GroupPart group) {
            return withGroups ? group(group) : Optional.empty();
        }
        boolean bold = part.style().bold();
        boolean italic = part.style().italic();
        if (part instanceof FigurePart figure) {
            Optional<String> words = LetterFigures.said(to, figure.key(), figure.as());
            if (words.isEmpty()) {
                missing.add(figure.key());
            }
            return words.map(own -> List.of(new Bit(own, bold, italic, Source.FIGURE, figure.key())));
        }
        String words = part instanceof Plain plain
                ? plain.text()
                : part instanceof PairPart pair
                        ? to.person().forms().agreeing(pair.one(), pair.many())
                        : form(((FormPart) part).form(), begins);
        return Optional.of(List.of(new Bit(words, bold, italic, Source.WORDS, "")));
    }

    private String form(String form, boolean begins) {
        String asked = begins ? form.substring(0, 1).toUpperCase(Locale.ROOT) + form.substring(1) : form;
        return to.person().forms().form(asked, to.given()).orElse(form);
    }

    private Optional<List<Bit>> group(GroupPart part) {
        Optional<SentenceGroup> known = groups.group(part.id());
        if (known.isEmpty()) {
            missing.add(DELETED_GROUP + part.id());
            return Optional.empty();
        }
        SentenceGroup group = known.get();
        int stretch = group.stretchOf(to.at(), to.own()).orElse(-1);
        Optional<Choice> settled = Optional.ofNullable(choices.get(group.id()));
        String words = settled.map(Choice::words).orElseGet(() -> stretch < 0 ? "" : dealt(group, stretch));
        chosen.add(new Chosen(group, stretch, words, settled.isPresent()));
        Source source = settled.filter(Choice::own).isPresent() ? Source.OWN : Source.SENTENCE;
        List<Bit> bits = new ArrayList<>();
        for (Said.Paragraph paragraph : say(Words.of(words), false).paragraphs()) {
            if (!bits.isEmpty()) {
                bits.add(new Bit(" ", false, false, source, Long.toString(group.id())));
            }
            paragraph.bits().forEach(bit -> bits.add(bit.within(source, Long.toString(group.id()))));
        }
        return bits.isEmpty() ? Optional.empty() : Optional.of(spaced(bits, source, group.id()));
    }

    /** What follows a sentence stands apart from it, though the teacher set no space between two groups. */
    private static List<Bit> spaced(List<Bit> bits, Source source, long group) {
        bits.add(new Bit(" ", false, false, source, Long.toString(group)));
        return bits;
    }

    private String dealt(SentenceGroup group, int place) {
        Stretch stretch = group.stretches().get(place);
        return SentenceGroup.dealt(stretch, groups.students(group).get(place), to.own())
                .orElse("");
    }

    /** Without white space at either end, and never two spaces where a sentence was left out or put in. */
    private static void stripped(List<Bit> bits) {
        boolean space = true;
        for (int i = 0; i < bits.size(); i++) {
            StringBuilder text = new StringBuilder();
            for (char letter : bits.get(i).text().toCharArray()) {
                boolean blank = letter == ' ' || letter == '\t';
                if (!blank || !space) {
                    text.append(letter);
                }
                space = blank;
            }
            bits.set(i, bits.get(i).with(text.toString()));
        }
        for (int i = bits.size() - 1; i >= 0; i--) {
            String text = bits.get(i).text().stripTrailing();
            bits.set(i, bits.get(i).with(text));
            if (!text.isEmpty()) {
                break;
            }
        }
        bits.removeIf(bit -> bit.text().isEmpty());
    }
}
