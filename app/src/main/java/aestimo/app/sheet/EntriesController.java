package aestimo.app.sheet;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.SpanChoice;
import aestimo.app.groundwork.WouldMove;
import aestimo.app.marks.EntryService;
import aestimo.app.marks.RemarkService;
import aestimo.app.marks.Remarks;
import aestimo.app.marks.TypedEntry;
import aestimo.app.web.ForScripts;
import aestimo.app.web.FormException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.Standing;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.typed.EntryText;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The entries typed into the sheet, for its script: kept, or looked at before many are kept at once. */
@Controller
@RequestMapping("/classes/{classId}/entries")
class EntriesController extends ForScripts {
    /** A page sends a hundred at most; each that was overtaken has the class read again. */
    private static final int MOST_SAVED = 250;

    private final BookService books;
    private final EntryService entries;
    private final RemarkService remarks;
    private final SheetOptionsService looks;
    private final Clock clock;

    EntriesController(
            BookService books, EntryService entries, RemarkService remarks, SheetOptionsService looks, Clock clock) {
        this.books = books;
        this.entries = entries;
        this.remarks = remarks;
        this.looks = looks;
        this.clock = clock;
    }

    @PutMapping
    @ResponseBody
    SaveAnswer save(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            @RequestBody List<TypedEntry> typed) {
        TypedEntry.check(typed, MOST_SAVED);
        EntryService.Applied applied = entries.apply(teacher.id(), classId, typed);
        ClassBook classBook = applied.classBook();
        Standing standing = Standing.of(
                classBook.book(), SpanChoice.read(parameters, classBook.book()).span());
        Sight sight = new Sight(classBook, standing, looks.of(teacher.id(), classId), Set.of());
        Map<CellId, Remarks> noted = typed.stream().anyMatch(entry -> classBook.isNoted(entry.cell()))
                ? looks.remarks(teacher.id(), classId)
                : Map.of();
        List<SaveAnswer.Kept> kept = new ArrayList<>();
        for (int i = 0; i < typed.size(); i++) {
            kept.add(kept(sight, noted, typed.get(i), applied.outcomes().get(i)));
        }
        List<SheetView.Figures> rows = typed.stream()
                .map(TypedEntry::student)
                .distinct()
                .map(student -> SheetView.figures(
                        sight, standing.of(classBook.student(student).id())))
                .toList();
        List<AssessmentFigures> columns = typed.stream()
                .map(TypedEntry::assessment)
                .distinct()
                .flatMap(id -> standing.assessment(classBook.assessment(id).id()).stream())
                .toList();
        return new SaveAnswer(
                kept,
                rows,
                SaveAnswer.grounds(sight, columns),
                Foot.of(sight, columns),
                LooseEnds.toSettle(standing.counting()).size(),
                classBook.book().countFilled(),
                Days.clock(OffsetDateTime.now(clock)));
    }

    /** Figures and shading of a piece outside the span are not on the sheet: its entry is answered plain. */
    private static SaveAnswer.Kept kept(
            Sight sight, Map<CellId, Remarks> noted, TypedEntry entry, EntryService.Outcome outcome) {
        ClassBook classBook = sight.classBook();
        Assessment assessment = classBook.assessment(entry.assessment());
        Student student = classBook.student(entry.student());
        Optional<AssessmentFigures> figures = sight.standing().assessment(assessment.id());
        return new SaveAnswer.Kept(
                entry.id(),
                outcome.isKept(),
                outcome == EntryService.Outcome.OVERTAKEN,
                SaveAnswer.Cell.of(
                        assessment.hasParts() || figures.isEmpty()
                                ? CellView.of(classBook, entry.cell())
                                : sight.cell(student, figures.get()),
                        noted),
                assessment.hasParts() && figures.isPresent()
                        ? SheetMarkup.cell(sight.made(student, figures.get()), Map.of())
                        : null);
    }

    /**
     * What many entries at once would do.
     *
     * @param over how many cells that hold something would hold something else
     * @param doubts those that would be in doubt, with the reason
     * @param moves whose grade would change, such as “Hollis, Kwame 5 → 6”
     * @param words how many grades stay and results move
     */
    record Preview(int cells, int over, int inDoubt, List<String> doubts, List<String> moves, String words) {}

    @PostMapping("/preview")
    @ResponseBody
    Preview preview(OpenClass open, @RequestBody List<TypedEntry> typed) {
        ClassBook before = open.classBook();
        ClassBook after = entries.tried(before, typed);
        int over = 0;
        List<String> doubts = new ArrayList<>();
        for (TypedEntry entry : typed) {
            boolean stands = !before.entry(entry.cell()).isNothing();
            over += stands && !before.entry(entry.cell()).equals(after.entry(entry.cell())) ? 1 : 0;
            Assessment assessment = after.assessment(entry.assessment());
            String reason = EntryText.reasonForDoubt(
                    after.entry(entry.cell()),
                    assessment,
                    after.part(entry.cell()),
                    after.book().boundaries());
            if (!reason.isEmpty()) {
                doubts.add(after.student(entry.student()).listName() + ", " + assessment.title() + ": " + reason);
            }
        }
        WouldMove move =
                WouldMove.between(before.book(), after.book(), open.span().span());
        return new Preview(
                typed.size(),
                over,
                doubts.size(),
                doubts,
                move.grades().stream()
                        .map(own -> own.student() + " " + own.from() + " → " + own.to())
                        .toList(),
                move.words());
    }

    /** Note and memo of one entry, with what stood there when they were written. */
    record Remarked(
            long assessment, long student, long part, String wasNote, String wasMemo, String note, String memo) {}

    /** @param there what stands there instead, where that is the reason; else null */
    record RemarkAnswer(
            boolean kept, List<String> problems, @Nullable Remarks there) {}

    @PutMapping("/remarks")
    ResponseEntity<RemarkAnswer> remark(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestBody Remarked remarked) {
        books.classRow(teacher.id(), classId);
        if (remarked.note() == null
                || remarked.memo() == null
                || remarked.wasNote() == null
                || remarked.wasMemo() == null) {
            throw new FormException("A note came without its words. It was not saved.");
        }
        Optional<Remarks> there = remarks.save(
                teacher.id(),
                classId,
                new CellId(remarked.assessment(), remarked.student(), remarked.part()),
                new Remarks(remarked.wasNote(), remarked.wasMemo()),
                new Remarks(remarked.note(), remarked.memo()));
        return there.map(other -> ResponseEntity.status(HttpStatus.CONFLICT)
                        .body(new RemarkAnswer(
                                false,
                                List.of("It was altered in another window meanwhile; there it is now: note “"
                                        + other.note() + "”, memo “" + other.memo() + "”."),
                                other)))
                .orElseGet(() -> ResponseEntity.ok(new RemarkAnswer(true, List.of(), null)));
    }
}
