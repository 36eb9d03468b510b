package aestimo.app.imports;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.imports.ImportPlan.FactCell;
import aestimo.app.imports.ImportPlan.Line;
import aestimo.app.register.RegisterImport;
import aestimo.app.register.RegisterImportService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.exchange.marks.ColumnRole;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes the attendance that comes in with a sheet into the register, and takes it back. */
@Component
class ImportedAttendance {
    private final BookService books;
    private final RegisterImportService register;

    ImportedAttendance(BookService books, RegisterImportService register) {
        this.books = books;
        this.register = register;
    }

    /**
     * @param added enrolments of those who joined with the sheet
     * @return the id of the register's own import; 0 where there is nothing of attendance
     * @throws FormException where an entry cannot be, naming whose
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public long write(TeacherId teacher, long classId, ImportPlan plan, Map<Line, Long> added, String source) {
        if (plan.attendanceWritten() == 0) {
            return 0;
        }
        ClassBook classBook = books.open(teacher, classId);
        ExistingAttendance attendance = new ExistingAttendance(classBook);
        List<RegisterImport.Entry> entries = new ArrayList<>();
        for (Line line : plan.lines()) {
            for (FactCell cell : line.isTaken() ? line.facts() : List.<FactCell>of()) {
                if (cell.outcome().isWritten() && plan.role(cell) == ColumnRole.ATTENDANCE) {
                    try {
                        entries.add(attendance.entry(
                                plan.columns().get(cell.column()),
                                cell,
                                classBook.student(added.getOrDefault(line, line.enrolmentId()))));
                    } catch (IllegalArgumentException refused) {
                        throw new FormException(
                                line.student() + ": " + refused.getMessage() + ". Nothing was imported.");
                    }
                }
            }
        }
        RegisterImport all = new RegisterImport("", entries, attendance.check().missing(entries), List.of());
        return register.write(teacher, classId, all, source, true).id();
    }

    /**
     * Undoes the register's own import, unless that was done already.
     *
     * @throws FormException where some of it was altered since
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void undo(TeacherId teacher, long classId, long id) {
        boolean stands = register.all(teacher, classId).stream().anyMatch(own -> own.id() == id && !own.undone());
        if (stands) {
            register.undo(teacher, classId, id);
        }
    }
}
