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
    SCORE("is the starting score"),
    STAGE("is the grade of an earlier stage"),
    START("is the target's start"),
    END("is the target's end"),
    /** The target of one term; which, is said beside it. */
    TERM("is the target of a term"),
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

    /** Whether the column says where the student began or is to get to. */
    public boolean isTarget() {
        return this == SCORE || this == STAGE || this == START || this == END || this == TERM;
    }

    /** The role a heading names; empty where it names none. */
    static Optional<ColumnRole> headed(String heading) {
        String plain = heading.strip().toLowerCase(Locale.ROOT);
        if (plain.matches("e-?mail( address)?|mail")) {
            return Optional.of(EMAIL);
        }
        if (plain.matches("start(ing)? score|standardi[sz]ed score|score at (entry|the start)")) {
            return Optional.of(SCORE);
        }
        if (plain.matches("(earlier|previous) (stage|grade)|end of (earlier|last) stage")) {
            return Optional.of(STAGE);
        }
        if (plain.matches("start(ing)?( (grade|band|target))?")) {
            return Optional.of(START);
        }
        if (plain.matches("end( (grade|band|target))?|targets?( (grade|band))?|end of year( target)?")) {
            return Optional.of(END);
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
