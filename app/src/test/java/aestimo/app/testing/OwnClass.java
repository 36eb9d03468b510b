package aestimo.app.testing;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.account.AccountService;
import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A class of a teacher made for one test, by the forms a teacher uses: one term, no students yet. */
public final class OwnClass {
    private static final String PASSWORD = "long enough to do";

    private final RunningApp app;
    private final TeacherId teacher;
    private final Visitor visitor;
    private final String base;

    /** @param suspect text that has to be escaped wherever it shows: in the teacher's name, and as the subject */
    public OwnClass(RunningApp app, String suspect) {
        this.app = app;
        String name = "o" + UUID.randomUUID();
        this.teacher = app.bean(AccountService.class).create(name, "Mo Marin " + suspect, PASSWORD);
        this.visitor = new Visitor(app.address());
        visitor.signIn(name, PASSWORD);
        String year = location(visitor.post(
                "/years", "name", "2026/27", "termName", "Term 2", "starts", "2027-01-04", "ends", "2027-03-26"));
        this.base = location(visitor.post(
                        "/classes",
                        "yearId",
                        year.replaceAll(".*year=", ""),
                        "name",
                        "9B",
                        "subject",
                        suspect,
                        "tint",
                        "2"))
                .replaceAll("/groundwork/.*", "");
        visitor.get(base + "/groundwork/students");
    }

    private OwnClass(RunningApp app, TeacherId teacher, Visitor visitor, String base) {
        this.app = app;
        this.teacher = teacher;
        this.visitor = visitor;
        this.base = base;
    }

    /** A class of the demo, brought to a colleague as a markbook file: rich, and nobody else's. */
    public static OwnClass ofTheDemo(RunningApp app, String name) {
        TeacherId marin = app.bean(AccountService.class).find("marin").orElseThrow();
        long from = ActingTeacher.as(marin, () -> app.bean(BookService.class).classes(marin)).stream()
                .filter(row -> row.name().equals(name))
                .mapToLong(ClassRow::id)
                .findFirst()
                .orElseThrow();
        byte[] file =
                Visitor.signedIn(app, "marin").download("/classes/" + from + "/groundwork/class/markbook?memos=true");
        OwnClass colleague = new OwnClass(app, "");
        String made = location(colleague.visitor.upload("/classes/import", "file", file));
        colleague.visitor.get(made);
        return new OwnClass(app, colleague.teacher, colleague.visitor, made.replaceAll("/marks.*", ""));
    }

    /** Another class of the same teacher in the same year. */
    public OwnClass another(String name) {
        return inYear(Long.toString(this.<Long>read(book -> book.row().yearId())), name);
    }

    /** Another class of the same teacher, in 2025/26; its one term is the third, April to 3 July. */
    public OwnClass ofTheYearBefore(String name) {
        String year = location(visitor.post(
                "/years", "name", "2025/26", "termName", "Term 3", "starts", "2026-04-13", "ends", "2026-07-03"));
        return inYear(year.replaceAll(".*year=", ""), name);
    }

    private OwnClass inYear(String year, String name) {
        String own = location(visitor.post("/classes", "yearId", year, "name", name, "subject", "", "tint", "3"))
                .replaceAll("/groundwork/.*", "");
        visitor.get(own + "/groundwork/students");
        return new OwnClass(app, teacher, visitor, own);
    }

    public Visitor visitor() {
        return visitor;
    }

    public TeacherId teacher() {
        return teacher;
    }

    public long id() {
        return Long.parseLong(base.replaceAll(".*/", ""));
    }

    /** The class's own address, such as {@code /classes/7}. */
    public String base() {
        return base;
    }

    /** Where an answer leads; empty where it leads nowhere. */
    public static String location(HttpResponse<String> answer) {
        return answer.headers().firstValue("Location").orElse("").replaceAll("^https?://[^/]+", "");
    }

    /** The first group of a pattern that has to be there. */
    public static String found(String pattern, String text) {
        Matcher matcher = Pattern.compile(pattern).matcher(text);
        assertThat(matcher.find()).as(pattern).isTrue();
        return matcher.group(1);
    }

    /** The first group of every match, across lines. */
    public static List<String> all(String pattern, String text) {
        return Pattern.compile(pattern, Pattern.DOTALL)
                .matcher(text)
                .results()
                .map(match -> match.group(1))
                .toList();
    }

    public void addStudents(String pasted) {
        visitor.get(location(visitor.post(base + "/groundwork/students/save", "pasted", pasted)));
    }

