package aestimo.app.book;

import aestimo.core.book.Averaging;
import aestimo.core.book.GradeOn;
import aestimo.core.book.Method;
import aestimo.core.book.Ranking;
import aestimo.core.book.TermResults;
import aestimo.core.book.YearResult;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.time.LocalDate;

/** Rows as the mapper reads them. Dates that are open are null here, and nowhere else. */
final class Rows {
    private Rows() {}

    record TermRow(long id, String name, LocalDate starts, LocalDate ends, Weight weight) {}

    record BandRow(String label, Percent fromPercent) {}

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
            OutOf outOf,
            Long termId,
            LocalDate due,
            Weight weight,
            boolean bonus,
            boolean allowOver) {}

    record EnrolmentRow(
            long id, String number, String family, String given, String setName, LocalDate joined, LocalDate leftOn) {}

    record EntryRow(
            long assessmentId,
            long enrolmentId,
            String kind,
            Mark mark,
            String words,
            boolean late,
            boolean toFinish,
            int version) {}
}
