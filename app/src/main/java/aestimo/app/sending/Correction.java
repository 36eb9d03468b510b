package aestimo.app.sending;

import aestimo.app.frame.Days;
import aestimo.app.returns.ReturnRow;
import aestimo.app.returns.SchoolReturn;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/**
 * What a return alters of the one that was sealed before it, student by student.
 *
 * @param of number of the return it corrects
 * @param sealed when that was sealed
 * @param lines of those who differ alone
 * @param same how many stand as they were
 */
public record Correction(int of, String sealed, List<Line> lines, int same) {
    /**
     * One student who differs.
     *
     * @param words such as “grade 5 → 6”, “effort 2 → 3”
     */
    record Line(long enrolmentId, String name, List<String> words) {}

    /** @param before the sealed return it takes the place of */
    public static Correction between(SchoolReturn before, SchoolReturn own) {
        Map<Long, ReturnRow> stood = new LinkedHashMap<>();
        before.rows().forEach(row -> stood.put(row.enrolmentId(), row));
        List<Line> lines = new ArrayList<>();
        for (ReturnRow row : own.rows()) {
            ReturnRow was = stood.remove(row.enrolmentId());
            List<String> words = was == null ? List.of("not in it before") : differences(was, row);
            if (!words.isEmpty()) {
                lines.add(new Line(row.enrolmentId(), row.name(), words));
            }
        }
        int same = own.rows().size() - lines.size();
        stood.values()
                .forEach(row -> lines.add(new Line(
                        row.enrolmentId(), row.name(), List.of("no longer in it; the school keeps what it was sent"))));
        return new Correction(before.number(), Days.at(before.sealed().orElseThrow()), lines, same);
    }

    private static List<String> differences(ReturnRow was, ReturnRow now) {
        List<String> words = new ArrayList<>();
        add(words, "result", was.percent(), now.percent());
        add(words, "grade", grade(was), grade(now));
        TreeSet<String> fields = new TreeSet<>(was.fields().keySet());
        fields.addAll(now.fields().keySet());
        fields.forEach(field -> add(
                words, field, was.fields().getOrDefault(field, ""), now.fields().getOrDefault(field, "")));
        if (!was.own().comment().equals(now.own().comment())) {
            words.add("another comment");
        }
        return words;
    }

    private static String grade(ReturnRow row) {
        return row.own().noGrade() ? "no grade" : row.gradeSent();
    }

    private static void add(List<String> words, String what, String was, String now) {
        if (!was.equals(now)) {
            words.add(what + " " + (was.isEmpty() ? "none" : was) + " → " + (now.isEmpty() ? "none" : now));
        }
    }

    /** Whether a record of a student would be told the school just as it was. */
    static boolean isSame(ReturnRow was, ReturnRow now, String item) {
        if (!item.equals(SendingService.RESULT)) {
            return was.fields().getOrDefault(item, "").equals(now.fields().getOrDefault(item, ""));
        }
        return was.percent().equals(now.percent())
                && grade(was).equals(grade(now))
                && was.own().comment().equals(now.own().comment());
    }

    /** “2 students differ, 26 stand as they were.” */
    public String inShort() {
        return (lines.isEmpty()
                        ? "Nobody differs"
                        : lines.size() == 1 ? "1 student differs" : lines.size() + " students differ")
                + (same == 0 ? "." : same == 1 ? ", 1 is unchanged." : ", " + same + " are unchanged.");
    }
}
