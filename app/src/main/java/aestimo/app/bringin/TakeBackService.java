package aestimo.app.bringin;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.bringin.BringInMapper.BringInRow;
import aestimo.app.bringin.BringInMapper.StandingRow;
import aestimo.app.changes.ChangeService;
import aestimo.app.marks.BulkEntryService;
import aestimo.app.sealed.HeldByReturns;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Takes back what was brought in, as a whole. */
@Service
public class TakeBackService {
    private static final int MOST_NAMED = 3;

    private final BringInMapper mapper;
    private final BookService books;
    private final ChangeService changes;
    private final BulkEntryService entries;
    private final BroughtTargets targets;
    private final HeldByReturns held;
    private final JsonMapper json;
    private final Clock clock;

    TakeBackService(
            BringInMapper mapper,
            BookService books,
            ChangeService changes,
            BulkEntryService entries,
            BroughtTargets targets,
            HeldByReturns held,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
        this.entries = entries;
        this.targets = targets;
        this.held = held;
        this.json = json;
        this.clock = clock;
    }

    /**
     * Puts everything back as it stood before a bring-in.
     *
     * @throws FormException when later changes stand on it, naming them; nothing is changed then
     */
    @Transactional
    public void takeBack(TeacherId teacher, long classId, long bringInId) {
        if (mapper.lockClass(teacher, classId) == null) {
            throw new NotFoundException("class");
        }
        BringInRow row = mapper.find(teacher, classId, bringInId).orElseThrow(BringInGoneException::new);
        if (!row.state().equals("DONE")) {
            throw new FormException("There is nothing to take back: this is not brought in.");
        }
        List<StandingRow> brought = mapper.findBrought(teacher, classId, bringInId);
        ClassBook classBook = books.open(teacher, classId);
        refuseAltered(brought.stream().filter(own -> isAltered(classBook, own)).toList());
        BringInService.Made made = json.readValue(row.made(), BringInService.Made.class);
        int others = mapper.countOthers(teacher, classId, bringInId, made.assessments(), made.enrolments());
        if (others > 0) {
            throw new FormException(
                    (others == 1 ? "1 entry stands" : others + " entries stand")
                            + " beside these in the assessments or with the students that came with them. Nothing was taken back.");
        }
        List<String> ofReturns = held.students(teacher, made.enrolments());
        if (!ofReturns.isEmpty()) {
            throw new FormException(String.join("; ", ofReturns)
                    + " came with it and " + (ofReturns.size() == 1 ? "stands" : "stand")
                    + " in a return to the school since. Nothing was taken back.");
        }
        List<BulkEntryService.Row> rows = new ArrayList<>();
        for (StandingRow own : brought) {
            if (!made.assessments().contains(own.assessmentId())
                    && !made.enrolments().contains(own.enrolmentId())) {
                rows.add(new BulkEntryService.Row(own.cell(), own.now(), own.was(), classBook.entry(own.cell())));
            }
        }
        targets.takeBack(teacher, classBook, made.targets(), made.enrolments());
        entries.write(teacher, classId, rows, "taken back");
        mapper.deleteAssessments(teacher, classId, made.assessments());
        mapper.deleteEnrolments(teacher, classId, made.enrolments());
        mapper.advance(teacher, classId, bringInId, "DONE", "TAKEN_BACK", row.made(), OffsetDateTime.now(clock));
        changes.recordGroundwork(teacher, classId, "bring-in", row.source(), "taken back");
    }

    /** Altered, and not put back to what was brought. */
    private static boolean isAltered(ClassBook classBook, StandingRow own) {
        return own.now() < 0
                || own.now() != own.version()
                        && !classBook.entry(own.cell()).toString().equals(own.became());
    }

    private static void refuseAltered(List<StandingRow> altered) {
        if (!altered.isEmpty()) {
            throw new FormException((altered.size() == 1 ? "1 entry was" : altered.size() + " entries were")
                    + " altered since: "
                    + String.join(
                            "; ",
                            altered.stream()
                                    .limit(MOST_NAMED)
                                    .map(own -> own.student() + " in “" + own.title() + "”")
                                    .toList())
                    + (altered.size() > MOST_NAMED ? "; and " + (altered.size() - MOST_NAMED) + " more" : "")
                    + ". Nothing was taken back.");
        }
    }
}
