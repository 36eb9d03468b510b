package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import java.util.Optional;

/**
 * One thing left to settle, and what it concerns (rules, section 12).
 */
public record LooseEnd(
        Kind kind, Optional<Student> student, Optional<Assessment> assessment, Optional<Category> category) {
    /** What there is to settle, in the order of the list. */
    public enum Kind {
        ABSENT("absent"),
        IN_DOUBT("in-doubt"),
        NO_ASSESSMENT("no-assessment"),
        RETIRED_CATEGORY("retired-category"),
        TO_FINISH("to-finish"),
        UNMARKED("unmarked"),
        WEIGHTS("weights");

        private final String code;

        Kind(String code) {
            this.code = code;
        }

        /** As the markbook file names it, such as {@code in-doubt}. */
        public String code() {
            return code;
        }
    }

    static LooseEnd of(Kind kind, Student student, Assessment assessment) {
        return new LooseEnd(kind, Optional.of(student), Optional.of(assessment), Optional.empty());
    }
}
