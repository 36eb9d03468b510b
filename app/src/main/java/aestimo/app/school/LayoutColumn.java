package aestimo.app.school;

import java.util.List;

/**
 * A column of the files of results a school takes.
 *
 * @param key what it holds: one of {@link #KEYS}, or {@code field:} and the name of a further field
 * @param heading as the school wants it
 */
public record LayoutColumn(String key, String heading) {
    /** What a column may hold beside further fields, with the heading it has unless another is given. */
    public static final List<LayoutColumn> KEYS = List.of(
            new LayoutColumn("number", "Number"),
            new LayoutColumn("student", "Student"),
            new LayoutColumn("class", "Class"),
            new LayoutColumn("term", "Term"),
            new LayoutColumn("result", "Result %"),
            new LayoutColumn("grade", "Grade"),
            new LayoutColumn("sent", "Sent as"),
            new LayoutColumn("reason", "Reason"),
            new LayoutColumn("comment", "Comment"));

    /** Before the name of a further field. */
    public static final String FIELD = "field:";
}
