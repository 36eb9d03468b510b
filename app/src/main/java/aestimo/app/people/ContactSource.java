package aestimo.app.people;

import aestimo.app.book.ClassBook;
import aestimo.app.contacts.Contact;
import aestimo.app.web.FormException;
import aestimo.core.book.Student;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.Known;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.marks.StudentFinder.Asked;
import aestimo.exchange.marks.StudentFinder.Found;
import aestimo.exchange.sheet.Sheet;
import ezvcard.VCard;
import ezvcard.io.text.VCardReader;
import ezvcard.property.Email;
import ezvcard.property.Language;
import ezvcard.property.Note;
import ezvcard.property.Related;
import ezvcard.property.Telephone;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * Contacts as they come from elsewhere: vCards, or a sheet with a line for each. Nothing is guessed: a contact whose student
 * is not told is left out, with the reason.
 *
 * @param lines in the order they came
 * @param leftOut what could not be used, and why
 */
record ContactSource(List<Line> lines, List<String> leftOut) {
    private static final int MOST_CARDS = 1_000;
    private static final int LONGEST = 100;
    private static final int LONGEST_BRIEF = 40;
    private static final Predicate<String> STUDENT =
            Set.of("student", "student name", "pupil", "pupil name", "child")::contains;
    /** Who a student is, headed as in every other file. */
    private static final Predicate<String> FAMILY = is(ColumnRole.FAMILY);

    private static final Predicate<String> GIVEN = is(ColumnRole.GIVEN);
    private static final Predicate<String> NUMBER = is(ColumnRole.NUMBER);
    private static final Predicate<String> CONTACT =
            Set.of("contact", "contact name", "parent", "parent name", "guardian", "guardian name", "carer")::contains;
    /** The contact's where no other column is, else the student's, as in a class list. */
    private static final Predicate<String> NAME = Set.of("name", "full name")::contains;

    private static final Predicate<String> RELATION = Set.of("relation", "relationship")::contains;
    private static final Predicate<String> EMAIL = Set.of(
            "email",
            "e-mail",
            "mail",
            "contact email",
            "contact e-mail",
            "parent email",
            "parent e-mail",
            "guardian email")::contains;
    private static final Predicate<String> TELEPHONE = Set.of(
            "telephone",
            "phone",
            "tel",
            "mobile",
            "contact telephone",
            "parent telephone",
            "parent phone",
            "guardian phone")::contains;
    private static final Predicate<String> LANGUAGE = Set.of("language")::contains;
    private static final Predicate<String> PURPOSE = Set.of("for", "purpose", "what for")::contains;

    /** A contact of a student. */
    record Line(Student student, Contact contact) {}

    /** Whether a text is cards, and no sheet. */
    static boolean isCards(String text) {
        return text.stripLeading().regionMatches(true, 0, "BEGIN:VCARD", 0, 11);
    }

    /** @throws FormException where there are too many cards, or none */
    static ContactSource ofCards(String text, ClassBook classBook, List<Known> known) {
        List<VCard> cards = new ArrayList<>();
        try (var reader = new VCardReader(text)) {
            for (VCard card = reader.readNext(); card != null; card = reader.readNext()) {
                cards.add(card);
                if (cards.size() > MOST_CARDS) {
                    throw new FormException("The file has over " + MOST_CARDS
                            + " cards. Export those of the class alone, and choose that file.");
                }
            }
        } catch (IOException broken) {
            throw new FormException("The cards cannot be read to the end. Export them again as vCard.");
        }
        if (cards.isEmpty()) {
            throw new FormException("There is no card in it. A vCard begins with BEGIN:VCARD.");
        }
        Reading reading = new Reading(classBook, known);
        for (int i = 0; i < cards.size(); i++) {
            reading.take("Card " + (i + 1), cards.get(i));
        }
        return new ContactSource(reading.lines, reading.leftOut);
    }

    /** @throws FormException where no column says whose contact a line is */
    static ContactSource ofSheet(Sheet sheet, ClassBook classBook, List<Known> known) {
        Reading reading = new Reading(classBook, known);
        List<String> headings = sheet.rows().isEmpty()
                ? List.of()
                : sheet.rows().get(0).stream().map(ContactSource::plain).toList();
        // Where a column is the contact's for sure, a mere “name” is the student's.
        boolean sure = headings.stream().anyMatch(CONTACT);
        boolean who = Stream.of(STUDENT, FAMILY, NUMBER, sure ? NAME : STUDENT)
                .anyMatch(wanted -> headings.stream().anyMatch(wanted));
        if (!who || !sure && headings.stream().noneMatch(NAME)) {
            throw new FormException("The first line must have the headings: student or number, and contact; beside them"
                    + " relation, e-mail, telephone, language and for, as far as they are known.");
        }
        for (int i = 1; i < sheet.rows().size(); i++) {
            List<String> row = sheet.rows().get(i);
            String student = Stream.of(
                            cell(headings, row, STUDENT),
                            sure ? cell(headings, row, NAME) : "",
                            (cell(headings, row, FAMILY) + " " + cell(headings, row, GIVEN)).strip())
                    .filter(text -> !text.isEmpty())
                    .findFirst()
                    .orElse("");
            String number = cell(headings, row, NUMBER);
            reading.take(
                    "Line " + (i + 1),
                    reading.finder.find(new Asked(number, "", student)),
                    student.isEmpty() ? number : student,
                    new Contact(
                            0,
                            cell(headings, row, sure ? CONTACT : NAME),
                            cell(headings, row, RELATION),
                            cell(headings, row, EMAIL),
                            brief(cell(headings, row, TELEPHONE)),
                            brief(cell(headings, row, LANGUAGE)),
                            purpose(cell(headings, row, PURPOSE))));
        }
        return new ContactSource(reading.lines, reading.leftOut);
    }

