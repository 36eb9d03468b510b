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
 * @param email empty where there is none, like the telephone and the language
 */
public record Contact(
        long id, String name, String relation, String email, String telephone, String language, Purpose purpose) {
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

        public static Purpose of(String asked) {
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

    /** One nobody has written anything of yet. */
    public static Contact blank() {
        return new Contact(0, "", "", "", "", "", Purpose.LETTERS);
    }

    public boolean takesLetters() {
        return purpose == Purpose.LETTERS || purpose == Purpose.BOTH;
    }

    public boolean isForEmergencies() {
        return purpose == Purpose.EMERGENCIES || purpose == Purpose.BOTH;
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
                    fields.text("contactTelephone", i),
                    fields.text("contactLanguage", i),
                    Purpose.of(fields.text("contactFor", i)));
            if (!(line.name() + line.relation() + line.email() + line.telephone()).isEmpty()) {
                contacts.add(line);
            }
        }
        return contacts;
    }
}
