package aestimo.app.contacts;

import aestimo.app.contacts.Contact.Purpose;
import aestimo.app.contacts.ContactMapper.ReachRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.MailAddress;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps whom to write to or call about a student, and tells how those of a class can be reached. */
@Service
public class ContactService {
    private static final int MOST = 8;
    /** Letters of a name or a relation. */
    public static final int LONGEST_NAME = 100;
    /** Characters of a telephone number, or letters of a language. */
    public static final int LONGEST_BRIEF = 40;

    private final ContactMapper mapper;

    ContactService(ContactMapper mapper) {
        this.mapper = mapper;
    }

    @Transactional(readOnly = true)
    public List<Contact> of(TeacherId teacher, long studentId) {
        return mapper.findOfStudent(teacher, studentId).stream()
                .map(row -> new Contact(
                        row.id(),
                        row.name(),
                        row.relation(),
                        row.email(),
                        row.telephone(),
                        row.language(),
                        Purpose.valueOf(row.purpose())))
                .toList();
    }

    /** By enrolment, for every student of a class. */
    @Transactional(readOnly = true)
    public Map<Long, Reach> ofClass(TeacherId teacher, long classId) {
        Map<Long, Reach> reach = new LinkedHashMap<>();
        for (ReachRow row : mapper.findOfClass(teacher, classId)) {
            List<Contact> contacts = new ArrayList<>(
                    reach.getOrDefault(row.enrolmentId(), Reach.NONE).contacts());
            if (row.id() != null) {
                contacts.add(new Contact(
                        row.id(),
                        row.name(),
                        row.relation(),
                        row.email(),
                        row.telephone(),
                        row.language(),
                        Purpose.valueOf(row.purpose())));
            }
            reach.put(row.enrolmentId(), new Reach(row.studentEmail(), contacts));
        }
        return reach;
    }

    /** Names every reason why contacts cannot be saved as they are. */
    public static void check(List<Contact> contacts, Problems problems) {
        if (contacts.size() > MOST) {
            problems.add("A student has at most " + MOST + " contacts. Delete one.");
        }
        for (int i = 0; i < contacts.size(); i++) {
            Contact own = contacts.get(i);
            int line = i;
            if (own.name().isEmpty() || own.name().length() > LONGEST_NAME) {
                problems.at("contactName", line, "A contact needs a name of 1 to " + LONGEST_NAME + " letters.");
            }
            if (own.relation().length() > LONGEST_NAME) {
                problems.at("contactRelation", line, "The relation has over " + LONGEST_NAME + " letters.");
            }
            if (own.telephone().length() > LONGEST_BRIEF) {
                problems.at(
                        "contactTelephone", line, "The telephone number has over " + LONGEST_BRIEF + " characters.");
            }
            if (own.language().length() > LONGEST_BRIEF) {
                problems.at("contactLanguage", line, "The language has over " + LONGEST_BRIEF + " letters.");
            }
            MailAddress.problem(
                            own.email(), "The e-mail address of " + (own.name().isEmpty() ? "a contact" : own.name()))
                    .ifPresent(words -> problems.at("contactEmail", line, words));
        }
    }

    /**
     * The same for a student of a class.
     *
     * @throws NotFoundException when the class has no such student
     */
    @Transactional
    public void save(TeacherId teacher, long classId, long enrolmentId, List<Contact> contacts) {
        save(teacher, student(teacher, classId, enrolmentId), contacts);
    }

    private long student(TeacherId teacher, long classId, long enrolmentId) {
        return mapper.findStudent(teacher, classId, enrolmentId).orElseThrow(() -> new NotFoundException("student"));
    }

    /** Puts contacts in the place of those there are; they must be without problems. */
    @Transactional
    public void save(TeacherId teacher, long studentId, List<Contact> contacts) {
        mapper.findOfStudent(teacher, studentId).stream()
                .filter(row -> contacts.stream().noneMatch(own -> own.id() == row.id()))
                .forEach(row -> mapper.delete(teacher, studentId, row.id()));
        for (Contact own : contacts) {
            if (own.id() == 0 || mapper.update(teacher, studentId, own) == 0) {
                mapper.insert(teacher, studentId, own);
            }
        }
    }

    /**
     * Adds contacts to a student's; one of the same name or address gets what it lacks. What a contact is for, or that nobody may
     * write to it, is never altered by this.
     *
     * @throws FormException where one of them will not do, or they would be too many; nothing is saved then
     * @throws NotFoundException when the class has no such student
     */
    @Transactional
    public void add(TeacherId teacher, long classId, long enrolmentId, List<Contact> contacts) {
        long student = student(teacher, classId, enrolmentId);
        List<Contact> all = new ArrayList<>(of(teacher, student));
        for (Contact own : contacts) {
            int at = same(all, own).map(all::indexOf).orElse(-1);
            if (at < 0) {
                all.add(own);
            } else {
                all.set(at, filled(all.get(at), own));
            }
        }
        Problems problems = new Problems();
        check(all, problems);
        problems.refuse();
        save(teacher, student, all);
    }

    /** The one among contacts that is meant by another: of the same name, or else of the same address. */
    public static Optional<Contact> same(List<Contact> contacts, Contact other) {
        return contacts.stream()
                .filter(own -> key(own.name()).equals(key(other.name())))
                .findFirst()
                .or(() -> contacts.stream()
                        .filter(own -> !other.email().isEmpty()
                                && MailAddress.key(own.email()).equals(MailAddress.key(other.email())))
                        .findFirst());
    }

    private static Contact filled(Contact before, Contact own) {
        return new Contact(
                before.id(),
                before.name(),
                before.relation().isEmpty() ? own.relation() : before.relation(),
                before.email().isEmpty() ? own.email() : before.email(),
                before.telephone().isEmpty() ? own.telephone() : before.telephone(),
                before.language().isEmpty() ? own.language() : before.language(),
                before.purpose());
    }

    private static String key(String name) {
        return name.toLowerCase(Locale.ROOT);
    }
}
