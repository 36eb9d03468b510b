package aestimo.app.demo;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.register.LessonService;
import aestimo.app.register.RegisterService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Student;
import aestimo.core.register.Lesson;
import java.time.DayOfWeek;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
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

    void make(TeacherId teacher, long classId) {
        lessons.saveWeek(teacher, classId, List.of(DayOfWeek.TUESDAY, DayOfWeek.WEDNESDAY), List.of(2, 3), DAYS_OFF);
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
                    taken.add(new RegisterService.Taken(lesson, student, said(lesson, place, random)));
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
