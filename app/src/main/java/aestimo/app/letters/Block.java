package aestimo.app.letters;

import java.util.List;
import java.util.Optional;

/**
 * One piece of a letter.
 *
 * @param words saved as {@link Words} are read; empty where the block has none
 * @param span the name of the term it speaks of, “year”, or empty for the dates the page is for
 * @param pieces which pieces it shows: categories by name, single ones as “piece:” and the title; empty for all
 * @param columns what a table of pieces shows beside the title
 */
public record Block(Kind kind, String words, String span, List<String> pieces, List<Column> columns) {
    public Block {
        pieces = List.copyOf(pieces);
        columns = List.copyOf(columns);
    }

    /** What a letter can be made of. */
    public enum Kind {
        HEADING("Heading", "school, class, teacher, date and student"),
        WORDS("Words", "with figures and sentences in them"),
        PIECES("Table of assessments", "marks, percents, grades"),
        CATEGORIES("Table of categories", "weights and averages"),
        GOALS("Table of goals", "the level in each"),
        OVER_TIME("Picture over the terms", "results against targets"),
        NOTES("Notes", "your notes to single assessments"),
        OWN_WORDS("Own words", "for each student, written one by one"),
        SIGNATURE("Signature", "a line to sign on"),
        PAGE_BREAK("New page", "what follows begins a page");

        private final String words;
        private final String facts;

        Kind(String words, String facts) {
            this.words = words;
            this.facts = facts;
        }

        public String words() {
            return words;
        }

        public String facts() {
            return facts;
        }

        /** Whether it shows pieces, all or chosen ones. */
        public boolean isOfPieces() {
            return this == PIECES || this == NOTES;
        }

        /** Whether what it shows is of a part of the year. */
        public boolean isOfSpan() {
            return this == WORDS || this == PIECES || this == CATEGORIES || this == GOALS || this == NOTES;
        }
    }

    /** What may stand beside the title of a piece. */
    public enum Column {
        MARK("mark"),
        PERCENT("%"),
        GRADE("grade"),
        CLASS("class"),
        RANK("rank"),
        DUE("date"),
        HAND_IN("due"),
        INSTRUCTIONS("instructions"),
        NOTE("note");

        private final String words;

        Column(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public static Block of(Kind kind) {
        return new Block(
                kind, "", "", List.of(), kind == Kind.PIECES ? List.of(Column.MARK, Column.PERCENT) : List.of());
    }

    public static Block ofWords(String words) {
        return new Block(Kind.WORDS, words, "", List.of(), List.of());
    }

    Optional<Words> read() {
        return kind == Kind.WORDS ? Optional.of(Words.of(words)) : Optional.empty();
    }
}
