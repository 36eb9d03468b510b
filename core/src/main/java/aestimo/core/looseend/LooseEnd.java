package aestimo.core.looseend;

import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.register.Lesson;
import java.util.Optional;

/** One thing left to settle, and what it concerns (rules, section 12). */
public record LooseEnd(
        Kind kind,
        Optional<Student> student,
        Optional<Assessment> assessment,
        Optional<Part> part,
        Optional<Category> category,
        Optional<Lesson> lesson) {
    /** What there is to settle, in the order of the list. */
    public enum Kind {
        ABSENT("absent"),
        IN_DOUBT("in-doubt"),
        NO_ASSESSMENT("no-assessment"),
        NO_TARGET("no-target"),
        REGISTER("register"),
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

    private static LooseEnd of(
            Kind kind,
            Optional<Student> student,
            Optional<Assessment> assessment,
            Optional<Part> part,
            Optional<Category> category) {
        return new LooseEnd(kind, student, assessment, part, category, Optional.empty());
    }

    /** @param part the part's place; of no matter where the assessment has none */
    static LooseEnd of(Kind kind, Student student, Assessment assessment, int part) {
        return of(kind, Optional.of(student), Optional.of(assessment), assessment.partAt(part), Optional.empty());
    }

    static LooseEnd of(Kind kind, Student student) {
        return of(kind, Optional.of(student), Optional.empty(), Optional.empty(), Optional.empty());
    }

    static LooseEnd of(Kind kind, Assessment assessment, Optional<Category> category) {
        return of(kind, Optional.empty(), Optional.of(assessment), Optional.empty(), category);
    }

    /** @param category empty for what concerns the whole class */
    static LooseEnd of(Kind kind, Optional<Category> category) {
        return of(kind, Optional.empty(), Optional.empty(), Optional.empty(), category);
    }

    static LooseEnd of(Kind kind, Lesson lesson) {
        return new LooseEnd(
                kind, Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.of(lesson));
    }
}
