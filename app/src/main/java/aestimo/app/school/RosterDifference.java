package aestimo.app.school;

import aestimo.app.roll.RollService.RollLine;
import aestimo.app.school.SchoolRosters.Person;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * One thing in which the school's list of a class and the teacher's own differ.
 *
 * @param key names it in a form
 * @param name list name of the student
 * @param words what would be done
 * @param person empty for a student the school no longer lists
 * @param line empty for one who joins
 */
record RosterDifference(
        String key, Kind kind, String name, String words, Optional<Person> person, Optional<RollLine> line) {
    /** What differs. */
    enum Kind {
        JOINED("joins"),
        LEFT("leaves"),
        NAME("goes by another name"),
        SET("is in another set");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /**
     * Holds two lists against each other: by the school's id, else the number, else the name.
     *
     * @param refs ids students go by at the school, by enrolment
     */
    static List<RosterDifference> between(List<RollLine> own, Map<Long, String> refs, List<Person> school) {
        List<RosterDifference> found = new ArrayList<>();
        Set<Long> met = new HashSet<>();
        for (Person person : school) {
            Optional<RollLine> same = same(own, refs, person);
            same.ifPresent(line -> met.add(line.enrolmentId()));
            if (same.isEmpty()) {
                if (person.left().isEmpty()) {
                    found.add(of(
                            Kind.JOINED,
                            person,
                            same,
                            person.joined().map(day -> "from " + day).orElse("from the start")
                                    + (person.set().isEmpty() ? "" : ", in " + person.set())));
                }
                continue;
            }
            RollLine line = same.get();
            if (!person.family().equals(line.family()) || !person.given().equals(line.given())) {
                found.add(of(
                        Kind.NAME,
                        person,
                        same,
                        listName(line.family(), line.given()) + " → " + listName(person.family(), person.given())));
            }
            if (!person.set().isEmpty() && !person.set().equals(line.set())) {
                found.add(of(
                        Kind.SET, person, same, (line.set().isEmpty() ? "no set" : line.set()) + " → " + person.set()));
            }
            if (person.left().isPresent() && line.left().isEmpty()) {
                found.add(
                        of(Kind.LEFT, person, same, "last day " + person.left().get()));
            }
        }
        own.stream()
                .filter(line -> !met.contains(line.enrolmentId()) && line.left().isEmpty())
                .forEach(line -> found.add(new RosterDifference(
                        "gone-" + line.enrolmentId(),
                        Kind.LEFT,
                        listName(line.family(), line.given()),
                        "the school lists them no more; last day yesterday",
                        Optional.empty(),
                        Optional.of(line))));
        return found;
    }

    private static RosterDifference of(Kind kind, Person person, Optional<RollLine> line, String words) {
        return new RosterDifference(
                kind.name().toLowerCase(Locale.ROOT) + "-" + person.ref(),
                kind,
                line.map(own -> listName(own.family(), own.given())).orElse(listName(person.family(), person.given())),
                words,
                Optional.of(person),
                line);
    }

    private static Optional<RollLine> same(List<RollLine> own, Map<Long, String> refs, Person person) {
        return own.stream()
                .filter(line -> person.ref().equals(refs.get(line.enrolmentId())))
                .findFirst()
                .or(() -> own.stream()
                        .filter(line ->
                                !person.number().isEmpty() && line.number().equals(person.number()))
                        .findFirst())
                .or(() -> own.stream()
                        .filter(line ->
                                line.number().isEmpty() || person.number().isEmpty())
                        .filter(line -> line.family().equalsIgnoreCase(person.family())
                                && line.given().equalsIgnoreCase(person.given()))
                        .findFirst());
    }

    private static String listName(String family, String given) {
        return given.isEmpty() ? family : family + ", " + given;
    }
}
