package aestimo.app.imports;

import aestimo.app.contacts.Contact;
import aestimo.app.contacts.Contact.Purpose;
import aestimo.app.contacts.ContactService;
import aestimo.app.contacts.Reach;
import aestimo.app.imports.ImportPlan.Column;
import aestimo.app.imports.ImportPlan.FactCell;
import aestimo.app.imports.ImportPlan.Outcome;
import aestimo.app.web.MailAddress;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.ContactHeading;
import aestimo.exchange.marks.MarkSheet.Row;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * The contacts of a class's students while a sheet with others is looked at. A sheet adds contacts, and what the present ones
 * lack; it never alters what is there.
 *
 * @param reach by enrolment
 */
record ExistingContacts(Map<Long, Reach> reach) {
    /** Which contact a column is about: several columns of one contact have the same. */
    static String whose(Column column) {
        return ContactHeading.read(column.found().heading())
                .map(ContactHeading::whose)
                .orElse("contact");
    }

    /**
     * What a cell would do; {@code enrolmentId} 0 for a student who would be added.
     *
     * @param student the student's own name, after whom a contact without a name is called
     */
    FactCell cell(Column column, List<Column> columns, Row row, long enrolmentId, String student) {
        ColumnRole role = column.choice().role();
        String text = row.cell(column.found().place());
        Optional<String> problem = text.isEmpty() ? Optional.empty() : problem(role, text);
        Optional<Contact> standing = contact(whose(column), columns, row, student)
                .flatMap(own -> ContactService.same(
                        reach.getOrDefault(enrolmentId, Reach.NONE).contacts(), own));
        String stands = standing.map(own -> field(role, own)).orElse("");
        String becomes = problem.isPresent() ? "" : text;
        Outcome outcome = becomes.isEmpty()
                ? Outcome.NOTHING
                : becomes.equals(stands) ? Outcome.SAME : stands.isEmpty() ? Outcome.NEW : Outcome.KEPT;
        return new FactCell(column.found().place(), becomes, stands, outcome, problem.orElse(""));
    }

    /** The contact that the columns of one together name; empty where they say nothing. */
    static Optional<Contact> contact(String whose, List<Column> columns, Row row, String student) {
        String relation = said(ColumnRole.CONTACT_RELATION, whose, columns, row);
        String called = relation.isEmpty()
                ? columns.stream()
                        .filter(own ->
                                own.choice().role().isContact() && whose(own).equals(whose))
                        .flatMap(own -> ContactHeading.read(own.found().heading()).stream())
                        .map(ContactHeading::relation)
                        .filter(words -> !words.isEmpty())
                        .findFirst()
                        .orElse("")
                : relation;
        String name = said(ColumnRole.CONTACT_NAME, whose, columns, row);
        String email = said(ColumnRole.CONTACT_EMAIL, whose, columns, row);
        String telephone = said(ColumnRole.CONTACT_TELEPHONE, whose, columns, row);
        if ((name + email + telephone).isEmpty()) {
            return Optional.empty();
        }
        String unnamed = (called.isEmpty() ? "contact" : called) + " of " + student;
        String named = name.isEmpty() ? unnamed.substring(0, 1).toUpperCase(Locale.ROOT) + unnamed.substring(1) : name;
        return Optional.of(new Contact(
                0,
                named.substring(0, Math.min(named.length(), ContactService.LONGEST_NAME)),
                called,
                email,
                telephone,
                "",
                Purpose.LETTERS));
    }

    private static String said(ColumnRole role, String whose, List<Column> columns, Row row) {
        return columns.stream()
                .filter(own -> own.choice().role() == role && whose(own).equals(whose))
                .map(own -> row.cell(own.found().place()))
                .filter(text -> !text.isEmpty() && problem(role, text).isEmpty())
                .findFirst()
                .orElse("");
    }

    private static Optional<String> problem(ColumnRole role, String text) {
        int longest = role == ColumnRole.CONTACT_TELEPHONE ? ContactService.LONGEST_BRIEF : ContactService.LONGEST_NAME;
        Optional<String> problem = role == ColumnRole.CONTACT_EMAIL
                ? MailAddress.problem(text, "The e-mail address of the contact")
                : text.length() > longest ? Optional.of("It has over " + longest + " characters.") : Optional.empty();
        return problem.map(words -> words + " It is left out.");
    }

    private static String field(ColumnRole role, Contact contact) {
        return switch (role) {
            case CONTACT_NAME -> contact.name();
            case CONTACT_RELATION -> contact.relation();
            case CONTACT_EMAIL -> contact.email();
            default -> contact.telephone();
        };
    }
}
