package aestimo.app.demo;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.contacts.Contact;
import aestimo.app.contacts.Contact.Purpose;
import aestimo.app.contacts.ContactService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Student;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** Whom to write to about the students of a demo class: one at home for most, two for some, and every odd case once. */
@Component
class DemoContacts {
    private static final List<String> GIVEN =
            List.of("Ada", "Bruno", "Carla", "Dario", "Edda", "Falk", "Greta", "Henk", "Irma", "Jory", "Kaja", "Lutz");
    private static final List<String> LANGUAGES = List.of("", "", "", "Portuguese", "", "", "Norwegian");
    private static final int SECOND_AT_HOME = 4;
    private static final int BARRED = 6;
    private static final int WITHOUT_ADDRESS = 13;
    private static final int WITHOUT_ANY = 17;

    private final ContactService contacts;
    private final BookService books;

    DemoContacts(ContactService contacts, BookService books) {
        this.contacts = contacts;
        this.books = books;
    }

    void make(TeacherId teacher, long classId) {
        ClassBook classBook = books.open(teacher, classId);
        int place = 0;
        for (Student student : classBook.book().students()) {
            contacts.save(teacher, classId, ClassBook.id(student), of(student, place++));
        }
    }

    private static List<Contact> of(Student student, int place) {
        List<Contact> contacts = new ArrayList<>();
        if (place == WITHOUT_ANY) {
            return contacts;
        }
        contacts.add(contact(student, place, "mother", place == WITHOUT_ADDRESS, Purpose.BOTH));
        if (place % SECOND_AT_HOME == 1) {
            contacts.add(contact(student, place + 5, "father", false, Purpose.LETTERS));
        }
        if (place == BARRED) {
            contacts.add(contact(student, place + 3, "father", false, Purpose.NEVER));
        }
        return contacts;
    }

    private static Contact contact(
            Student student, int place, String relation, boolean withoutAddress, Purpose purpose) {
        String given = GIVEN.get(place % GIVEN.size());
        String family = Normalizer.normalize(student.family(), Normalizer.Form.NFD)
                .replaceAll("[^A-Za-z]", "")
                .toLowerCase(Locale.ROOT);
        String email = given.toLowerCase(Locale.ROOT) + "@" + (family.isEmpty() ? "home" : family) + ".example";
        return new Contact(
                0,
                given + " " + student.family(),
                relation,
                withoutAddress ? "" : email,
                "0555 " + (1000 + 137 * place),
                LANGUAGES.get(place % LANGUAGES.size()),
                purpose);
    }
}
