package aestimo.exchange.days;

import aestimo.core.typed.TypedDay;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.Month;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A day, and the time of it where one is said, in any form sheets usually have it: {@code 2027-02-04 09:24},
 * {@code 4/2/2027 9:24 PM}, {@code Thu, 4 Feb 2027}, {@code February 4, 2027}.
 *
 * @param moment midnight where no time is said
 * @param eitherWay whether day and month could be taken the other way round
 * @param bare whether it has neither a year nor the name of a month, and so may be something else, such as a fraction
 */
public record WrittenTime(LocalDateTime moment, boolean eitherWay, boolean bare) {
    private static final Pattern WRITTEN = Pattern.compile(
            "(?:(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*[.,]?\\s+)?"
                    + "(?:(?<iso>[0-9]{4})[-/](?<isoMonth>[0-9]{1,2})[-/](?<isoDay>[0-9]{1,2})"
                    + "|(?<one>[0-9]{1,2})\\s*[./-]\\s*(?<other>[0-9]{1,2})(?:\\s*[./-]\\s*(?<year>[0-9]{4}|[0-9]{2})?)?"
                    + "|(?<day>[0-9]{1,2})(?:st|nd|rd|th)?[\\s.-]+(?<word>[a-z]{3,9})\\.?(?:[\\s,-]+(?<wordYear>[0-9]{4}|[0-9]{2}(?!:)))?"
                    + "|(?<first>[a-z]{3,9})\\.?\\s+(?<firstDay>[0-9]{1,2})(?:st|nd|rd|th)?(?:,?\\s+(?<firstYear>[0-9]{4}))?)"
                    + "(?:[\\sT,]+(?:at\\s+)?(?<hour>[0-9]{1,2})[:.](?<minute>[0-9]{2})(?:[:.](?<second>[0-9]{2})(?:[.,][0-9]+)?)?"
                    + "\\s*(?<half>[ap]\\.?m\\.?)?\\s*(?:z|utc|gmt|[+-][0-9]{2}:?[0-9]{2})?(?:\\s+(?:gmt|utc)[+-]?[0-9:]*)?)?",
            Pattern.CASE_INSENSITIVE);

    private static final Pattern NUMBERS =
            Pattern.compile("(?<one>[0-9]{1,2})[./-](?<other>[0-9]{1,2})[./-](?:[0-9]{4}|[0-9]{2})(?:[\\sT,].*)?");

    private static final String MONTHS = "janfebmaraprmayjunjulaugsepoctnovdec";
    private static final int LETTERS = 3;
    private static final int LAST_MONTH = 12;
    private static final int LONGEST = 60;
    /** The letters of 1/2/27. */
    private static final int SHORTEST = 6;

    private static final int CENTURY = 2000;
    private static final int TWO_DIGITS = 100;

    /**
     * Reads a day as it is written.
     *
     * @param monthFirst how {@code 3/2/2027} is taken where it could be either
     * @param from the first day it can be, which says the year where the text does not
     * @return empty where it is no day
     */
    public static Optional<WrittenTime> read(String text, boolean monthFirst, LocalDate from) {
        Matcher written = WRITTEN.matcher(text.strip());
        if (text.length() > LONGEST || !written.matches()) {
            return Optional.empty();
        }
        try {
            return dated(written, monthFirst, from).filter(it -> TypedDay.isWithin(it.day()));
        } catch (DateTimeException none) {
            return Optional.empty();
        }
    }

    private static Optional<WrittenTime> dated(Matcher written, boolean monthFirst, LocalDate from) {
        LocalTime time = time(written);
        if (written.group("iso") != null) {
            return Optional.of(new WrittenTime(
                    LocalDate.of(number(written, "iso"), number(written, "isoMonth"), number(written, "isoDay"))
                            .atTime(time),
                    false,
                    false));
        }
        if (written.group("one") != null) {
            int one = number(written, "one");
            int other = number(written, "other");
            boolean either = one <= LAST_MONTH && other <= LAST_MONTH && one != other;
            boolean month = either ? monthFirst : other > LAST_MONTH;
            return Optional.of(new WrittenTime(
                    day(written.group("year"), month ? one : other, month ? other : one, from)
                            .atTime(time),
                    either,
                    written.group("year") == null));
        }
        boolean dayFirst = written.group("day") != null;
        int month = month(written.group(dayFirst ? "word" : "first"));
        return month == 0
                ? Optional.empty()
                : Optional.of(new WrittenTime(
                        day(
                                        written.group(dayFirst ? "wordYear" : "firstYear"),
                                        month,
                                        number(written, dayFirst ? "day" : "firstDay"),
                                        from)
                                .atTime(time),
                        false,
                        false));
    }

    private static LocalTime time(Matcher written) {
        if (written.group("hour") == null) {
            return LocalTime.MIDNIGHT;
        }
        int hour = number(written, "hour");
        String half = written.group("half");
        if (half != null) {
            boolean noon = hour == LAST_MONTH;
            hour = (noon ? 0 : hour) + (half.toLowerCase(Locale.ROOT).startsWith("p") ? LAST_MONTH : 0);
        }
        return LocalTime.of(
                hour, number(written, "minute"), written.group("second") == null ? 0 : number(written, "second"));
    }

    private static LocalDate day(String year, int month, int day, LocalDate from) {
        if (year != null) {
            int said = Integer.parseInt(year);
            return LocalDate.of(said < TWO_DIGITS ? CENTURY + said : said, month, day);
        }
        LocalDate first = LocalDate.of(from.getYear(), month, day);
        return first.isBefore(from) ? LocalDate.of(from.getYear() + 1, month, day) : first;
    }

    /** 0 for a word that is no month. */
    private static int month(String word) {
        String begins = word.toLowerCase(Locale.ROOT).substring(0, LETTERS);
        int place = MONTHS.indexOf(begins);
        boolean whole = place >= 0 && place % LETTERS == 0;
        String name = whole ? Month.of(place / LETTERS + 1).name().toLowerCase(Locale.ROOT) : "";
        return whole && (name.startsWith(word.toLowerCase(Locale.ROOT)) || word.equalsIgnoreCase("sept"))
                ? place / LETTERS + 1
                : 0;
    }

    private static int number(Matcher written, String group) {
        return Integer.parseInt(written.group(group));
    }

    /** Whether a text says by its numbers that the month comes first, or that the day does; empty where it says neither. */
    public static Optional<Boolean> isMonthFirst(String text) {
        Matcher numbers = NUMBERS.matcher(text);
        if (text.length() < SHORTEST || text.length() > LONGEST || !numbers.matches()) {
            return Optional.empty();
        }
        int one = number(numbers, "one");
        int other = number(numbers, "other");
        return one > LAST_MONTH == other > LAST_MONTH ? Optional.empty() : Optional.of(other > LAST_MONTH);
    }

    /** Whether a text is surely a day: one with its year, or with the name of its month. */
    public static boolean isDay(String text) {
        return read(text, false, LocalDate.EPOCH).filter(it -> !it.bare()).isPresent();
    }

    public LocalDate day() {
        return moment.toLocalDate();
    }
}
