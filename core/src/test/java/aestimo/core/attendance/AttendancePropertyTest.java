package aestimo.core.attendance;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.register.ExcusedAbsence;
import aestimo.core.register.Lesson;
import aestimo.core.register.Presence;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.result.Span;
import aestimo.core.value.Percent;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What has to hold of every register, on registers made by chance. */
class AttendancePropertyTest {
    private static final LocalDate START = LocalDate.of(2026, 9, 1);
    private static final LocalDate TODAY = LocalDate.of(2027, 2, 24);
    private static final List<Term> TERMS = List.of(
            Term.of(new TermId("t1"), "Term 1", START, LocalDate.of(2026, 12, 11)),
            Term.of(new TermId("t2"), "Term 2", LocalDate.of(2026, 12, 12), LocalDate.of(2027, 3, 26)));

    private static Register register(Random random, ExcusedAbsence excused) {
        List<Lesson> lessons = new ArrayList<>();
        List<RegisterEntry> entries = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(60); i++) {
            Lesson lesson = new Lesson(new LessonId("l" + i), START.plusDays(random.nextInt(200)), i + 1);
            lessons.add(lesson);
            for (int s = 0; s < 5; s++) {
                if (random.nextInt(4) > 0) {
                    Presence presence = Presence.values()[random.nextInt(3)];
                    entries.add(new RegisterEntry(
                            new StudentId("s" + s),
                            lesson.id(),
                            presence,
                            presence != Presence.PRESENT && random.nextBoolean(),
                            presence == Presence.LATE ? random.nextInt(30) : 0,
                            ""));
                }
            }
        }
        Collections.shuffle(lessons, random);
        Collections.shuffle(entries, random);
        return new Register(excused, lessons, entries);
    }

    private static Book book(Random random, ExcusedAbsence excused) {
        List<Student> students = new ArrayList<>();
        for (int s = 0; s < 5; s++) {
            students.add(new Student(
                    new StudentId("s" + s),
                    "F" + s,
                    "",
                    "",
                    Optional.of(s < 2 ? "North" : "South"),
                    s == 3 ? Optional.of(START.plusDays(random.nextInt(100))) : Optional.empty(),
                    s == 4 ? Optional.of(TODAY.minusDays(random.nextInt(100))) : Optional.empty()));
        }
        return new Book.Builder(TODAY)
                .terms(TERMS)
                .students(students)
                .register(Optional.of(register(random, excused)))
                .build();
    }

    private static Attendance of(Book book, Span span, Student student) {
        return ClassAttendance.of(book, span).orElseThrow().of(student);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
    void theYearIsItsTermsAndTheClassItsStudents(long seed) {
        Book book = book(new Random(seed), ExcusedAbsence.COUNTS);
        Span year = new Span.Year();
        ClassAttendance all = ClassAttendance.of(book, year).orElseThrow();
        for (Student student : book.students()) {
            Attendance terms = of(book, new Span.Terms(Set.of(new TermId("t1"))), student)
                    .plus(of(book, new Span.Terms(Set.of(new TermId("t2"))), student));
            assertThat(terms).isEqualTo(all.of(student));
            LocalDate middle = START.plusDays(seed * 7);
            assertThat(of(book, new Span.Dates(START, middle), student)
                            .plus(of(book, new Span.Dates(middle.plusDays(1), TODAY.plusDays(99)), student)))
                    .isEqualTo(all.of(student));
            List<ClassAttendance.InLesson> lessons = all.lessonsOf(student);
            assertThat(lessons.stream().filter(own -> own.entry().isEmpty()).count())
                    .isEqualTo(all.of(student).notTaken());
            assertThat(lessons.stream()
                            .flatMap(own -> own.entry().stream())
                            .filter(entry -> entry.presence() != Presence.ABSENT)
                            .count())
                    .isEqualTo(all.of(student).attended());
        }
        assertThat(all.ofSet("North").plus(all.ofSet("South"))).isEqualTo(all.ofClass());
        assertThat(ClassAttendance.of(book, new Span.Pieces(Set.of()))).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(longs = {31, 32, 33, 34, 35, 36, 37, 38, 39, 40})
    void leavingExcusedAbsencesOutNeverLowersAPercentAndCountsNothingElse(long seed) {
        Book counts = book(new Random(seed), ExcusedAbsence.COUNTS);
        Book leftOut = book(new Random(seed), ExcusedAbsence.LEFT_OUT);
        for (Student student : counts.students()) {
            Attendance with = of(counts, new Span.Year(), student);
            Attendance without = of(leftOut, new Span.Year(), student);
            assertThat(with.counted() - without.counted()).isEqualTo(with.absentExcused());
            assertThat(with.attended()).isEqualTo(without.attended());
            Optional<Percent> higher = without.percent();
            with.percent().ifPresent(percent -> {
                assertThat(percent.exact().compareTo(Percent.ZERO.exact())).isNotNegative();
                higher.ifPresent(other -> assertThat(other).isGreaterThanOrEqualTo(percent));
            });
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {51, 52, 53, 54, 55, 56, 57, 58, 59, 60})
    void aLessonIsALooseEndUntilEverybodyItWasMeantForIsEntered(long seed) {
        Book book = book(new Random(seed), ExcusedAbsence.COUNTS);
        Register register = book.register().orElseThrow();
        Set<Lesson> open = LooseEnds.of(book).stream()
                .filter(end -> end.kind() == LooseEnd.Kind.REGISTER)
                .map(end -> end.lesson().orElseThrow())
                .collect(java.util.stream.Collectors.toSet());
        int notTaken = 0;
        for (Lesson lesson : register.lessons()) {
            boolean missing = book.students().stream()
                    .anyMatch(student -> student.isEnrolledOn(lesson.date())
                            && register.entry(student.id(), lesson).isEmpty());
            assertThat(open.contains(lesson)).isEqualTo(missing && lesson.date().isBefore(TODAY));
            notTaken += missing && !lesson.date().isAfter(TODAY) ? 1 : 0;
        }
        int ofStudents = book.students().stream()
                .mapToInt(student -> of(book, new Span.Year(), student).notTaken())
                .sum();
        assertThat(ofStudents).isGreaterThanOrEqualTo(notTaken);
    }
}
