package aestimo.core.seating;

import aestimo.core.id.StudentId;
import java.util.Optional;

/**
 * What a teacher asks of any arrangement.
 *
 * @param other whom it is about beside the student; there for {@code BESIDE} and {@code NOT_BESIDE} alone
 * @param seat there for {@code THIS_SEAT} alone
 */
public record Wish(Kind kind, StudentId student, Optional<StudentId> other, Optional<Seat> seat) {
    /** In the order in which they are kept where not all can be. */
    public enum Kind {
        THIS_SEAT,
        /** In the first or the second row of those that have seats. */
        NEAR_FRONT,
        NOT_BESIDE,
        BESIDE
    }

    public Wish {
        boolean two = kind == Kind.BESIDE || kind == Kind.NOT_BESIDE;
        if (two != other.isPresent() || (kind == Kind.THIS_SEAT) != seat.isPresent()) {
            throw new IllegalArgumentException("a wish names what its kind is about: " + kind);
        }
        if (other.filter(student::equals).isPresent()) {
            throw new IllegalArgumentException("nobody sits beside themselves");
        }
    }

    public static Wish seat(StudentId student, Seat seat) {
        return new Wish(Kind.THIS_SEAT, student, Optional.empty(), Optional.of(seat));
    }

    public static Wish nearFront(StudentId student) {
        return new Wish(Kind.NEAR_FRONT, student, Optional.empty(), Optional.empty());
    }

    public static Wish beside(StudentId student, StudentId other) {
        return new Wish(Kind.BESIDE, student, Optional.of(other), Optional.empty());
    }

    public static Wish notBeside(StudentId student, StudentId other) {
        return new Wish(Kind.NOT_BESIDE, student, Optional.of(other), Optional.empty());
    }
}
