package aestimo.core.book;

import aestimo.core.id.StudentId;
import aestimo.core.refusal.RefusedException;
import java.time.LocalDate;
import java.util.Optional;

/**
 * A student of the class.
 *
 * @param number the school's number; may be empty
 * @param set the group within the class; empty where there is none
 * @param joined first day in the class, inclusive; empty: from the start
 * @param left last day in the class, inclusive; empty: still in it
 */
public record Student(
        StudentId id,
        String family,
        String given,
        String number,
        Optional<String> set,
        Optional<LocalDate> joined,
        Optional<LocalDate> left) {
    /** @throws RefusedException when they left before they joined */
    public Student {
        if (joined.isPresent() && left.isPresent() && left.get().isBefore(joined.get())) {
            throw RefusedException.of(
                    "left", family + ", " + given + " left on " + left.get() + ", before joining on " + joined.get());
        }
    }

    public boolean isEnrolledOn(LocalDate day) {
        return (joined.isEmpty() || !day.isBefore(joined.get())) && (left.isEmpty() || !day.isAfter(left.get()));
    }

    /** Whether a piece was ever meant for this student: enrolled on its date. */
    public boolean isMeant(Assessment assessment) {
        return isEnrolledOn(assessment.date());
    }

    /** “Ilva Brandt”: as one says it. */
    public String fullName() {
        return (given + " " + family).strip();
    }

    /** “Brandt, Ilva”; the family name alone where no given name is known. */
    public String listName() {
        return given.isEmpty() ? family : family + ", " + given;
    }
}
