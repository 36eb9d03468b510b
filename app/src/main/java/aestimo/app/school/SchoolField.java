package aestimo.app.school;

import java.util.List;

/**
 * What else a school asks for with a result, such as behaviour.
 *
 * @param labels one of which it holds; none for a figure
 */
public record SchoolField(String name, Holds holds, List<String> labels) {
    /** What stands in a field. */
    public enum Holds {
        /** One of its labels, as the teacher chooses. */
        LABEL("one of the labels"),
        /** The attendance percent of the term; it comes with the figures, and nobody types it. */
        ATTENDANCE("attendance, %"),
        /** In how many goals the student is secure over the term; it comes with the figures too. */
        GOALS("goals secure, number");

        private final String words;

        Holds(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public boolean isTyped() {
        return holds == Holds.LABEL;
    }

    /** What a column says under its heading. */
    public String takes() {
        return switch (holds) {
            case LABEL -> String.join(" ", labels);
            case ATTENDANCE -> "%";
            case GOALS -> "goals";
        };
    }
}
