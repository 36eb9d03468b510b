package aestimo.exchange.marks;

import aestimo.core.value.OutOf;
import aestimo.exchange.days.WrittenTime;
import java.time.LocalDate;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What stands over a column, taken apart: “Town survey (/50) 12 Jan” is a title, an out-of and a day.
 *
 * @param shown as it stands
 * @param title without the out-of and the day; as it stands where nothing else is left
 * @param outOf empty where it says none
 * @param day empty where it says none, like {@code eitherWay}: whether day and month could be the other way round
 * @param percent whether it says that the marks are percents
 */
record Heading(
        String shown,
        String title,
        Optional<OutOf> outOf,
        Optional<LocalDate> day,
        boolean eitherWay,
        boolean percent) {
    static final Heading NONE = new Heading("", "", Optional.empty(), Optional.empty(), false, false);

    /** Longer ones are whole sentences; taking these apart costs the square of their length. */
    static final int LONGEST = 200;

    private static final String NUMBER = "([0-9]{1,5}(?:[.,][0-9]{1,4})?)";
    private static final Pattern OUT_OF = Pattern.compile(
            "(.*?)[\\s:,–—-]*(?:"
                    + "[(\\[]\\s*(?:/|out of|out-of|max\\.?(?:imum)?|of)?\\s*:?\\s*" + NUMBER
                    + "\\s*(?:marks?|points?|pts?\\.?|possible)?\\s*[)\\]]"
                    + "|(?:/|\\bout of\\b|\\bout-of\\b|\\bmax\\.?(?:imum)?(?=[\\s:0-9]))\\s*:?\\s*" + NUMBER
                    + "(?:\\s*(?:marks?|points?|pts?\\.?))?"
                    + "|(?<=\\s)" + NUMBER + "\\s*(?:marks|points|pts\\.?))",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern BARE = Pattern.compile(
            "[(\\[]?\\s*(?:/|out of|out-of|max\\.?(?:imum)?|of)?\\s*:?\\s*" + NUMBER
                    + "\\s*(?:marks?|points?|pts?\\.?|possible)?\\s*[)\\]]?",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern BETWEEN = Pattern.compile("[\\s_.:\\-/()]+");
    private static final Pattern FOOTNOTE = Pattern.compile("(?<=\\S)\\s*[*†‡]+$");
    private static final Pattern PERCENT =
            Pattern.compile("(.*?)\\s*[(\\[]?\\s*(?:in\\s+)?(?:%|per ?cent)\\s*[)\\]]?", Pattern.CASE_INSENSITIVE);
    /** A day at the end of a heading: after a blank, perhaps in brackets. */
    private static final Pattern DAY_BEHIND = Pattern.compile("(.+?)[\\s,:–-]*[\\s(\\[]"
            + "([0-9]{4}-[0-9]{1,2}-[0-9]{1,2}|[0-9]{1,2}[./][0-9]{1,2}[./][0-9]{2,4}|[0-9]{1,2}(?:st|nd|rd|th)?\\s[A-Za-z]{3,9}(?:\\s[0-9]{4})?)"
            + "[)\\]]?");

    /** @param from the first day it can be, which says the year where the heading does not */
    static Heading of(String shown, boolean monthFirst, LocalDate from) {
        if (shown.length() > LONGEST) {
            return new Heading(shown, shown.strip(), Optional.empty(), Optional.empty(), false, false);
        }
        String rest = FOOTNOTE.matcher(shown.strip()).replaceFirst("");
        Optional<WrittenTime> whole = day(rest, monthFirst, from);
        if (whole.isPresent()) {
            return new Heading(
                    shown,
                    rest,
                    Optional.empty(),
                    whole.map(WrittenTime::day),
                    whole.get().eitherWay(),
                    false);
        }
        Optional<OutOf> outOf = Optional.empty();
        Optional<WrittenTime> day = Optional.empty();
        boolean percent = false;
        // Whatever their order: the out-of may stand before the day, or behind it.
        for (int i = 0; i < 2; i++) {
            Matcher headed = OUT_OF.matcher(rest);
            if (outOf.isEmpty() && headed.matches()) {
                outOf = outOf(
                        headed.group(2) != null
                                ? headed.group(2)
                                : headed.group(3) != null ? headed.group(3) : headed.group(4));
                rest = outOf.isPresent() && !headed.group(1).isBlank()
                        ? headed.group(1).strip()
                        : rest;
            }
            Matcher dated = DAY_BEHIND.matcher(rest);
            if (day.isEmpty() && dated.matches()) {
                day = day(dated.group(2), monthFirst, from);
                rest = day.isPresent() ? dated.group(1).strip() : rest;
            }
            Matcher inPercent = PERCENT.matcher(rest);
            if (inPercent.matches()) {
                percent = true;
                rest = inPercent.group(1).isBlank() ? rest : inPercent.group(1).strip();
            }
        }
        return new Heading(
                shown,
                rest,
                outOf,
                day.map(WrittenTime::day),
                day.map(WrittenTime::eitherWay).orElse(false),
                percent);
    }

    private static Optional<WrittenTime> day(String text, boolean monthFirst, LocalDate from) {
        return WrittenTime.read(text, monthFirst, from).filter(it -> !it.bare());
    }

    /** The out-of a cell below a heading says: “50”, “/50”, “(50)”, “out of 50”. */
    static Optional<OutOf> bareOutOf(String cell) {
        Matcher bare = BARE.matcher(cell.strip());
        return cell.length() <= LONGEST && bare.matches() ? outOf(bare.group(1)) : Optional.empty();
    }

    static Optional<OutOf> outOf(String text) {
        try {
            return Optional.of(OutOf.parse(text.replace(',', '.')));
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    /** In small letters, “Forename(s)” as “forenames”, without signs around and between. */
    static String bare(String heading) {
        String plain = heading.toLowerCase(Locale.ROOT).replace("(s)", "s").replace('’', '\'');
        return BETWEEN.matcher(plain).replaceAll(" ").strip();
    }

    /** Small letters, digits and single blanks alone, so that signs make no difference between two titles. */
    static String plain(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", " ").strip();
    }

    Heading withOutOf(Optional<OutOf> other) {
        return new Heading(shown, title, other, day, eitherWay, percent);
    }

    Heading withDay(Optional<WrittenTime> other) {
        return new Heading(
                shown,
                title,
                outOf,
                other.map(WrittenTime::day),
                other.map(WrittenTime::eitherWay).orElse(false),
                percent);
    }
}
