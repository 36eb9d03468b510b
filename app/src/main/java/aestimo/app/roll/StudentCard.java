package aestimo.app.roll;

import aestimo.app.contacts.Contact;
import aestimo.app.web.FormFields;
import java.util.List;

/**
 * What a teacher keeps of a student beside the list, as typed.
 *
 * @param preferred the name they go by; empty: the given one
 * @param contacts whom to write to or call
 * @param birthday a day such as 2013-04-30; empty for none
 * @param supportNote for the teacher alone, never printed or sent
 * @param forms how they are spoken of: they, she, he, or name
 * @param startingScore at entry, of the class's top; empty for none
 */
public record StudentCard(
        String preferred,
        String email,
        List<Contact> contacts,
        String birthday,
        String supportNote,
        String lastReport,
        String startingScore,
        String forms) {
    static StudentCard read(FormFields fields) {
        return new StudentCard(
                fields.text("preferred"),
                fields.text("email"),
                Contact.read(fields),
                fields.text("birthday"),
                fields.text("supportNote"),
                fields.text("lastReport"),
                fields.text("startingScore").replace(',', '.'),
                fields.text("forms").isEmpty() ? "they" : fields.text("forms"));
    }
}
