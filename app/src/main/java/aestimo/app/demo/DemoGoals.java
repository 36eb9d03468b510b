package aestimo.app.demo;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.goals.GoalsMaker;
import aestimo.app.goals.LevelService;
import aestimo.app.store.TeacherId;
import aestimo.core.goal.Level;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Goals of two classes, with the pieces and parts that are evidence of them. */
@Component
class DemoGoals {
    /** In the order of the list; one with no evidence has others under it. */
    private static final Map<String, List<String>> NINE_B = listed(
            "Reads maps",
            "  Gives grid references: Grid references, Scale and distance",
            "  Reads contours: Contours quiz, Cliff section",
            "  Draws sketch maps to scale: Scale and distance, Sketch maps",
            "Works in the field",
            "  Measures a profile: Beach profile, River transect",
            "  Records a survey: Dune survey, Town survey",
            "  Names a process and explains it: River transect, Cliff section, Unit 3 test",
            "Makes an enquiry",
            "  Asks a question that can be answered: Village study, Harbour enquiry",
            "  Draws a conclusion from figures: Town survey, Rainfall graphs",
            "Uses the words of the unit: Unit 1 test, Unit 3 test");

    private static final Map<String, List<String>> TEN_A = listed(
            "Works every week",
            "  Has the facts ready: Week 13/1, Week 15/1, Week 17/1",
            "  Works from a field sheet: Week 13/2, Week 15/2, Week 17/2",
            "Knows the unit",
            "  Coasts: Quiz 1, Quiz 2, Quiz 3",
            "  Cities: Quiz 4, Quiz 5, Quiz 6",
            "Holds it over a term: Winter exam",
            "Speaks to the class: Talk on coasts");

    private final GoalsMaker goals;
    private final LevelService levels;
    private final BookService books;

    DemoGoals(GoalsMaker goals, LevelService levels, BookService books) {
        this.goals = goals;
        this.levels = levels;
        this.books = books;
    }

    private static Map<String, List<String>> listed(String... lines) {
        Map<String, List<String>> listed = new LinkedHashMap<>();
        for (String line : lines) {
            int colon = line.indexOf(": ");
            listed.put(
                    colon < 0 ? line : line.substring(0, colon),
                    colon < 0 ? List.of() : List.of(line.substring(colon + 2).split(", ")));
        }
        return listed;
    }

    void make(TeacherId teacher, long classId, String name) {
        Map<String, List<String>> listed = name.equals("9B") ? NINE_B : TEN_A;
        goals.addAndLink(teacher, classId, listed);
        if (name.equals("9B")) {
            byHand(teacher, classId, "Dunmore", "Records a survey", Level.SECURE, "2027-02-16");
            byHand(teacher, classId, "Eberly", "Draws a conclusion from figures", Level.BEGUN, "2027-02-23");
            byHand(teacher, classId, "Aldous", "Gives grid references", Level.SECURE, "2026-09-25");
        }
    }

    private void byHand(TeacherId teacher, long classId, String family, String title, Level level, String day) {
        ClassBook classBook = books.open(teacher, classId);
        long student = classBook.book().students().stream()
                .filter(own -> own.family().equals(family))
                .mapToLong(ClassBook::id)
                .findFirst()
                .orElseThrow();
        long goal = classBook.book().goals().orElseThrow().all().stream()
                .filter(own -> own.title().equals(title))
                .mapToLong(own -> Long.parseLong(own.id().text()))
                .findFirst()
                .orElseThrow();
        levels.setLevel(teacher, classId, student, goal, Optional.of(level), LocalDate.parse(day));
    }
}
