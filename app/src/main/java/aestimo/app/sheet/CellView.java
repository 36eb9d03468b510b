package aestimo.app.sheet;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.typed.EntryText;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * One cell as the sheet shows it.
 *
 * @param part 0 for a piece without parts
 * @param shown the words or figure in the cell
 * @param second the same another way, small beside it; empty for none
 * @param kind how it looks: {@code mark}, {@code blank}, {@code absent}, {@code excused}, {@code not-in}, {@code doubt},
 *     {@code grade}, {@code tick}, {@code cross}, {@code made} (of parts)
 * @param typed what F2 opens
 * @param reason why it is in doubt; empty otherwise
 * @param noted whether a note or a memo stands with it
 * @param meant false where the piece is not meant for the student
 * @param ground the style class of its shading; empty for none
 * @param imported whether it is to be seen that it was imported
 */
public record CellView(
        long assessment,
        long student,
        long part,
        String shown,
        String second,
        String kind,
        String typed,
        boolean late,
        boolean toFinish,
        int version,
        String reason,
        boolean meant,
        boolean noted,
        String ground,
        boolean imported) {
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
                "",
                reason.isEmpty() ? kind(entry) : "doubt",
                entry.toString(),
                entry.isLate(),
                entry.isToFinish(),
                classBook.version(cell),
                reason,
                student.isMeant(assessment),
                classBook.isNoted(cell),
                "",
                false);
    }

    /** The cell of a piece with parts that shows what they make; nothing is typed there. */
    static CellView made(Student student, Assessment assessment, String shown) {
        return new CellView(
                ClassBook.id(assessment),
                ClassBook.id(student),
                0,
                shown,
                "",
                "made",
                shown,
                false,
                false,
                0,
                "",
                student.isMeant(assessment),
                false,
                "",
                false);
    }

    CellView withGround(String other, boolean isImported) {
        return ground.equals(other) && imported == isImported
                ? this
                : new CellView(
                        assessment,
                        student,
                        part,
                        shown,
                        second,
                        kind,
                        typed,
                        late,
                        toFinish,
                        version,
                        reason,
                        meant,
                        noted,
                        other,
                        isImported);
    }

    CellView withFaces(String first, String other) {
        return new CellView(
                assessment,
                student,
                part,
                first,
                other,
                kind,
                typed,
                late,
                toFinish,
                version,
                reason,
                meant,
                noted,
                ground,
                imported);
    }

    /** Whether it shows a figure or a grade, and not a word such as “absent”. */
    boolean isFigure() {
        return kind.equals("mark") || kind.equals("grade") || kind.equals("made");
    }

    /** What a screen reader says where the figure alone does not tell the state; empty where it does. */
    public String getLabel() {
        List<String> words = new ArrayList<>();
        switch (kind) {
            case "not-in" -> words.add(shown + ", not handed in");
            case "tick" -> words.add("yes");
            case "cross" -> words.add("no");
            case "doubt" -> words.add(typed + ", in doubt: " + reason);
            default -> words.add(shown.isEmpty() ? "blank" : second.isEmpty() ? shown : shown + " " + second);
        }
        boolean plain = words.get(0).equals(shown) || kind.equals("blank");
        if (late) {
            words.add("late");
        }
        if (toFinish) {
            words.add("to finish");
        }
        if (noted) {
            words.add("with a note");
        }
        if (imported) {
            words.add("imported");
        }
        if (!meant) {
            words.add("not meant for this student");
        }
        return plain && words.size() == 1 ? "" : String.join(", ", words);
    }

    /** The style classes of the cell. */
    public String getCss() {
        StringBuilder css = new StringBuilder("cell is-").append(kind);
        if (!meant) {
            css.append(" is-not-meant");
        }
        if (noted) {
            css.append(" is-noted");
        }
        if (imported) {
            css.append(" is-imported");
        }
        if (!ground.isEmpty()) {
            css.append(" is-ground ").append(ground);
        }
        return css.toString();
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
