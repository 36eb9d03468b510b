package aestimo.app.marks;

import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What becomes of the marks that stand when an assessment gets another out-of. */
@Component
class StandingMarks {
    private static final int PLACES = 4;

    private final EntryMapper mapper;
    private final ChangeService changes;

    StandingMarks(EntryMapper mapper, ChangeService changes) {
        this.mapper = mapper;
        this.changes = changes;
    }

    /**
     * Keeps the marks as they are, scales them, or puts them in doubt, as the teacher says.
     *
     * @param choice {@code keep}, {@code scale} or {@code doubt}
     * @throws FormException when marks stand and nothing was chosen, or an entry was altered meanwhile
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void settle(TeacherId teacher, ClassBook classBook, Assessment assessment, OutOf outOf, String choice) {
        List<Student> marked = classBook.book().students().stream()
                .filter(student -> classBook.book().entry(student, assessment).is(EntryKind.MARK))
                .toList();
        if (marked.isEmpty() || choice.equals("keep")) {
            return;
        }
        if (!choice.equals("scale") && !choice.equals("doubt")) {
            throw new FormException((marked.size() == 1 ? "1 mark stands" : marked.size() + " marks stand") + " out of "
                    + assessment.outOf() + ". Say what becomes of them out of " + outOf
                    + ": keep, scale, or put in doubt.");
        }
        for (Student student : marked) {
            Entry before = classBook.book().entry(student, assessment);
            Mark mark = before.mark().orElseThrow();
            Entry after = choice.equals("scale")
                    ? Entry.of(scaled(mark, assessment.outOf(), outOf))
                    : Entry.doubt(mark + "/" + assessment.outOf());
            write(
                    teacher,
                    classBook,
                    assessment,
                    student,
                    after.withLate(before.isLate()).withToFinish(before.isToFinish()));
        }
    }

    /** The same share of the new out-of, to four places. */
    private static Mark scaled(Mark mark, OutOf from, OutOf to) {
        Fraction exact = mark.toFraction().times(to.toFraction()).dividedBy(from.toFraction());
        return Mark.from(exact.toDecimal(PLACES).stripTrailingZeros());
    }

    private void write(TeacherId teacher, ClassBook classBook, Assessment assessment, Student student, Entry entry) {
        EntryMapper.EntryRow row =
                EntryMapper.EntryRow.of(classBook.row().id(), ClassBook.id(assessment), ClassBook.id(student), entry);
        if (mapper.write(teacher, row, classBook.version(assessment, student)) == 0) {
            throw new FormException("An entry was altered in another window meanwhile. Nothing was kept; try again.");
        }
        changes.recordEntry(
                teacher,
                classBook.row().id(),
                ClassBook.id(assessment),
                ClassBook.id(student),
                classBook.book().entry(student, assessment).toString(),
                entry.toString(),
                "out-of changed");
    }
}
