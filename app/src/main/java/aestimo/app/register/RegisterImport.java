package aestimo.app.register;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.register.LessonService.Hour;
import aestimo.core.book.Student;
import aestimo.core.id.LessonId;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.typed.RegisterText;
import aestimo.exchange.marks.StudentFinder.Found;
import aestimo.exchange.register.RegisterSheet;
import aestimo.exchange.register.RegisterSheet.Said;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

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
        private final Optional<Register> register;
        private final Map<List<Object>, Entry> entries = new LinkedHashMap<>();
        private final Set<Hour> missing = new TreeSet<>();
        private final List<String> leftOut;

        Planning(ClassBook classBook, RegisterSheet sheet) {
            this.classBook = classBook;
            this.sheet = sheet;
            this.register = classBook.book().register();
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
            missing.retainAll(entries.values().stream().map(Entry::hour).toList());
            return new RegisterImport(
                    sheet.layout(),
                    List.copyOf(entries.values()),
                    missing,
                    leftOut.stream().distinct().toList());
        }

        private void take(Said said) {
            Student student = student(said);
            Hour hour = hour(said);
            if (!student.isEnrolledOn(hour.date())) {
                throw new IllegalArgumentException(
                        student.listName() + " was not in the class on " + Days.brief(hour.date()));
            }
            Optional<Lesson> lesson = lesson(hour);
            Optional<RegisterEntry> entry =
                    RegisterText.understand(said.text(), student.id(), new LessonId("of the sheet"));
            String text = entry.map(RegisterText::of).orElse("");
            if (entry.filter(own -> own.reason().length() > RegisterService.LONGEST_REASON)
                    .isPresent()) {
                throw new IllegalArgumentException(
                        "the reason has over " + RegisterService.LONGEST_REASON + " characters");
            }
            String was = lesson.flatMap(own -> register.flatMap(all -> all.entry(student.id(), own)))
                    .map(RegisterText::of)
                    .orElse("");
            Entry made = new Entry(student, hour, was, text);
            Entry before = entries.putIfAbsent(List.of(student.id(), hour), made);
            if (before != null && !before.equals(made)) {
                throw new IllegalArgumentException(student.listName() + " is there twice for " + made.words()
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

        private Hour hour(Said said) {
            String day = Days.brief(said.day()) + " " + said.day().getYear();
            if (classBook.book().termOn(said.day()).isEmpty()) {
                throw new IllegalArgumentException(day + " is in no term");
            }
            List<Lesson> ofTheDay = register.stream()
                    .flatMap(all -> all.lessons().stream())
                    .filter(lesson -> lesson.date().equals(said.day()))
                    .toList();
            if (said.lesson().isEmpty() && ofTheDay.size() > 1) {
                throw new IllegalArgumentException(
                        day + " has " + ofTheDay.size() + " lessons; say which, such as “1 Sep (2)”");
            }
            int at = said.lesson()
                    .orElse(ofTheDay.isEmpty() ? 1 : ofTheDay.get(0).at());
            if (at < 1 || at > LessonService.MOST_AT) {
                throw new IllegalArgumentException("a day has lessons 1 to " + LessonService.MOST_AT + ", not " + at);
            }
            Hour hour = new Hour(said.day(), at);
            if (lesson(hour).isEmpty()) {
                missing.add(hour);
            }
            return hour;
        }

        private Optional<Lesson> lesson(Hour hour) {
            return register.stream()
                    .flatMap(all -> all.lessons().stream())
                    .filter(lesson -> lesson.date().equals(hour.date()) && lesson.at() == hour.at())
                    .findFirst();
        }
    }
}