    /** Puts a first term, September to 11 December, before the one that is there. */
    public void addTermOne() {
        visitor.post(
                "/years/" + this.<Long>read(book -> book.row().yearId()),
                "name",
                "2026/27",
                "version",
                "1",
                "termId",
                "0",
                "termName",
                "Term 1",
                "starts",
                "2026-09-01",
                "ends",
                "2026-12-11",
                "termId",
                read(book -> book.book().terms().get(0).id().text()),
                "termName",
                "Term 2",
                "starts",
                "2027-01-04",
                "ends",
                "2027-03-26");
    }

    /** The id of the student of a family name. */
    public String student(String family) {
        return read(book -> student(book, family).id().text());
    }

    /** @return the id of the one category, which has all the weight */
    public String addCategory(String name) {
        return setCategories(name);
    }

    /**
     * Gives the class these categories, of equal weight.
     *
     * @return the id of the first
     */
    public String setCategories(String... names) {
        List<String> fields = new ArrayList<>(
                List.of("version", read(book -> Integer.toString(book.row().version()))));
        for (String name : names) {
            fields.addAll(List.of(
                    "categoryName",
                    name,
                    "weight",
                    Integer.toString(100 / names.length),
                    "shape",
                    "ring",
                    "tint",
                    "3"));
        }
        visitor.post(base + "/groundwork/weights", fields.toArray(new String[0]));
        return read(book -> book.book().categories().get(0).id().text());
    }

    /** @param bands labels and what they start from in turn, the highest first */
    public void setBands(String... bands) {
        List<String> fields = new ArrayList<>(
                List.of("version", read(book -> Integer.toString(book.row().version()))));
        for (int i = 0; i < bands.length; i += 2) {
            fields.addAll(List.of("label", bands[i], "from", bands[i + 1], "worth", "", "words", ""));
        }
        visitor.post(base + "/groundwork/boundaries", fields.toArray(new String[0]));
    }

    /**
     * Sends the targets as the form holds them, with some fields otherwise.
     *
     * @param action what follows the form's address, such as “/suggest”
     * @param more further names and values in turn
     * @param otherwise such as “Brandt end A”
     */
    public HttpResponse<String> sendTargets(String action, List<String> more, String... otherwise) {
        String page = visitor.get(base + "/targets/set").body();
        List<String> fields = new ArrayList<>(more);
        if (!more.contains("top")) {
            fields.addAll(List.of("top", Html.value(page, "#targets-form [name=top]", "value")));
        }
        fields.addAll(RowForm.fields(page, "#targets-form tr:has([name=enrolment])", otherwise));
        return visitor.post(base + "/targets/set" + action, fields.toArray(new String[0]));
    }

    public HttpResponse<String> addPiece(String title, String category, String date, String outOf) {
        return visitor.post(base + "/assessments", "title", title, "category", category, "date", date, "outOf", outOf);
    }

    /** The id of a piece by its title. */
    public long piece(String title) {
        return read(book -> ClassBook.id(piece(book, title)));
    }

    /** Looks at what is saved. */
    public <T> T read(Function<ClassBook, T> what) {
        return ActingTeacher.as(
                teacher, () -> what.apply(app.bean(BookService.class).open(teacher, id())));
    }

    /** The entry that is kept for the student of a family name; throws where there is no such piece or student. */
    public Entry entry(String family, String title) {
        return read(book -> book.entry(cell(book, family, title, 0)));
    }

    /** The same of a part, by its place. */
    public Entry entry(String family, String title, int part) {
        return read(book -> book.entry(cell(book, family, title, part)));
    }

    private static CellId cell(ClassBook book, String family, String title, int part) {
        return ClassBook.cell(student(book, family), piece(book, title), part);
    }

    /** Types an entry over what stands. */
    public String type(String family, String title, String text) {
        return type(family, title, 0, text);
    }

    /** @param part by its place; 0 for a piece without parts */
    public String type(String family, String title, int part, String text) {
        return read(book -> {
            CellId cell = cell(book, family, title, part);
            return visitor.put(
                            base + "/entries",
                            "[{\"id\": \"%s\", \"assessment\": %d, \"student\": %d, \"part\": %d, \"base\": %d, \"text\": \"%s\"}]"
                                    .formatted(
                                            UUID.randomUUID(),
                                            cell.assessmentId(),
                                            cell.enrolmentId(),
                                            cell.partId(),
                                            book.version(cell),
                                            text))
                    .body();
        });
    }

    private static Student student(ClassBook book, String family) {
        return book.book().students().stream()
                .filter(student -> student.family().equals(family))
                .findFirst()
                .orElseThrow();
    }

    private static Assessment piece(ClassBook book, String title) {
        return book.book().assessments().stream()
                .filter(assessment -> assessment.title().equals(title))
                .findFirst()
                .orElseThrow();
    }
}
