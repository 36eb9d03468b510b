package aestimo.core.counting;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;

/**
 * How many entries of each kind a student has over some pieces on marks or grades, part by part (rules, section 6).
 *
 * @param blank only those of pieces meant for the student
 * @param inDoubt marks outside their range, and what was not understood
 * @param late entries of any kind with that sign
 * @param toFinish entries of any kind with that sign
 */
public record EntryCounts(int blank, int absent, int excused, int notHandedIn, int inDoubt, int late, int toFinish) {
    /**
     * Counts a student's entries.
     *
     * @param student the student's place
     * @param assessments the assessments' places; check and note columns among them are passed over
     */
    public static EntryCounts of(Counting counting, int student, int[] assessments) {
        Book book = counting.book();
        CountedRow row = counting.row(student);
        Tally tally = new Tally();
        Student own = book.students().get(student);
        for (int place : assessments) {
            Assessment assessment = book.assessments().get(place);
            if (!row.isPlain(place) && assessment.kind().isMarked()) {
                for (int part = 0; part < assessment.entryCount(); part++) {
                    Entry entry = book.entry(student, place, part);
                    tally.add(entry, own.isMeant(assessment), assessment.isInDoubt(entry, part, book.boundaries()));
                }
            }
        }
        return tally.counts();
    }

    private static final class Tally {
        private int blank;
        private int absent;
        private int excused;
        private int notHandedIn;
        private int inDoubt;
        private int late;
        private int toFinish;

        private void add(Entry entry, boolean meant, boolean doubtful) {
            switch (entry.kind()) {
                case BLANK -> blank += meant ? 1 : 0;
                case ABSENT -> absent++;
                case EXCUSED -> excused++;
                case NOT_HANDED_IN -> notHandedIn++;
                default -> inDoubt += doubtful ? 1 : 0;
            }
            late += entry.isLate() ? 1 : 0;
            toFinish += entry.isToFinish() ? 1 : 0;
        }

        private EntryCounts counts() {
            return new EntryCounts(blank, absent, excused, notHandedIn, inDoubt, late, toFinish);
        }
    }
}
