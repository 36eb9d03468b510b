package aestimo.app.groundwork;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.account.AccountService;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.FailingTable;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Classes put away, brought back and deleted. */
@ExtendWith(RunningApp.class)
class ArchiveTest {
    private RunningApp app;
    private OwnClass own;
    private Visitor visitor;
    private String page;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("21\tBrandt\tIlva\n22\tOsei\tKofi\n");
        own.addPiece("Town survey", own.addCategory("Fieldwork"), "2027-02-05", "50");
        own.type("Brandt", "Town survey", "41");
        visitor = own.visitor();
        page = own.base() + "/groundwork/class";
    }

    private String after(HttpResponse<String> answer) {
        return answer.statusCode() == 302
                ? visitor.get(OwnClass.location(answer)).body()
                : answer.body();
    }

    private String archive(boolean archived) {
        visitor.get(page);
        return after(visitor.post(page + "/archive", "archived", Boolean.toString(archived)));
    }

    private String delete(String typed) {
        visitor.get(page);
        return after(visitor.post(page + "/delete", "typed", typed));
    }

    private List<String> rowsOfTheClass() throws SQLException {
        List<String> rows = new ArrayList<>();
        try (Connection owner = DriverManager.getConnection(
                        app.cluster().url(), "aestimo_super", app.cluster().password("super"));
                Statement statement = owner.createStatement()) {
            List<String> tables = new ArrayList<>();
            try (ResultSet all = statement.executeQuery("SELECT table_name FROM information_schema.columns"
                    + " WHERE table_schema = 'public' AND column_name = 'class_id' ORDER BY 1")) {
                while (all.next()) {
                    tables.add(all.getString(1));
                }
            }
            assertThat(tables).contains("enrolment", "entry", "change", "assessment", "lesson");
            for (String table : tables) {
                try (ResultSet count =
                        statement.executeQuery("SELECT count(*) FROM " + table + " WHERE class_id = " + own.id())) {
                    count.next();
                    if (count.getInt(1) > 0) {
                        rows.add(table);
                    }
                }
            }
        }
        return rows;
    }

    @Test
    void anArchivedClassIsOutOfSightReadableAndNotAltered() {
        OwnClass other = own.another("10A");
        assertThat(archive(true)).contains("9B is archived.", "Bring it back");
        assertThat(Html.text(visitor.get(other.base() + "/marks").body(), ".spine"))
                .doesNotContain("9B");
        assertThat(visitor.get("/").body()).doesNotContain("Town survey");
        assertThat(visitor.get("/years").body()).contains(page, "archived");
        assertThat(visitor.get(own.base() + "/marks").body()).contains("Town survey", "archived ·");
        assertThat(visitor.download(page + "/markbook")).isNotEmpty();
        String refused = "9B is archived, so nothing was changed. Bring it back first, under Groundwork, Class.";
        assertThat(own.type("Brandt", "Town survey", "12")).contains(refused);
        assertThat(after(visitor.post(own.base() + "/groundwork/students/preview", "pasted", "33\tQuill\tEsme\n")))
                .contains(refused);
        assertThat(own.entry("Brandt", "Town survey")).hasToString("41");
        assertThat(archive(false)).contains("9B is back.");
        own.type("Brandt", "Town survey", "12");
        assertThat(own.entry("Brandt", "Town survey")).hasToString("12");
    }

    @Test
    void aDeletedClassTakesAllWithItAndLeavesStudentsOfOtherClasses() throws SQLException {
        OwnClass other = own.another("10A");
        other.addStudents("21\tBrandt\tIlva\n");
        assertThat(visitor.get(page).body()).contains("2 students, 1 of them in no other class of yours, with 1 entry");
        assertThat(rowsOfTheClass()).contains("entry", "enrolment");
        assertThat(delete("9 B")).contains("“9 B” is not the name of this class. Type 9B to delete it.");
        assertThat(own.entry("Brandt", "Town survey")).hasToString("41");
        assertThat(delete("9b")).contains("9B is deleted.");
        assertThat(rowsOfTheClass()).isEmpty();
        assertThat(visitor.get(own.base() + "/marks").statusCode()).isEqualTo(404);
        assertThat(other.student("Brandt")).isNotEmpty();
        other.addStudents("22\tOsei\tKofi\n");
        assertThat(other.student("Osei")).as("the number is free again").isNotEmpty();
    }

    @Test
    void aDeletedYearTakesItsClassesWithIt() throws SQLException {
        own.another("10A").addStudents("21\tBrandt\tIlva\n");
        archive(true);
        String year = Html.values(visitor.get("/years").body(), "a[href^='/years/']", "href").stream()
                .filter(href -> href.matches("/years/\\d+"))
                .findFirst()
                .orElseThrow();
        assertThat(visitor.get(year).body()).contains("2 classes");
        assertThat(visitor.post(year + "/delete", "typed", "2026").body())
                .contains("“2026” is not the name of this year. Type 2026/27 to delete it.");
        assertThat(rowsOfTheClass()).contains("entry");
        assertThat(after(visitor.post(year + "/delete", "typed", "2026/27")))
                .contains("2026/27 is deleted, with its classes.");
        assertThat(rowsOfTheClass()).isEmpty();
        assertThat(visitor.get(year).statusCode()).isEqualTo(404);
        assertThat(visitor.post(year + "/delete", "typed", "2026/27").statusCode())
                .isEqualTo(404);
        // What was sent stays, and with it the year.
        Visitor marin = Visitor.signedIn(app, "marin");
        String years = marin.get("/years").body();
        String demo = Html.values(years, "a[href^='/years/']", "href").stream()
                .filter(href ->
                        href.matches("/years/\\d+") && marin.get(href).body().contains("value=\"2026/27\""))
                .findFirst()
                .orElseThrow();
        assertThat(marin.post(demo + "/delete", "typed", "2026/27").body()).contains("were sent to the school");
        assertThat(Html.text(marin.get("/years").body(), "main")).isEqualTo(Html.text(years, "main"));
    }

    @Test
    void deletingThatFailsDeletesNothing() throws Exception {
        List<String> before = rowsOfTheClass();
        assertThat(FailingTable.during(app, "DELETE", "student", () -> delete("9B")))
                .contains("Nothing was changed by it.");
        assertThat(rowsOfTheClass()).isEqualTo(before);
        assertThat(own.entry("Brandt", "Town survey")).hasToString("41");
        assertThat(delete("9B")).contains("9B is deleted.");
        assertThat(visitor.post(page + "/delete", "typed", "9B").statusCode())
                .as("a second click")
                .isEqualTo(404);
    }

    @Test
    void whatWasSentToTheSchoolStays() {
        Visitor marin = Visitor.signedIn(app, "marin");
        TeacherId teacher = app.bean(AccountService.class).find("marin").orElseThrow();
        long id = ActingTeacher.as(teacher, () -> app.bean(BookService.class).classes(teacher)).stream()
                .filter(row -> row.name().equals("11C"))
                .mapToLong(ClassRow::id)
                .findFirst()
                .orElseThrow();
        String there = "/classes/" + id + "/groundwork/class";
        assertThat(marin.get(there).body())
                .contains("Results of this class were sent to the school, and what was sent is kept.")
                .doesNotContain("Delete the class");
        assertThat(marin.post(there + "/delete", "typed", "11C").body()).contains("Archive the class instead.");
        assertThat(marin.get("/classes/" + id + "/marks").statusCode()).isEqualTo(200);
    }
}
