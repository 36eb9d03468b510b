package aestimo.app.targets;

import aestimo.app.book.ClassBook;
import aestimo.app.picture.AimBars;
import aestimo.app.picture.AimPicture;
import aestimo.core.targets.Attainments;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A class against its targets on one page, for a meeting.
 *
 * @param sets each set's bars in the latest term, for a class in sets of which none was chosen
 * @param rows the pictures in rows that fit the page
 * @param columns how many stand in a full row
 * @param halves the list in two columns, the second empty for a short one
 * @param paper whether it is printed, with letters that lack the signs of the page
 */
record MeetingView(
        TargetsView view,
        List<SetBars> sets,
        List<List<TargetsView.One>> rows,
        int columns,
        List<List<TargetsView.One>> halves,
        boolean paper) {
    private static final int SHORT_LIST = 12;

    record SetBars(String name, AimBars.Bar bar) {}

    static MeetingView of(
            ClassBook classBook, TargetsChoice choice, Set<Long> helped, Attainments attained, boolean paper) {
        TargetsView view = TargetsView.of(classBook, choice, helped, attained, AimPicture.Size.PAPER);
        List<TargetsView.One> all = view.students();
        int columns = columns(all.size());
        int half = all.size() <= SHORT_LIST ? all.size() : (all.size() + 1) / 2;
        return new MeetingView(
                view,
                choice.set().isEmpty() && !attained.terms().isEmpty()
                        ? classBook.book().sets().stream()
                                .map(set -> new SetBars(set, latest(attained, set)))
                                .toList()
                        : List.of(),
                inRows(all, columns),
                columns,
                List.of(all.subList(0, half), all.subList(half, all.size())),
                paper);
    }

    private static AimBars.Bar latest(Attainments attained, String set) {
        List<AimBars.Bar> bars = AimBars.of(attained, student -> student.set().equals(Optional.of(set)))
                .bars();
        return bars.get(bars.size() - 1);
    }

    /** A sign as it can be printed here. */
    public String sign(String sign) {
        return paper ? sign.replace('▲', '↑').replace('▼', '↓') : sign;
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
