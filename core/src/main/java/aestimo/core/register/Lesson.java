package aestimo.core.register;

import aestimo.core.id.LessonId;
import aestimo.core.refusal.RefusedException;
import java.time.LocalDate;

/**
 * A lesson of the class.
 *
 * @param at its number within the day, from 1
 */
public record Lesson(LessonId id, LocalDate date, int at) {
    /** @throws RefusedException when its number is below 1 */
    public Lesson {
        if (at < 1) {
            throw RefusedException.of("at", "lesson " + at + " of " + date + " must be 1 or more");
        }
    }
}
