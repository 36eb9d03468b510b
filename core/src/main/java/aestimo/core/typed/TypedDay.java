package aestimo.core.typed;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * A day as a form, an address or a file gives it: {@code 2027-02-24}, from 1900 to 2199. Other years are no days of a
 * markbook, and some of them a database cannot give back as they were.
 */
public final class TypedDay {
    private static final Pattern WRITTEN = Pattern.compile("(19|20|21)[0-9]{2}-[0-9]{2}-[0-9]{2}");
    private static final LocalDate FIRST = LocalDate.of(1900, 1, 1);
    private static final LocalDate LAST = LocalDate.of(2199, 12, 31);

    private TypedDay() {}

    /** Empty for whatever is no such day: no text, another way of writing, 30 February, the year 9999. */
    public static Optional<LocalDate> read(String text) {
        try {
            return WRITTEN.matcher(text).matches() ? Optional.of(LocalDate.parse(text)) : Optional.empty();
        } catch (DateTimeException none) {
            return Optional.empty();
        }
    }

    /** Whether the day, however it was given, lies in the years a markbook has days of. */
    public static boolean isWithin(LocalDate day) {
        return !day.isBefore(FIRST) && !day.isAfter(LAST);
    }
}
