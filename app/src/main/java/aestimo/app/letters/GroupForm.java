package aestimo.app.letters;

import aestimo.app.web.FormFields;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A sentence group as typed.
 *
 * @param only conditions, as three fields each
 */
public record GroupForm(
        long id, int version, String name, String figure, List<Line> lines, List<SentenceGroup.Only> only) {
    /**
     * A stretch as typed.
     *
     * @param from a number; empty for the lowest, and where the figure is none
     * @param steps what the figure says, with commas between
     * @param wordings one or several
     */
    public record Line(String from, String steps, List<String> wordings, boolean silent) {}

    /** Wordings stand in one field each, with the place of the stretch they are of beside. */
    static GroupForm read(FormFields fields, long id) {
        List<Line> lines = new ArrayList<>();
        List<String> ids = fields.texts("stretch");
        for (int i = 0; i < ids.size(); i++) {
            List<String> wordings = new ArrayList<>();
            List<String> of = fields.texts("of");
            for (int j = 0; j < of.size(); j++) {
                if (of.get(j).equals(ids.get(i)) && !fields.text("wording", j).isEmpty()) {
                    wordings.add(fields.text("wording", j));
                }
            }
            lines.add(new Line(
                    fields.text("from", i).replace(',', '.'),
                    fields.text("steps", i),
                    wordings,
                    fields.texts("silent").contains(ids.get(i))));
        }
        List<SentenceGroup.Only> only = new ArrayList<>();
        for (int i = 0; i < fields.texts("onlyFigure").size(); i++) {
            if (!fields.text("onlyFigure", i).isEmpty()) {
                only.add(new SentenceGroup.Only(
                        fields.text("onlyFigure", i), fields.text("onlyTest", i), fields.text("onlyValue", i)));
            }
        }
        return new GroupForm(
                id, (int) fields.number("version"), fields.text("name"), fields.text("figure"), lines, only);
    }

    static List<String> steps(String typed) {
        return Arrays.stream(typed.split(","))
                .map(String::strip)
                .filter(step -> !step.isEmpty())
                .toList();
    }

    static GroupForm of(SentenceGroup group) {
        return new GroupForm(
                group.id(),
                group.version(),
                group.name(),
                group.figure(),
                group.stretches().stream()
                        .map(own -> new Line(
                                own.from() == null ? "" : own.from().toPlainString(),
                                String.join(", ", own.steps()),
                                own.wordings(),
                                own.silent()))
                        .toList(),
                group.only());
    }
}
