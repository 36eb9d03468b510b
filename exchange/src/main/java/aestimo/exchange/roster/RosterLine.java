package aestimo.exchange.roster;

/**
 * One student as understood from one line.
 *
 * @param line its number in what was pasted, from 1
 * @param number the school's number; may be empty
 * @param given may be empty
 * @param set may be empty
 */
public record RosterLine(int line, String number, String family, String given, String set) {}
