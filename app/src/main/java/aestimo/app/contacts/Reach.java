package aestimo.app.contacts;

import aestimo.app.web.MailAddress;
import java.util.List;

/**
 * How a student and whoever stands by them can be written to.
 *
 * @param email the student's own address; empty where there is none
 */
public record Reach(String email, List<Contact> contacts) {
    public static final Reach NONE = new Reach("", List.of());

    public Reach {
        contacts = List.copyOf(contacts);
    }

    /** An address a barred contact has is nobody's to write to, be it the student's or another contact's too. */
    public boolean isBarred(String address) {
        return contacts.stream()
                .filter(Contact::isBarred)
                .anyMatch(own -> MailAddress.key(own.email()).equals(MailAddress.key(address)));
    }
}
