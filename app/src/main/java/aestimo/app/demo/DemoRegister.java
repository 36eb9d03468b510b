package aestimo.app.demo;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.register.LessonService;
import aestimo.app.register.RegisterService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Student;
import aestimo.core.entry.EntryKind;
import aestimo.core.register.Lesson;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/**
 * The register of a demo class: two lessons a week, all taken but today's. Most are here; one comes late often, one is
 * away on Tuesdays.
 */
@Component
class DemoRegister {
    private static final int SEED = 20_260_901;
    private static final int OFTEN_LATE = 9;
    private static final int AWAY_ON_TUESDAYS = 14;
    private static final LocalDate SAT_LATER = LocalDate.of(2027, 2, 2);
    private static final List<String> REASONS = List.of("dentist", "ill", "trip", "bus");
    private static final String DAYS_OFF = """
            2026-10-19 to 2026-10-23 Autumn break
            2027-02-15 to 2027-02-19 Winter break
            """;

    private final LessonService lessons;
    private final RegisterService registers;
    private final BookService books;

    DemoRegister(LessonService lessons, RegisterService registers, BookService books) {
        this.lessons = lessons;
        this.registers = registers;
        this.books = books;
    }

    /** @param days on which the class has a lesson, the second of the day on the first of them, then the third and so on */
    void make(TeacherId teacher, long classId, List<DayOfWeek> days) {
        lessons.saveWeek(
                teacher,
                classId,
                days,
                IntStream.range(2, 2 + days.size()).boxed().toList(),
                DAYS_OFF);
        ClassBook classBook = books.open(teacher, classId);
        Random random = new Random(SEED);
        List<RegisterService.Taken> taken = new ArrayList<>();
        for (Lesson lesson : classBook.book().register().orElseThrow().inOrder()) {
            if (!lesson.date().isBefore(classBook.book().today())) {
                break;
            }
            int place = 0;
            for (Student student : classBook.book().students()) {
                if (student.isEnrolledOn(lesson.date())) {
                    String said = said(lesson, place, random);
                    boolean sat = classBook.book().assessments().stream()
                            .anyMatch(piece -> piece.date().equals(lesson.date())
                                    && classBook.book().entry(student, piece).is(EntryKind.MARK));
                    // Whoever has a mark of the day was here, but for one who sat it later.
                    boolean laterOn = place == AWAY_ON_TUESDAYS && lesson.date().equals(SAT_LATER);
                    taken.add(new RegisterService.Taken(
                            lesson, student, sat && !laterOn && said.startsWith("absent") ? "here" : said));
                }
                place++;
            }
        }
        registers.takeAll(teacher, classId, taken);
    }

    private static String said(Lesson lesson, int place, Random random) {
        int chance = random.nextInt(100);
        if (place == AWAY_ON_TUESDAYS && lesson.date().getDayOfWeek() == DayOfWeek.TUESDAY && chance < 45) {
            return "absent";
        }
        if (place == OFTEN_LATE && chance < 40) {
            return "late " + (2 + chance / 3);
        }
        if (chance < 3) {
            return "absent excused: " + REASONS.get(chance);
        }
        return chance < 5 ? "absent" : chance < 8 ? "late " + chance : "here";
    }
}
