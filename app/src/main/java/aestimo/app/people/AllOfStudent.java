package aestimo.app.people;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeFilter;
import aestimo.app.changes.ChangeService;
import aestimo.app.contacts.Contact;
import aestimo.app.frame.Days;
import aestimo.app.handout.HandedOutService;
import aestimo.app.marks.RemarkService;
import aestimo.app.marks.Remarks;
import aestimo.app.roll.StudentCard;
import aestimo.app.roll.StudentService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Assessment;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.entry.Entry;
import aestimo.core.grading.Result;
import aestimo.core.id.TermId;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.typed.RegisterText;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** All that is kept of one student, over all of the teacher's classes, as tables: for a page, and for a file of the same. */
@Component
class AllOfStudent {
    private static final int MOST_CHANGES = 5_000;

    private final BookService books;
    private final StudentService students;
    private final RemarkService remarks;
    private final ChangeService changes;
    private final HandedOutService handedOut;

    AllOfStudent(
            BookService books,
            StudentService students,
            RemarkService remarks,
            ChangeService changes,
            HandedOutService handedOut) {
        this.books = books;
        this.students = students;
        this.remarks = remarks;
        this.changes = changes;
        this.handedOut = handedOut;
    }

    private record Line(List<String> cells) {}

    /** Tables that have rows, in the order of the page. */
    @Transactional(readOnly = true)
    public List<Table> tables(TeacherId teacher, long classId, long enrolmentId) {
        Map<String, List<Line>> rows = new LinkedHashMap<>();
        StudentService.Shown shown = students.student(teacher, classId, enrolmentId);
        List<Table> tables = new ArrayList<>();
        tables.add(card(shown, books.open(teacher, classId).student(enrolmentId)));
        tables.add(table(
                "Contacts",
                List.of("Name", "Relation", "E-mail", "Telephone", "Language", "For"),
                shown.card().contacts().stream().map(AllOfStudent::line).toList()));
        for (StudentService.Place place : students.places(teacher, classId, enrolmentId)) {
            ofClass(teacher, place, rows);
        }
        rows.forEach((title, lines) -> tables.add(table(title, HEADINGS.getOrDefault(title, List.of()), lines)));
        return tables.stream().filter(table -> !table.rows().isEmpty()).toList();
    }

    private static final Map<String, List<String>> HEADINGS = Map.of(
            "Classes", List.of("Class", "Year", "Set", "Joined", "Left", "Start", "Target"),
            "Results", List.of("Class", "Over", "Result %", "Grade", "Rank"),
            "Marks", List.of("Class", "Date", "Piece", "Entry", "Note", "Memo"),
            "Register", List.of("Class", "Date", "Lesson", "Said"),
            "Letters", List.of("Class", "When", "Letter", "How"),
            "Changes", List.of("Class", "When", "What", "Was", "Became", "How"));

    private static Table table(String title, List<String> headings, List<Line> lines) {
        return new Table(
                title,
                headings,
                lines.stream()
                        .map(line -> line.cells().stream().map(Cell::of).toList())
                        .toList());
    }

    private static Table card(StudentService.Shown shown, Student student) {
        StudentCard card = shown.card();
        List<Line> lines = Stream.of(
                        List.of("Family name", student.family()),
                        List.of("Given name", student.given()),
                        List.of("Goes by", card.preferred()),
                        List.of("Number", student.number()),
                        List.of("E-mail", card.email()),
                        List.of("Birthday", card.birthday()),
                        List.of("In letters", card.forms()),
                        List.of("Starting score", card.startingScore()),
                        List.of("Support note", card.supportNote()),
                        List.of("Last report", card.lastReport()),
                        List.of("Photo", shown.hasPhoto() ? "there is one" : ""))
                .filter(line -> !line.get(1).isEmpty())
                .map(Line::new)
                .toList();
        return table("Student", List.of("What", "Saved"), lines);
    }

    private static Line line(Contact contact) {
        return new Line(List.of(
                contact.name(),
                contact.relation(),
                contact.email(),
                contact.telephone(),
                contact.language(),
                contact.purpose().words()));
    }

