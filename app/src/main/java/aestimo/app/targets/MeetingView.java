package aestimo.app.targets;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.FewStudents;
import aestimo.app.picture.AimBars;
import aestimo.app.picture.AimPicture;
import aestimo.core.targets.Attainments;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A class against its targets on one page, for a meeting. Who is marked for help is for the teacher alone, so nothing of
 * it is here; and a group of few students has no single figures, as on the sheets of students.
 *
 * @param few whether the class, or the set chosen, is too small for single figures
 * @param sets each set's bars in the latest term, for a class in sets of which none was chosen
 * @param rows the pictures in rows that fit the page
 * @param columns how many stand in a full row
 * @param halves the list in two columns, the second empty for a short one
 */
record MeetingView(
        TargetsView view,
        boolean few,
        List<SetBars> sets,
        List<List<TargetsView.One>> rows,
        int columns,
        List<List<TargetsView.One>> halves) {
    private static final int SHORT_LIST = 12;

    record SetBars(String name, AimBars.Bar bar) {}

    static MeetingView of(ClassBook classBook, TargetsChoice asked, Attainments attained) {
        TargetsChoice choice = forMeeting(asked);
        TargetsView view = TargetsView.of(classBook, choice, Set.of(), attained, AimPicture.Size.PAPER);
        boolean few = FewStudents.are(size(classBook, choice.set()));
        List<TargetsView.One> all = few ? List.of() : view.students();
        int columns = columns(all.size());
        int half = all.size() <= SHORT_LIST ? all.size() : (all.size() + 1) / 2;
        return new MeetingView(
                view,
                few,
                choice.set().isEmpty() && !attained.terms().isEmpty()
                        ? classBook.book().sets().stream()
                                .filter(set -> !FewStudents.are(size(classBook, set)))
                                .map(set -> new SetBars(set, latest(attained, set)))
                                .toList()
                        : List.of(),
                inRows(all, columns),
                columns,
                List.of(all.subList(0, half), all.subList(half, all.size())));
    }

    /** The same look without the choice of those marked for help: whom it leaves out would tell who they are. */
    static TargetsChoice forMeeting(TargetsChoice choice) {
        return choice.only() == TargetsChoice.Only.HELPED ? choice.ofEveryone() : choice;
    }

    /** How many are in the class today, or in one of its sets. */
    private static long size(ClassBook classBook, String set) {
        return classBook.book().students().stream()
                .filter(student -> student.isEnrolledOn(classBook.book().today()) && TargetsView.isOf(set, student))
                .count();
    }

    private static AimBars.Bar latest(Attainments attained, String set) {
        List<AimBars.Bar> bars = AimBars.of(attained, student -> student.set().equals(Optional.of(set)))
                .bars();
        return bars.get(bars.size() - 1);
    }

    /** Few pictures are large ones; many have to be small to stay on one page. */
    private static int columns(int students) {
        if (students <= 12) {
            return 4;
        }
        return students <= 24 ? 6 : students <= 40 ? 8 : 10;
    }

    private static List<List<TargetsView.One>> inRows(List<TargetsView.One> all, int columns) {
        List<List<TargetsView.One>> rows = new ArrayList<>();
        for (int from = 0; from < all.size(); from += columns) {
            rows.add(all.subList(from, Math.min(all.size(), from + columns)));
        }
        return rows;
    }
}
