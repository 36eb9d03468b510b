package aestimo.app.mail;

import aestimo.app.contacts.Contact;
import aestimo.app.contacts.Reach;
import aestimo.app.letters.MadeLetter;
import aestimo.app.web.MailAddress;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Who would get a letter, and who would not and why; worked out before anything is sent. */
public record MailPlan(List<Line> lines) {
    public MailPlan {
        lines = List.copyOf(lines);
    }

    /**
     * One student.
     *
     * @param without why nobody, or somebody not, is written to; in words
     */
    public record Line(MadeLetter made, List<To> to, List<String> without) {
        public boolean isReached() {
            return !to.isEmpty();
        }
    }

    /**
     * One address.
     *
     * @param contact empty: the student
     */
    public record To(Optional<Long> contact, String name, String address) {}

    static MailPlan of(List<MadeLetter> letters, Map<Long, Reach> reach, Mailing.Whom whom) {
        return new MailPlan(letters.stream()
                .map(made -> line(made, reach.getOrDefault(made.enrolmentId(), Reach.NONE), whom))
                .toList());
    }

    static Line line(MadeLetter made, Reach reach, Mailing.Whom whom) {
        List<To> to = new ArrayList<>();
        List<String> without = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        if (whom.isStudent()) {
            add(new To(Optional.empty(), made.name(), reach.email()), "the student", reach, taken, to, without);
        }
        if (whom.isContacts()) {
            List<Contact> meant =
                    reach.contacts().stream().filter(Contact::takesLetters).toList();
            meant.forEach(own ->
                    add(new To(Optional.of(own.id()), own.name(), own.email()), own.name(), reach, taken, to, without));
            if (meant.isEmpty()) {
                without.add("no contact may be sent letters");
            }
            reach.contacts().stream()
                    .filter(Contact::isBarred)
                    .forEach(own -> without.add(own.name() + ": no contact"));
        }
        return new Line(made, to, without);
    }

    private static void add(To own, String who, Reach reach, Set<String> taken, List<To> to, List<String> without) {
        if (own.address().isEmpty()) {
            without.add(who + ": no address");
        } else if (!MailAddress.isOne(own.address())) {
            without.add(who + ": “" + own.address() + "” is not an address");
        } else if (reach.isBarred(own.address())) {
            without.add(who + ": the address is one that must not be written to");
        } else if (taken.add(MailAddress.key(own.address()))) {
            to.add(own);
        }
    }

    /** How many messages it makes. */
    public int messages() {
        return lines.stream().mapToInt(line -> line.to().size()).sum();
    }
}
