package aestimo.exchange.oneroster;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * Classes and their students as a school hands them out. Immutable.
 *
 * @param year the school year's own title; empty text where it has none
 * @param terms in the order of their dates
 */
public record SchoolRoster(String year, List<Term> terms, List<RosterClass> classes) {
    /** A term, both days included. */
    public record Term(String title, LocalDate starts, LocalDate ends) {}

    /** A class with its students, in the order of their names. */
    public record RosterClass(String title, List<Member> members) {}

    /**
     * A student in a class.
     *
     * @param number the school's own; empty for none
     * @param preferred the given name they go by; empty: their given name
     * @param joined empty where they were there from the start
     * @param left their last day; empty while they are there
     */
    public record Member(
            String number,
            String family,
            String given,
            String preferred,
            String email,
            Optional<LocalDate> joined,
            Optional<LocalDate> left) {}
}
