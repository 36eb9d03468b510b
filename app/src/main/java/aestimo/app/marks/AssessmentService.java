package aestimo.app.marks;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Days;
import aestimo.app.frame.Plain;
import aestimo.app.groundwork.BoundaryService;
import aestimo.app.groundwork.Renamed;
import aestimo.app.marks.AssessmentCheck.Checked;
import aestimo.app.marks.AssessmentForm.CeilingLine;
import aestimo.app.marks.AssessmentForm.More;
import aestimo.app.marks.AssessmentForm.PartLine;
import aestimo.app.marks.AssessmentMapper.BesideRow;
import aestimo.app.marks.AssessmentMapper.CeilingRow;
import aestimo.app.marks.AssessmentMapper.PartRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Ceiling;
import aestimo.core.book.Part;
import aestimo.core.id.AssessmentId;
import aestimo.core.value.OutOf;
import java.time.Clock;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Adds, changes and removes the assessments of a class. */
@Service
public class AssessmentService {
    private final AssessmentMapper mapper;
    private final BookService books;
    private final BoundaryService boundaries;
    private final ChangeService changes;
    private final ExistingMarks marks;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    AssessmentService(
            AssessmentMapper mapper,
            BookService books,
            BoundaryService boundaries,
            ChangeService changes,
            ExistingMarks marks,
            ApplicationEventPublisher events,
            Clock clock) {
        this.events = events;
        this.mapper = mapper;
        this.books = books;
        this.boundaries = boundaries;
        this.changes = changes;
        this.marks = marks;
        this.clock = clock;
    }

    /** What students are told to do, by assessment; those without are left out. */
    @Transactional(readOnly = true)
    public Map<AssessmentId, String> instructions(TeacherId teacher, long classId) {
        Map<AssessmentId, String> instructions = new HashMap<>();
        mapper.findInstructions(teacher, classId)
                .forEach(row ->
                        instructions.put(new AssessmentId(Long.toString(row.assessmentId())), row.instructions()));
        return instructions;
    }

    /** The form that changes an assessment. */
    @Transactional(readOnly = true)
    public AssessmentForm form(TeacherId teacher, ClassBook classBook, long assessmentId) {
        Assessment assessment = classBook.assessment(assessmentId);
        BesideRow beside = mapper.findBeside(teacher, classBook.row().id(), assessmentId)
                .orElseThrow(() -> new NotFoundException("assessment"));
        return new AssessmentForm(
                assessmentId,
                beside.version(),
                assessment.title(),
                Long.parseLong(assessment.category().text()),
                assessment.date().toString(),
                assessment.kind().name(),
                assessment.statedOutOf().map(OutOf::toString).orElse(""),
                new More(
                        assessment
                                .statedTerm()
                                .map(term -> Long.parseLong(term.text()))
                                .orElse(0L),
                        assessment.due().equals(assessment.date())
                                ? ""
                                : assessment.due().toString(),
                        assessment.weight().toString(),
                        assessment.isBonus(),
                        assessment.allowsOver(),
                        beside.boundariesId() == null ? 0 : beside.boundariesId(),
                        beside.instructions()),
                assessment.parts().stream()
                        .map(part -> new PartLine(
                                Long.parseLong(part.id().text()),
                                part.title(),
                                part.outOf().toString(),
                                part.weight().toString()))
                        .toList(),
                assessment.ceilings().stream()
                        .map(ceiling -> ceilingLine(assessment, ceiling))
                        .toList(),
                "");
    }

    private static CeilingLine ceilingLine(Assessment assessment, Ceiling ceiling) {
        return new CeilingLine(
                ceiling.gates().stream()
                        .map(gate -> assessment
                                .parts()
                                .get(assessment.indexOf(gate).orElseThrow())
                                .title())
                        .toList(),
                Plain.words(ceiling.pass()),
                Integer.toString(ceiling.fewerThan()),
                Plain.words(ceiling.most()));
    }

    /**
     * Adds an assessment.
     *
     * @return its id
     * @throws FormException naming every reason why it cannot be kept
     */
    @Transactional
    public long add(TeacherId teacher, long classId, AssessmentForm form) {
        return addAll(teacher, classId, List.of(form)).get(0);
    }

