package aestimo.app.marks;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What becomes of the marks that stand when an assessment gets another out-of. */
@Component
public class ExistingMarks {
    private static final int PLACES = 4;
    private static final String ASKED = ". Say what becomes of them out of ";

    private final EntryMapper mapper;
    private final ChangeService changes;

    ExistingMarks(EntryMapper mapper, ChangeService changes) {
        this.mapper = mapper;
        this.changes = changes;
    }

    /** A mark that stands where the out-of changes. */
    private record Standing(CellId cell, Mark mark, OutOf from, OutOf to) {}

    /**
     * Keeps the marks as they are, scales them, or puts them in doubt, as the teacher says.
     *
     * @param outOfs the new ones, by the place of the part; 0 for a piece without parts
     * @param choice {@code keep}, {@code scale} or {@code doubt}
     * @throws FormException when marks stand and nothing was chosen, or an entry was altered meanwhile
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void settle(
            TeacherId teacher, ClassBook classBook, Assessment assessment, Map<Integer, OutOf> outOfs, String choice) {
        List<Standing> marked = new ArrayList<>();
        for (Student student : classBook.book().students()) {
            outOfs.forEach((part, outOf) -> {
                CellId cell = ClassBook.cell(student, assessment, part);
                classBook
                        .entry(cell)
                        .mark()
                        .ifPresent(mark -> marked.add(new Standing(cell, mark, assessment.outOf(part), outOf)));
            });
        }
        if (marked.isEmpty() || choice.equals("keep")) {
            return;
        }
        if (!choice.equals("scale") && !choice.equals("doubt")) {
            throw new FormException((marked.size() == 1 ? "1 mark is" : marked.size() + " marks are") + " out of "
                    + marked.get(0).from() + ASKED
                    + marked.get(0).to() + ": keep, scale, or put in doubt.");
        }
        for (Standing own : marked) {
            Entry before = classBook.entry(own.cell());
            Entry after = choice.equals("scale")
                    ? Entry.of(scaled(own.mark(), own.from(), own.to()))
                    : Entry.doubt(own.mark() + "/" + own.from());
            write(
                    teacher,
                    classBook,
                    own.cell(),
                    after.withLate(before.isLate()).withToFinish(before.isToFinish()));
        }
    }

    /** Whether a refusal asks what becomes of the marks. */
    public static boolean isAsked(String problem) {
        return problem.contains(ASKED);
    }

    /** The same share of the new out-of, to four places. */
    private static Mark scaled(Mark mark, OutOf from, OutOf to) {
        Fraction exact = mark.toFraction().times(to.toFraction()).dividedBy(from.toFraction());
        return Mark.from(exact.toDecimal(PLACES).stripTrailingZeros());
    }

    private void write(TeacherId teacher, ClassBook classBook, CellId cell, Entry entry) {
        long classId = classBook.row().id();
        if (mapper.write(teacher, EntryMapper.EntryRow.of(classId, cell, entry), classBook.version(cell)) == 0) {
            throw new FormException("An entry was altered in another window meanwhile. Nothing was saved; try again.");
        }
        changes.recordEntry(
                teacher, classId, cell, classBook.entry(cell).toString(), entry.toString(), "out-of changed");
    }
}
