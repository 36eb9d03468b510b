package aestimo.app.book;

import aestimo.core.book.AssessmentKind;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.RawMark;
import aestimo.core.rules.Averaging;
import aestimo.core.rules.GradeOn;
import aestimo.core.rules.Method;
import aestimo.core.rules.Ranking;
import aestimo.core.rules.TermResults;
import aestimo.core.rules.YearResult;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;

/** Rows as they are read. What is open or not stated is null here, and nowhere else. */
final class Rows {
    private Rows() {}

    record TermRow(long id, String name, LocalDate starts, LocalDate ends, Weight weight) {}

    /** Starts from a percent or from a raw mark, the other being null; {@code worth} null: midway to the next band. */
    record BandRow(
            long boundariesId,
            String label,
            Percent fromPercent,
            Mark rawMark,
            OutOf rawTotal,
            Percent worth,
            String words) {
        Band band() {
            Band plain = rawMark == null ? Band.of(label, fromPercent) : Band.of(label, new RawMark(rawMark, rawTotal));
            return plain.withWorth(Optional.ofNullable(worth)).withWords(words);
        }
    }

    record PartRow(long id, long assessmentId, String title, OutOf outOf, Weight weight) {}

    /** A ceiling with one of its gates; one row for each gate. */
    record GateRow(long assessmentId, int place, Percent pass, int fewerThan, Percent most, long partId) {}

    record CategoryRow(
            long id,
            String name,
            Weight weight,
            String shape,
            int tint,
            Averaging averaging,
            int dropLowest,
            boolean counts,
            boolean retired) {}

    /** The names of the rules' own choices; {@code notHandedIn} null: it counts nothing, {@code pass} empty: none named. */
    record RulesRow(
            Method method,
            int places,
            GradeOn gradeOn,
            Percent borderline,
            Percent movementAt,
            String pass,
            Percent notHandedIn,
            Percent lateDeduction,
            YearResult yearResult,
            TermResults termResults,
            Ranking ranking) {}

    record AssessmentRow(
            long id,
            long categoryId,
            String title,
            LocalDate date,
            AssessmentKind kind,
            OutOf outOf,
            Long boundariesId,
            Long termId,
            LocalDate due,
            Weight weight,
            boolean bonus,
            boolean allowOver) {}

    /** A target with one of the bands set for single terms; one row for each, or one without. */
    record TargetRow(long enrolmentId, String startBand, String endBand, String stageBand, Long termId, String band) {}

    record LessonRow(long id, LocalDate date, int at) {}

    /** @param termBands by the ids of the terms */
    record EarlierTargetRow(
            long enrolmentId, LocalDate untilDay, String startBand, String endBand, Map<Long, String> termBands) {}

    /** @param chanceNumber by which the student is shown while names are hidden */
    record EnrolmentRow(
            long id,
            String number,
            String family,
            String given,
            String setName,
            LocalDate joined,
            LocalDate leftOn,
            Mark startingScore,
            int chanceNumber) {}
}
