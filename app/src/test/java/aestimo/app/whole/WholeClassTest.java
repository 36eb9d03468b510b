package aestimo.app.whole;

import static aestimo.app.testing.OwnClass.found;
import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.account.AccountService;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.groundwork.YearService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.grading.Result;
import aestimo.core.id.TermId;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.targets.Attainments;
import aestimo.core.targets.Gain;
import aestimo.core.value.Weight;
import aestimo.exchange.markbook.Markbook;
import aestimo.exchange.markbook.MarkbookReader;
import java.io.ByteArrayInputStream;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Classes exported whole, imported again, and copied into another year. */
@ExtendWith(RunningApp.class)
class WholeClassTest {
    /** All that stays the same whatever the ids are. */
    private static String figures(Book book) {
        StringBuilder figures = new StringBuilder();
        Standing.of(book, new Span.Year())
                .students()
                .forEach(own -> figures.append(own.student().listName())
                        .append(' ')
                        .append(own.student().set().orElse("-"))
                        .append(' ')
                        .append(own.result()
                                .map(Result::exact)
                                .map(Object::toString)
                                .orElse("none"))
                        .append(' ')
                        .append(own.rank().map(Object::toString).orElse(""))
                        .append('\n'));
        book.assessments()
                .forEach(piece -> figures.append(piece.title())
                        .append(' ')
                        .append(piece.date())
                        .append(' ')
                        .append(piece.parts().size())
                        .append(piece.ceilings().size())
                        .append(piece.isBonus())
                        .append('\n'));
        Attainments attained = Attainments.of(Counting.of(book));
        book.students()
                .forEach(student -> attained.of(student)
                        .forEach(own -> figures.append(own.term().name())
                                .append(own.aim().map(Band::label))
                                .append(own.gap())
                                .append(attained.target(student).stage())
                                .append('\n')));
        Gain.of(Standing.of(book, new Span.Year()))
                .forEach(gain -> figures.append(gain.gain()).append(gain.startRank()));
        return figures + book.rules().toString() + book.boundaries() + book.countFilled();
    }

    private static long classOf(RunningApp app, TeacherId teacher, String name) {
        return ActingTeacher.as(
                teacher,
                () -> app.bean(BookService.class).classes(teacher).stream()
                        .filter(row -> row.name().equals(name))
                        .findFirst()
                        .orElseThrow()
                        .id());
    }

    private static ClassBook open(RunningApp app, TeacherId teacher, long classId) {
        return ActingTeacher.as(teacher, () -> app.bean(BookService.class).open(teacher, classId));
    }

    @ParameterizedTest
    @CsvSource({"9B", "8D", "10A", "11C"})
    void aClassOfTheDemoComesToAColleagueAsItWas(String name, RunningApp app) {
        TeacherId marin = app.bean(AccountService.class).find("marin").orElseThrow();
        ClassBook from = open(app, marin, classOf(app, marin, name));
        String json = Visitor.signedIn(app, "marin")
                .get("/classes/" + from.row().id() + "/groundwork/class/markbook")
                .body();
        OwnClass colleague = new OwnClass(app, "");
        var answer = colleague.visitor().upload("/classes/import", "file", json.getBytes(StandardCharsets.UTF_8));
        String made = location(answer);
        assertThat(made).as(answer.body()).startsWith("/classes/");
        assertThat(colleague.visitor().get(made).body())
                .contains("is made: " + from.book().students().size() + " students");
        ClassBook to = open(app, colleague.teacher(), Long.parseLong(found("/classes/(\\d+)/", made)));
        assertThat(figures(to.book())).isEqualTo(figures(from.book()));
        // The same file once more makes another class, in the same year.
        String again =
                location(colleague.visitor().upload("/classes/import", "file", json.getBytes(StandardCharsets.UTF_8)));
        ClassBook second = open(app, colleague.teacher(), Long.parseLong(found("/classes/(\\d+)/", again)));
        assertThat(second.row().yearId()).isEqualTo(to.row().yearId());
        assertThat(second.row().name()).isEqualTo(from.row().title() + " (2)");
    }

