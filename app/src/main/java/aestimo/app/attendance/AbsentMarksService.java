package aestimo.app.attendance;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.marks.EntryService;
import aestimo.app.marks.TypedEntry;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.core.attendance.BesideMarks.Kind;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Enters absent where a student was away on the day of a piece, and the cell is still blank. */
@Service
class AbsentMarksService {
    private final BookService books;
    private final EntryService entries;

    AbsentMarksService(BookService books, EntryService entries) {
        this.books = books;
        this.entries = entries;
    }

    /**
     * All or none.
     *
     * @param ticked cells by their key, see {@link BesideView#key}
     * @return how many were entered
     * @throws FormException where one of them is no longer such a blank
     */
    @Transactional
    public int enter(TeacherId teacher, long classId, List<String> ticked) {
        ClassBook classBook = books.open(teacher, classId);
        Set<String> wanted = Set.copyOf(ticked);
        List<TypedEntry> typed = BesideView.of(classBook).stream()
                .filter(own -> own.kind() == Kind.AWAY_AND_BLANK && wanted.contains(own.key()))
                .map(own -> typed(classBook, own.key()))
                .toList();
        if (typed.size() < wanted.size()) {
            throw new FormException(
                    "Some of these were filled meanwhile. Nothing was entered: look through what is left.");
        }
        entries.apply(teacher, classId, typed);
        return typed.size();
    }

    private static TypedEntry typed(ClassBook classBook, String key) {
        String[] ids = key.split("-");
        CellId cell = new CellId(FormFields.toNumber(ids[1]), FormFields.toNumber(ids[0]), FormFields.toNumber(ids[2]));
        return new TypedEntry(
                UUID.randomUUID(),
                cell.assessmentId(),
                cell.enrolmentId(),
                cell.partId(),
                classBook.version(cell),
                "absent",
                "filled");
    }
}
