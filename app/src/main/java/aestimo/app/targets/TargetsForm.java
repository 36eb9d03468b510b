package aestimo.app.targets;

import aestimo.app.web.FormFields;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.targets.ScoreTable;
import aestimo.core.value.Mark;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import tools.jackson.databind.json.JsonMapper;

/**
 * The targets of a class as a form holds them, down the students.
 *
 * @param top what starting scores are out of, as typed
 * @param stageName what the earlier stage is called; empty for “earlier stage”
 * @param reason why targets that stood before are changed
 * @param fromToday whether what stood is kept for the time before; else the new targets count as if they had always been so
 */
public record TargetsForm(String top, String stageName, List<Line> lines, String reason, boolean fromToday) {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /**
     * One student.
     *
     * @param asked as typed
     * @param was what stood when the form was shown
     * @param score as typed
     */
    public record Line(long enrolmentId, TargetBands asked, TargetBands was, String score) {
        /** What stood, as the form carries it along. */
        public String wasText() {
            return JSON.writeValueAsString(was);
        }

        private Line with(TargetBands bands) {
            return new Line(enrolmentId, bands, was, score);
        }
    }

    /** @param termIds of the class */
    static TargetsForm read(FormFields fields, List<Long> termIds) {
        List<Line> lines = new ArrayList<>();
        List<String> enrolments = fields.texts("enrolment");
        List<String> starts = fields.texts("start");
        List<String> ends = fields.texts("end");
        List<String> stages = fields.texts("stage");
        List<String> scores = fields.texts("score");
        List<String> stood = fields.texts("was");
        List<List<String>> ofTerms =
                termIds.stream().map(term -> fields.texts("term" + term)).toList();
        for (int i = 0; i < enrolments.size(); i++) {
            SortedMap<Long, String> terms = new TreeMap<>();
            for (int term = 0; term < termIds.size(); term++) {
                terms.put(termIds.get(term), at(ofTerms.get(term), i));
            }
            lines.add(new Line(
                    FormFields.toNumber(enrolments.get(i)),
                    new TargetBands(at(starts, i), at(ends, i), at(stages, i), terms),
                    stood(at(stood, i)),
                    at(scores, i)));
        }
        return new TargetsForm(
                fields.text("top"),
                fields.text("stageName"),
                lines,
                fields.text("reason"),
                !fields.text("holds").equals("always"));
    }

    private static String at(List<String> texts, int i) {
        return i < texts.size() ? texts.get(i) : "";
    }

    private static TargetBands stood(String text) {
        try {
            return text.isEmpty() ? TargetBands.NONE : JSON.readValue(text, TargetBands.class);
        } catch (RuntimeException altered) {
            // Somebody altered the hidden field; the save then finds that something else stands.
            return TargetBands.NONE;
        }
    }

    /** How targets are suggested. */
    enum Way {
        /** The end so many bands above the start. */
        ABOVE,
        /** The end by the score. */
        END,
        /** The start by the score. */
        START
    }

    /**
     * The same form with targets suggested; nothing is kept by it.
     *
     * @param onlyEmpty whether what is typed or stands is left alone
     */
    TargetsForm suggested(Way way, int bandsAbove, boolean onlyEmpty, ScoreTable table, Boundaries bands) {
        return new TargetsForm(
                top,
                stageName,
                lines.stream()
                        .map(line -> suggested(line, way, bandsAbove, onlyEmpty, table, bands))
                        .toList(),
                reason,
                fromToday);
    }

    private static Line suggested(
            Line line, Way way, int bandsAbove, boolean onlyEmpty, ScoreTable table, Boundaries bands) {
        TargetBands asked = line.asked();
        String stands = way == Way.START ? asked.start() : asked.end();
        if (onlyEmpty && !stands.isEmpty()) {
            return line;
        }
        Optional<String> label = (way == Way.ABOVE
                        ? TargetService.labelled(bands, asked.start())
                                .map(start -> ScoreTable.above(bands, start, bandsAbove))
                        : score(line).flatMap(score -> table.band(score, bands)))
                .map(Band::label);
        return label.map(own -> line.with(way == Way.START ? asked.withStart(own) : asked.withEnd(own)))
                .orElse(line);
    }

    private static Optional<Mark> score(Line line) {
        try {
            return line.score().isEmpty()
                    ? Optional.empty()
                    : Optional.of(Mark.parse(line.score().replace(',', '.')));
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    /** How many lines have another start or end than in another state of the form. */
    long differs(TargetsForm other) {
        long count = 0;
        for (int i = 0; i < lines.size(); i++) {
            if (!lines.get(i).asked().equals(other.lines().get(i).asked())) {
                count++;
            }
        }
        return count;
    }
}
