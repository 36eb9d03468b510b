package aestimo.core.typed;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Understands what a teacher types into a cell: {@code 18,5}, {@code abs}, {@code late 21}, {@code 14/15},
 * {@code 90%}.
 *
 * <p>First a band's label where the piece is on grades, then the short and long words, then numbers. Whatever is not
 * understood is kept as typed, in doubt; nothing is ever guessed or thrown away.
 */
public final class EntryText {
    private static final Map<String, EntryKind> WORDS = Map.ofEntries(
            Map.entry("a", EntryKind.ABSENT),
            Map.entry("abs", EntryKind.ABSENT),
            Map.entry("absent", EntryKind.ABSENT),
            Map.entry("x", EntryKind.EXCUSED),
            Map.entry("exc", EntryKind.EXCUSED),
            Map.entry("excused", EntryKind.EXCUSED),
            Map.entry("n", EntryKind.NOT_HANDED_IN),
            Map.entry("not in", EntryKind.NOT_HANDED_IN),
            Map.entry("not handed in", EntryKind.NOT_HANDED_IN));
    private static final Map<String, EntryKind> CHECKS = Map.of(
            "yes",
            EntryKind.TICK,
            "y",
            EntryKind.TICK,
            "✓",
            EntryKind.TICK,
            "no",
            EntryKind.CROSS,
            "✗",
            EntryKind.CROSS);
    private static final Pattern SIGN_BEHIND = Pattern.compile("(.*\\S)\\s+(l|late|f|to finish)");
    private static final Pattern SIGN_BEFORE = Pattern.compile("(late|to finish)\\s+(\\S.*)");
    private static final Pattern NUMBER = Pattern.compile("[-−]?[0-9]{1,5}([.,][0-9]{1,4})?");
    private static final Pattern OF = Pattern.compile("(\\S+?)\\s*/\\s*(\\S+)");
    private static final Pattern PERCENT = Pattern.compile("(\\S+?)\\s*%");

    private EntryText() {}

    /** {@link #understand(String, Assessment, int, Boundaries)} for a piece without parts. */
    public static Entry understand(String typed, Assessment assessment, Boundaries classBands) {
        return understand(typed, assessment, 0, classBands);
    }

    /**
     * Understands {@code typed} as an entry for {@code assessment}.
     *
     * @param typed any text; blank text clears the cell
     * @param assessment where it was typed; its kind and out-of decide how it reads
     * @param part the part's place; 0 for a piece without parts
     * @param classBands the class's boundaries, for a piece on grades with no bands of its own
     * @return never null; kind {@link EntryKind#DOUBT} with the words as typed where they are not understood
     */
    public static Entry understand(String typed, Assessment assessment, int part, Boundaries classBands) {
        String text = typed.strip().replaceAll("\\s+", " ");
        Entry plain = value(text, assessment, part, classBands);
        if (!plain.is(EntryKind.DOUBT)) {
            return plain;
        }
        Matcher behind = SIGN_BEHIND.matcher(text.toLowerCase(Locale.ROOT));
        Matcher before = SIGN_BEFORE.matcher(text.toLowerCase(Locale.ROOT));
        if (behind.matches()) {
            return signed(
                    understand(text.substring(0, behind.end(1)), assessment, part, classBands), behind.group(2), plain);
        }
        if (before.matches()) {
            return signed(
                    understand(text.substring(before.start(2)), assessment, part, classBands), before.group(1), plain);
        }
        return plain;
    }

    private static Entry signed(Entry inner, String sign, Entry asTyped) {
        if (inner.is(EntryKind.DOUBT)) {
            return asTyped;
        }
        return sign.startsWith("l") ? inner.withLate(true) : inner.withToFinish(true);
    }

    private static Entry value(String text, Assessment assessment, int part, Boundaries classBands) {
        if (text.isEmpty()) {
            return Entry.blank();
        }
        AssessmentKind kind = assessment.kind();
        if (kind == AssessmentKind.GRADES) {
            List<Band> fitting = assessment.bands().orElse(classBands).bands().stream()
                    .filter(band -> band.label().equalsIgnoreCase(text))
                    .toList();
            // Labels may differ by case alone (A and a): then only the very one will do.
            for (Band band : fitting) {
                if (fitting.size() == 1 || band.label().equals(text)) {
                    return Entry.grade(band.label());
                }
            }
        }
        String lower = text.toLowerCase(Locale.ROOT);
        EntryKind word = WORDS.get(lower);
        if (word != null && kind.takes(word)) {
            return Entry.of(word);
        }
        if (kind == AssessmentKind.CHECK && CHECKS.containsKey(lower)) {
            return Entry.of(CHECKS.get(lower));
        }
        return kind == AssessmentKind.MARKS ? mark(text, assessment.outOf(part)) : Entry.doubt(text);
    }

    private static Entry mark(String text, OutOf outOf) {
        if (NUMBER.matcher(text).matches()) {
            return Entry.of(number(text));
        }
        Matcher of = OF.matcher(text);
        if (of.matches()
                && isNumber(of.group(1))
                && isNumber(of.group(2))
                && number(of.group(2)).value().compareTo(outOf.value()) == 0) {
            return Entry.of(number(of.group(1)));
        }
        Matcher percent = PERCENT.matcher(text);
        if (percent.matches() && isNumber(percent.group(1))) {
            Fraction exact = number(percent.group(1))
                    .toFraction()
                    .times(outOf.toFraction())
                    .dividedBy(Fraction.HUNDRED);
            BigDecimal decimal = exact.toDecimal(4);
            // A percent that is no mark of four places would have to be rounded: the teacher decides that, not we.
            if (Fraction.from(decimal).equals(exact)) {
                return Entry.of(Mark.from(decimal));
            }
        }
        return Entry.doubt(text);
    }

    private static boolean isNumber(String text) {
        return NUMBER.matcher(text).matches();
    }

    private static Mark number(String text) {
        return Mark.parse(text.replace(',', '.').replace('−', '-'));
    }

    /**
     * Why an entry is in doubt, in words for the teacher, such as “18 is more than the out-of 15”.
     *
     * @return empty text when the entry is not in doubt
     */
    public static String reasonForDoubt(Entry entry, Assessment assessment, Boundaries classBands) {
        return reasonForDoubt(entry, assessment, 0, classBands);
    }

    /**
     * The same for a part.
     *
     * @param part the part's place; 0 for a piece without parts
     */
    public static String reasonForDoubt(Entry entry, Assessment assessment, int part, Boundaries classBands) {
        if (!assessment.isInDoubt(entry, part, classBands)) {
            return "";
        }
        OutOf outOf = assessment.outOf(part);
        String here = assessment.hasParts() ? "this part" : "this piece";
        if (entry.is(EntryKind.MARK)) {
            String mark = entry.mark().orElseThrow().toString();
            return entry.mark().orElseThrow().value().signum() < 0
                    ? mark + " is below 0."
                    : mark + " is more than the out-of " + outOf + ".";
        }
        Matcher of = OF.matcher(entry.words());
        if (of.matches() && isNumber(of.group(1)) && isNumber(of.group(2))) {
            return "“" + entry.words() + "” is out of " + of.group(2) + ", but " + here + " is out of " + outOf + ".";
        }
        if (assessment.kind() == AssessmentKind.MARKS
                && PERCENT.matcher(entry.words()).matches()) {
            return "“" + entry.words() + "” makes no mark of at most four places out of " + outOf + ".";
        }
        return "“" + entry.words() + "” was not understood.";
    }
}
