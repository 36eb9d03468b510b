package aestimo.app.returns;

import aestimo.app.returns.ReturnService.Edit;
import aestimo.app.returns.ReturnService.RefusedEdit;
import aestimo.app.school.LayoutColumn;
import aestimo.app.school.SchoolField;
import aestimo.app.targets.TargetService;
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
            ReturnRow.Own own = new Fields(row, edit.was(), edit.asked(), refused).merged(bands, fields);
            if (!own.equals(row.own())) {
                changed.add(row.with(own));
            }
        }
        return new EditedRows(changed, refused);
    }

    /** One row field by field: each stands, is altered, or is refused, whatever becomes of the others. */
    private record Fields(ReturnRow row, ReturnRow.Own was, ReturnRow.Own asked, List<RefusedEdit> refused) {
        ReturnRow.Own merged(Boundaries bands, List<SchoolField> fields) {
            ReturnRow.Own stands = row.own();
            boolean sent = may("sent", grade(was), grade(asked), grade(stands)) && isSendable(bands);
            TreeMap<String, String> labels = new TreeMap<>(stands.fields());
            for (SchoolField field :
                    fields.stream().filter(SchoolField::isTyped).toList()) {
                label(field).ifPresent(label -> labels.put(field.name(), label));
            }
            return new ReturnRow.Own(
                    sent ? sentAs(bands) : stands.sentAs(),
                    sent ? asked.noGrade() : stands.noGrade(),
                    text("reason", LONGEST_REASON, ReturnRow.Own::reason),
                    labels,
                    text("comment", LONGEST_COMMENT, ReturnRow.Own::comment));
        }

        /** Whether a field was altered here, and not in another window meanwhile. */
        private boolean may(String column, String before, String now, String stands) {
            if (now.equals(before) || now.equals(stands)) {
                return false;
            }
            if (!before.equals(stands)) {
                refused.add(new RefusedEdit(
                        row.enrolmentId(),
                        column,
                        row.name() + ": “" + (stands.isEmpty() ? "nothing" : stands)
                                + "” was entered in another window meanwhile; you typed “" + now
                                + "”. Type it once more to replace it.",
                        true));
                return false;
            }
            return true;
        }

        private void refuse(String column, String words) {
            refused.add(new RefusedEdit(row.enrolmentId(), column, row.name() + words, false));
        }

        private static String grade(ReturnRow.Own own) {
            return own.noGrade() ? RowForm.NO_GRADE : own.sentAs();
        }

        private boolean isSendable(Boundaries bands) {
            if (asked.sentAs().isEmpty()
                    || TargetService.labelled(bands, asked.sentAs()).isPresent()) {
                return true;
            }
            refused.add(new RefusedEdit(
                    row.enrolmentId(), "sent", TargetService.noBand(row.name(), asked.sentAs(), bands), false));
            return false;
        }

        private String sentAs(Boundaries bands) {
            return TargetService.labelled(bands, asked.sentAs())
                    .map(Band::label)
                    .filter(label -> !label.equals(row.grade()))
                    .orElse("");
        }

        /** The label to be put; empty text to take one out, none where what stands stays. */
        private Optional<String> label(SchoolField field) {
            String column = LayoutColumn.FIELD + field.name();
            Function<ReturnRow.Own, String> value = own -> own.fields().getOrDefault(field.name(), "");
            String typed = value.apply(asked);
            if (!may(column, value.apply(was), typed, value.apply(row.own()))) {
                return Optional.empty();
            }
            if (typed.isEmpty()) {
                return Optional.of("");
            }
            Optional<String> label = field.labels().stream()
                    .filter(own -> own.equalsIgnoreCase(typed))
                    .findFirst();
            if (label.isEmpty()) {
                refuse(
                        column,
                        ": " + field.name() + " takes " + String.join(", ", field.labels()) + ", not “" + typed + "”.");
            }
            return label;
        }

        private String text(String column, int longest, Function<ReturnRow.Own, String> value) {
            String typed = value.apply(asked);
            if (!may(column, value.apply(was), typed, value.apply(row.own()))) {
                return value.apply(row.own());
            }
            if (typed.length() > longest) {
                refuse(column, ": the " + column + " has over " + longest + " letters.");
                return value.apply(row.own());
            }
            return typed;
        }
    }
}
