package aestimo.app.changes;

import java.time.LocalDate;

/**
 * Which alterations are looked at.
 *
 * @param student an enrolment's id; 0: all
 * @param assessment 0: all
 * @param how in a word, such as “pasted”; empty: all
 * @param fromInclusive null: from the first
 * @param toInclusive null: to the last
 */
public record ChangeFilter(long student, long assessment, String how, LocalDate fromInclusive, LocalDate toInclusive) {}