    /** One groundwork for several classes in one step; all of them or none. */
    @Test
    void newClassesAreMadeLikeOneThereIsWithColoursOfTheirOwn(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        String year = own.read(book -> Long.toString(book.row().yearId()));
        String name = own.read(book -> book.row().name());
        String form = own.visitor().get("/classes/new?year=" + year).body();
        assertThat(Html.texts(form, "#like option"))
                .contains("no, it begins empty")
                .anyMatch(option -> option.startsWith("9B"));
        HttpResponse<String> taken = own.visitor()
                .post(
                        "/classes",
                        "yearId",
                        year,
                        "name",
                        "9C, " + name,
                        "subject",
                        "",
                        "tint",
                        "1",
                        "like",
                        "" + own.id());
        assertThat(Html.plain(taken.body())).contains("There is a class " + name);
        assertThat(Html.value(taken.body(), "#name", "value")).isEqualTo("9C, " + name);
        assertThat(own.visitor().get("/").body()).as("none is made").doesNotContain(">9C");
        HttpResponse<String> made = own.visitor()
                .post(
                        "/classes",
                        "yearId",
                        year,
                        "name",
                        "9C, 9D; 9E",
                        "subject",
                        "",
                        "tint",
                        "5",
                        "like",
                        "" + own.id(),
                        "withPieces",
                        "true");
        String students = own.visitor().get(OwnClass.location(made)).body();
        assertThat(students).contains("3 classes are made. Now import the students of 9C; the others are at the left.");
        List<ClassRow> rows = ActingTeacher.as(
                own.teacher(), () -> app.bean(BookService.class).classes(own.teacher()));
        assertThat(rows).extracting(ClassRow::name).contains(name, "9C", "9D", "9E");
        assertThat(rows)
                .filteredOn(row -> row.name().matches("9[CDE]"))
                .extracting(ClassRow::tint)
                .hasSize(3)
                .doesNotHaveDuplicates();
        assertThat(rows).filteredOn(row -> row.name().equals("9C")).allMatch(row -> row.tint() == 5);
        ClassBook before = own.read(book -> book);
        for (ClassRow row :
                rows.stream().filter(each -> each.name().matches("9[CDE]")).toList()) {
            ClassBook book = ActingTeacher.as(
                    own.teacher(), () -> app.bean(BookService.class).open(own.teacher(), row.id()));
            assertThat(book.book().assessments())
                    .extracting(Assessment::title)
                    .isEqualTo(before.book().assessments().stream()
                            .map(Assessment::title)
                            .toList());
            assertThat(book.book().assessments())
                    .extracting(Assessment::date)
                    .isEqualTo(before.book().assessments().stream()
                            .map(Assessment::date)
                            .toList());
            assertThat(book.book().categories())
                    .extracting(category -> category.name() + category.weight())
                    .isEqualTo(before.book().categories().stream()
                            .map(category -> category.name() + category.weight())
                            .toList());
            assertThat(book.book().boundaries().bands())
                    .isEqualTo(before.book().boundaries().bands());
            assertThat(book.book().goals().orElseThrow().all()).hasSize(12);
            assertThat(row.subject()).isEqualTo(before.row().subject());
            assertThat(book.book().students()).isEmpty();
        }
        // Without the assessments, and under another subject.
        own.visitor()
                .post(
                        "/classes",
                        "yearId",
                        year,
                        "name",
                        "9F",
                        "subject",
                        "History",
                        "tint",
                        "6",
                        "like",
                        "" + own.id());
        ClassRow last =
                ActingTeacher.as(
                                own.teacher(), () -> app.bean(BookService.class).classes(own.teacher()))
                        .stream()
                        .filter(row -> row.name().equals("9F"))
                        .findFirst()
                        .orElseThrow();
        assertThat(last.subject()).isEqualTo("History");
        assertThat(ActingTeacher.as(
                                own.teacher(), () -> app.bean(BookService.class).open(own.teacher(), last.id()))
                        .book()
                        .assessments())
                .isEmpty();
        // Another teacher's class is nobody's to copy.
        OwnClass foreign = new OwnClass(app, "");
        assertThat(own.visitor()
                        .post("/classes", "yearId", year, "name", "9G", "tint", "6", "like", "" + foreign.id())
                        .statusCode())
                .isEqualTo(404);
    }

