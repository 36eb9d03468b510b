package aestimo.app.erase;

import aestimo.app.erase.EraseMapper.ReturnRow;
import aestimo.app.erase.EraseMapper.StudentRow;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.sealing.NamelessMarkbook;
import aestimo.app.sealing.SealedDocument;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Erases what tells who somebody was. Marks stay, without a name: the figures of the others rest on them. */
@Service
public class EraseService {
    private final EraseMapper mapper;
    private final SecurityEvents events;
    private final Clock clock;

    EraseService(EraseMapper mapper, SecurityEvents events, Clock clock) {
        this.mapper = mapper;
        this.events = events;
        this.clock = clock;
    }

    /**
     * Erases a student, in all classes of the teacher.
     *
     * @param typed the family name, as the teacher typed it to confirm
     * @param alsoSealed whether the name goes from returns that were sent too; their hash stays that of what was sent
     * @return what went, by kind; kinds of which there was nothing are left out
     * @throws FormException where it is not the name; nothing is changed then
     * @throws NotFoundException when there is no such student
     */
    @Transactional
    public List<Erased> erase(TeacherId teacher, long classId, long enrolmentId, String typed, boolean alsoSealed) {
        StudentRow student =
                mapper.find(teacher, classId, enrolmentId).orElseThrow(() -> new NotFoundException("student"));
        if (student.erased()) {
            throw new FormException("This student was erased already.");
        }
        if (!typed.strip().equalsIgnoreCase(student.family())) {
            throw FormException.at(
                    "typed",
                    "“" + typed.strip() + "” is not the family name. Type " + student.family()
                            + " to erase this student.");
        }
        String given = Long.toString(student.id());
        String instead = "Erased, " + given;
        int sealed = 0;
        for (ReturnRow row : mapper.findReturns(teacher, student.id())) {
            String id = Long.toString(row.enrolmentId());
            String markbook = NamelessMarkbook.of(row.markbook(), id, instead);
            if (!row.sealed()) {
                mapper.updateDraft(teacher, row.returnId(), markbook);
            } else if (alsoSealed) {
                String canonical = SealedDocument.read(row.canonical())
                        .without(id, instead)
                        .canonical();
                mapper.rewriteSealed(
                        new ReturnRow(row.returnId(), row.enrolmentId(), true, canonical, markbook), given);
                sealed++;
            }
        }
        List<Erased> gone = new ArrayList<>(mapper.erase(student.id(), given, OffsetDateTime.now(clock)).stream()
                .filter(one -> one.count() > 0)
                .toList());
        if (sealed > 0) {
            gone.add(new Erased("sealed returns, the name replaced", sealed));
        }
        events.record(teacher, Kind.ERASED, "student " + student.id());
        return gone;
    }

    /** How many returns that were sent hold the student's name. */
    @Transactional(readOnly = true)
    public int sealedWith(TeacherId teacher, long classId, long enrolmentId) {
        StudentRow student =
                mapper.find(teacher, classId, enrolmentId).orElseThrow(() -> new NotFoundException("student"));
        return mapper.countSealed(teacher, student.id());
    }

    /** Whether the student was erased before. */
    @Transactional(readOnly = true)
    public boolean isErased(TeacherId teacher, long classId, long enrolmentId) {
        return mapper.find(teacher, classId, enrolmentId)
                .orElseThrow(() -> new NotFoundException("student"))
                .erased();
    }

    /**
     * Erases the account of the acting teacher with all that belongs to it: classes, students, letters, returns.
     *
     * @return false where there is none
     */
    @Transactional
    public boolean eraseAccount() {
        return mapper.eraseAccount();
    }
}
