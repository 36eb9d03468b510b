package aestimo.exchange.register;

import aestimo.exchange.days.WrittenTime;
import java.time.LocalDate;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A day as sheets write it, and the number of the lesson where it says one: “2026-09-01”, “1 Sep”, “Tue 01/09/2026 (3)”,
 * “1.9. lesson 3”. The day comes before the month.
 *
 * @param lesson empty where none is said
 */
public record DayHeading(LocalDate day, Optional<Integer> lesson) {
    private static final Pattern WRITTEN = Pattern.compile(
            "(?:(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*[.,]?\\s+)?(?<day>[0-9]{4}-[0-9]{1,2}-[0-9]{1,2}"
                    + "|[0-9]{1,2}[./-][0-9]{1,2}(?:[./-](?:[0-9]{4}|[0-9]{2})?)?"
                    + "|[0-9]{1,2}\\s+[a-z]{3,9}\\.?(?:\\s+[0-9]{4})?)"
                    + "(?:\\s+[0-9]{2}:[0-9]{2}(?::[0-9]{2})?)?"
                    + "[\\s,]*(?:\\(?\\s*(?:lesson|period|hour|no\\.?|#|/)?\\s*(?<lesson>[0-9]{1,2})\\s*\\)?)?",
            Pattern.CASE_INSENSITIVE);

    /**
     * @param from the first day it can be, which says the year where the text does not
     * @return empty where it is no day
     */
    public static Optional<DayHeading> read(String text, LocalDate from) {
        Matcher written = WRITTEN.matcher(text.strip());
        if (!written.matches()) {
            return Optional.empty();
        }
        return WrittenTime.read(written.group("day"), false, from)
                .map(day -> new DayHeading(
                        day.day(), Optional.ofNullable(written.group("lesson")).map(Integer::valueOf)));
    }
}