    @Test
    void notesGoAlongAndMemosOnlyWhenAsked(RunningApp app) throws Exception {
        OwnClass own = new OwnClass(app, "");
        String json = """
                {"format": "aestimo-markbook", "version": 1, "class": "7C Art", "today": "2027-02-24",
                 "terms": [{"id": "t1", "name": "Spring", "starts": "2027-01-04", "ends": "2027-03-26"}],
                 "bands": [{"label": "A", "from": "40/60"}, {"label": "B", "from": "0", "worth": "30", "words": "so far"}],
                 "bandSets": {"effort": [{"label": "full", "from": "80"}, {"label": "none", "from": "0"}]},
                 "categories": [{"id": "c1", "name": "Studio", "weight": "60"}, {"id": "c2", "name": "Old", "weight": "30", "retired": true}],
                 "assessments": [
                   {"id": "a1", "title": "Collage", "category": "c1", "date": "2027-01-20", "outOf": "10", "instructions": "Bring glue."},
                   {"id": "a2", "title": "Care", "category": "c2", "date": "2027-01-21", "kind": "grades", "bands": "effort"}],
                 "students": [{"id": "s1", "family": "Brandt", "given": "Ilva", "number": "2204", "joined": "2027-01-11"},
                              {"id": "s2", "family": "Osei", "given": "Kofi", "left": "2027-02-19"}],
                 "entries": [
                   {"student": "s1", "assessment": "a1", "is": "mark", "value": "7", "late": true, "note": "Lively.", "memo": "Lost glue"},
                   {"student": "s2", "assessment": "a2", "is": "grade", "value": "full"},
                   {"student": "s1", "assessment": "a2", "is": "doubt", "value": "fulll"}],
                 "targets": [{"student": "s1", "start": "B", "end": "A", "terms": {"t1": "B"}}],
                 "startingScores": {"top": "130", "scores": {"s1": "104"}}}
                """;
        String made = location(own.visitor().upload("/classes/import", "file", json.getBytes(StandardCharsets.UTF_8)));
        String away = made.replaceAll("/marks.*", "/groundwork/class/markbook");
        String without = own.visitor().get(away).body();
        assertThat(without).contains("Lively.", "Bring glue.").doesNotContain("Lost glue");
        String with = own.visitor().get(away + "?memos=true").body();
        Markbook before = MarkbookReader.read(new ByteArrayInputStream(json.getBytes(StandardCharsets.UTF_8)));
        Markbook after = MarkbookReader.read(new ByteArrayInputStream(with.getBytes(StandardCharsets.UTF_8)));
        assertThat(figures(after.book())).isEqualTo(figures(before.book()));
        assertThat(after.bandSets().values())
                .containsExactlyElementsOf(before.bandSets().values());
        assertThat(after.remarks().values())
                .containsExactlyElementsOf(before.remarks().values());
        assertThat(after.book().startingScores().orElseThrow().top())
                .isEqualTo(before.book().startingScores().orElseThrow().top());
        assertThat(after.book().targets()).singleElement().satisfies(target -> {
            assertThat(target.start()).contains("B");
            assertThat(target.terms().values()).containsExactly("B");
        });
        assertThat(after.book().categories().get(1).retired()).isTrue();
        assertThat(after.book().students().get(1).left()).contains(LocalDate.of(2027, 2, 19));
    }

    @Test
    void aFileThatIsNoMarkbookIsRefusedAndNothingIsMade(RunningApp app) {
        OwnClass own = new OwnClass(app, "");
        Visitor visitor = own.visitor();
        int years = ActingTeacher.as(
                own.teacher(),
                () -> app.bean(YearService.class).years(own.teacher()).size());
        assertThat(visitor.upload("/classes/import", "file", "{nothing".getBytes(StandardCharsets.UTF_8))
                        .body())
                .contains("not well-formed JSON");
        assertThat(visitor.upload("/classes/import", "file", new byte[0]).body())
                .contains("Choose the markbook file first");
        String long_ = "{\"format\": \"aestimo-markbook\", \"version\": 1, \"class\": \"X\", \"today\": \"2027-02-24\","
                + "\"terms\": [{\"id\": \"t\", \"name\": \"T\", \"starts\": \"2031-01-04\", \"ends\": \"2031-03-26\"}], \"bands\": [],"
                + "\"categories\": [{\"id\": \"c\", \"name\": \"C\", \"weight\": \"100\"}], \"assessments\": [{\"id\": \"a\", \"title\": \""
                + "x".repeat(90)
                + "\", \"category\": \"c\", \"date\": \"2031-01-20\", \"outOf\": \"10\"}], \"students\": [], \"entries\": []}";
        assertThat(visitor.upload("/classes/import", "file", long_.getBytes(StandardCharsets.UTF_8))
                        .body())
                .contains("needs a title of 1 to 80 letters");
        String twice = long_.replace("x".repeat(90), "Quiz")
                .replace(
                        "\"students\": []",
                        "\"students\": [{\"id\": \"s\", \"family\": \"\", \"given\": \"Bo\", \"number\": \"1\"},"
                                + "{\"id\": \"r\", \"family\": \"Bo\", \"given\": \"\", \"number\": \"1\"}]");
        assertThat(visitor.upload(
                                "/classes/import",
                                "file",
                                twice.replace(
                                                "\"entries\": []",
                                                "\"entries\": [{\"student\": \"s\", \"assessment\": \"a\", \"is\": \"mark\", \"value\": \"1234567\"}]")
                                        .getBytes(StandardCharsets.UTF_8))
                        .body())
                .contains("a number of over five digits before the point");
        assertThat(ActingTeacher.as(
                        own.teacher(),
                        () -> app.bean(YearService.class).years(own.teacher()).size()))
                .isEqualTo(years);
        // One name alone, and a number that stands twice, are no reason to refuse a class.
        String made = location(visitor.upload("/classes/import", "file", twice.getBytes(StandardCharsets.UTF_8)));
        assertThat(visitor.get(made).body()).contains("is made: 2 students", "came without the number 1");
    }

