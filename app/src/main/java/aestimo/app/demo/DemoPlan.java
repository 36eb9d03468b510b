package aestimo.app.demo;

import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.RulesForm;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentForm.CeilingLine;
import aestimo.app.marks.AssessmentForm.More;
import aestimo.app.marks.AssessmentForm.PartLine;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What one class of the demo is made of.
 *
 * @param seed of the chance marks
 * @param roster as it would be pasted
 * @param bands the name of a set of the library; empty for a class that takes no results
 * @param rules null for such a class
 * @param sealed how the first term was sealed; empty for a class that sealed nothing
 */
record DemoPlan(
        long seed,
        String name,
        String subject,
        int tint,
        String roster,
        List<Newcomer> newcomers,
        List<CategoryLine> categories,
        String bands,
        @Nullable RulesForm rules,
        List<Piece> pieces,
        List<Typed> typed,
        Optional<Targets> targets,
        Optional<Sealed> sealed) {
    /**
     * A sealed first term.
     *
     * @param adjusted family name of the one who got another grade than the computed one
     * @param since what was typed anew afterwards
     */
    record Sealed(String adjusted, String grade, String reason, List<Typed> since) {}

    /**
     * Targets for a class.
     *
     * @param scores whether students have a starting score and a band of an earlier stage
     * @param stage what that stage is called
     * @param without family name of the one who has none; empty for nobody
     */
    record Targets(boolean scores, String stage, String without, List<Helped> helped) {}

    /** @param inDays when it is looked at again */
    record Helped(String family, String reason, String doing, int inDays) {}

    /**
     * What stands in one cell besides, or instead of, a chance mark: by family name and title.
     *
     * @param text null: the chance mark
     */
    record Typed(String family, String title, @Nullable String text, String note, String memo) {
        Typed(String family, String title, String text) {
            this(family, title, text, "", "");
        }

        static Typed noted(String family, String title, String note, String memo) {
            return new Typed(family, title, null, note, memo);
        }
    }

    /** @param name as it would be pasted */
    record Newcomer(String name, String joined) {}

    boolean takesResults() {
        return rules != null;
    }

    /** How a piece is made. */
    enum Make {
        PLAIN,
        BONUS,
        /** Yes or no. */
        CHECK,
        /** A warm-up of 15 and a field sheet of 85; without the warm-up at most 70. */
        IN_PARTS
    }

    /**
     * A piece of work.
     *
     * @param category by its place
     * @param marked unless it lies ahead or is left for the teacher to mark
     */
    record Piece(String title, int category, String date, int outOf, Make make, boolean marked) {
        AssessmentForm form(long categoryId) {
            boolean parts = make == Make.IN_PARTS;
            return new AssessmentForm(
                    0,
                    0,
                    title,
                    categoryId,
                    date,
                    make == Make.CHECK ? "CHECK" : "MARKS",
                    parts || make == Make.CHECK ? "" : Integer.toString(outOf),
                    make == Make.BONUS ? new More(0, "", "1", true, false, 0, "") : More.NONE,
                    parts
                            ? List.of(
                                    new PartLine(0, "Warm-up", "15", "15"), new PartLine(0, "Field sheet", "85", "85"))
                            : List.of(),
                    parts ? List.of(new CeilingLine(List.of("Warm-up"), "40", "1", "70")) : List.of(),
                    "");
        }

        /** The out-ofs of what is typed: of the piece, or of its parts. */
        List<Integer> outOfs() {
            return make == Make.IN_PARTS ? List.of(15, 85) : List.of(outOf);
        }
    }
}
