package aestimo.app.changes;

import java.time.LocalDate;

/**
 * The alteration of a level set by hand for a student in a goal, from a day on.
 *
 * @param was the level in a word; empty text for none
 * @param became likewise
 */
public record LevelChange(long goalId, long enrolmentId, LocalDate onDay, String was, String became) {}
