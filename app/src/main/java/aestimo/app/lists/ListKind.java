package aestimo.app.lists;

import java.util.Arrays;

/** What a list is of. */
enum ListKind {
    CLASS("class list", true),
    MARKS("blank mark list", true),
    CHECKS("check list", true),
    PHOTOS("photo list", false),
    EMERGENCY("emergency contacts", true),
    BIRTHDAYS("birthdays", true),
    ATTENDANCE("attendance", true),
    COVER("cover sheet", false);

    private final String words;
    private final boolean table;

    ListKind(String words, boolean table) {
        this.words = words;
        this.table = table;
    }

    public String words() {
        return words;
    }

    /** Whether it is a table, and so can be had as a sheet too; the others are for paper alone. */
    public boolean isTable() {
        return table;
    }

    static ListKind of(String asked) {
        return Arrays.stream(values())
                .filter(own -> own.name().equals(asked))
                .findFirst()
                .orElse(CLASS);
    }
}
