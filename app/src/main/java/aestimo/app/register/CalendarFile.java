package aestimo.app.register;

import aestimo.app.register.RegisterMapper.DayOffRow;
import aestimo.app.web.FormException;
import aestimo.core.typed.TypedDay;
import biweekly.Biweekly;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import biweekly.property.DateOrDateTimeProperty;
import biweekly.util.DateTimeComponents;
import biweekly.util.ICalDate;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Days the school is closed, from an iCalendar file: its events of whole days. */
final class CalendarFile {
    private static final int LARGEST = 1024 * 1024;
    private static final int MOST_EVENTS = 2_000;
    private static final int MOST_DAYS = 400;
    private static final int LONGEST_WORDS = 100;

    private CalendarFile() {}

    /**
     * @param first of the days wanted
     * @param last of the days wanted
     * @throws FormException where the file is too large or no calendar, or holds no whole day among those wanted
     */
    static List<DayOffRow> daysOff(byte[] file, LocalDate first, LocalDate last) {
        if (file.length > LARGEST) {
            throw FormException.at("calendar", "The calendar is larger than 1 MB. Export one with the holidays alone.");
        }
        List<ICalendar> calendars =
                Biweekly.parse(new String(file, StandardCharsets.UTF_8)).all();
        if (calendars.isEmpty()) {
            throw FormException.at("calendar", "The file is not a calendar: it has no BEGIN:VCALENDAR.");
        }
        List<VEvent> events =
                calendars.stream().flatMap(one -> one.getEvents().stream()).toList();
        if (events.size() > MOST_EVENTS) {
            throw FormException.at(
                    "calendar", "The calendar has over " + MOST_EVENTS + " events. Export the holidays alone.");
        }
        List<DayOffRow> days = new ArrayList<>();
        Set<LocalDate> seen = new HashSet<>();
        for (VEvent event : events) {
            Optional<LocalDate> start = day(event.getDateStart());
            if (start.isEmpty() || event.getRecurrenceRule() != null) {
                continue;
            }
            // The end of a whole day is the day after.
            LocalDate end = day(event.getDateEnd()).orElse(start.get().plusDays(1));
            LocalDate until = end.isAfter(start.get()) ? end : start.get().plusDays(1);
            for (LocalDate day = start.get().isBefore(first) ? first : start.get();
                    day.isBefore(until) && !day.isAfter(last);
                    day = day.plusDays(1)) {
                if (seen.add(day)) {
                    days.add(new DayOffRow(day, words(event)));
                }
            }
        }
        if (days.isEmpty()) {
            throw FormException.at(
                    "calendar",
                    "The calendar has no event of whole days from " + first + " to " + last
                            + ". Events with a time, and those that repeat, are not imported.");
        }
        if (days.size() > MOST_DAYS) {
            throw FormException.at("calendar", "The calendar has over " + MOST_DAYS + " days in this year.");
        }
        return days.stream().sorted(Comparator.comparing(DayOffRow::date)).toList();
    }

    private static Optional<LocalDate> day(@Nullable DateOrDateTimeProperty property) {
        ICalDate value = property == null ? null : property.getValue();
        if (value == null || value.hasTime() || value.getRawComponents() == null) {
            return Optional.empty();
        }
        DateTimeComponents date = value.getRawComponents();
        // Components are numbers as the file has them, such as a month 13.
        return TypedDay.read(
                String.format(Locale.ROOT, "%04d-%02d-%02d", date.getYear(), date.getMonth(), date.getDate()));
    }

    private static String words(VEvent event) {
        String summary = event.getSummary() == null || event.getSummary().getValue() == null
                ? ""
                : event.getSummary().getValue();
        String line = summary.replaceAll("[\\p{Cntrl}\\u2028\\u2029]+", " ").strip();
        return line.substring(0, Math.min(LONGEST_WORDS, line.length()));
    }
}
