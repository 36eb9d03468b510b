package aestimo.app.whole;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.TestCluster;
import aestimo.app.testing.Visitor;
import aestimo.core.book.Student;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Classes from the school's roster, twice. */
@ExtendWith(RunningApp.class)
class RosterTest {
    private static byte[] sample() throws IOException {
        return Files.readAllBytes(TestCluster.home().resolve("exchange/src/test/resources/samples/oneroster-1.2.zip"));
    }

    private static HttpResponse<String> keep(Visitor visitor, String page, String... chosen) {
        String[] fields = new String[2 + 2 * chosen.length];
        fields[0] = "kept";
        fields[1] = Html.elements(page, "[name=kept]").get(0).val();
        for (int i = 0; i < chosen.length; i++) {
            fields[2 + 2 * i] = "chosen";
            fields[3 + 2 * i] = chosen[i];
        }
        return visitor.post("/classes/roster/save", fields);
    }

    @Test
    void classesAreMadeThenBroughtUpToDate(RunningApp app) throws IOException {
        OwnClass own = new OwnClass(app, "");
        Visitor visitor = own.visitor();
        String page = visitor.upload("/classes/roster", "file", sample()).body();
        assertThat(page).contains("9B Geography", "8D Geography", "is made", "Nothing has been changed yet.");
        assertThat(keep(visitor, page).body()).contains("Tick the classes to import.");
        String told = visitor.get(location(keep(visitor, page, "0", "1"))).body();
        assertThat(told).contains("9B Geography is made: 24 joined, 1 left. 8D Geography is made: 6 joined.");
        ClassRow made = ActingTeacher.as(
                own.teacher(),
                () -> app.bean(BookService.class).classes(own.teacher()).stream()
                        .filter(row -> row.title().equals("9B Geography"))
                        .findFirst()
                        .orElseThrow());
        List<Student> students = ActingTeacher.as(
                own.teacher(),
                () -> app.bean(BookService.class)
                        .open(own.teacher(), made.id())
                        .book()
                        .students());
        assertThat(students).hasSize(24);
        assertThat(students)
                .filteredOn(student -> student.family().equals("Dunmore"))
                .extracting(Student::left)
                .containsExactly(Optional.of(LocalDate.of(2026, 12, 11)));
        assertThat(students)
                .filteredOn(student -> student.family().equals("Voss"))
                .extracting(Student::joined)
                .containsExactly(Optional.of(LocalDate.of(2027, 1, 11)));
        String again = visitor.upload("/classes/roster", "file", sample()).body();
        assertThat(again).contains("already here: updated, nobody removed").doesNotContain(">is made<");
        assertThat(visitor.get(location(keep(visitor, again, "0"))).body()).contains("9B Geography: 0 joined.");
    }

    @Test
    void whatIsNoRosterIsRefused(RunningApp app) {
        Visitor visitor = new OwnClass(app, "").visitor();
        assertThat(visitor.upload("/classes/roster", "file", new byte[0]).body())
                .contains("Choose the roster first");
        assertThat(visitor.upload("/classes/roster", "file", new byte[] {'P', 'K', 3, 4, 0})
                        .body())
                .contains("The file is not a roster");
        assertThat(visitor.post("/classes/roster/save", "kept", "{").body()).contains("Choose the file again.");
    }
}
