package aestimo.app.register;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.seats.SeatPlan;
import aestimo.core.book.Student;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.typed.RegisterText;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * One lesson of the register, by name or by seat.
 *
 * @param title “Wed 24 Feb, lesson 3”
 * @param before the lesson before, empty at the first
 * @param future whether it is after today, so that it counts in no figure yet
 */
public record RegisterView(
        long id,
        String title,
        String day,
        Optional<Step> before,
        Optional<Step> after,
        boolean future,
        List<Line> lines) {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM", Locale.UK);

    /** A lesson beside it. */
    public record Step(long id, String words) {}

    /**
     * A student.
     *
     * @param called given name first, as one would say it
     * @param text what is entered, as it would be typed; empty for nothing
     * @param css here, late, absent; empty for nothing
     * @param version 0 where nothing ever was
     */
    public record Line(
            long id, String number, String name, String called, String text, String css, int version, String set) {}

    static RegisterView of(ClassBook classBook, Lesson lesson, Map<Long, Integer> versions) {
        Register register = classBook.book().register().orElseThrow();
        List<Lesson> all = register.inOrder();
        int at = all.indexOf(lesson);
        List<Line> lines = new ArrayList<>();
        for (Student student : classBook.book().students()) {
            Optional<RegisterEntry> entry = register.entry(student.id(), lesson);
            if (entry.isPresent() || student.isEnrolledOn(lesson.date())) {
                lines.add(new Line(
                        ClassBook.id(student),
                        student.number(),
                        student.listName(),
                        student.fullName(),
                        entry.map(RegisterText::of).orElse(""),
                        css(entry),
                        versions.getOrDefault(ClassBook.id(student), 0),
                        student.set().orElse("")));
            }
        }
        return new RegisterView(
                Long.parseLong(lesson.id().text()),
                words(lesson),
                lesson.date().equals(classBook.book().today()) ? "today" : Days.brief(lesson.date()),
                at > 0 ? Optional.of(step(all.get(at - 1))) : Optional.empty(),
                at + 1 < all.size() ? Optional.of(step(all.get(at + 1))) : Optional.empty(),
                lesson.date().isAfter(classBook.book().today()),
                lines);
    }

    private static Step step(Lesson lesson) {
        return new Step(Long.parseLong(lesson.id().text()), words(lesson));
    }

    static String words(Lesson lesson) {
        return DAY.format(lesson.date()) + ", lesson " + lesson.at();
    }

    static String css(Optional<RegisterEntry> entry) {
        return entry.map(own -> switch (own.presence()) {
                    case PRESENT -> "is-here";
                    case LATE -> "is-late";
                    case ABSENT -> "is-absent";
                })
                .orElse("");
    }

    /** “19 here · 2 late · 1 absent · 2 to say”. */
    public String sums() {
        long here = count("is-here");
        long late = count("is-late");
        long absent = count("is-absent");
        return here + " here · " + late + " late · " + absent + " absent · " + (lines.size() - here - late - absent)
                + " to say";
    }

    /** Where everybody of the lesson sits. */
    public Map<Long, Line> byStudent() {
        return lines.stream().collect(Collectors.toMap(Line::id, line -> line));
    }

    /** Those of the lesson who have no seat in a plan. */
    public List<Line> without(SeatPlan plan) {
        return lines.stream().filter(line -> plan.of(line.id()).isEmpty()).toList();
    }

    private long count(String css) {
        return lines.stream().filter(line -> line.css().equals(css)).count();
    }
}
