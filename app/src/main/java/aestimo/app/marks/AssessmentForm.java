package aestimo.app.marks;

import aestimo.app.web.FormFields;

/**
 * An assessment as typed into its form.
 *
 * @param id 0 for a new one
 * @param version of the assessment when the form was made; 0 for a new one
 * @param categoryId 0 where none is chosen
 * @param termId the term it is given to; 0: by its date
 * @param due empty: on its date
 * @param weight within the category; one left empty is 1
 * @param marks what becomes of the marks that stand when the out-of is changed: {@code keep}, {@code scale},
 *     {@code doubt}, or empty where nothing was said
 */
public record AssessmentForm(
        long id,
        int version,
        String title,
        long categoryId,
        String date,
        String outOf,
        long termId,
        String due,
        String weight,
        boolean bonus,
        boolean allowOver,
        String instructions,
        String marks) {
    /** A plain piece: in the term of its date, due on it, weighing 1. */
    public AssessmentForm(long id, int version, String title, long categoryId, String date, String outOf) {
        this(id, version, title, categoryId, date, outOf, 0, "", "1", false, false, "", "");
    }

    static AssessmentForm read(FormFields fields, long id) {
        return new AssessmentForm(
                id,
                (int) fields.number("version"),
                fields.text("title"),
                fields.number("category"),
                fields.text("date"),
                fields.text("outOf").replace(',', '.'),
                fields.number("term"),
                fields.text("due"),
                fields.text("weight").isEmpty() ? "1" : fields.text("weight").replace(',', '.'),
                fields.text("bonus").equals("true"),
                fields.text("allowOver").equals("true"),
                fields.text("instructions"),
                fields.text("marks"));
    }

    AssessmentForm withVersion(int other) {
        return new AssessmentForm(
                id, other, title, categoryId, date, outOf, termId, due, weight, bonus, allowOver, instructions, marks);
    }

    /** Whether more than the first four fields says something. */
    public boolean hasMore() {
        return termId != 0
                || !due.isEmpty() && !due.equals(date)
                || !weight.equals("1")
                || bonus
                || allowOver
                || !instructions.isEmpty();
    }
}
