package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Archives classes, brings them back, and deletes them with all they hold. */
@Service
public class ArchiveService {
    private final ArchiveMapper mapper;
    private final GroundworkMapper groundwork;
    private final BookService books;

    ArchiveService(ArchiveMapper mapper, GroundworkMapper groundwork, BookService books) {
        this.mapper = mapper;
        this.groundwork = groundwork;
        this.books = books;
    }

    /**
     * What goes with a class.
     *
     * @param onlyHere students who are in no other class of the teacher
     * @param sealed returns that were sent to the school; with one of them the class stays
     */
    public record Holds(int students, int onlyHere, int entries, int sealed) {
        /** “24 students, 19 of them in no other class of yours, with 412 entries”. */
        public String words() {
            return (students == 1 ? "1 student" : students + " students")
                    + (onlyHere == students
                            ? ""
                            : onlyHere == 0
                                    ? ", all in other classes of yours too"
                                    : ", " + onlyHere + " of them in no other class of yours")
                    + (entries == 1 ? ", with 1 entry" : ", with " + entries + " entries");
        }
    }

    @Transactional(readOnly = true)
    public Holds holds(TeacherId teacher, long classId) {
        return mapper.count(teacher, classId);
    }

    /** @throws NotFoundException when the teacher has no such class */
    @Transactional
    public void archive(TeacherId teacher, long classId, boolean archived) {
        if (mapper.setArchived(teacher, classId, archived) == 0) {
            throw new NotFoundException("class");
        }
    }

    /**
     * Deletes a class: students, entries, register, seats, targets, goals, drafts of returns, changes. A student of another
     * class stays there.
     *
     * @param typed the class's name, as the teacher typed it to confirm
     * @throws FormException where it is not the name, or results of the class were sent to the school; nothing is changed then
     * @throws NotFoundException when the teacher has no such class
     */
    @Transactional
    public void delete(TeacherId teacher, long classId, String typed) {
        books.hold(teacher, classId);
        ClassRow row = books.classRow(teacher, classId);
        if (!typed.equalsIgnoreCase(row.name())) {
            throw FormException.at(
                    "typed", "“" + typed + "” is not the name of this class. Type " + row.name() + " to delete it.");
        }
        if (mapper.count(teacher, classId).sealed() > 0) {
            throw new FormException("Results of " + row.title()
                    + " were sent to the school, and what was sent is kept. Archive the class instead.");
        }
        delete(teacher, row);
    }

    /**
     * Deletes a year with its terms and all its classes, archived ones too.
     *
     * @param typed the year's name, as the teacher typed it to confirm
     * @throws FormException where it is not the name, or results of a class were sent to the school; nothing is changed then
     * @throws NotFoundException when the teacher has no such year
     */
    @Transactional
    public void deleteYear(TeacherId teacher, long yearId, String typed) {
        String name = mapper.lockYear(teacher, yearId);
        if (name == null) {
            throw new NotFoundException("year");
        }
        if (!typed.strip().equalsIgnoreCase(name)) {
            throw FormException.at(
                    "typed", "“" + typed.strip() + "” is not the name of this year. Type " + name + " to delete it.");
        }
        List<ClassRow> rows = books.allClasses(teacher).stream()
                .filter(row -> row.yearId() == yearId)
                .toList();
        List<String> sent = rows.stream()
                .filter(row -> mapper.count(teacher, row.id()).sealed() > 0)
                .map(ClassRow::title)
                .toList();
        if (!sent.isEmpty()) {
            throw new FormException("Results of " + String.join(", ", sent)
                    + " were sent to the school, and what was sent is kept. Archive the classes instead.");
        }
        rows.forEach(row -> {
            books.hold(teacher, row.id());
            delete(teacher, row);
        });
        mapper.deleteYear(teacher, yearId);
    }

    private void delete(TeacherId teacher, ClassRow row) {
        long classId = row.id();
        Long[] students = mapper.findStudents(teacher, classId).toArray(Long[]::new);
        mapper.deleteDrafts(teacher, classId);
        mapper.deleteAssessments(teacher, classId);
        mapper.deleteClass(teacher, classId);
        mapper.deleteStudentsInNoClass(teacher, students);
        groundwork.deleteUnusedBoundaries(teacher, row.boundariesId());
    }
}
