package aestimo.app.contacts;

import aestimo.app.web.FormFields;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Somebody to write to or call about a student.
 *
 * @param id 0 for one that is not saved yet
 * @param relation such as “mother”; may be empty
 * @param email empty where there is none
 */
public record Contact(long id, String name, String relation, String email, Purpose purpose) {
    /** What a contact is for. */
    public enum Purpose {
        LETTERS("letters"),
        EMERGENCIES("emergencies"),
        BOTH("letters and emergencies"),
        NEVER("no contact");

        private final String words;

        Purpose(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        static Purpose of(String asked) {
            return Arrays.stream(values())
                    .filter(own -> own.name().equalsIgnoreCase(asked))
                    .findFirst()
                    .orElse(LETTERS);
        }
    }

    /** What it may be for. */
    public List<Purpose> purposes() {
        return List.of(Purpose.values());
    }

    public boolean takesLetters() {
        return purpose == Purpose.LETTERS || purpose == Purpose.BOTH;
    }

    /** Whether nobody may write to it, whatever else its address stands for. */
    public boolean isBarred() {
        return purpose == Purpose.NEVER;
    }

    /** Those of a form, a line each; lines left empty are no contacts. */
    public static List<Contact> read(FormFields fields) {
        List<Contact> contacts = new ArrayList<>();
        for (int i = 0; i < fields.texts("contactName").size(); i++) {
            Contact line = new Contact(
                    FormFields.toNumber(fields.text("contact", i)),
                    fields.text("contactName", i),
                    fields.text("contactRelation", i),
                    fields.text("contactEmail", i),
                    Purpose.of(fields.text("contactFor", i)));
            if (!(line.name() + line.relation() + line.email()).isEmpty()) {
                contacts.add(line);
            }
        }
        return contacts;
    }
}
