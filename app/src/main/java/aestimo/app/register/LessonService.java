package aestimo.app.register;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Days;
import aestimo.app.register.RegisterMapper.DayOffRow;
import aestimo.app.register.RegisterMapper.LessonRow;
import aestimo.app.register.RegisterMapper.TimeRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.Problems;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.register.ExcusedAbsence;
import aestimo.core.register.Lesson;
import aestimo.core.typed.TypedDay;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** When a class has lessons: a weekly pattern less the days the school is shut, and single ones. */
@Service
public class LessonService {
    static final int MOST_AT = 20;
    private static final java.util.regex.Pattern CLOCK =
            java.util.regex.Pattern.compile("|([01][0-9]|2[0-3]):[0-5][0-9]");
    private static final int MOST_DAYS_OFF = 400;
    private static final int LONGEST_WORDS = 100;

    private final RegisterMapper mapper;
    private final BookService books;
    private final ChangeService changes;

    LessonService(RegisterMapper mapper, BookService books, ChangeService changes) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
    }

    /** What is set up. */
    record Pattern(List<TimeRow> times, List<DayOffRow> daysOff) {}

    @Transactional(readOnly = true)
    public Pattern pattern(TeacherId teacher, long classId) {
        return new Pattern(mapper.findTimes(teacher, classId), mapper.findDaysOff(teacher, classId));
    }

    /**
     * Saves the pattern and makes its lessons. Lessons it no longer has go, unless somebody is entered in them or they
     * were made by hand.
     *
     * @param daysOff a line for each day or stretch: “2026-12-21 to 2027-01-01 Christmas”
     * @return how many lessons there are now
     * @throws FormException naming every line that will not do; nothing is saved then
     */
    @Transactional
    public int save(TeacherId teacher, long classId, List<TimeRow> times, String daysOff, boolean excusedCounts) {
        Book book = books.open(teacher, classId).book();
        Problems problems = new Problems();
        for (int i = 0; i < times.size(); i++) {
            TimeRow time = times.get(i);
            if (time.weekday() < 1 || time.weekday() > DayOfWeek.values().length) {
                problems.at("weekday", i, "Choose the day of the week.");
            }
            if (time.at() < 1 || time.at() > MOST_AT) {
                problems.at("at", i, "The number of the lesson within the day must be from 1 to " + MOST_AT + ".");
            }
        }
        checkClocks(times, problems);
        if (times.stream()
                        .map(time -> List.of(time.weekday(), time.at(), time.week()))
                        .distinct()
                        .count()
                < times.size()) {
            problems.at("weekday", "One lesson of the week is there twice.");
        }
        List<DayOffRow> off = daysOff(daysOff, book, problems);
        problems.refuse();
        mapper.deleteTimes(teacher, classId);
        times.forEach(time -> mapper.insertTime(teacher, classId, time));
        mapper.deleteDaysOff(teacher, classId);
        off.forEach(day -> mapper.insertDayOff(teacher, classId, day));
        mapper.updateExcusedAbsence(teacher, classId, excusedCounts ? "COUNTS" : "LEFT_OUT");
        book.register()
                .ifPresent(register -> changes.recordGroundwork(
                        teacher,
                        classId,
                        "attendance",
                        excused(register.excusedAbsence() == ExcusedAbsence.COUNTS),
                        excused(excusedCounts)));
        int now = make(teacher, classId, book, times, off);
        // The days off are the school's: the lessons of the other classes of the year follow.
        List<ClassRow> classes = books.classes(teacher);
        long year = classes.stream()
                .filter(row -> row.id() == classId)
                .findFirst()
                .orElseThrow()
                .yearId();
        for (ClassRow other : classes) {
            List<TimeRow> others =
                    other.yearId() == year && other.id() != classId ? mapper.findTimes(teacher, other.id()) : List.of();
            if (!others.isEmpty()) {
                make(teacher, other.id(), book, others, off);
            }
        }
        return now;
    }

    private static void checkClocks(List<TimeRow> times, Problems problems) {
        for (int i = 0; i < times.size(); i++) {
            TimeRow time = times.get(i);
            if (!CLOCK.matcher(time.starts()).matches()) {
                problems.at("starts", i, "Write when the lesson begins as 10:40, or leave it empty.");
            } else if (!CLOCK.matcher(time.ends()).matches()) {
                problems.at("ends", i, "Write when the lesson ends as 11:25, or leave it empty.");
            } else if (!time.ends().isEmpty() && time.ends().compareTo(time.starts()) <= 0) {
                problems.at("ends", i, "The lesson must end after it begins.");
            }
        }
    }

    /** When a lesson begins and ends by the clock, as the week says it; empty where it does not. */
    @Transactional(readOnly = true)
    public Optional<Clocked> clock(TeacherId teacher, long classId, Lesson lesson) {
        return mapper.findTimes(teacher, classId).stream()
                .filter(time -> time.weekday() == lesson.date().getDayOfWeek().getValue()
                        && time.at() == lesson.at()
                        && !time.starts().isEmpty())
                .findFirst()
                .map(time -> new Clocked(time.clock(), time.ends()));
    }

    /**
     * A lesson by the clock.
     *
     * @param words “10:40–11:25”
     * @param ends “11:25”; empty where that is not said
     */
    public record Clocked(String words, String ends) {}

    private static String excused(boolean counts) {
        return counts ? "excused counts as not attended" : "excused is left out";
    }

    /** Makes the lessons of a week that are missing; those it has not go, unless taken or made by hand. */
    private int make(TeacherId teacher, long classId, Book ofTheYear, List<TimeRow> times, List<DayOffRow> off) {
        Set<LocalDate> shut = off.stream().map(DayOffRow::date).collect(Collectors.toSet());
        List<LessonRow> before = mapper.findLessons(teacher, classId);
        Set<Hour> wanted = wanted(ofTheYear, times, shut);
        for (LessonRow row : before) {
            if (!row.single() && !wanted.contains(new Hour(row.date(), row.at()))) {
                mapper.deleteUntaken(teacher, classId, row.id());
            }
        }
        wanted.forEach(lesson -> mapper.insertLesson(teacher, classId, lesson.date(), lesson.at(), false));
        int now = mapper.findLessons(teacher, classId).size();
        changes.recordGroundwork(teacher, classId, "lessons", before.size() + " lessons", now + " lessons");
        return now;
    }

    /** The same for a class with a lesson every week on each of some days. */
    @Transactional
    public void saveWeek(TeacherId teacher, long classId, List<DayOfWeek> days, List<Integer> numbers, String daysOff) {
        List<TimeRow> times = new ArrayList<>();
        for (int i = 0; i < days.size(); i++) {
            times.add(TimeRow.of(days.get(i).getValue(), numbers.get(i), "EVERY"));
        }
        save(teacher, classId, times, daysOff, true);
    }

    /**
     * Adds a lesson outside the pattern.
     *
     * @throws FormException when the day is none, is in no term, or has a lesson of that number
     */
    @Transactional
    public void add(TeacherId teacher, long classId, String day, int at) {
        Book book = books.open(teacher, classId).book();
        LocalDate date = TypedDay.read(day).orElseThrow(() -> FormException.at("day", "Choose the day of the lesson."));
        if (at < 1 || at > MOST_AT) {
            throw FormException.at("number", "The number of the lesson must be from 1 to " + MOST_AT + ".");
        }
        if (book.termOn(date).isEmpty()) {
            throw FormException.at("day", date + " is in no term of the year.");
        }
        if (mapper.insertLesson(teacher, classId, date, at, true) == 0) {
            throw FormException.at("number", "There is a lesson " + at + " on that day already.");
        }
        changes.recordGroundwork(teacher, classId, "lessons", "", "lesson " + at + " on " + date);
    }

    /** @throws FormException when somebody is entered in it */
    @Transactional
    public void delete(TeacherId teacher, long classId, long lessonId) {
        RegisterService.lesson(books.open(teacher, classId), lessonId);
        if (mapper.deleteUntaken(teacher, classId, lessonId) == 0) {
            throw new FormException("This lesson has entries. Delete them first, then it can be deleted.");
        }
    }

    /** A place in the timetable: a day, and the number within it. */
    public record Hour(LocalDate date, int at) implements Comparable<Hour> {
        private static final Comparator<Hour> ORDER =
                Comparator.comparing(Hour::date).thenComparingInt(Hour::at);

        @Override
        public int compareTo(Hour other) {
            return ORDER.compare(this, other);
        }
    }

    /** Every lesson the pattern gives. */
    static Set<Hour> wanted(Book book, List<TimeRow> times, Set<LocalDate> shut) {
        Set<Hour> wanted = new HashSet<>();
        if (book.terms().isEmpty()) {
            return wanted;
        }
        LocalDate firstMonday = Days.monday(book.terms().get(0).firstDay());
        for (Term term : book.terms()) {
            for (LocalDate day = term.firstDay(); !day.isAfter(term.lastDay()); day = day.plusDays(1)) {
                boolean weekA = ChronoUnit.WEEKS.between(firstMonday, day) % 2 == 0;
                for (TimeRow time : times) {
                    if (time.weekday() == day.getDayOfWeek().getValue()
                            && !shut.contains(day)
                            && (time.week().equals("EVERY") || time.week().equals(weekA ? "A" : "B"))) {
                        wanted.add(new Hour(day, time.at()));
                    }
                }
            }
        }
        return wanted;
    }

    private static List<DayOffRow> daysOff(String text, Book book, Problems problems) {
        List<DayOffRow> days = new ArrayList<>();
        Set<LocalDate> seen = new HashSet<>();
        for (String line : text.lines().map(String::strip).toList()) {
            if (line.isEmpty()) {
                continue;
            }
            String[] parts = line.split("\\s+", 2);
            String rest = parts.length > 1 ? parts[1] : "";
            Optional<LocalDate> first = TypedDay.read(parts[0]);
            Optional<LocalDate> last = first;
            if (rest.matches("(to|–|-)\\s.*")) {
                String[] until = rest.split("\\s+", 3);
                last = TypedDay.read(until[1]);
                rest = until.length > 2 ? until[2] : "";
            }
            if (first.isEmpty() || last.isEmpty() || last.get().isBefore(first.get())) {
                problems.at(
                        "daysOff",
                        "“" + line + "” is not a date: write it as 2026-12-21, or 2026-12-21 to 2027-01-01.");
                continue;
            }
            if (rest.length() > LONGEST_WORDS || ChronoUnit.DAYS.between(first.get(), last.get()) > MOST_DAYS_OFF) {
                problems.at("daysOff", "“" + line.substring(0, Math.min(40, line.length())) + "” is too long.");
                continue;
            }
            for (LocalDate day = first.get(); !day.isAfter(last.get()); day = day.plusDays(1)) {
                if (seen.add(day)) {
                    days.add(new DayOffRow(day, rest));
                }
            }
        }
        if (days.size() > MOST_DAYS_OFF) {
            problems.at("daysOff", "A year has no more than " + MOST_DAYS_OFF + " days off.");
        }
        return days;
    }
}
