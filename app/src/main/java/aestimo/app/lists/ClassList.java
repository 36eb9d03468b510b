package aestimo.app.lists;

import aestimo.app.book.ClassBook;
import aestimo.app.contacts.Contact;
import aestimo.app.contacts.Reach;
import aestimo.app.figures.Catalogue;
import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Figure;
import aestimo.app.frame.Days;
import aestimo.app.frame.OpenClass;
import aestimo.app.roll.Person;
import aestimo.core.attendance.Attendance;
import aestimo.core.attendance.ClassAttendance;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.entry.EntryKind;
import aestimo.core.register.Lesson;
import aestimo.core.register.RegisterEntry;
import aestimo.core.result.Checks;
import aestimo.core.result.Span;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.MonthDay;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;

/** The list of one class, as a table. */
final class ClassList {
    private static final DateTimeFormatter BIRTHDAY = DateTimeFormatter.ofPattern("d MMM yyyy", Locale.UK);
    private static final int DAYS_OF_WEEK = 7;

    private final OpenClass open;
    private final ListAsked asked;
    private final Map<Long, Person> people;
    private final Map<Long, Reach> reach;
    private final List<Student> students;
    private final boolean sets;

    ClassList(OpenClass open, ListAsked asked, Map<Long, Person> people, Map<Long, Reach> reach) {
        this.open = open;
        this.asked = asked;
        this.people = people;
        this.reach = reach;
        this.students = students(open, asked);
        this.sets = students.stream().anyMatch(student -> student.set().isPresent());
    }

    /** Those in the class today, of the set and among those chosen. */
    static List<Student> students(OpenClass open, ListAsked asked) {
        return open.book().students().stream()
                .filter(student -> student.isEnrolledOn(open.book().today()))
                .filter(student -> asked.set().isEmpty()
                        || student.set().filter(asked.set()::equals).isPresent())
                .filter(student ->
                        asked.students().isEmpty() || asked.students().contains(ClassBook.id(student)))
                .toList();
    }

    /** @param name as in the list */
    record Listed(long id, String name, String number) {}

    /** The same with what a page shows of them. */
    static List<Listed> listed(OpenClass open, ListAsked asked) {
        return students(open, asked).stream()
                .map(student -> new Listed(ClassBook.id(student), student.listName(), student.number()))
                .toList();
    }

    /** Figures that can stand beside the names. */
    static List<Figure> figures(OpenClass open) {
        ClassFigures at = ClassFigures.of(open);
        return Catalogue.of(List.of(at)).stream()
                .filter(figure -> figure.isForFew() || !at.isOfFew())
                .toList();
    }

    Table table() {
        return switch (asked.kind()) {
            case CLASS -> ofFigures();
            case MARKS -> empty();
            case CHECKS -> checks();
            case EMERGENCY -> emergency();
            case BIRTHDAYS -> birthdays();
            case ATTENDANCE -> attendance();
            case PHOTOS, COVER -> table(List.of(), student -> List.of());
        };
    }

    private String title() {
        return open.title() + ", " + asked.title();
    }

    private Person person(Student student) {
        return people.getOrDefault(ClassBook.id(student), Person.UNKNOWN);
    }

    /** A row for each student, after number, name and set. */
    private Table table(List<String> headings, Function<Student, List<Cell>> cells) {
        return new Table(
                title(),
                headings(headings),
                students.stream()
                        .map(student -> row(student, cells.apply(student)))
                        .toList());
    }

    private List<String> headings(List<String> more) {
        List<String> all = new ArrayList<>(sets ? List.of("Number", "Student", "Set") : List.of("Number", "Student"));
        all.addAll(more);
        return all;
    }

    private List<Cell> row(Student student, List<Cell> more) {
        List<Cell> row = new ArrayList<>(List.of(Cell.of(student.number()), Cell.of(student.listName())));
        if (sets) {
            row.add(Cell.of(student.set().orElse("")));
        }
        row.addAll(more);
        return row;
    }

    private Table ofFigures() {
        ClassFigures at = ClassFigures.of(open);
        List<Figure> chosen = figures(open).stream()
                .filter(figure -> asked.shows(figure.key()))
                .toList();
        return table(
                chosen.stream().flatMap(figure -> figure.columns(at).stream()).toList(),
                student -> chosen.stream()
                        .flatMap(figure ->
                                figure
                                        .of(at, at.standing().of(student.id()))
                                        .cells(figure.columns(at).size())
                                        .stream())
                        .toList());
    }

    private Table empty() {
        return table(
                IntStream.range(0, asked.columns()).mapToObj(asked::headingOf).toList(),
                student -> IntStream.range(0, asked.columns())
                        .<Cell>mapToObj(column -> Cell.EMPTY)
                        .toList());
    }

