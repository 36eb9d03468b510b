package aestimo.app.marks;

/**
 * The teacher's short words on an entry.
 *
 * @param note to the student
 * @param memo for the teacher alone, never printed or sent
 */
public record Remarks(String note, String memo) {
    public static final Remarks NONE = new Remarks("", "");
}