    /**
     * Adds assessments, all or none.
     *
     * @return their ids, in order
     * @throws FormException naming every reason why one cannot be kept
     */
    @Transactional
    public List<Long> addAll(TeacherId teacher, long classId, List<AssessmentForm> forms) {
        ClassBook before = books.open(teacher, classId);
        List<Long> ids = new ArrayList<>();
        for (AssessmentForm form : forms) {
            Checked checked = check(teacher, before, form);
            long id = mapper.insert(teacher, classId, checked.row());
            writeParts(teacher, classId, id, checked);
            ids.add(id);
        }
        ClassBook after = forms.isEmpty() ? before : books.open(teacher, classId);
        ids.forEach(id -> changes.recordGroundwork(teacher, classId, "assessment", "", words(after.assessment(id))));
        return ids;
    }

    private Checked check(TeacherId teacher, ClassBook classBook, AssessmentForm form) {
        Checked checked = AssessmentCheck.check(classBook, form);
        Long bands = checked.row().boundariesId();
        if (bands != null && boundaries.library(teacher).stream().noneMatch(set -> set.id() == bands)) {
            throw new FormException("Choose whose grades are entered: the class's, or a set of your library.");
        }
        return checked;
    }

    private void writeParts(TeacherId teacher, long classId, long assessmentId, Checked checked) {
        mapper.deleteCeilings(teacher, assessmentId);
        List<Long> kept = new ArrayList<>(List.of(0L));
        checked.parts().stream().map(PartRow::id).forEach(kept::add);
        mapper.deletePartsBut(teacher, assessmentId, kept);
        List<Long> ids = new ArrayList<>();
        for (PartRow part : checked.parts()) {
            if (part.id() != 0 && mapper.updatePart(teacher, assessmentId, part) == 0) {
                throw new NotFoundException("part");
            }
            ids.add(part.id() != 0 ? part.id() : mapper.insertPart(teacher, classId, assessmentId, part));
        }
        for (CeilingRow ceiling : checked.ceilings()) {
            mapper.insertCeiling(teacher, classId, assessmentId, ceiling);
            for (int gate : checked.gates().get(ceiling.place())) {
                mapper.insertGate(teacher, classId, assessmentId, ceiling.place(), ids.get(gate));
            }
        }
    }

    /**
     * Changes an assessment. Where the out-of changes and marks stand, the form says what becomes of them.
     *
     * @throws FormException naming every reason why it cannot be kept
     */
    @Transactional
    public void change(TeacherId teacher, long classId, AssessmentForm form) {
        ClassBook classBook = books.open(teacher, classId);
        Assessment before = classBook.assessment(form.id());
        Checked checked = check(teacher, classBook, form);
        refuseWhatLosesEntries(classBook, before, checked);
        marks.settle(teacher, classBook, before, rescaled(before, checked), form.marks());
        if (mapper.update(teacher, classId, form.id(), form.version(), checked.row()) == 0) {
            throw new FormException("This assessment was changed in another window meanwhile; there it is now "
                    + words(before) + ". What you typed is still here, not saved: save again to replace it.");
        }
        if (!checked.parts().isEmpty()) {
            mapper.deleteBlanksOfWhole(teacher, form.id());
        }
        writeParts(teacher, classId, form.id(), checked);
        if (!before.title().equals(form.title())) {
            events.publishEvent(new Renamed(teacher, Renamed.Kind.PIECE, Map.of(before.title(), form.title())));
        }
        ClassBook after = books.open(teacher, classId);
        changes.recordGroundwork(
                teacher,
                classId,
                "assessment",
                fully(classBook.book(), before),
                fully(after.book(), after.assessment(form.id())));
    }

    /** What would have nowhere to stand is never thrown away unasked. */
    private static void refuseWhatLosesEntries(ClassBook classBook, Assessment before, Checked checked) {
        if (before.kind() != checked.row().kind()) {
            refuse(classBook, before, 0, before.entryCount(), " a piece with entries keeps its kind.");
        }
        if (!before.hasParts() && !checked.parts().isEmpty()) {
            refuse(classBook, before, 0, 1, " only a piece without entries can be given parts.");
        }
        for (int i = 0; i < before.parts().size(); i++) {
            long id = Long.parseLong(before.parts().get(i).id().text());
            if (checked.parts().stream().noneMatch(part -> part.id() == id)) {
                refuse(
                        classBook,
                        before,
                        i,
                        i + 1,
                        " the part “" + before.parts().get(i).title() + "” can be deleted once they are cleared.");
            }
        }
    }