    @Test
    void classesAreCopiedIntoTheNextYearWithTheirDates(RunningApp app) {
        OwnClass own = new OwnClass(app, "");
        own.addStudents("2204\tBrandt\tIlva\n");
        String category = own.addCategory("Fieldwork");
        own.addPiece("Walk", category, "2027-01-12", "20");
        own.addPiece("Late walk", category, "2027-03-25", "20");
        own.type("Brandt", "Walk", "12");
        Visitor visitor = own.visitor();
        String year = location(visitor.post(
                        "/years",
                        "name",
                        "2027/28",
                        "termName",
                        "Term 2",
                        "starts",
                        "2028-01-03",
                        "ends",
                        "2028-03-17"))
                .replaceAll(".*year=", "");
        String copy = "/years/" + year + "/copy";
        assertThat(visitor.get(copy).body()).contains("value=\"9B\"", "2026/27");
        assertThat(visitor.post(copy, "source", Long.toString(own.id()), "name", "10B")
                        .body())
                .contains("Tick the classes to be copied.");
        String told = location(visitor.post(
                copy, "source", Long.toString(own.id()), "chosen", Long.toString(own.id()), "name", "10B"));
        assertThat(visitor.get(told).body()).contains("10B", "2 assessments, without entries");
        ClassBook made = open(app, own.teacher(), classOf(app, own.teacher(), "10B"));
        assertThat(made.book().students()).isEmpty();
        assertThat(made.book().assessments())
                .extracting(piece ->
                        piece.title() + " " + piece.date() + " " + piece.date().getDayOfWeek())
                .containsExactly("Walk 2028-01-11 TUESDAY", "Late walk 2028-03-16 THURSDAY");
        assertThat(made.look(made.book().categories().get(0)))
                .isEqualTo(own.<Object>read(
                        book -> book.look(book.book().categories().get(0))));
        // The same once more is refused by its name.
        String again = location(visitor.post(
                copy, "source", Long.toString(own.id()), "chosen", Long.toString(own.id()), "name", "10B"));
        assertThat(visitor.get(again).body()).contains("Not copied. There is a class 10B in this year already.");
        // A student who goes on in the subject stands there with last year's result beside the name.
        String next = "/classes/" + made.row().id();
        visitor.get(next + "/groundwork/students");
        visitor.post(next + "/groundwork/students/save", "pasted", "2204\tBrandt\tIlva\n");
        visitor.post(next + "/marks/look", "who", "last_year");
        assertThat(visitor.get(next + "/marks?span=year").body())
                .contains("<td class=\"who\" title=\"60.0\">60.0</td>");
    }

    @ParameterizedTest
    @CsvSource({
        // As many days in, then to the like day of the week, but never out of the term.
        "2027-01-04, 2028-01-03",
        "2027-01-08, 2028-01-07",
        "2027-03-26, 2028-03-17",
        "2027-01-10, 2028-01-09",
    })
    void aDateStaysOnItsDayOfTheWeekWithinTheTerm(LocalDate from, LocalDate to) {
        Term term = Term.of(new TermId("t"), "T", LocalDate.of(2027, 1, 4), LocalDate.of(2027, 3, 26));
        YearService.Term target =
                new YearService.Term(1, "T", LocalDate.of(2028, 1, 3), LocalDate.of(2028, 3, 17), Weight.ZERO, false);
        assertThat(YearCopyService.moved(from, term, target)).isEqualTo(to);
        assertThat(List.of(from.getDayOfWeek())).containsExactly(to.getDayOfWeek());
    }
}
