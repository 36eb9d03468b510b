package aestimo.app.toschool;

import aestimo.app.school.LayoutColumn;
import aestimo.app.school.SchoolField;
import aestimo.app.targets.TargetService;
import aestimo.app.toschool.ReturnService.Edit;
import aestimo.app.toschool.ReturnService.RefusedEdit;
import aestimo.app.web.NotFoundException;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What a teacher typed into the rows of a return, held against what stands.
 *
 * @param changed the rows as they would be kept, those that can be
 * @param refused why the others cannot
 */
record EditedRows(List<ReturnRow> changed, List<RefusedEdit> refused) {
    private static final int LONGEST_REASON = 500;
    private static final int LONGEST_COMMENT = 8000;

    /** @throws NotFoundException when one is of a student who is not in the return */
    static EditedRows of(List<ReturnRow> standing, List<Edit> edits, Boundaries bands, List<SchoolField> fields) {
        Map<Long, ReturnRow> rows =
                standing.stream().collect(Collectors.toMap(ReturnRow::enrolmentId, Function.identity()));
        List<ReturnRow> changed = new ArrayList<>();
        List<RefusedEdit> refused = new ArrayList<>();
        for (Edit edit : edits) {
            ReturnRow row = Optional.ofNullable(rows.get(edit.enrolmentId()))
                    .orElseThrow(() -> new NotFoundException("student"));
            if (edit.asked().equals(edit.was()) || edit.asked().equals(row.own())) {
                continue;
            }
            List<RefusedEdit> ofTheRow = new ArrayList<>();
            if (!edit.was().equals(row.own())) {
                ofTheRow.add(
                        refusal(
                                row,
                                "",
                                " was changed in another window meanwhile. What you typed is still here, not kept; open the page anew to see what stands."));
            }
            ReturnRow.Own own = checked(row, edit.asked(), bands, fields, ofTheRow);
            if (ofTheRow.isEmpty()) {
                changed.add(row.with(own));
            }
            refused.addAll(ofTheRow);
        }
        return new EditedRows(changed, refused);
    }

    private static RefusedEdit refusal(ReturnRow row, String column, String words) {
        return new RefusedEdit(row.enrolmentId(), column, row.name() + words);
    }

    private static ReturnRow.Own checked(
            ReturnRow row, ReturnRow.Own asked, Boundaries bands, List<SchoolField> fields, List<RefusedEdit> refused) {
        String sentAs = asked.sentAs();
        if (!sentAs.isEmpty()) {
            Optional<Band> band = TargetService.labelled(bands, sentAs);
            if (band.isEmpty()) {
                refused.add(new RefusedEdit(
                        row.enrolmentId(), "sent", TargetService.noBand(row.name(), asked.sentAs(), bands)));
            }
            sentAs = band.map(Band::label)
                    .filter(label -> !label.equals(row.grade()))
                    .orElse("");
        }
        TreeMap<String, String> labels = new TreeMap<>();
        for (SchoolField field : fields) {
            String typed = asked.fields().getOrDefault(field.name(), "");
            Optional<String> label = field.labels().stream()
                    .filter(own -> own.equalsIgnoreCase(typed))
                    .findFirst();
            if (!typed.isEmpty() && label.isEmpty()) {
                refused.add(refusal(
                        row,
                        LayoutColumn.FIELD + field.name(),
                        ": “" + typed + "” is no label of " + field.name() + ". It has "
                                + String.join(", ", field.labels()) + "."));
            }
            label.ifPresent(own -> labels.put(field.name(), own));
        }
        if (asked.reason().length() > LONGEST_REASON) {
            refused.add(refusal(row, "reason", ": the reason has over " + LONGEST_REASON + " letters."));
        }
        if (asked.comment().length() > LONGEST_COMMENT) {
            refused.add(refusal(row, "comment", ": the comment has over " + LONGEST_COMMENT + " letters."));
        }
        return new ReturnRow.Own(sentAs, asked.noGrade(), asked.reason(), labels, asked.comment());
    }
}
