package aestimo.app.across;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.SpanChoice;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Term;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Opens the classes of a list over several, and keeps lists under names. */
@Service
class AcrossService {
    private static final int LONGEST_NAME = 40;
    private static final int LONGEST_CHOICES = 4000;

    private final BookService books;
    private final SavedListMapper mapper;

    AcrossService(BookService books, SavedListMapper mapper) {
        this.books = books;
        this.mapper = mapper;
    }

    /** A list kept under a name. */
    record Saved(long id, String name, String query) {}

    /** The classes there are to choose from: those of the newest year. */
    @Transactional(readOnly = true)
    public List<ClassRow> offered(TeacherId teacher) {
        List<ClassRow> all = books.classes(teacher);
        String newest = all.isEmpty() ? "" : all.get(0).yearName();
        return all.stream()
                .filter(row -> row.yearName().equals(newest) && row.takesResults())
                .toList();
    }

    /** @throws NotFoundException when one of the classes is not the teacher's */
    @Transactional(readOnly = true)
    public List<ClassFigures> open(TeacherId teacher, AcrossChoice choice) {
        List<Long> ids = choice.classes().isEmpty()
                ? offered(teacher).stream().map(ClassRow::id).toList()
                : choice.classes();
        return ids.stream()
                .map(id -> books.open(teacher, id))
                .map(classBook -> ClassFigures.of(classBook, span(classBook, choice.span())))
                .toList();
    }

    /** A term is chosen by its name, since classes of several years may be listed. */
    private static SpanChoice span(ClassBook classBook, String asked) {
        String own = classBook.book().terms().stream()
                .filter(term -> term.name().equals(asked))
                .map(Term::id)
                .map(id -> id.text())
                .findFirst()
                .orElse(asked.equals("year") ? "year" : "");
        return SpanChoice.read(own.isEmpty() ? Map.of() : Map.of("span", own), classBook.book());
    }

    @Transactional(readOnly = true)
    public List<Saved> saved(TeacherId teacher) {
        return mapper.findAll(teacher).stream()
                .map(row -> new Saved(row.id(), row.name(), row.choices()))
                .toList();
    }

    /**
     * Keeps a list under a name; one of that name is replaced.
     *
     * @throws FormException when the name will not do
     */
    @Transactional
    public void save(TeacherId teacher, String name, AcrossChoice choice) {
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            throw new FormException("A list needs a name of 1 to " + LONGEST_NAME + " letters, such as To watch.");
        }
        String query = choice.query();
        if (query.length() > LONGEST_CHOICES) {
            throw new FormException("The list has too many conditions to save.");
        }
        mapper.write(teacher, name, query);
    }

    /** @throws NotFoundException when the teacher has no such list */
    @Transactional
    public void remove(TeacherId teacher, long id) {
        if (mapper.delete(teacher, id) == 0) {
            throw new NotFoundException("list");
        }
    }
}
