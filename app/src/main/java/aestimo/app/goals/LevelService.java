package aestimo.app.goals;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.changes.LevelChange;
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
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
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
     * What one step altered.
     *
     * @param id to undo it by
     * @param levels how many levels
     */
    public record Step(UUID id, int levels) {}

    /**
     * Sets a level by hand for a student from a day on; an empty level takes back the one of that day.
     *
     * @throws FormException where the goal is judged by those under it, or the day or the level will not do
     * @throws NotFoundException where the goal or the student is not of the class
     */
    @Transactional
    public Step setLevel(
            TeacherId teacher, long classId, long enrolmentId, long goalId, Optional<Level> level, LocalDate day) {
        return setLevels(teacher, classId, goalId, Map.of(enrolmentId, level), day);
    }

    /** The same for several students at once: all of them or none. */
    @Transactional
    public Step setLevels(
            TeacherId teacher, long classId, long goalId, Map<Long, Optional<Level>> levels, LocalDate day) {
        ClassBook classBook = books.open(teacher, classId);
        UUID step = UUID.randomUUID();
        int altered = 0;
        for (Map.Entry<Long, Optional<Level>> own : levels.entrySet()) {
            String was = was(classBook, goalId, own.getKey(), day);
            String became = own.getValue().map(GoalWorking::words).orElse("");
            altered += write(
                    teacher, classBook, new LevelChange(goalId, own.getKey(), day, was, became), "set by hand", step);
        }
        return new Step(step, altered);
    }

    /** The level of that day in a word; empty text for none. */
    private static String was(ClassBook classBook, long goalId, long enrolmentId, LocalDate day) {
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
        return goals.levels(student.id(), goal).stream()
                .filter(own -> own.date().equals(day))
                .map(own -> GoalWorking.words(own.level()))
                .findFirst()
                .orElse("");
    }

    /** 1 where something was altered, else 0. */
    private int write(TeacherId teacher, ClassBook classBook, LevelChange change, String how, UUID step) {
        long classId = classBook.row().id();
        if (change.was().equals(change.became())) {
            return 0;
        }
        if (change.became().isEmpty()) {
            mapper.deleteLevel(teacher, classId, change.goalId(), change.enrolmentId(), change.onDay());
        } else {
            mapper.writeLevel(
                    teacher,
                    new LevelRow(
                            classId,
                            change.goalId(),
                            change.enrolmentId(),
                            level(change.became()).name(),
                            change.onDay()));
        }
        changes.recordLevel(teacher, classId, change, how, step);
        return 1;
    }

    private static Level level(String words) {
        return Arrays.stream(Level.values())
                .filter(own -> GoalWorking.words(own).equals(words))
                .findFirst()
                .orElseThrow();
    }

    /**
     * Puts back what a step altered. That is a step of its own, so undoing it does the first again.
     *
     * @throws FormException where one of the levels was altered since; nothing is put back then
     * @throws NotFoundException where the class has no such step
     */
    @Transactional
    public Step undo(TeacherId teacher, long classId, UUID step) {
        List<LevelChange> done = changes.levelsOf(teacher, classId, step);
        if (done.isEmpty()) {
            throw new NotFoundException("step");
        }
        return undo(teacher, books.open(teacher, classId), done);
    }

    /** Puts back one alteration of a level; as {@link #undo(TeacherId, long, UUID)}. */
    @Transactional
    public Step undoOne(TeacherId teacher, long classId, long changeId) {
        LevelChange done = changes.level(teacher, classId, changeId).orElseThrow(() -> new NotFoundException("change"));
        return undo(teacher, books.open(teacher, classId), List.of(done));
    }

    private Step undo(TeacherId teacher, ClassBook classBook, List<LevelChange> done) {
        UUID step = UUID.randomUUID();
        Goals all = GoalService.of(classBook.book());
        if (done.stream()
                .anyMatch(change ->
                        all.find(new GoalId(Long.toString(change.goalId()))).isEmpty())) {
            throw new FormException("The goal has been deleted since, and its levels with it. Nothing was undone.");
        }
        for (LevelChange change : done) {
            String now = was(classBook, change.goalId(), change.enrolmentId(), change.onDay());
            if (!now.equals(change.became())) {
                throw new FormException(classBook.student(change.enrolmentId()).listName()
                        + " has been given another level of that day since: "
                        + (now.isEmpty() ? "none" : now) + ". Nothing was undone.");
            }
            write(
                    teacher,
                    classBook,
                    new LevelChange(change.goalId(), change.enrolmentId(), change.onDay(), now, change.was()),
                    "undone",
                    step);
        }
        return new Step(step, done.size());
    }
}
