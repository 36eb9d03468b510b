package aestimo.app.returns;

import aestimo.app.school.SchoolField;
import aestimo.app.school.SchoolField.Holds;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * One student in a return.
 *
 * @param percent as shown; empty text for no result, like {@code exact} and {@code grade}
 * @param aim the band due by the term; empty text for none
 * @param own what the teacher adds
 */
public record ReturnRow(
        long enrolmentId, int place, String name, String percent, String exact, String grade, String aim, Own own) {
    /**
     * What the teacher adds to a result.
     *
     * @param sentAs the grade that is sent in place of the computed one; empty text: that one
     * @param noGrade whether none is sent
     * @param reason why another grade is sent, or none
     * @param fields labels of the school's further fields, by their names; those left empty are left out
     */
    public record Own(String sentAs, boolean noGrade, String reason, SortedMap<String, String> fields, String comment) {
        public static final Own NOTHING = new Own("", false, "", new TreeMap<>(), "");

        public Own {
            fields = new TreeMap<>(fields);
            fields.values().removeIf(String::isEmpty);
        }

        /**
         * The same with the figures in the fields that hold one.
         *
         * @param figures as shown; those a student has not are left out
         */
        Own filled(List<SchoolField> asked, Map<Holds, String> figures) {
            TreeMap<String, String> filled = new TreeMap<>(fields);
            asked.stream()
                    .filter(field -> !field.isTyped())
                    .forEach(field -> filled.put(field.name(), figures.getOrDefault(field.holds(), "")));
            return new Own(sentAs, noGrade, reason, filled, comment);
        }
    }

    /** The grade the school is told; empty text for none. */
    public String gradeSent() {
        return own.noGrade() ? "" : own.sentAs().isEmpty() ? grade : own.sentAs();
    }

    public boolean isAdjusted() {
        return !own.noGrade() && !own.sentAs().isEmpty() && !own.sentAs().equals(grade);
    }

    /** What the school is told beside the result: each field's label. */
    public Map<String, String> fields() {
        return own.fields();
    }

    /** Whether the fields that hold a figure hold these. */
    public boolean isFilled(List<SchoolField> asked, Map<Holds, String> figures) {
        return own.filled(asked, figures).equals(own);
    }

    public ReturnRow with(Own other) {
        return new ReturnRow(enrolmentId, place, name, percent, exact, grade, aim, other);
    }
}
