package aestimo.app.toschool;

import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.returns.Differences;
import aestimo.app.returns.ReturnService;
import aestimo.app.returns.SchoolReturn;
import aestimo.app.school.SchoolService;
import aestimo.app.sending.SendingService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Term;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How far the results of every class and term have come on their way to the school. */
@Service
public class ReturnOverview {
    private final ReturnService returns;
    private final SendingService sendings;
    private final SchoolService school;

    ReturnOverview(ReturnService returns, SendingService sendings, SchoolService school) {
        this.returns = returns;
        this.sendings = sendings;
        this.school = school;
    }

    /** @param cells one for each term of the class's year */
    public record Line(ClassRow row, List<Cell> cells) {}

    /**
     * One term of a class.
     *
     * @param differ how many results differ today from what was sealed
     */
    public record Cell(String term, ReturnState state, int differ, String href) {
        /** “received, 2 results differ”. */
        public String words() {
            return state.words()
                    + (differ == 0 ? "" : differ == 1 ? ", 1 result differs" : ", " + differ + " results differ");
        }
    }

    /** The classes that take results, in the order given; none before a school is connected or anything was begun. */
    @Transactional(readOnly = true)
    public List<Line> of(TeacherId teacher, List<ClassBook> classes) {
        List<Line> lines = new ArrayList<>();
        boolean begun = school.connection(teacher).isPresent();
        for (ClassBook classBook : classes) {
            List<SchoolReturn> all = returns.ofClass(teacher, classBook.row().id());
            begun |= !all.isEmpty();
            if (classBook.row().takesResults()) {
                lines.add(new Line(
                        classBook.row(),
                        classBook.book().terms().stream()
                                .map(term -> cell(teacher, classBook, term, all))
                                .toList()));
            }
        }
        return begun ? lines : List.of();
    }

    private Cell cell(TeacherId teacher, ClassBook classBook, Term term, List<SchoolReturn> all) {
        Optional<SchoolReturn> latest = all.stream()
                .filter(own -> term.id().text().equals(Long.toString(own.termId())))
                .reduce((one, later) -> later);
        return new Cell(
                term.name(),
                latest.map(own -> ReturnState.of(own, sendings.progress(teacher, own)))
                        .orElse(ReturnState.NOT_BEGUN),
                latest.filter(SchoolReturn::isSealed)
                        .map(own -> Differences.between(own, classBook.book(), school.fields(teacher), List.of())
                                .lines()
                                .size())
                        .orElse(0),
                "/classes/" + classBook.row().id() + "/to-school?span=" + term.id());
    }
}
