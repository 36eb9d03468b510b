package aestimo.app.book;

import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.time.LocalDate;

/** Rows as the mapper reads them. Dates that are open are null here, and nowhere else. */
final class Rows {
    private Rows() {}

    record TermRow(long id, String name, LocalDate starts, LocalDate ends) {}

    record BandRow(String label, Percent fromPercent) {}

    record CategoryRow(long id, String name, Weight weight, String shape, int tint) {}

    record AssessmentRow(long id, long categoryId, String title, LocalDate date, OutOf outOf) {}

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
