package aestimo.app.marks;

import aestimo.app.web.FormFields;

/**
 * An assessment as typed into its form.
 *
 * @param id 0 for a new one
 * @param version of the assessment when the form was made; 0 for a new one
 * @param categoryId 0 where none is chosen
 */
public record AssessmentForm(long id, int version, String title, long categoryId, String date, String outOf) {
    static AssessmentForm read(FormFields fields, long id) {
        return new AssessmentForm(
                id,
                (int) fields.number("version"),
                fields.text("title"),
                fields.number("category"),
                fields.text("date"),
                fields.text("outOf").replace(',', '.'));
    }
}
