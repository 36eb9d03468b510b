package aestimo.app.register;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.register.LessonService.Hour;
import aestimo.app.register.RegisterImport.Entry;
import aestimo.core.book.Student;
import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.typed.RegisterText;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Holds what a sheet says of attendance against a class: which lesson is meant, and what its register says now. */
public final class AttendanceCheck {
    private static final LessonId OF_THE_SHEET = new LessonId("of the sheet");

    private final ClassBook classBook;
    private final Optional<Register> register;

    public AttendanceCheck(ClassBook classBook) {
        this.classBook = classBook;
        this.register = classBook.book().register();
    }

    /**
     * What would be entered of a student of the class.
     *
     * @param lesson its number within the day; empty where none is said: then the day's only one, or the first
     * @param text as it would be typed
     * @throws IllegalArgumentException saying why it cannot be
     */
    public Entry entry(Student student, LocalDate day, Optional<Integer> lesson, String text) {
        Hour hour = hour(day, lesson);
        if (!student.isEnrolledOn(day)) {
            throw new IllegalArgumentException(student.listName() + " was not in the class on " + Days.brief(day));
        }
        String was = lesson(hour)
                .flatMap(own -> register.flatMap(all -> all.entry(student.id(), own)))
                .map(RegisterText::of)
                .orElse("");
        return new Entry(student, hour, was, understood(text));
    }

    /**
     * What is said, as it would be typed in full.
     *
     * @throws IllegalArgumentException where it is no attendance
     */
    public String understood(String text) {
        Optional<RegisterEntry> entry = RegisterText.understand(text, new StudentId("of the sheet"), OF_THE_SHEET);
        if (entry.filter(own -> own.reason().length() > RegisterService.LONGEST_REASON)
                .isPresent()) {
            throw new IllegalArgumentException("the reason has over " + RegisterService.LONGEST_REASON + " characters");
        }
        return entry.map(RegisterText::of).orElse("");
    }

    /**
     * The lesson a day and a number mean.
     *
     * @throws IllegalArgumentException where that is no lesson of the class's year, or could be several
     */
    public Hour hour(LocalDate day, Optional<Integer> lesson) {
        String said = Days.brief(day) + " " + day.getYear();
        if (classBook.book().termOn(day).isEmpty()) {
            throw new IllegalArgumentException(said + " is in no term");
        }
        List<Lesson> ofTheDay = register.stream()
                .flatMap(all -> all.lessons().stream())
                .filter(own -> own.date().equals(day))
                .toList();
        if (lesson.isEmpty() && ofTheDay.size() > 1) {
            throw new IllegalArgumentException(
                    said + " has " + ofTheDay.size() + " lessons; say which, such as “1 Sep (2)”");
        }
        int at = lesson.orElse(ofTheDay.isEmpty() ? 1 : ofTheDay.get(0).at());
        if (at < 1 || at > LessonService.MOST_AT) {
            throw new IllegalArgumentException("a day has lessons 1 to " + LessonService.MOST_AT + ", not " + at);
        }
        return new Hour(day, at);
    }

    /** The lessons of entries that the class does not have yet. */
    public Set<Hour> missing(List<Entry> entries) {
        return entries.stream()
                .map(Entry::hour)
                .filter(hour -> lesson(hour).isEmpty())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private Optional<Lesson> lesson(Hour hour) {
        return register.stream()
                .flatMap(all -> all.lessons().stream())
                .filter(lesson -> lesson.date().equals(hour.date()) && lesson.at() == hour.at())
                .findFirst();
    }
}
