package aestimo.app.imports;

import aestimo.app.book.BookService;
import aestimo.app.imports.ImportPlan.Column;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Assessment;
import aestimo.exchange.marks.MarkSheet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Makes the assessments that come in with a sheet. */
@Component
class ImportedAssessments {
    private final AssessmentService assessments;
    private final BookService books;

    ImportedAssessments(AssessmentService assessments, BookService books) {
        this.assessments = assessments;
        this.books = books;
    }

    /** Where a column's marks go; {@code partId} is 0 for a piece without parts. */
    record Place(long assessmentId, long partId) {}

    /** By the column's place; the assessments that were there stand in it too. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Integer, Place> make(TeacherId teacher, long classId, ImportPlan plan) {
        Map<Integer, Place> ids = new HashMap<>();
        List<Column> fresh =
                plan.marks().stream().filter(column -> column.choice().isNew()).toList();
        List<Long> made = assessments.addAll(
                teacher,
                classId,
                fresh.stream().map(column -> form(column.choice())).toList());
        for (int i = 0; i < fresh.size(); i++) {
            ids.put(fresh.get(i).found().place(), new Place(made.get(i), 0));
        }
        for (Column column : plan.marks()) {
            if (column.choice().assessmentId() != 0) {
                ids.put(
                        column.found().place(),
                        new Place(
                                column.choice().assessmentId(), column.choice().partId()));
            }
        }
        List<Column> parts = plan.parts();
        if (!parts.isEmpty()) {
            long id = assessments.add(teacher, classId, formInParts(parts));
            Assessment whole = books.open(teacher, classId).assessment(id);
            for (int i = 0; i < parts.size(); i++) {
                ids.put(
                        parts.get(i).found().place(),
                        new Place(id, Long.parseLong(whole.parts().get(i).id().text())));
            }
        }
        return ids;
    }

    private static AssessmentForm form(Choices.Column choice) {
        AssessmentForm onMarks =
                new AssessmentForm(0, 0, choice.title(), choice.categoryId(), choice.date(), choice.outOf());
        return choice.graded()
                ? new AssessmentForm(
                        0,
                        0,
                        choice.title(),
                        choice.categoryId(),
                        choice.date(),
                        "GRADES",
                        "",
                        onMarks.more(),
                        List.of(),
                        List.of(),
                        "")
                : onMarks;
    }

    private static AssessmentForm formInParts(List<Column> parts) {
        AssessmentForm whole = form(parts.get(0).choice());
        return new AssessmentForm(
                0,
                0,
                whole.title(),
                whole.categoryId(),
                whole.date(),
                whole.kind(),
                "",
                whole.more(),
                parts.stream()
                        .map(part -> new AssessmentForm.PartLine(
                                0,
                                MarkSheet.title(part.found().heading()),
                                part.choice().outOf(),
                                part.choice().outOf()))
                        .toList(),
                List.of(),
                "");
    }
}
