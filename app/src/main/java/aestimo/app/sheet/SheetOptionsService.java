package aestimo.app.sheet;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.HiddenNames;
import aestimo.app.marks.RemarkService;
import aestimo.app.marks.Remarks;
import aestimo.app.sheet.SheetOptions.Who;
import aestimo.app.store.TeacherId;
import aestimo.core.grading.Result;
import aestimo.core.id.StudentId;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps how each class's marks sheet is looked at, and finds what a look shows that is not in the book. */
@Service
class SheetOptionsService {
    private final SheetOptionsMapper mapper;
    private final BookService books;
    private final RemarkService remarks;

    SheetOptionsService(SheetOptionsMapper mapper, BookService books, RemarkService remarks) {
        this.mapper = mapper;
        this.books = books;
        this.remarks = remarks;
    }

    /**
     * What a sheet shows that is no part of the book; empty where the look does not ask for it.
     *
     * @param support notes by enrolment
     * @param lastYear results with their grades by enrolment
     * @param imported cells that stand as they were imported
     * @param remarks notes and memos, whatever the look asks for; none while names are hidden
     */
    record Beside(
            Map<Long, String> support,
            Map<Long, String> lastYear,
            Set<CellId> imported,
            Map<CellId, Remarks> remarks) {}

    @Transactional(readOnly = true)
    public SheetOptions of(TeacherId teacher, long classId) {
        return mapper.findChoices(teacher, classId).map(SheetOptions::parse).orElse(SheetOptions.DEFAULT);
    }

    /** @param offered the assessments the form could hide; others stay as they were */
    @Transactional
    public void save(TeacherId teacher, long classId, SheetOptions look, Set<Long> offered) {
        books.classRow(teacher, classId);
        mapper.write(
                teacher,
                classId,
                look.withHiddenBeyond(offered, of(teacher, classId)).toText());
    }

    @Transactional(readOnly = true)
    public Beside beside(TeacherId teacher, long classId, SheetOptions look) {
        return new Beside(
                look.who().contains(Who.SUPPORT) && !HiddenNames.areHidden()
                        ? mapper.findSupport(teacher, classId).stream()
                                .collect(Collectors.toMap(
                                        SheetOptionsMapper.SupportRow::enrolmentId,
                                        SheetOptionsMapper.SupportRow::supportNote))
                        : Map.of(),
                look.who().contains(Who.LAST_YEAR) ? lastYear(teacher, classId) : Map.of(),
                look.imported() ? Set.copyOf(mapper.findImported(teacher, classId)) : Set.of(),
                remarks(teacher, classId));
    }

    /** Notes and memos of a class; none while names are hidden. */
    @Transactional(readOnly = true)
    public Map<CellId, Remarks> remarks(TeacherId teacher, long classId) {
        return HiddenNames.areHidden() ? Map.of() : remarks.ofClass(teacher, classId);
    }

    private Map<Long, String> lastYear(TeacherId teacher, long classId) {
        Map<Long, Standing> years = new HashMap<>();
        Map<Long, String> results = new HashMap<>();
        for (SheetOptionsMapper.EarlierRow row : mapper.findEarlier(teacher, classId)) {
            Standing year = years.computeIfAbsent(
                    row.earlierClassId(),
                    id -> Standing.of(books.open(teacher, id).book(), new Span.Year()));
            year.of(new StudentId(Long.toString(row.earlierEnrolmentId())))
                    .result()
                    .ifPresent(result -> results.put(row.enrolmentId(), words(result)));
        }
        return results;
    }

    private static String words(Result result) {
        return result.shown() + result.grade().map(band -> " " + band.label()).orElse("");
    }
}
