package aestimo.app.roll;

import aestimo.app.changes.ChangeService;
import aestimo.app.roll.StudentMapper.FactsRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.NotFoundException;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads and writes what the cards of a class's students say, many at once. */
@Service
public class CardFactsService {
    private final StudentMapper mapper;
    private final ChangeService changes;

    CardFactsService(StudentMapper mapper, ChangeService changes) {
        this.mapper = mapper;
        this.changes = changes;
    }

    /** By enrolment; everybody of the class. */
    @Transactional(readOnly = true)
    public Map<Long, CardFacts> ofClass(TeacherId teacher, long classId) {
        return mapper.findFacts(teacher, classId).stream()
                .collect(Collectors.toMap(FactsRow::enrolmentId, CardFactsService::facts));
    }

    private static CardFacts facts(FactsRow row) {
        return new CardFacts(
                row.preferred(),
                row.email(),
                row.birthday() == null ? "" : row.birthday().toString(),
                row.supportNote(),
                row.lastReport());
    }

    /**
     * Saves facts that were found to be right.
     *
     * @throws NotFoundException when the class has no such student
     */
    @Transactional
    public void save(TeacherId teacher, long classId, long enrolmentId, CardFacts facts) {
        if (mapper.updateFacts(teacher, classId, enrolmentId, facts, facts.day().orElse(null)) == 0) {
            throw new NotFoundException("student");
        }
    }

    /** Says in the changes of the class whose cards were altered, and by what; not what they say now. */
    @Transactional
    public void record(TeacherId teacher, long classId, String how, int students) {
        if (students > 0) {
            changes.recordGroundwork(
                    teacher, classId, "students", "", (students == 1 ? "1 card" : students + " cards") + " " + how);
        }
    }
}
