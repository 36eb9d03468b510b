package aestimo.exchange.register;

import aestimo.core.typed.TypedDay;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.format.ResolverStyle;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A day as sheets write it, and the number of the lesson where it says one: “2026-09-01”, “1 Sep”, “Tue 01/09/2026 (3)”,
 * “1.9. lesson 3”. The day comes before the month.
 *
 * @param lesson empty where none is said
 */
record DayHeading(LocalDate day, Optional<Integer> lesson) {
    private static final Pattern WRITTEN = Pattern.compile(
            "(?:(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*[.,]?\\s+)?(?<day>[0-9]{4}-[0-9]{1,2}-[0-9]{1,2}"
                    + "|[0-9]{1,2}[./-][0-9]{1,2}(?:[./-](?:[0-9]{4}|[0-9]{2})?)?"
                    + "|[0-9]{1,2}\\s+[a-z]{3,9}\\.?(?:\\s+[0-9]{4})?)"
                    + "(?:\\s+[0-9]{2}:[0-9]{2}(?::[0-9]{2})?)?"
                    + "[\\s,]*(?:\\(?\\s*(?:lesson|period|hour|no\\.?|#|/)?\\s*(?<lesson>[0-9]{1,2})\\s*\\)?)?",
            Pattern.CASE_INSENSITIVE);

    private static final List<DateTimeFormatter> WITH_YEAR =
            formatters("uuuu-M-d", "d/M/uuuu", "d/M/uu", "d MMM uuuu", "d MMMM uuuu");
    private static final List<DateTimeFormatter> IN_ANY_YEAR = formatters("d/M uuuu", "d MMM uuuu", "d MMMM uuuu");

    private static List<DateTimeFormatter> formatters(String... patterns) {
        return List.of(patterns).stream()
                .map(pattern -> new DateTimeFormatterBuilder()
                        .parseCaseInsensitive()
                        .appendPattern(pattern)
                        .toFormatter(Locale.ENGLISH)
                        .withResolverStyle(ResolverStyle.STRICT))
                .toList();
    }

    /**
     * @param from the first day it can be, which says the year where the text does not
     * @return empty where it is no day
     */
    static Optional<DayHeading> read(String text, LocalDate from) {
        Matcher written = WRITTEN.matcher(text.strip());
        if (!written.matches()) {
            return Optional.empty();
        }
        String day = written.group("day")
                .toLowerCase(Locale.ROOT)
                .replaceAll("sept\\b", "sep")
                .replaceAll("\\.$", "");
        String plain = day.contains("-") && day.indexOf('-') == 4
                ? day
                : day.replaceAll("[.-]", "/").replaceAll("/$", "");
        return date(plain, WITH_YEAR)
                .or(() -> date(plain + " " + from.getYear(), IN_ANY_YEAR)
                        .map(date -> date.isBefore(from) ? date.plusYears(1) : date))
                .map(date -> new DayHeading(
                        date, Optional.ofNullable(written.group("lesson")).map(Integer::valueOf)));
    }

    private static Optional<LocalDate> date(String text, List<DateTimeFormatter> formatters) {
        for (DateTimeFormatter formatter : formatters) {
            try {
                return Optional.of(LocalDate.parse(text, formatter)).filter(TypedDay::isWithin);
            } catch (DateTimeException other) {
                // Written another way.
                continue;
            }
        }
        return Optional.empty();
    }
}
