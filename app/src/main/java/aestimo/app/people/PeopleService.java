package aestimo.app.people;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.contacts.Contact;
import aestimo.app.contacts.ContactService;
import aestimo.app.roll.StudentService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.exchange.marks.Known;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Imports contacts. */
@Service
class PeopleService {
    private final BookService books;
    private final StudentService students;
    private final ContactService contacts;

    PeopleService(BookService books, StudentService students, ContactService contacts) {
        this.books = books;
        this.students = students;
        this.contacts = contacts;
    }

    /**
     * What a text would bring; nothing is changed.
     *
     * @param text vCards, or a sheet with tabs or commas between its cells
     * @throws FormException where it says nobody's contacts
     */
    @Transactional(readOnly = true)
    public ContactSource look(TeacherId teacher, long classId, String text) throws UnreadableFileException {
        ClassBook classBook = books.open(teacher, classId);
        List<Known> known = students.known(teacher, classId);
        return ContactSource.isCards(text)
                ? ContactSource.ofCards(text, classBook, known)
                : ContactSource.ofSheet(SheetReader.readPaste(text), classBook, known);
    }

    /**
     * Adds what a text brings, all or nothing.
     *
     * @return how many contacts it held
     * @throws FormException where one of them will not do
     */
    @Transactional(rollbackFor = Exception.class)
    public int take(TeacherId teacher, long classId, String text) throws UnreadableFileException {
        List<ContactSource.Line> lines = look(teacher, classId, text).lines();
        if (lines.isEmpty()) {
            throw new FormException("There is no contact in it whose student is known.");
        }
        Map<Long, List<Contact>> byStudent = lines.stream()
                .collect(Collectors.groupingBy(
                        line -> ClassBook.id(line.student()),
                        LinkedHashMap::new,
                        Collectors.mapping(ContactSource.Line::contact, Collectors.toList())));
        byStudent.forEach((student, own) -> {
            try {
                contacts.add(teacher, classId, student, own);
            } catch (FormException refused) {
                String name = lines.stream()
                        .filter(line -> ClassBook.id(line.student()) == student)
                        .findFirst()
                        .orElseThrow()
                        .student()
                        .listName();
                throw new FormException(name + ": " + refused.getMessage() + " Nothing was imported.");
            }
        });
        return lines.size();
    }
}