    /** Of the check columns, with how many each student and each column have; empty columns where the class has none. */
    private Table checks() {
        Checks checks = Checks.of(open.book(), open.span().span());
        List<Assessment> columns = checks.columns();
        if (columns.isEmpty()) {
            return empty();
        }
        List<String> headings = new ArrayList<>(columns.stream()
                .map(piece -> piece.title() + " (" + Days.brief(piece.date()) + ")")
                .toList());
        headings.add("done");
        Table table = table(headings, student -> {
            List<Cell> cells = new ArrayList<>();
            columns.forEach(piece -> cells.add(Cell.of(sign(student, piece))));
            cells.add(number(checks.doneBy(student)));
            return cells;
        });
        List<List<Cell>> rows = new ArrayList<>(table.rows());
        List<Cell> foot = new ArrayList<>(List.of(Cell.EMPTY, Cell.of("done")));
        if (sets) {
            foot.add(Cell.EMPTY);
        }
        columns.forEach(piece -> foot.add(number(checks.doneIn(piece, students))));
        foot.add(Cell.EMPTY);
        rows.add(foot);
        return new Table(table.title(), table.headings(), rows);
    }

    private String sign(Student student, Assessment piece) {
        EntryKind kind = open.book().entry(student, piece).kind();
        return kind == EntryKind.TICK
                ? "✓"
                : kind == EntryKind.CROSS ? "✗" : kind == EntryKind.BLANK ? "" : kind.words();
    }

    private static Cell number(long count) {
        return Cell.of(BigDecimal.valueOf(count));
    }

    private Table emergency() {
        List<List<Cell>> rows = new ArrayList<>();
        for (Student student : students) {
            List<Contact> contacts = reach.getOrDefault(ClassBook.id(student), Reach.NONE).contacts().stream()
                    .filter(contact -> contact.isForEmergencies() || contact.isBarred())
                    .toList();
            if (contacts.isEmpty()) {
                rows.add(row(student, List.of(Cell.of("nobody known"), Cell.EMPTY, Cell.EMPTY, Cell.EMPTY)));
            }
            for (Contact contact : contacts) {
                rows.add(row(
                        student,
                        List.of(
                                Cell.of(contact.name()),
                                Cell.of(contact.relation()),
                                Cell.of(contact.isBarred() ? "NO CONTACT" : contact.telephone()),
                                Cell.of(contact.language()))));
            }
        }
        return new Table(title(), headings(List.of("Contact", "Relation", "Telephone", "Language")), rows);
    }

    /** In the order of the year, from September. */
    private Table birthdays() {
        Table all = new Table(
                title(),
                headings(List.of("Birthday")),
                students.stream()
                        .filter(student -> person(student).birthday().isPresent())
                        .sorted(Comparator.comparing(student ->
                                sinceSeptember(person(student).birthday().orElseThrow())))
                        .map(student -> row(
                                student,
                                List.of(Cell.of(BIRTHDAY.format(
                                        person(student).birthday().orElseThrow())))))
                        .toList());
        return all;
    }

    private static int sinceSeptember(LocalDate day) {
        MonthDay of = MonthDay.from(day);
        return (of.getMonthValue() + 3) % 12 * 100 + of.getDayOfMonth();
    }

    private Table attendance() {
        Span span = asked.week()
                .<Span>map(day -> {
                    LocalDate monday = Days.monday(day);
                    return new Span.Dates(monday, monday.plusDays(DAYS_OF_WEEK - 1L));
                })
                .orElseGet(() -> open.span().span());
        Optional<ClassAttendance> all = ClassAttendance.of(open.book(), span);
        List<Lesson> lessons = all.map(ClassAttendance::lessons).orElse(List.of());
        List<String> headings = new ArrayList<>(lessons.stream()
                .map(lesson -> Days.brief(lesson.date()) + " (" + lesson.at() + ")")
                .toList());
        headings.addAll(List.of("here", "late", "absent", "%"));
        return table(headings, student -> {
            List<Cell> cells = new ArrayList<>();
            lessons.forEach(lesson -> cells.add(Cell.of(said(student, lesson))));
            Attendance own = all.orElseThrow().of(student);
            cells.add(number(own.present()));
            cells.add(number(own.lateInAll()));
            cells.add(number((long) own.absent() + own.absentExcused()));
            cells.add(own.percent()
                    .map(percent -> Cell.of(
                            new BigDecimal(percent.shown(open.book().rules().places()))))
                    .orElse(Cell.EMPTY));
            return cells;
        });
    }

    private String said(Student student, Lesson lesson) {
        return open.book()
                .register()
                .flatMap(register -> register.entry(student.id(), lesson))
                .map(ClassList::code)
                .orElse("");
    }

    /** As short as a column on paper: ✓, L7, –, and x behind what is excused. */
    private static String code(RegisterEntry entry) {
        return switch (entry.presence()) {
            case PRESENT -> "✓";
            case LATE -> "L" + (entry.minutes() == 0 ? "" : entry.minutes()) + (entry.excused() ? "x" : "");
            case ABSENT -> entry.excused() ? "x" : "–";
        };
    }
}
