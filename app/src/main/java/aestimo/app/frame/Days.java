package aestimo.app.frame;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.Locale;

/** How days and times are written on pages. */
public final class Days {
    private static final DateTimeFormatter SHORT = DateTimeFormatter.ofPattern("d MMM", Locale.UK);
    private static final DateTimeFormatter LONG = DateTimeFormatter.ofPattern("EEEE d MMMM", Locale.UK);
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("d MMM HH:mm", Locale.UK);
    private static final DateTimeFormatter DATED = DateTimeFormatter.ofPattern("d MMMM yyyy HH:mm", Locale.UK);
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss", Locale.UK);

    private Days() {}

    /** The Monday of the week a day is in. */
    public static LocalDate monday(LocalDate day) {
        return day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
    }

    /** “19 Feb”. */
    public static String brief(LocalDate day) {
        // The locale's own short September has four letters; all months here have three.
        return day.format(SHORT).replace("Sept", "Sep");
    }

    /** “Wednesday 24 February”. */
    public static String full(LocalDate day) {
        return day.format(LONG);
    }

    /** “22 Feb 16:20”, in the server's time zone. */
    public static String at(OffsetDateTime moment) {
        return moment.atZoneSameInstant(ZoneId.systemDefault()).format(TIME).replace("Sept", "Sep");
    }

    /** “22 February 2027 16:20”, in the server's time zone: for what is read in years to come. */
    public static String dated(OffsetDateTime moment) {
        return moment.atZoneSameInstant(ZoneId.systemDefault()).format(DATED);
    }

    /** “2027-02-24T16:20:07+01:00”, in the server's time zone, which it says: for files. */
    public static String exactly(OffsetDateTime moment) {
        return moment.atZoneSameInstant(ZoneId.systemDefault())
                .toOffsetDateTime()
                .truncatedTo(ChronoUnit.SECONDS)
                .format(DateTimeFormatter.ISO_OFFSET_DATE_TIME);
    }

    /** “10:42:07”, in the server's time zone. */
    public static String clock(OffsetDateTime moment) {
        return moment.atZoneSameInstant(ZoneId.systemDefault()).format(CLOCK);
    }
}
