package aestimo.app.people;

import aestimo.app.book.ClassBook;
import aestimo.app.contacts.Contact;
import aestimo.app.contacts.Reach;
import aestimo.core.book.Student;
import aestimo.exchange.table.Table;
import ezvcard.Ezvcard;
import ezvcard.VCard;
import ezvcard.VCardVersion;
import ezvcard.parameter.RelatedType;
import ezvcard.property.Related;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Contacts that letters may go to, as files for an address book or a mailing list. Nobody barred is ever in one. */
final class ContactFiles {
    private ContactFiles() {}

    /** vCard 4.0, a card for each contact of each student. */
    static String cards(ClassBook classBook, List<Student> students, Map<Long, Reach> reach) {
        List<VCard> cards = new ArrayList<>();
        for (Student student : students) {
            for (Contact contact : writable(student, reach)) {
                VCard card = new VCard();
                card.setFormattedName(contact.name());
                String child = student.fullName();
                Related related = new Related();
                related.setText(child);
                related.getTypes().add(RelatedType.CHILD);
                card.addRelated(related);
                if (!contact.relation().isEmpty()) {
                    card.addNote(contact.relation() + " of " + child);
                }
                if (!contact.email().isEmpty()) {
                    card.addEmail(contact.email());
                }
                if (!contact.telephone().isEmpty()) {
                    card.addTelephoneNumber(contact.telephone());
                }
                card.setCategories(classBook.row().title());
                cards.add(card);
            }
        }
        return Ezvcard.write(cards).version(VCardVersion.V4_0).prodId(false).go();
    }

    /** A line for each contact with an address. */
    static Table mailing(ClassBook classBook, List<Student> students, Map<Long, Reach> reach, String title) {
        List<List<Table.Cell>> rows = new ArrayList<>();
        for (Student student : students) {
            for (Contact contact : writable(student, reach)) {
                rows.add(List.<Table.Cell>of(
                        new Table.Text(student.listName()),
                        new Table.Text(student.number()),
                        new Table.Text(student.set().orElse("")),
                        new Table.Text(contact.name()),
                        new Table.Text(contact.relation()),
                        new Table.Text(contact.email()),
                        new Table.Text(contact.telephone()),
                        new Table.Text(contact.language())));
            }
        }
        return new Table(
                title,
                List.of("Student", "Number", "Set", "Contact", "Relation", "E-mail", "Telephone", "Language"),
                rows);
    }

    private static List<Contact> writable(Student student, Map<Long, Reach> reach) {
        Reach own = reach.getOrDefault(ClassBook.id(student), Reach.NONE);
        return own.contacts().stream()
                .filter(contact -> contact.takesLetters() && !own.isBarred(contact.email()))
                .toList();
    }
}
