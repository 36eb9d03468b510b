package aestimo.app.contacts;

import aestimo.app.contacts.Contact.Purpose;
import aestimo.app.contacts.ContactMapper.ReachRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.MailAddress;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps whom to write to or call about a student, and tells how those of a class can be reached. */
@Service
public class ContactService {
    private static final int MOST = 8;
    private static final int LONGEST_NAME = 100;

    private final ContactMapper mapper;

    ContactService(ContactMapper mapper) {
        this.mapper = mapper;
    }

    @Transactional(readOnly = true)
    public List<Contact> of(TeacherId teacher, long studentId) {
        return mapper.findOfStudent(teacher, studentId).stream()
                .map(row ->
                        new Contact(row.id(), row.name(), row.relation(), row.email(), Purpose.valueOf(row.purpose())))
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
                contacts.add(
                        new Contact(row.id(), row.name(), row.relation(), row.email(), Purpose.valueOf(row.purpose())));
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
        save(
                teacher,
                mapper.findStudent(teacher, classId, enrolmentId).orElseThrow(() -> new NotFoundException("student")),
                contacts);
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
}
