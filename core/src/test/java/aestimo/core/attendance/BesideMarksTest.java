package aestimo.core.attendance;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.attendance.BesideMarks.Kind;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.id.LessonId;
import aestimo.core.register.ExcusedAbsence;
import aestimo.core.register.Lesson;
import aestimo.core.register.Presence;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.result.Span;
import aestimo.core.testing.RandomClass;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BesideMarksTest {
    private static RegisterEntry entry(Student student, Lesson lesson, Presence presence) {
        return new RegisterEntry(student.id(), lesson.id(), presence, false, 0, "");
    }

    /** A class made by chance, with one or two lessons on the days of most pieces. */
    private static Book book(RandomClass chance) {
        Random random = chance.random;
        Book made = chance.book();
        List<Lesson> lessons = new ArrayList<>();
        List<RegisterEntry> entries = new ArrayList<>();
        Set<LocalDate> days = new HashSet<>();
        made.assessments().stream()
                .map(Assessment::date)
                .filter(day -> random.nextInt(5) > 0)
                .forEach(days::add);
        for (LocalDate day : days) {
            for (int at = 1; at <= 1 + random.nextInt(2); at++) {
                Lesson lesson = new Lesson(new LessonId("l" + lessons.size()), day, at);
                lessons.add(lesson);
                for (Student student : made.students()) {
                    if (random.nextInt(4) > 0) {
                        entries.add(entry(student, lesson, Presence.values()[random.nextInt(3)]));
                    }
                }
            }
        }
        return made.toBuilder()
                .register(Optional.of(new Register(ExcusedAbsence.COUNTS, lessons, entries)))
                .build();
    }

    private static List<Presence> said(Book book, Student student, LocalDate day) {
        Register register = book.register().orElseThrow();
        return register.lessons().stream()
                .filter(lesson -> lesson.date().equals(day))
                .flatMap(lesson -> register.entry(student.id(), lesson).stream())
                .map(RegisterEntry::presence)
                .toList();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void everyCellIsNamedThatDoesNotGoWithTheRegisterAndNoOther(long seed) {
        Book book = book(new RandomClass(seed));
        Set<BesideMarks> found = new HashSet<>(BesideMarks.of(book));
        int cells = 0;
        for (int i = 0; i < book.students().size(); i++) {
            for (int place = 0; place < book.assessments().size(); place++) {
                Student student = book.students().get(i);
                Assessment piece = book.assessments().get(place);
                List<Presence> said = said(book, student, piece.date());
                boolean asked = !said.isEmpty()
                        && student.isMeant(piece)
                        && !piece.date().isAfter(book.today());
                boolean away = said.stream().allMatch(own -> own == Presence.ABSENT);
                for (int part = 0; part < piece.entryCount(); part++) {
                    Entry entry = book.entry(i, place, part);
                    boolean marked = entry.is(EntryKind.MARK) || entry.is(EntryKind.GRADE);
                    check(found, asked && away && entry.isNothing(), student, piece, part, entry, Kind.AWAY_AND_BLANK);
                    check(found, asked && away && marked, student, piece, part, entry, Kind.MARKED_THOUGH_AWAY);
                    check(
                            found,
                            asked && !away && entry.is(EntryKind.ABSENT),
                            student,
                            piece,
                            part,
                            entry,
                            Kind.ABSENT_THOUGH_HERE);
                    cells++;
                }
            }
        }
        assertThat(cells).isPositive();
        assertThat(found).as("nothing but these").isEmpty();
    }

    private static void check(
            Set<BesideMarks> found, boolean is, Student student, Assessment piece, int part, Entry entry, Kind kind) {
        assertThat(found.remove(new BesideMarks(student, piece, piece.partAt(part), entry, kind)))
                .as("%s %s %s", student.listName(), piece.title(), kind)
                .isEqualTo(is);
    }

    @Test
    void awayOnOneWeekdayIsSaidFromTheFourthTimeAndTwiceAsOftenAsOnOthers() {
        Book made = new RandomClass(1).book();
        LocalDate monday =
                made.terms().get(0).firstDay().with(java.time.temporal.TemporalAdjusters.next(DayOfWeek.MONDAY));
        Student student = made.students().get(0);
        List<Lesson> lessons = new ArrayList<>();
        for (int week = 0; week < 6; week++) {
            lessons.add(new Lesson(new LessonId("m" + week), monday.plusWeeks(week), 1));
            lessons.add(
                    new Lesson(new LessonId("t" + week), monday.plusWeeks(week).plusDays(1), 1));
        }
        assertThat(oftenAway(made, student, lessons, 3, 0)).isEmpty();
        assertThat(oftenAway(made, student, lessons, 4, 2)).contains(new OftenAway(DayOfWeek.MONDAY, 4, 6, 2));
        assertThat(oftenAway(made, student, lessons, 5, 3)).isEmpty();
        assertThat(oftenAway(
                        made,
                        student,
                        lessons.stream()
                                .filter(lesson -> lesson.id().text().startsWith("m"))
                                .toList(),
                        6,
                        0))
                .isEmpty();
    }

    private static Optional<OftenAway> oftenAway(
            Book made, Student student, List<Lesson> lessons, int mondays, int tuesdays) {
        List<RegisterEntry> entries = new ArrayList<>();
        for (Lesson lesson : lessons) {
            int week = Integer.parseInt(lesson.id().text().substring(1));
            int away = lesson.date().getDayOfWeek() == DayOfWeek.MONDAY ? mondays : tuesdays;
            entries.add(entry(student, lesson, week < away ? Presence.ABSENT : Presence.PRESENT));
        }
        Book book = new Book.Builder(made.terms().get(made.terms().size() - 1).lastDay())
                .terms(made.terms())
                .students(List.of(student))
                .register(Optional.of(new Register(ExcusedAbsence.COUNTS, lessons, entries)))
                .build();
        return ClassAttendance.of(book, new Span.Year()).orElseThrow().oftenAway(student);
    }
}
