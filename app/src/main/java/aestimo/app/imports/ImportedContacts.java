package aestimo.app.imports;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.contacts.Contact;
import aestimo.app.contacts.ContactService;
import aestimo.app.contacts.Reach;
import aestimo.app.imports.ImportPlan.Column;
import aestimo.app.imports.ImportPlan.Line;
import aestimo.app.roll.CardFactsService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Adds the contacts that come in with a sheet, and takes them back. */
@Component
class ImportedContacts {
    private final BookService books;
    private final ContactService contacts;
    private final CardFactsService cards;

    ImportedContacts(BookService books, ContactService contacts, CardFactsService cards) {
        this.books = books;
        this.contacts = contacts;
        this.cards = cards;
    }

    /** What became of the contacts of one student. */
    record Written(long enrolmentId, List<Contact> before, List<Contact> became) {}

    ExistingContacts standing(TeacherId teacher, long classId) {
        return new ExistingContacts(contacts.ofClass(teacher, classId));
    }

    /**
     * @param added enrolments of those who joined with the sheet
     * @throws FormException where a student would have too many, naming who
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Written> write(TeacherId teacher, long classId, ImportPlan plan, Map<Line, Long> added, String source) {
        List<Written> written = new ArrayList<>();
        if (plan.contactsWritten() == 0) {
            return written;
        }
        Map<Long, Reach> standing = contacts.ofClass(teacher, classId);
        ClassBook classBook = books.open(teacher, classId);
        List<Long> touched = new ArrayList<>();
        for (Line line : plan.lines()) {
            boolean writes = line.isTaken()
                    && line.facts().stream()
                            .anyMatch(cell -> cell.outcome().isWritten()
                                    && plan.role(cell).isContact());
            if (writes) {
                long enrolment = added.getOrDefault(line, line.enrolmentId());
                add(teacher, classBook, enrolment, plan, line);
                touched.add(enrolment);
            }
        }
        Map<Long, Reach> now = contacts.ofClass(teacher, classId);
        for (long enrolment : touched) {
            written.add(new Written(
                    enrolment,
                    standing.getOrDefault(enrolment, Reach.NONE).contacts(),
                    now.getOrDefault(enrolment, Reach.NONE).contacts()));
        }
        cards.record(teacher, classId, "with contacts imported from " + source, written.size());
        return written;
    }

    private void add(TeacherId teacher, ClassBook classBook, long enrolment, ImportPlan plan, Line line) {
        String student = classBook.student(enrolment).fullName();
        List<Column> columns = plan.facts();
        List<Contact> named = columns.stream()
                .filter(column -> column.choice().role().isContact())
                .map(ExistingContacts::whose)
                .distinct()
                .flatMap(whose -> ExistingContacts.contact(whose, columns, line.row(), student).stream())
                .toList();
        try {
            contacts.add(teacher, classBook.row().id(), enrolment, named);
        } catch (FormException refused) {
            throw new FormException(
                    line.student() + ": " + String.join(" ", refused.problems()) + " Nothing was imported.");
        }
    }

    /**
     * Puts back what contacts there were; of students who leave the class too, for they may be in another.
     *
     * @throws FormException when a student's contacts were altered since, naming whose
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void undo(TeacherId teacher, ClassBook classBook, List<Written> written) {
        long classId = classBook.row().id();
        Map<Long, Reach> now = contacts.ofClass(teacher, classId);
        for (Written own : written) {
            if (!own.became()
                    .equals(now.getOrDefault(own.enrolmentId(), Reach.NONE).contacts())) {
                throw new FormException("The contacts of "
                        + classBook.student(own.enrolmentId()).listName() + " were altered since. Nothing was undone.");
            }
        }
        written.forEach(own -> contacts.save(teacher, classId, own.enrolmentId(), own.before()));
        cards.record(teacher, classId, "with contacts put back, import undone", written.size());
    }
}
