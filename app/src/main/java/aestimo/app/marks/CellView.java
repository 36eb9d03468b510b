package aestimo.app.marks;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.typed.EntryText;
import com.fasterxml.jackson.annotation.JsonIgnore;
import java.util.Locale;

/**
 * One cell as the sheet shows it.
 *
 * @param part 0 for a piece without parts
 * @param shown the words or figure in the cell
 * @param kind how it looks: {@code mark}, {@code blank}, {@code absent}, {@code excused}, {@code not-in}, {@code doubt},
 *     {@code grade}, {@code tick}, {@code cross}, {@code made} (of parts)
 * @param typed what F2 opens
 * @param reason why it is in doubt; empty otherwise
 * @param noted whether a note or a memo stands with it
 * @param meant false where the piece is not meant for the student
 */
public record CellView(
        long assessment,
        long student,
        long part,
        String shown,
        String kind,
        String typed,
        boolean late,
        boolean toFinish,
        int version,
        String reason,
        boolean meant,
        boolean noted) {
    static CellView of(ClassBook classBook, CellId cell) {
        Student student = classBook.student(cell.enrolmentId());
        Assessment assessment = classBook.assessment(cell.assessmentId());
        Entry entry = classBook.entry(cell);
        String reason = EntryText.reasonForDoubt(
                entry, assessment, classBook.part(cell), classBook.book().boundaries());
        return new CellView(
                cell.assessmentId(),
                cell.enrolmentId(),
                cell.partId(),
                shown(entry),
                reason.isEmpty() ? kind(entry) : "doubt",
                entry.toString(),
                entry.isLate(),
                entry.isToFinish(),
                classBook.version(cell),
                reason,
                student.isMeant(assessment),
                classBook.isNoted(cell));
    }

    /** The cell of a piece with parts that shows what they make; nothing is typed there. */
    static CellView made(Student student, Assessment assessment, String shown) {
        return new CellView(
                ClassBook.id(assessment),
                ClassBook.id(student),
                0,
                shown,
                "made",
                shown,
                false,
                false,
                0,
                "",
                student.isMeant(assessment),
                false);
    }

    /** The style classes of the cell. */
    @JsonIgnore
    public String getCss() {
        return "cell is-" + kind + (meant ? "" : " is-not-meant") + (noted ? " is-noted" : "");
    }

    /** Attributes of the cell in the sheet; null leaves them out, which keeps a large sheet light. */
    @JsonIgnore
    public Integer getVersionAttribute() {
        return version == 0 ? null : version;
    }

    @JsonIgnore
    public String getHiddenAttribute() {
        return part == 0 ? null : "";
    }

    @JsonIgnore
    public String getTypedAttribute() {
        return typed.equals(shown) ? null : typed;
    }

    @JsonIgnore
    public String getLateAttribute() {
        return late ? "" : null;
    }

    @JsonIgnore
    public String getFinishAttribute() {
        return toFinish ? "" : null;
    }

    @JsonIgnore
    public String getReasonAttribute() {
        return reason.isEmpty() ? null : reason;
    }

    /** The signs stand beside the words, so they are not in them. */
    private static String shown(Entry entry) {
        return switch (entry.kind()) {
            case NOT_HANDED_IN -> "not in";
            case TICK -> "✓";
            case CROSS -> "✗";
            default -> entry.withLate(false).withToFinish(false).toString();
        };
    }

    private static String kind(Entry entry) {
        return switch (entry.kind()) {
            case NOT_HANDED_IN -> "not-in";
            default -> entry.kind().name().toLowerCase(Locale.ROOT);
        };
    }
}
