package aestimo.app.looseends;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentService;
import aestimo.app.marks.EntryService;
import aestimo.app.marks.TypedEntry;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Lists what is left to settle, and settles it. */
@Service
public class LooseEndService {
    private final BookService books;
    private final EntryService entries;
    private final AssessmentService assessments;

    LooseEndService(BookService books, EntryService entries, AssessmentService assessments) {
        this.books = books;
        this.entries = entries;
        this.assessments = assessments;
    }

    /** Loose ends of one kind. */
    public record Group(String title, List<LooseEndLine> lines) {}

    /** Of some classes, by kind, in the order in which it is best to settle them; kinds without any are left out. */
    public static List<Group> of(List<ClassBook> classes) {
        Map<LooseEnd.Kind, List<LooseEndLine>> byKind = new EnumMap<>(LooseEnd.Kind.class);
        for (ClassBook classBook : classes) {
            for (LooseEnd end : LooseEnds.toSettle(classBook.book())) {
                byKind.computeIfAbsent(end.kind(), kind -> new ArrayList<>()).add(LooseEndLine.of(classBook, end));
            }
        }
        List<Group> groups = new ArrayList<>();
        add(groups, byKind, "In doubt: not counted until settled", LooseEnd.Kind.IN_DOUBT);
        add(groups, byKind, "Absent", LooseEnd.Kind.ABSENT);
        add(groups, byKind, "To finish", LooseEnd.Kind.TO_FINISH);
        add(groups, byKind, "Still to mark", LooseEnd.Kind.UNMARKED);
        add(
                groups,
                byKind,
                "Groundwork",
                LooseEnd.Kind.WEIGHTS,
                LooseEnd.Kind.RETIRED_CATEGORY,
                LooseEnd.Kind.NO_ASSESSMENT,
                LooseEnd.Kind.NO_TARGET);
        return groups;
    }

    private static void add(
            List<Group> groups, Map<LooseEnd.Kind, List<LooseEndLine>> byKind, String title, LooseEnd.Kind... kinds) {
        List<LooseEndLine> lines = new ArrayList<>();
        for (LooseEnd.Kind kind : kinds) {
            lines.addAll(byKind.getOrDefault(kind, List.of()));
        }
        if (!lines.isEmpty()) {
            groups.add(new Group(title, lines));
        }
    }

    /** How many there are in one class, or in all. */
    @Transactional(readOnly = true)
    public int count(TeacherId teacher, List<Long> classIds) {
        return classIds.stream()
                .mapToInt(
                        id -> LooseEnds.toSettle(books.open(teacher, id).book()).size())
                .sum();
    }

    /**
     * Puts another entry into a cell.
     *
     * @param base the version that was looked at
     * @return how it was understood
     * @throws FormException when the entry was altered meanwhile
     */
    @Transactional
    public String enter(TeacherId teacher, long classId, CellId cell, int base, String text, UUID request) {
        EntryService.Applied applied = entries.apply(
                teacher,
                classId,
                List.of(new TypedEntry(
                        request, cell.assessmentId(), cell.enrolmentId(), cell.partId(), base, text, "settled")));
        ClassBook classBook = applied.classBook();
        String who = classBook.student(cell.enrolmentId()).listName() + ", "
                + classBook.assessment(cell.assessmentId()).title();
        String there = classBook.entry(cell).toString();
        if (!applied.outcomes().get(0).isKept()) {
            throw new FormException(who + " was altered in another window meanwhile: "
                    + (there.isEmpty() ? "blank" : there) + " is there now. Nothing was changed.");
        }
        return who + " is " + (there.isEmpty() ? "blank" : there) + ".";
    }

    /**
     * Gives a piece another due day.
     *
     * @throws FormException when the day will not do
     */
    @Transactional
    public String due(TeacherId teacher, long classId, long assessmentId, String day) {
        AssessmentForm form = assessments.form(teacher, books.open(teacher, classId), assessmentId);
        assessments.change(teacher, classId, form.withDue(day));
        return "“" + form.title() + "” has another due day.";
    }

    /**
     * Moves a piece to another category.
     *
     * @throws FormException when it cannot stand there
     */
    @Transactional
    public String move(TeacherId teacher, long classId, long assessmentId, long categoryId) {
        AssessmentForm form = assessments.form(teacher, books.open(teacher, classId), assessmentId);
        assessments.change(teacher, classId, form.withCategory(categoryId));
        return "“" + form.title() + "” is moved.";
    }
}
