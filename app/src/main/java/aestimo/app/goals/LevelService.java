package aestimo.app.goals;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.goals.GoalMapper.LevelRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Student;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.goal.Level;
import aestimo.core.id.GoalId;
import aestimo.core.working.GoalWorking;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps levels that teachers set by hand. */
@Service
public class LevelService {
    private final GoalMapper mapper;
    private final BookService books;
    private final ChangeService changes;

    LevelService(GoalMapper mapper, BookService books, ChangeService changes) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
    }

    /**
     * Sets a level by hand for a student from a day on; an empty level takes back the one of that day.
     *
     * @return what stood for that day before; empty text for nothing
     * @throws FormException where the goal is judged by those under it, or the day or the level will not do
     * @throws NotFoundException where the goal or the student is not of the class
     */
    @Transactional
    public String setLevel(
            TeacherId teacher, long classId, long enrolmentId, long goalId, Optional<Level> level, LocalDate day) {
        ClassBook classBook = books.open(teacher, classId);
        Goals goals = GoalService.of(classBook.book());
        Goal goal = goals.find(new GoalId(Long.toString(goalId))).orElseThrow(() -> new NotFoundException("goal"));
        Student student = classBook.student(enrolmentId);
        if (!goals.under(goal).isEmpty()) {
            throw new FormException(
                    "“" + goal.title() + "” is judged by the goals under it. Set the level of one of these.");
        }
        if (day.isAfter(classBook.book().today())) {
            throw FormException.at("day", "The day is still to come. Choose today or an earlier one.");
        }
        String before = goals.levels(student.id(), goal).stream()
                .filter(own -> own.date().equals(day))
                .map(own -> GoalWorking.words(own.level()))
                .findFirst()
                .orElse("");
        if (level.isPresent()) {
            mapper.writeLevel(
                    teacher,
                    new LevelRow(classId, goalId, enrolmentId, level.get().name(), day));
        } else {
            mapper.deleteLevel(teacher, classId, goalId, enrolmentId, day);
        }
        changes.recordGroundwork(
                teacher,
                classId,
                "levels by hand",
                student.listName() + ", " + goal.title() + ": " + (before.isEmpty() ? "none" : before),
                student.listName() + ", " + goal.title() + ": "
                        + level.map(GoalWorking::words).orElse("none") + " from " + day);
        return before;
    }

    /** The same for several students at once: all of them or none. */
    @Transactional
    public void setLevels(
            TeacherId teacher, long classId, long goalId, Map<Long, Optional<Level>> levels, LocalDate day) {
        levels.forEach((enrolment, level) -> setLevel(teacher, classId, enrolment, goalId, level, day));
    }
}
