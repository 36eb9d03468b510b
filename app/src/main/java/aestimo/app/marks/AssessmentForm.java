package aestimo.app.marks;

import aestimo.app.web.FormFields;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * An assessment as typed into its form.
 *
 * @param id 0 for a new one
 * @param version of the assessment when the form was made; 0 for a new one
 * @param categoryId 0 where none is chosen
 * @param kind what is entered, by the name the core gives it
 * @param outOf of marks; empty: what the parts make together
 * @param marks what becomes of the marks that stand when an out-of is changed: {@code keep}, {@code scale},
 *     {@code doubt}, or empty where nothing was said
 */
public record AssessmentForm(
        long id,
        int version,
        String title,
        long categoryId,
        String date,
        String kind,
        String outOf,
        More more,
        List<PartLine> parts,
        List<CeilingLine> ceilings,
        String marks) {
    /**
     * What most pieces leave as it is.
     *
     * @param termId the term it is given to; 0: by its date
     * @param due empty: on its date
     * @param weight within the category; one left empty is 1
     * @param boundariesId the set of the library a grade is one of; 0: the class's own
     */
    public record More(
            long termId,
            String due,
            String weight,
            boolean bonus,
            boolean allowOver,
            long boundariesId,
            String instructions) {
        public static final More NONE = new More(0, "", "1", false, false, 0, "");
    }

    /**
     * @param id 0 for one not kept yet
     * @param weight one left empty is the out-of, so that the marks of the parts add up
     */
    public record PartLine(long id, String title, String outOf, String weight) {}

    /**
     * “When fewer than {@code fewerThan} of {@code gates} reach {@code pass} %, at most {@code most} %.”
     *
     * @param gates the titles of parts
     */
    public record CeilingLine(List<String> gates, String pass, String fewerThan, String most) {
        /** As typed where no script helps. */
        public String gateWords() {
            return String.join("; ", gates);
        }
    }

    /** A plain piece: on marks, in the term of its date, due on it, weighing 1. */
    public AssessmentForm(long id, int version, String title, long categoryId, String date, String outOf) {
        this(id, version, title, categoryId, date, "MARKS", outOf, More.NONE, List.of(), List.of(), "");
    }

    public static AssessmentForm read(FormFields fields, long id) {
        return new AssessmentForm(
                id,
                (int) fields.number("version"),
                fields.text("title"),
                fields.number("category"),
                fields.text("date"),
                fields.text("kind").isEmpty() ? "MARKS" : fields.text("kind"),
                decimal(fields.text("outOf")),
                new More(
                        fields.number("term"),
                        fields.text("due"),
                        fields.text("weight").isEmpty() ? "1" : decimal(fields.text("weight")),
                        fields.text("bonus").equals("true"),
                        fields.text("allowOver").equals("true"),
                        fields.number("bands"),
                        fields.text("instructions")),
                parts(fields),
                ceilings(fields),
                fields.text("marks"));
    }

    private static List<PartLine> parts(FormFields fields) {
        List<PartLine> lines = new ArrayList<>();
        for (int i = 0; i < fields.texts("partTitle").size(); i++) {
            PartLine line = new PartLine(
                    FormFields.toNumber(fields.text("partId", i)),
                    fields.text("partTitle", i),
                    decimal(fields.text("partOutOf", i)),
                    decimal(fields.text(fields.text("partWeight", i).isEmpty() ? "partOutOf" : "partWeight", i)));
            if (!line.title().isEmpty() || !line.outOf().isEmpty()) {
                lines.add(line);
            }
        }
        return lines;
    }

    private static List<CeilingLine> ceilings(FormFields fields) {
        List<CeilingLine> lines = new ArrayList<>();
        for (int i = 0; i < fields.texts("gates").size(); i++) {
            List<String> gates = Arrays.stream(fields.text("gates", i).split(";"))
                    .map(String::strip)
                    .filter(gate -> !gate.isEmpty())
                    .toList();
            CeilingLine line = new CeilingLine(
                    gates,
                    decimal(fields.text("pass", i)),
                    fields.text("fewerThan", i),
                    decimal(fields.text("most", i)));
            if (!gates.isEmpty() || !line.pass().isEmpty() || !line.most().isEmpty()) {
                lines.add(line);
            }
        }
        return lines;
    }

    private static String decimal(String text) {
        return text.replace(',', '.');
    }

    /** The same piece due on another day. */
    public AssessmentForm withDue(String day) {
        More other = new More(
                more.termId(),
                day,
                more.weight(),
                more.bonus(),
                more.allowOver(),
                more.boundariesId(),
                more.instructions());
        return new AssessmentForm(id, version, title, categoryId, date, kind, outOf, other, parts, ceilings, marks);
    }

    public AssessmentForm withCategory(long other) {
        return new AssessmentForm(id, version, title, other, date, kind, outOf, more, parts, ceilings, marks);
    }

    public AssessmentForm withVersion(int other) {
        return new AssessmentForm(id, other, title, categoryId, date, kind, outOf, more, parts, ceilings, marks);
    }

    /** Whether more than the first fields says something. */
    public boolean hasMore() {
        return !more.equals(More.NONE) && !more.equals(new More(0, date, "1", false, false, 0, ""));
    }
}
