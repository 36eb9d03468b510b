package aestimo.app.standing;

import aestimo.app.attendance.AttendanceView;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.FewStudents;
import aestimo.app.frame.SpanChoice;
import aestimo.app.goals.StudentGoals;
import aestimo.app.marks.Remarks;
import aestimo.app.picture.AimPicture;
import aestimo.app.picture.Strip;
import aestimo.app.web.FormFields;
import aestimo.core.book.Student;
import aestimo.core.id.StudentId;
import aestimo.core.judging.ClassGoals;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.targets.Attainments;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Students' figures as others get to see them: nobody else's name, and in very small classes nothing from which one
 * student could be told by another.
 *
 * @param title of the class
 * @param attendances of those who have any, in a sentence, by the view's id
 * @param goals how far each is with the goals of the class, by the view's id
 * @param aims the grades over the terms against the target, of those who have one, by the view's id
 * @param small whether the class is too small for strips and extremes
 */
public record StudentSheets(
        String title,
        String span,
        Shown shown,
        boolean small,
        List<StudentView> views,
        Map<String, String> attendances,
        Map<String, StudentGoals> goals,
        Map<String, AimPicture> aims) {
    static StudentSheets of(
            ClassBook classBook, SpanChoice span, List<Student> students, Map<CellId, Remarks> remarks, Shown shown) {
        Standing standing = Standing.of(classBook.book(), span.span());
        boolean small = FewStudents.are(
                standing.students().stream().filter(StudentStanding::present).count());
        Optional<ClassGoals> goals = ClassGoals.of(standing.counting(), span.span());
        return new StudentSheets(
                classBook.row().title(),
                span.inFull(),
                shown,
                small,
                students.stream()
                        .map(student -> StudentView.of(classBook, standing, student, remarks))
                        .toList(),
                attendances(classBook, span, students),
                students.stream()
                        .collect(Collectors.toMap(
                                student -> student.id().text(), student -> StudentGoals.of(goals, student))),
                aims(standing, students));
    }

    private static Map<String, AimPicture> aims(Standing standing, List<Student> students) {
        Map<String, AimPicture> aims = new HashMap<>();
        if (standing.book().boundaries().isEmpty()) {
            return aims;
        }
        Attainments attained = Attainments.of(standing.counting());
        for (Student student : students) {
            if (attained.target(student).hasAim()) {
                aims.put(student.id().text(), AimPicture.of(attained, student, AimPicture.Size.MARGIN, false));
            }
        }
        return aims;
    }

    /** The student's grades against the target; empty where that is left out, or there is no target. */
    public Optional<AimPicture> aim(StudentView view) {
        return shown.has("target") ? Optional.ofNullable(aims.get(view.id())) : Optional.empty();
    }

    private static Map<String, String> attendances(ClassBook classBook, SpanChoice span, List<Student> students) {
        Map<String, String> words = new HashMap<>();
        for (Student student : students) {
            AttendanceView.of(classBook.book(), span.span(), student, 0)
                    .filter(own -> own.of() > 0)
                    .ifPresent(own -> words.put(student.id().text(), own.sentence()));
        }
        return words;
    }

    /** What is told of a student's attendance; empty where that is left out, or there is none. */
    public Optional<String> attendance(StudentView view) {
        return shown.has("attendance") ? Optional.ofNullable(attendances.get(view.id())) : Optional.empty();
    }

    /** The student's goals; none where they are left out, or the class has none. */
    public List<StudentGoals.Line> goals(StudentView view) {
        return shown.has("goals")
                ? goals.getOrDefault(view.id(), new StudentGoals(List.of())).lines()
                : List.of();
    }

    /** The same for letters, which say themselves what of it they show. */
    public static StudentSheets forLetters(
            ClassBook classBook, SpanChoice span, List<Student> students, Map<CellId, Remarks> remarks) {
        return of(classBook, span, students, remarks, Shown.read(Map.of()));
    }

    /** @throws java.util.NoSuchElementException where the student is none of them */
    public StudentView of(StudentId student) {
        return views.stream()
                .filter(view -> view.id().equals(student.text()))
                .findFirst()
                .orElseThrow();
    }

    /** Whether so many entries count in a piece that nobody's can be told from a figure of them all. */
    private boolean hides(StudentView.Piece piece) {
        return !small && !FewStudents.are(piece.counted());
    }

    /** The rank in a piece, where it is among as many as hide one another. */
    public String rank(StudentView.Piece piece) {
        return hides(piece) ? piece.rank().shown() : "";
    }

    /** The strip of a piece, where it may be shown at all: without names, and only over as many as hide one another. */
    public Optional<Strip> strip(StudentView.Piece piece) {
        return shown.has("strip") && hides(piece) ? piece.strip().map(Strip::nameless) : Optional.empty();
    }

    /** The mark of a piece. What is in doubt is for the teacher to settle, and nothing a student or a parent is told. */
    public String mark(StudentView.Piece piece) {
        return piece.isInDoubt() ? "not yet marked" : piece.mark().shown();
    }

    /** The style of its state. */
    public String css(StudentView.Piece piece) {
        return piece.isInDoubt() ? "is-absent" : piece.css();
    }

    /** The class mean of a piece in percent, where it is over as many as hide one another. */
    public String mean(StudentView.Piece piece) {
        return hides(piece) ? piece.mean().shown() : "";
    }

    /** Those enrolled at the end of the span. */
    static List<Student> present(ClassBook classBook, SpanChoice span) {
        return classBook.book().students().stream()
                .filter(student -> student.isEnrolledOn(span.span().presenceDay(classBook.book())))
                .toList();
    }

    /** Those the address names, in the class's order; all present where it names none. */
    static List<Student> chosen(ClassBook classBook, SpanChoice span, Map<String, String> parameters) {
        Set<Long> ids = Arrays.stream(parameters.getOrDefault("of", "").split(","))
                .map(FormFields::toNumber)
                .filter(id -> id > 0)
                .collect(Collectors.toSet());
        if (ids.isEmpty()) {
            return present(classBook, span);
        }
        ids.forEach(classBook::student);
        return classBook.book().students().stream()
                .filter(student -> ids.contains(ClassBook.id(student)))
                .toList();
    }
}
