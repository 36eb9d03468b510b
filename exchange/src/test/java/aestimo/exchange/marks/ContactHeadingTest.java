package aestimo.exchange.marks;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ContactHeadingTest {
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "Mother’s name, mother, mother, CONTACT_NAME",
                "Mother, mother, mother, CONTACT_NAME",
                "FATHER E-MAIL, father, father, CONTACT_EMAIL",
                "Parent 1 email address, parent 1, parent, CONTACT_EMAIL",
                "Parent email 2, parent 2, parent, CONTACT_EMAIL",
                "Parents' mobile, parent, parent, CONTACT_TELEPHONE",
                "Parent/carer telephone, parent carer, parent/carer, CONTACT_TELEPHONE",
                "Emergency contact, contact, '', CONTACT_NAME",
                "Contact 2 Relationship, contact 2, '', CONTACT_RELATION",
                "Guardian(s) phone number, guardian, guardian, CONTACT_TELEPHONE"
            })
    void readsWhoseAndWhat(String heading, String whose, String relation, ColumnRole role) {
        assertThat(ContactHeading.read(heading)).contains(new ContactHeading(whose, relation, role));
        assertThat(ColumnRole.headed(heading)).contains(role);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Contact hours",
                "E-mail",
                "Phone",
                "Name",
                "Parents evening",
                "Mothers in history",
                "Contacts made",
                ""
            })
    void leavesOtherHeadings(String heading) {
        assertThat(ContactHeading.read(heading)).isEmpty();
    }

    @Test
    void takesNoLongHeadingApart() {
        assertThat(ContactHeading.read("contact ".repeat(50_000))).isEmpty();
    }
}