    private void ofClass(TeacherId teacher, StudentService.Place place, Map<String, List<Line>> rows) {
        ClassBook classBook = books.open(teacher, place.classId());
        Student student = classBook.student(place.enrolmentId());
        String title = classBook.row().title();
        Target target = classBook.book().targets().stream()
                .filter(own -> own.student().equals(student.id()))
                .findFirst()
                .orElse(null);
        add(
                rows,
                "Classes",
                title,
                classBook.row().yearName(),
                student.set().orElse(""),
                student.joined().map(Object::toString).orElse(""),
                student.left().map(Object::toString).orElse(""),
                target == null ? "" : target.start().orElse(""),
                target == null ? "" : target.end().orElse(""));
        results(classBook, student, rows);
        marks(classBook, student, remarks.ofClass(teacher, place.classId()), rows);
        register(classBook, student, rows);
        handedOut.of(teacher, place.classId()).stream()
                .filter(own -> own.enrolmentId() == place.enrolmentId())
                .forEach(own -> add(rows, "Letters", title, Days.at(own.at()), own.letter(), own.howWords()));
        changes.ofClass(
                        teacher,
                        place.classId(),
                        new ChangeFilter(0, place.enrolmentId(), 0, "", null, null, false),
                        MOST_CHANGES)
                .forEach(own -> add(
                        rows,
                        "Changes",
                        title,
                        Days.at(own.at()),
                        own.assessment().isEmpty() ? own.what() : own.assessment(),
                        own.was(),
                        own.became(),
                        own.how()));
    }

    private static void add(Map<String, List<Line>> rows, String title, String... cells) {
        rows.computeIfAbsent(title, key -> new ArrayList<>()).add(new Line(List.of(cells)));
    }

    private static void results(ClassBook classBook, Student student, Map<String, List<Line>> rows) {
        Map<String, Span> spans = new LinkedHashMap<>();
        for (Term term : classBook.book().terms()) {
            spans.put(term.name(), new Span.Terms(Set.<TermId>of(term.id())));
        }
        spans.put("the year", new Span.Year());
        spans.forEach((words, span) -> {
            StudentStanding own = Standing.of(classBook.book(), span).of(student.id());
            own.result()
                    .ifPresent(result -> add(
                            rows,
                            "Results",
                            classBook.row().title(),
                            words,
                            result.shown(),
                            grade(result),
                            own.rank()
                                    .map(rank -> Integer.toString(rank.place()))
                                    .orElse("")));
        });
    }

    private static String grade(Result result) {
        return result.grade().map(Band::label).orElse("");
    }

    private static void marks(
            ClassBook classBook, Student student, Map<CellId, Remarks> remarks, Map<String, List<Line>> rows) {
        for (Assessment piece : classBook.book().assessments()) {
            for (int part = 0; part < piece.entryCount(); part++) {
                CellId cell = ClassBook.cell(student, piece, part);
                Entry entry = classBook.entry(cell);
                Remarks own = remarks.getOrDefault(cell, Remarks.NONE);
                if (!entry.isNothing() || !own.equals(Remarks.NONE)) {
                    add(
                            rows,
                            "Marks",
                            classBook.row().title(),
                            piece.date().toString(),
                            piece.title()
                                    + piece.partAt(part)
                                            .map(Part::title)
                                            .map(name -> ", " + name)
                                            .orElse(""),
                            entry.toString(),
                            own.note(),
                            own.memo());
                }
            }
        }
    }

    private static void register(ClassBook classBook, Student student, Map<String, List<Line>> rows) {
        for (Register register : classBook.book().register().stream().toList()) {
            for (Lesson lesson : register.inOrder()) {
                register.entry(student.id(), lesson)
                        .ifPresent(entry -> add(
                                rows,
                                "Register",
                                classBook.row().title(),
                                lesson.date().toString(),
                                Integer.toString(lesson.at()),
                                RegisterText.of(entry)));
            }
        }
    }
}
