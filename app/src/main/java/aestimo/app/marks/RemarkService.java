package aestimo.app.marks;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
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

    /** A note that takes another's place, or none's; the memo beside it stays. */
    public record NoteChange(CellId cell, String was, String note) {}

    /**
     * Saves notes of many cells, all or none.
     *
     * @return the cells whose notes are no longer what they were; nothing may be saved then
     */
    @Transactional
    public List<CellId> saveNotes(TeacherId teacher, long classId, List<NoteChange> notes) {
        Map<CellId, Remarks> there = notes.isEmpty() ? Map.of() : ofClass(teacher, classId);
        List<CellId> altered = new ArrayList<>();
        for (NoteChange one : notes) {
            String memo = there.getOrDefault(one.cell(), Remarks.NONE).memo();
            if (!isWritten(teacher, classId, one.cell(), new Remarks(one.was(), memo), new Remarks(one.note(), memo))) {
                altered.add(one.cell());
            }
        }
        return altered;
    }

    private boolean isWritten(TeacherId teacher, long classId, CellId cell, Remarks was, Remarks remarks) {
        return mapper.write(teacher, classId, cell, was, remarks) == 1;
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
        if (isWritten(teacher, classId, cell, was, remarks)) {
            return Optional.empty();
        }
        return Optional.of(of(teacher, cell)).filter(there -> !there.equals(remarks));
    }
}
