package aestimo.app.roll;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.marks.BulkEntryService;
import aestimo.app.roll.RollMapper.EnrolmentRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.typed.TypedDay;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Moves a student from one class of the teacher to another, with the marks that are to go along. */
@Service
public class MoveService {
    private final RollMapper mapper;
    private final BookService books;
    private final BulkEntryService entries;
    private final ChangeService changes;

    MoveService(RollMapper mapper, BookService books, BulkEntryService entries, ChangeService changes) {
        this.mapper = mapper;
        this.books = books;
        this.entries = entries;
        this.changes = changes;
    }

    /**
     * A piece the student has something in.
     *
     * @param shown what it is, such as “12” or “8, 47” for parts
     * @param to the title of the like piece of the other class; empty where it has none of that title, out-of and parts
     */
    public record Piece(long assessmentId, String title, String shown, Optional<String> to) {}

    /** What could go along. */
    @Transactional(readOnly = true)
    public List<Piece> pieces(TeacherId teacher, long classId, long enrolmentId, long toClassId) {
        ClassBook from = books.open(teacher, classId);
        ClassBook to = books.open(teacher, toClassId);
        Student student = from.student(enrolmentId);
        List<Piece> pieces = new ArrayList<>();
        for (Assessment piece : from.book().assessments()) {
            List<CellId> cells = ClassBook.cells(student, piece);
            if (cells.stream().anyMatch(cell -> !from.entry(cell).isNothing())) {
                pieces.add(new Piece(
                        ClassBook.id(piece),
                        piece.title(),
                        String.join(
                                ", ",
                                cells.stream()
                                        .map(cell -> from.entry(cell).toString())
                                        .map(text -> text.isEmpty() ? "–" : text)
                                        .toList()),
                        like(to, piece).map(Assessment::title)));
            }
        }
        return pieces;
    }

    private static Optional<Assessment> like(ClassBook to, Assessment piece) {
        return to.book().assessments().stream()
                .filter(own -> own.title().equalsIgnoreCase(piece.title()) && own.kind() == piece.kind())
                .filter(own -> !own.kind().isMarked() || own.outOf().equals(piece.outOf()))
                .filter(own -> own.parts().stream()
                        .map(Part::title)
                        .toList()
                        .equals(piece.parts().stream().map(Part::title).toList()))
                .findFirst();
    }

    /**
     * Moves the student.
     *
     * @param day the first in the other class; in this one the day before is the last
     * @param along the pieces whose entries go along; they stay here too
     * @return how many entries went along
     * @throws FormException when the day will not do, or the student is in the other class already
     */
    @Transactional
    public int move(TeacherId teacher, long classId, long enrolmentId, long toClassId, String day, List<Long> along) {
        LocalDate first = TypedDay.read(day)
                .orElseThrow(() -> FormException.at(
                        "day",
                        "The first day in the other class is “" + day + "”. It must be one such as 2027-03-01."));
        if (toClassId == classId) {
            throw new FormException("Choose the class the student moves to.");
        }
        EnrolmentRow row = enrolment(teacher, classId, own -> own.id() == enrolmentId)
                .orElseThrow(() -> new NotFoundException("student"));
        ClassBook from = books.open(teacher, classId);
        String name = from.student(enrolmentId).listName();
        String title = books.classRow(teacher, toClassId).title();
        if (enrolment(teacher, toClassId, own -> own.studentId() == row.studentId())
                .isPresent()) {
            throw new FormException(name + " is in " + title + " already.");
        }
        LocalDate last = first.minusDays(1);
        if (row.joined() != null && last.isBefore(row.joined())) {
            throw FormException.at("day", name + " joined on " + row.joined() + " and cannot leave before.");
        }
        mapper.insertEnrolment(teacher, toClassId, row.studentId(), "", first);
        mapper.updateEnrolment(teacher, classId, enrolmentId, row.setName(), row.joined(), last);
        long there = enrolment(teacher, toClassId, own -> own.studentId() == row.studentId())
                .orElseThrow()
                .id();
        changes.recordGroundwork(teacher, classId, "students", name, name + " to " + last + ", then in " + title);
        changes.recordGroundwork(
                teacher,
                toClassId,
                "students",
                "",
                name + " from " + first + ", before in " + from.row().title());
        return take(teacher, from, books.open(teacher, toClassId), from.student(enrolmentId), there, along);
    }

    private Optional<EnrolmentRow> enrolment(TeacherId teacher, long classId, Predicate<EnrolmentRow> which) {
        return mapper.findEnrolments(teacher, classId).stream().filter(which).findFirst();
    }

    private int take(TeacherId teacher, ClassBook from, ClassBook to, Student student, long there, List<Long> along) {
        List<BulkEntryService.Row> rows = new ArrayList<>();
        for (long id : along) {
            Assessment piece = from.assessment(id);
            Assessment like = like(to, piece)
                    .orElseThrow(() -> new FormException(to.row().title() + " has no piece “" + piece.title()
                            + "” of the same out-of, so its entry cannot go along."));
            for (int part = 0; part < piece.entryCount(); part++) {
                Entry entry = from.entry(ClassBook.cell(student, piece, part));
                if (!entry.isNothing()) {
                    rows.add(new BulkEntryService.Row(
                            ClassBook.cell(to.student(there), like, part), 0, entry, Entry.blank()));
                }
            }
        }
        entries.write(
                teacher, to.row().id(), rows, "came along from " + from.row().title());
        return rows.size();
    }
}