    private static void refuse(ClassBook classBook, Assessment assessment, int from, int to, String why) {
        long filled = classBook.book().students().stream()
                .flatMap(student -> ClassBook.cells(student, assessment).subList(from, to).stream())
                .filter(cell -> !classBook.entry(cell).isNothing() || classBook.isNoted(cell))
                .count();
        if (filled > 0) {
            throw new FormException("It has " + (filled == 1 ? "1 entry:" : filled + " entries:") + why);
        }
    }

    private static Map<Integer, OutOf> rescaled(Assessment before, Checked checked) {
        Map<Integer, OutOf> rescaled = new LinkedHashMap<>();
        if (before.kind() != AssessmentKind.MARKS) {
            return rescaled;
        }
        if (!before.hasParts() && !before.outOf().equals(checked.row().outOf())) {
            rescaled.put(0, checked.row().outOf());
        }
        for (int i = 0; i < before.parts().size(); i++) {
            Part part = before.parts().get(i);
            int place = i;
            checked.parts().stream()
                    .filter(own -> Long.toString(own.id()).equals(part.id().text()))
                    .filter(own -> !own.outOf().equals(part.outOf()))
                    .forEach(own -> rescaled.put(place, own.outOf()));
        }
        return rescaled;
    }

    /**
     * Takes an assessment off the sheet with all its entries; they are kept, and come back with it.
     *
     * @return how many entries went
     */
    @Transactional
    public int remove(TeacherId teacher, long classId, long assessmentId) {
        Assessment before = books.open(teacher, classId).assessment(assessmentId);
        mapper.setRemoved(teacher, classId, assessmentId, OffsetDateTime.now(clock));
        changes.recordGroundwork(teacher, classId, "assessment", words(before), "removed from the sheet");
        return removed(teacher, classId).stream()
                .filter(row -> row.id() == assessmentId)
                .mapToInt(Removed::entries)
                .sum();
    }

    /** A piece removed from the sheet. */
    public record Removed(long id, String title, LocalDate date, OffsetDateTime at, int entries) {}

    /** What was removed from the sheet, the latest first. */
    @Transactional(readOnly = true)
    public List<Removed> removed(TeacherId teacher, long classId) {
        return mapper.findRemoved(teacher, classId).stream()
                .map(row -> new Removed(row.id(), row.title(), row.date(), row.removedAt(), row.entries()))
                .toList();
    }

    /**
     * Puts an assessment back on the sheet.
     *
     * @throws FormException when it fits the class no longer
     */
    @Transactional
    public void putBack(TeacherId teacher, long classId, long assessmentId) {
        if (removed(teacher, classId).stream().noneMatch(row -> row.id() == assessmentId)) {
            throw new NotFoundException("assessment");
        }
        mapper.setRemoved(teacher, classId, assessmentId, null);
        changes.recordGroundwork(
                teacher,
                classId,
                "assessment",
                "removed from the sheet",
                words(books.open(teacher, classId).assessment(assessmentId)));
    }

    /** With all that moves a figure, so that no alteration of it leaves the record as it was. */
    private static String fully(Book book, Assessment assessment) {
        List<String> words = new ArrayList<>(List.of(words(assessment)));
        words.add("in " + book.categoryOf(assessment).name());
        if (!assessment.due().equals(assessment.date())) {
            words.add("due " + Days.brief(assessment.due()));
        }
        assessment.statedTerm().flatMap(book::term).ifPresent(term -> words.add("in " + term.name()));
        words.add("weight " + assessment.weight());
        if (assessment.isBonus()) {
            words.add("bonus");
        }
        if (assessment.allowsOver()) {
            words.add("marks over the out-of allowed");
        }
        assessment.parts().forEach(part -> words.add(part.title() + " /" + part.outOf() + " weight " + part.weight()));
        assessment.ceilings().forEach(ceiling -> {
            CeilingLine line = ceilingLine(assessment, ceiling);
            words.add("at most " + line.most() + " % when fewer than " + line.fewerThan() + " of " + line.gateWords()
                    + " reach " + line.pass() + " %");
        });
        return String.join(", ", words);
    }

    private static String words(Assessment assessment) {
        String of = switch (assessment.kind()) {
            case MARKS -> "out of " + assessment.outOf();
            case GRADES -> "on grades";
            case CHECK -> "a check";
            case NOTE -> "notes";
        };
        return "“" + assessment.title() + "”, " + Days.brief(assessment.date()) + ", " + of
                + (assessment.hasParts() ? ", " + assessment.parts().size() + " parts" : "");
    }
}
