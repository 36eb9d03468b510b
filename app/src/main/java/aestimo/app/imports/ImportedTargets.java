package aestimo.app.imports;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.imports.ImportPlan.Line;
import aestimo.app.roll.StartingScoreService;
import aestimo.app.store.TeacherId;
import aestimo.app.targets.TargetBands;
import aestimo.app.targets.TargetService;
import aestimo.app.web.FormException;
import aestimo.core.book.Student;
import aestimo.core.value.Mark;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes the targets and starting scores that come in with a sheet, and takes them back. */
@Component
class ImportedTargets {
    private final BookService books;
    private final TargetService targets;
    private final StartingScoreService scores;

    ImportedTargets(BookService books, TargetService targets, StartingScoreService scores) {
        this.books = books;
        this.targets = targets;
        this.scores = scores;
    }

    /**
     * What became of one student's target and score.
     *
     * @param before what stood, for putting it back
     * @param became what was written
     * @param scoreBefore empty text for none, like {@code scoreBecame}
     */
    record Written(
            long enrolmentId,
            TargetService.Before before,
            TargetBands became,
            String scoreBefore,
            String scoreBecame) {}

    ExistingTargets standing(TeacherId teacher, ClassBook classBook) {
        long classId = classBook.row().id();
        Map<Long, Mark> own = new HashMap<>();
        classBook
                .book()
                .startingScores()
                .ifPresent(all ->
                        all.scores().forEach((student, score) -> own.put(Long.valueOf(student.text()), score)));
        return new ExistingTargets(
                classBook.book().boundaries(), scores.top(teacher, classId), targets.ofClass(teacher, classId), own);
    }

    /** @param added enrolments of those who joined with the sheet */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Written> write(TeacherId teacher, long classId, ImportPlan plan, Map<Line, Long> added, String source) {
        List<Written> written = new ArrayList<>();
        if (plan.targetsWritten() == 0) {
            return written;
        }
        ClassBook classBook = books.open(teacher, classId);
        ExistingTargets standing = standing(teacher, classBook);
        for (Line line : plan.lines()) {
            if (line.isTaken()
                    && line.facts().stream()
                            .anyMatch(cell -> cell.outcome().isWritten()
                                    && plan.columns()
                                            .get(cell.column())
                                            .choice()
                                            .role()
                                            .isTarget())) {
                long enrolment = added.getOrDefault(line, line.enrolmentId());
                TargetBands was = standing.targets().getOrDefault(enrolment, TargetBands.NONE);
                TargetBands asked = ExistingTargets.after(was, plan.columns(), line.facts());
                TargetService.Before before =
                        targets.put(teacher, classBook, enrolment, asked, "imported from " + source);
                String scoreBefore = words(Optional.ofNullable(standing.scores().get(enrolment)));
                Optional<Mark> score = ExistingTargets.score(plan.columns(), line.facts());
                Student student = classBook.student(enrolment);
                score.ifPresent(own -> scores.save(teacher, classId, enrolment, student.listName(), Optional.of(own)));
                written.add(new Written(
                        enrolment,
                        before,
                        asked,
                        scoreBefore,
                        score.map(Mark::toString).orElse(scoreBefore)));
            }
        }
        return written;
    }

    private static String words(Optional<Mark> score) {
        return score.map(Mark::toString).orElse("");
    }

    /**
     * Puts back what stood before, but for students who go themselves.
     *
     * @throws FormException when a target or score was altered since, naming whose
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void undo(TeacherId teacher, ClassBook classBook, List<Written> written, List<Long> going) {
        ExistingTargets now = standing(teacher, classBook);
        List<Written> staying = written.stream()
                .filter(own -> !going.contains(own.enrolmentId()))
                .toList();
        for (Written own : staying) {
            boolean same = now.targets()
                            .getOrDefault(own.enrolmentId(), TargetBands.NONE)
                            .equals(own.became())
                    && words(Optional.ofNullable(now.scores().get(own.enrolmentId())))
                            .equals(own.scoreBecame());
            if (!same) {
                throw new FormException("The target or starting score of "
                        + classBook.student(own.enrolmentId()).listName()
                        + " was altered since. Nothing was undone.");
            }
        }
        for (Written own : staying) {
            targets.putBack(teacher, classBook, own.enrolmentId(), own.before());
            scores.save(
                    teacher,
                    classBook.row().id(),
                    own.enrolmentId(),
                    classBook.student(own.enrolmentId()).listName(),
                    own.scoreBefore().isEmpty() ? Optional.empty() : Optional.of(Mark.parse(own.scoreBefore())));
        }
    }
}
