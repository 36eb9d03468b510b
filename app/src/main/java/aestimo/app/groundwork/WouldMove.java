package aestimo.app.groundwork;

import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a change of the groundwork would do to the results of those present, said before it is saved.
 *
 * @param grades whose grade would change
 * @param stay how many of those who have a result now would keep their grade
 * @param moved how many results would move
 * @param most by how much a result would move at most, in the class's decimals; empty where none moves
 */
public record WouldMove(List<GradeMove> grades, int stay, int moved, Optional<String> most) {
    /**
     * One student's grade.
     *
     * @param from the grade, or the percent where the class has no bands; “none” without a result
     * @param way “up” or “down”
     */
    public record GradeMove(String student, String from, String to, String way) {}

    /** Compares a book with what it would be; both hold the same students in the same order. */
    public static WouldMove between(Book now, Book then, Span span) {
        return between(Standing.of(now, span), Standing.of(then, span));
    }

    /** The same of two that are worked out already. */
    public static WouldMove between(Standing now, Standing then) {
        List<StudentStanding> before = now.students();
        List<StudentStanding> after = then.students();
        List<GradeMove> grades = new ArrayList<>();
        int stay = 0;
        int moved = 0;
        Percent most = Percent.ZERO;
        for (int i = 0; i < before.size(); i++) {
            Optional<Result> own = before.get(i).result();
            Optional<Result> other = after.get(i).result();
            if (!before.get(i).present() || own.isEmpty() && other.isEmpty()) {
                continue;
            }
            Percent change = other.map(Result::exact)
                    .orElse(Percent.ZERO)
                    .minus(own.map(Result::exact).orElse(Percent.ZERO));
            Percent distance = change.isNegative() ? Percent.ZERO.minus(change) : change;
            moved += distance.equals(Percent.ZERO) && own.isPresent() == other.isPresent() ? 0 : 1;
            most = distance.isAtLeast(most) ? distance : most;
            if (grade(own).equals(grade(other))) {
                stay++;
            } else {
                grades.add(new GradeMove(
                        before.get(i).student().listName(),
                        grade(own),
                        grade(other),
                        isLower(own, other, then.book()) ? "down" : "up"));
            }
        }
        return new WouldMove(
                grades,
                stay,
                moved,
                moved == 0
                        ? Optional.empty()
                        : Optional.of(most.shown(then.book().rules().places())));
    }

    private static String grade(Optional<Result> result) {
        return result.map(own -> own.grade().map(Band::label).orElse("–")).orElse("none");
    }

    /** Whether a grade falls from one result to the other, by the bands of the book there would be. */
    public static boolean isLower(Optional<Result> own, Optional<Result> other, Book then) {
        return other.isEmpty() || own.isPresent() && steps(own.get(), then) > steps(other.get(), then);
    }

    /** By the bands the change would leave; a band they no longer hold is placed by the percent it started from. */
    private static int steps(Result result, Book then) {
        return result.grade()
                .flatMap(band -> then.boundaries()
                        .labelled(band.label())
                        .or(() -> then.boundaries().bandFor(band.from())))
                .map(then.boundaries()::stepOf)
                .orElse(-1);
    }

    /** “22 grades stay. Results move by 1.4 at most.” */
    public String words() {
        String staying = stay == 1 ? "1 grade stays." : stay + " grades stay.";
        return staying
                + most.map(by -> moved == 1
                                ? " One result moves, by " + by + "."
                                : " " + moved + " results move, by " + by + " at most.")
                        .orElse(" No result moves.");
    }
}
