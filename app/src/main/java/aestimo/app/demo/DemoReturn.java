package aestimo.app.demo;

import aestimo.app.returns.ReturnRow;
import aestimo.app.returns.ReturnService;
import aestimo.app.returns.SchoolReturn;
import aestimo.app.school.SchoolField;
import aestimo.app.school.SchoolService;
import aestimo.app.sealing.SealService;
import aestimo.app.store.TeacherId;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import org.springframework.stereotype.Component;

/** Completes and seals the results of a class's first term in the demo. */
@Component
class DemoReturn {
    private static final int PASSED = 60;
    private static final int STRONG = 80;
    private static final int USUAL = 3;

    private final SchoolService school;
    private final ReturnService returns;
    private final SealService seals;

    DemoReturn(SchoolService school, ReturnService returns, SealService seals) {
        this.school = school;
        this.returns = returns;
        this.seals = seals;
    }

    void seal(TeacherId teacher, long classId, long term, DemoPlan.Sealed sealed) {
        long id = returns.begin(teacher, classId, term);
        SchoolReturn own = returns.get(teacher, classId, id);
        returns.save(
                teacher,
                classId,
                id,
                own.rows().stream()
                        .map(row -> new ReturnService.Edit(row.enrolmentId(), row.own(), own(teacher, row, sealed)))
                        .toList());
        seals.seal(teacher, classId, id, returns.get(teacher, classId, id).stamp());
    }

    private ReturnRow.Own own(TeacherId teacher, ReturnRow row, DemoPlan.Sealed sealed) {
        boolean isAdjusted = row.name().startsWith(sealed.adjusted() + ",");
        TreeMap<String, String> fields = new TreeMap<>();
        for (SchoolField field : school.fields(teacher)) {
            // The first labels are the better ones; who does well has them more often.
            int at = percent(row) >= STRONG ? 0 : (row.place() + fields.size()) % USUAL;
            fields.put(
                    field.name(), field.labels().get(Math.min(at, field.labels().size() - 1)));
        }
        return new ReturnRow.Own(
                isAdjusted ? sealed.grade() : "", false, isAdjusted ? sealed.reason() : "", fields, comment(row));
    }

    private static int percent(ReturnRow row) {
        return row.percent().isEmpty() ? 0 : new BigDecimal(row.percent()).intValue();
    }

    private static String comment(ReturnRow row) {
        List<String> fitting = new ArrayList<>();
        if (percent(row) >= STRONG) {
            fitting.add("Explains places from their evidence, and asks the next question before it is put.");
            fitting.add("A fine term. Next: weigh two explanations against each other.");
        } else if (percent(row) >= PASSED) {
            fitting.add("A steady term. Next: use figures from the source in every answer.");
            fitting.add("Secure on coasts; revise how cities grow before the next paper.");
        } else {
            fitting.add("Knows the cases; the long answers need a plan of three points before writing.");
            fitting.add("Has begun to ask when unsure. Next: finish each paper's last question.");
        }
        return fitting.get(row.place() % fitting.size());
    }
}
