package aestimo.exchange.roster;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** What a column of a class list holds, told by its heading. */
public enum RosterColumn {
    NUMBER(
            "number",
            Set.of(
                    "number",
                    "no",
                    "no.",
                    "nr",
                    "adm no",
                    "admission no",
                    "admission number",
                    "student number",
                    "student no",
                    "student id",
                    "pupil number",
                    "id")),
    FAMILY("family name", Set.of("family", "family name", "surname", "last name", "lastname")),
    GIVEN("given name", Set.of("given", "given name", "first name", "firstname", "forename")),
    NAME(
            "name",
            Set.of("name", "names", "pupil", "student", "full name", "pupil name", "student name", "family, given")),
    SET("set", Set.of("set", "group", "teaching group", "lab group"));

    private final String words;
    private final Set<String> headings;

    RosterColumn(String words, Set<String> headings) {
        this.words = words;
        this.headings = headings;
    }

    /** Such as “family name”. */
    public String words() {
        return words;
    }

    /** The column a heading names; empty where it names none of these. */
    public static Optional<RosterColumn> headed(String heading) {
        String plain = heading.strip().toLowerCase(Locale.ROOT).replaceAll("[\\s_]+", " ");
        for (RosterColumn column : values()) {
            if (column.headings.contains(plain)) {
                return Optional.of(column);
            }
        }
        return Optional.empty();
    }
}
