package aestimo.app.mail;

import aestimo.app.web.FormFields;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/**
 * How letters are asked to be mailed, by a form or a job.
 *
 * @param dates the parameters of the page that say which dates its figures are for
 * @param chosen enrolments of those whose letters go
 * @param subject with figures in braces, like {@code words}
 * @param toSelf whether the first letter goes to the teacher alone, to look at
 */
public record Mailing(
        long letterId,
        Map<String, String> dates,
        List<Long> chosen,
        Whom whom,
        String subject,
        String words,
        boolean toSelf) {
    static final int LONGEST_SUBJECT = 150;
    static final int LONGEST_WORDS = 4000;

    public Mailing {
        dates = Map.copyOf(dates);
        chosen = List.copyOf(chosen);
    }

    /** Whom letters go to. */
    public enum Whom {
        CONTACTS("the contacts that may be sent letters"),
        STUDENT("the student"),
        BOTH("both");

        private final String words;

        Whom(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        boolean isStudent() {
            return this != CONTACTS;
        }

        boolean isContacts() {
            return this != STUDENT;
        }

        static Whom of(String asked) {
            return Arrays.stream(values())
                    .filter(own -> own.name().equalsIgnoreCase(asked))
                    .findFirst()
                    .orElse(CONTACTS);
        }
    }

    /** As it is asked by a form. */
    public static Mailing read(FormFields fields, long letterId, Map<String, String> dates) {
        return new Mailing(
                letterId,
                dates,
                fields.texts("chosen").stream().map(FormFields::toNumber).toList(),
                Whom.of(fields.text("whom")),
                fields.text("subject"),
                fields.text("words"),
                fields.text("self").equals("true"));
    }

    /** As a form begins. */
    public static Mailing begun(long letterId, String letterName, Map<String, String> dates, Whom whom) {
        return new Mailing(
                letterId,
                dates,
                List.of(),
                whom,
                letterName.replaceAll("[\\\\*_{}]", "") + " for {name}",
                "With this message comes a letter about {name}.\n\n{teacher}",
                false);
    }
}