    private static String plain(String heading) {
        return heading.strip().toLowerCase(Locale.ROOT).replaceAll("[\\s_]+", " ");
    }

    private static Predicate<String> is(ColumnRole role) {
        return heading -> ColumnRole.headed(heading).filter(role::equals).isPresent();
    }

    private static String cell(List<String> headings, List<String> row, Predicate<String> wanted) {
        for (int i = 0; i < headings.size() && i < row.size(); i++) {
            if (wanted.test(headings.get(i)) && !row.get(i).isBlank()) {
                return row.get(i).strip();
            }
        }
        return "";
    }

    private static String brief(String text) {
        return text.substring(0, Math.min(LONGEST_BRIEF, text.length()));
    }

    /** What is not said of a contact is that it may be written to. */
    private static Contact.Purpose purpose(String text) {
        return Stream.of(Contact.Purpose.values())
                .filter(own -> own.words().equalsIgnoreCase(text) || own.name().equalsIgnoreCase(text))
                .findFirst()
                .orElse(Contact.Purpose.LETTERS);
    }

    private static final class Reading {
        private final ClassBook classBook;
        private final List<Known> known;
        private final StudentFinder finder;
        private final List<Line> lines = new ArrayList<>();
        private final List<String> leftOut = new ArrayList<>();
        private final Set<Line> seen = new HashSet<>();

        Reading(ClassBook classBook, List<Known> known) {
            this.classBook = classBook;
            this.known = known;
            this.finder = new StudentFinder(known);
        }

        void take(String place, VCard card) {
            String name = card.getFormattedName() == null
                    ? ""
                    : card.getFormattedName().getValue();
            List<String> children = new ArrayList<>();
            for (Related related : card.getRelations()) {
                if (related.getText() != null) {
                    children.add(related.getText());
                }
            }
            String note =
                    card.getNotes().stream().map(Note::getValue).findFirst().orElse("");
            String relation = note.matches("[\\p{L} ]{2,40} of .*") ? note.substring(0, note.indexOf(" of ")) : "";
            Contact contact = new Contact(
                    0,
                    name == null ? "" : name.strip(),
                    relation,
                    card.getEmails().stream().map(Email::getValue).findFirst().orElse(""),
                    brief(card.getTelephoneNumbers().stream()
                            .map(Reading::number)
                            .findFirst()
                            .orElse("")),
                    brief(card.getLanguages().stream()
                            .map(Language::getValue)
                            .findFirst()
                            .orElse("")),
                    Contact.Purpose.LETTERS);
            if (children.isEmpty()) {
                familyOf(contact.name()).ifPresent(own -> children.add(own.listName()));
            }
            if (children.isEmpty()) {
                leftOut.add(place + ": “" + contact.name() + "” names no student, and shares a family name with nobody,"
                        + " or with several.");
            }
            children.forEach(child -> take(place, finder.find(new Asked("", "", child)), child, contact));
        }

        private static String number(Telephone telephone) {
            return telephone.getText() == null
                    ? telephone.getUri() == null ? "" : telephone.getUri().getNumber()
                    : telephone.getText();
        }

        /** The one student with the family name of a contact. */
        private Optional<Known> familyOf(String name) {
            List<Known> same = known.stream()
                    .filter(own -> !own.family().isEmpty()
                            && name.toLowerCase(Locale.ROOT)
                                    .endsWith(" " + own.family().toLowerCase(Locale.ROOT)))
                    .toList();
            return same.size() == 1 ? Optional.of(same.get(0)) : Optional.empty();
        }

        void take(String place, Found found, String who, Contact contact) {
            if ((contact.name() + contact.relation() + contact.email() + contact.telephone()).isEmpty()) {
                // A student of a class list without a contact.
                return;
            }
            if (contact.name().isEmpty() || contact.name().length() > LONGEST) {
                leftOut.add(place + ": a contact needs a name of 1 to " + LONGEST + " letters.");
                return;
            }
            Optional<Known> sure = found.student().filter(own -> found.how().isSure());
            if (sure.isEmpty()) {
                leftOut.add(place + ": “" + who + "” is nobody in this class for certain.");
                return;
            }
            Line line = new Line(classBook.student(sure.get().id()), contact);
            if (seen.add(line)) {
                lines.add(line);
            }
        }
    }
}
