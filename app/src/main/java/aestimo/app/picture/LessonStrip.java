package aestimo.app.picture;

import aestimo.app.frame.Days;
import aestimo.core.attendance.ClassAttendance.InLesson;
import aestimo.core.register.Presence;
import aestimo.core.register.RegisterEntry;
import aestimo.core.typed.RegisterText;
import java.time.temporal.IsoFields;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The lessons of a student as a small line, a gap after each week. What was said is told by height and filling, and not by
 * colour alone: here low, late higher, absent highest, excused hollow, not taken a dot.
 *
 * @param unit how wide a lesson is
 */
public record LessonStrip(int width, double unit, List<Mark> marks) {
    public static final int HEIGHT = 20;

    private static final double WIDEST = 9;
    private static final double WEEK_GAP = 0.7;

    /** @param words “Wed 24 Feb, lesson 3: late 12” */
    public record Mark(double x, double y, double height, String css, String words) {}

    public static LessonStrip of(List<InLesson> lessons, int width) {
        int weeks = 0;
        for (int i = 1; i < lessons.size(); i++) {
            weeks += isNewWeek(lessons, i) ? 1 : 0;
        }
        double unit = Math.min(WIDEST, width / Math.max(1, lessons.size() + WEEK_GAP * weeks));
        List<Mark> marks = new ArrayList<>();
        double x = 0;
        for (int i = 0; i < lessons.size(); i++) {
            x += i > 0 && isNewWeek(lessons, i) ? WEEK_GAP * unit : 0;
            marks.add(mark(x, lessons.get(i)));
            x += unit;
        }
        return new LessonStrip(width, unit, marks);
    }

    private static boolean isNewWeek(List<InLesson> lessons, int at) {
        return week(lessons.get(at)) != week(lessons.get(at - 1));
    }

    private static int week(InLesson own) {
        return own.lesson().date().get(IsoFields.WEEK_BASED_YEAR) * 100
                + own.lesson().date().get(IsoFields.WEEK_OF_WEEK_BASED_YEAR);
    }

    private static Mark mark(double x, InLesson own) {
        Optional<Presence> presence = own.entry().map(RegisterEntry::presence);
        double height = presence.map(LessonStrip::height).orElse(2.0);
        return new Mark(
                x,
                HEIGHT - height,
                height,
                presence.map(LessonStrip::css).orElse("is-open")
                        + (own.entry().filter(RegisterEntry::excused).isPresent() ? " is-excused" : ""),
                Days.brief(own.lesson().date()) + ", lesson " + own.lesson().at() + ": "
                        + own.entry().map(RegisterText::of).orElse("not taken"));
    }

    private static double height(Presence presence) {
        return switch (presence) {
            case PRESENT -> 7;
            case LATE -> 13;
            case ABSENT -> HEIGHT;
        };
    }

    private static String css(Presence presence) {
        return switch (presence) {
            case PRESENT -> "is-here";
            case LATE -> "is-late";
            case ABSENT -> "is-absent";
        };
    }
}
