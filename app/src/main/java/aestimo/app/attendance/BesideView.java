package aestimo.app.attendance;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.core.attendance.BesideMarks;
import aestimo.core.attendance.BesideMarks.Kind;
import aestimo.core.book.Book;
import aestimo.core.book.Part;
import java.util.List;

/**
 * A mark that does not go with the register of its day.
 *
 * @param key student, assessment and part, as a form sends it
 * @param piece its title, with the part where it has any
 * @param what “blank”, or the mark
 */
public record BesideView(
        String key, Kind kind, String student, String name, String assessment, String piece, String day, String what) {
    static List<BesideView> of(ClassBook classBook) {
        Book book = classBook.book();
        return BesideMarks.of(book).stream().map(BesideView::of).toList();
    }

    private static BesideView of(BesideMarks own) {
        String part = own.part().map(Part::id).map(id -> id.text()).orElse("0");
        return new BesideView(
                own.student().id().text() + "-" + own.assessment().id().text() + "-" + part,
                own.kind(),
                own.student().id().text(),
                own.student().listName(),
                own.assessment().id().text(),
                own.assessment().title()
                        + own.part().map(each -> ", " + each.title()).orElse(""),
                Days.brief(own.assessment().date()),
                own.entry().isNothing() ? "blank" : own.entry().toString());
    }

    /** “Away on 29 Jan, the day of Sketch maps: blank there.” */
    public String words() {
        return switch (kind) {
            case AWAY_AND_BLANK -> "Away on " + day + ", the day of " + piece + ": blank there.";
            case MARKED_THOUGH_AWAY -> "Away on " + day + ", the day of " + piece + ": and yet " + what + " there.";
            case ABSENT_THOUGH_HERE -> "Here on " + day + ", the day of " + piece + ": absent there.";
        };
    }
}
