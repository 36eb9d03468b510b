package aestimo.app.register;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.register.LessonService.Hour;
import aestimo.core.book.Student;
import aestimo.exchange.marks.StudentFinder.Found;
import aestimo.exchange.register.RegisterSheet;
import aestimo.exchange.register.RegisterSheet.Said;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What a sheet of attendance would bring to a class.
 *
 * @param layout how it was understood, in a sentence
 * @param entries in the order of the sheet, each student and lesson once
 * @param lessons those the class does not have yet
 * @param leftOut what is not imported, with its line and the reason
 */
public record RegisterImport(String layout, List<Entry> entries, Set<Hour> lessons, List<String> leftOut) {
    /**
     * One entry.
     *
     * @param was what is said there now; empty for nothing
     * @param text what would be said
     */
    public record Entry(Student student, Hour hour, String was, String text) {
        public boolean isSame() {
            return was.equals(text);
        }

        public boolean isInTheWay() {
            return !was.isEmpty() && !isSame();
        }

        /** “1 Sep, lesson 2”. */
        public String words() {
            return Days.brief(hour.date()) + ", lesson " + hour.at();
        }
    }

    static RegisterImport of(ClassBook classBook, RegisterSheet sheet) {
        return new Planning(classBook, sheet).plan();
    }

    /** Those that would be written. @param replacing whether what is said otherwise now gives way */
    public List<Entry> written(boolean replacing) {
        return entries.stream()
                .filter(own -> !own.isSame() && (replacing || !own.isInTheWay()))
                .toList();
    }

    /** “Students down, 12 days across. 120 entries are new; 4 are in the register already.” */
    public String sentence() {
        int fresh = written(false).size();
        long same = entries.stream().filter(Entry::isSame).count();
        return layout + " " + (fresh == 1 ? "1 entry is new" : fresh + " entries are new")
                + (same == 0 ? "" : "; " + same + (same == 1 ? " is" : " are") + " in the register already")
                + (lessons.isEmpty()
                        ? ""
                        : "; " + (lessons.size() == 1 ? "1 lesson that is" : lessons.size() + " lessons that are")
                                + " not there yet " + (lessons.size() == 1 ? "comes" : "come") + " with them")
                + ".";
    }

    public List<Entry> inTheWay() {
        return entries.stream().filter(Entry::isInTheWay).toList();
    }

    private static final class Planning {
        private final ClassBook classBook;
        private final RegisterSheet sheet;
        private final AttendanceCheck check;
        private final Map<List<Object>, Entry> entries = new LinkedHashMap<>();
        private final List<String> leftOut;

        Planning(ClassBook classBook, RegisterSheet sheet) {
            this.classBook = classBook;
            this.sheet = sheet;
            this.check = new AttendanceCheck(classBook);
            this.leftOut = new ArrayList<>(sheet.leftOut());
        }

        private RegisterImport plan() {
            for (Said said : sheet.said()) {
                try {
                    take(said);
                } catch (IllegalArgumentException refused) {
                    leftOut.add("Line " + said.line() + ": " + refused.getMessage() + ".");
                }
            }
            List<Entry> all = List.copyOf(entries.values());
            return new RegisterImport(
                    sheet.layout(),
                    all,
                    check.missing(all),
                    leftOut.stream().distinct().toList());
        }

        private void take(Said said) {
            Entry made = check.entry(student(said), said.day(), said.lesson(), said.text());
            Entry before = entries.putIfAbsent(List.of(made.student().id(), made.hour()), made);
            if (before != null && !before.equals(made)) {
                throw new IllegalArgumentException(made.student().listName() + " is there twice for " + made.words()
                        + "; the first is taken, “" + before.text() + "”");
            }
        }

        private Student student(Said said) {
            Found found = said.student();
            return found.student()
                    .filter(own -> found.how().isSure())
                    .map(own -> classBook.student(own.id()))
                    .orElseThrow(() -> new IllegalArgumentException("“" + said.name() + "” is "
                            + found.student()
                                    .map(near -> "close to " + near.listName() + ", but not the same")
                                    .orElse("nobody of this class")));
        }
    }
}
