package aestimo.exchange.marks;

import aestimo.exchange.roster.RosterColumn;
import java.util.Locale;
import java.util.Optional;

/** What a column of a mark sheet holds. */
public enum ColumnRole {
    LEFT_OUT("left out"),
    NUMBER("is the number"),
    EMAIL("is the e-mail address"),
    NAME("is the name"),
    FAMILY("is the family name"),
    GIVEN("is the given name"),
    SET("is the set"),
    /** When each row was handed in: decides which of two rows of one student is the later. */
    WHEN("says when"),
    MARKS("holds marks");

    private final String words;

    ColumnRole(String words) {
        this.words = words;
    }

    /** Such as “is the name”. */
    public String words() {
        return words;
    }

    /** Whether the column says who the row is. */
    public boolean isPerson() {
        return this == NUMBER || this == EMAIL || this == NAME || this == FAMILY || this == GIVEN;
    }

    /** The role a heading names; empty where it names none. */
    static Optional<ColumnRole> headed(String heading) {
        if (heading.strip().toLowerCase(Locale.ROOT).matches("e-?mail( address)?|mail")) {
            return Optional.of(EMAIL);
        }
        return RosterColumn.headed(heading).map(column -> switch (column) {
            case NUMBER -> NUMBER;
            case FAMILY -> FAMILY;
            case GIVEN -> GIVEN;
            case NAME -> NAME;
            case SET -> SET;
        });
    }
}
