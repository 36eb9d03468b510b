package aestimo.app.marks;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps notes to students, and memos for the teacher alone, beside entries. */
@Service
public class RemarkService {
    /** As many characters each may have. */
    public static final int LONGEST = 500;

    private final RemarkMapper mapper;
    private final BookService books;

    RemarkService(RemarkMapper mapper, BookService books) {
        this.mapper = mapper;
        this.books = books;
    }

    @Transactional(readOnly = true)
    public Remarks of(TeacherId teacher, CellId cell) {
        return mapper.find(teacher, cell).orElse(Remarks.NONE);
    }

    /** All notes and memos of a class, by date of the piece. */
    @Transactional(readOnly = true)
    public Map<CellId, Remarks> ofClass(TeacherId teacher, long classId) {
        Map<CellId, Remarks> all = new LinkedHashMap<>();
        for (RemarkMapper.CellRow row : mapper.findOfClass(teacher, classId)) {
            all.put(
                    new CellId(row.assessmentId(), row.enrolmentId(), row.partId()),
                    new Remarks(row.note(), row.memo()));
        }
        return all;
    }

    /**
     * Saves both. Sent twice, as after a lost answer, they are saved once.
     *
     * @param was what stood there when they were written
     * @return what stands there instead, where something else was put there meanwhile; empty once they are saved
     * @throws FormException when one is too long
     */
    @Transactional
    public Optional<Remarks> save(TeacherId teacher, long classId, CellId cell, Remarks was, Remarks remarks) {
        ClassBook classBook = books.open(teacher, classId);
        classBook.entry(cell);
        if (remarks.note().length() > LONGEST || remarks.memo().length() > LONGEST) {
            throw new FormException(
                    "A note and a memo have at most " + LONGEST + " characters each. It was not saved.");
        }
        if (mapper.write(teacher, classId, cell, was, remarks) == 1) {
            return Optional.empty();
        }
        return Optional.of(of(teacher, cell)).filter(there -> !there.equals(remarks));
    }
}
