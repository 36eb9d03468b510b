package aestimo.app.school;

import static aestimo.app.testing.OwnClass.found;
import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.OfficeServer;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** How a school is connected, what it asks for, and its list of a class beside the teacher's own. */
@ExtendWith(RunningApp.class)
class SchoolPagesTest {
    private OfficeServer office;
    private OwnClass own;
    private Visitor visitor;

    @BeforeEach
    void makeAClass(RunningApp app) {
        office = OfficeServer.on(app.cluster());
        office.beginAnew();
        own = new OwnClass(app, "Geography");
        visitor = own.visitor();
        visitor.get("/school");
    }

    private String told(HttpResponse<String> answer) {
        return answer.statusCode() == 302 ? visitor.get(location(answer)).body() : answer.body();
    }

    private String connect(String address, String secret) {
        return told(visitor.post(
                "/school", "address", address, "client", "markbook", "secret", secret, "schoolTeacher", "tls-marin"));
    }

    private String compare(String... chosen) {
        String path = own.base() + "/groundwork/students/school";
        if (chosen.length == 0) {
            return visitor.get(path).body();
        }
        String[] fields = new String[chosen.length * 2];
        for (int i = 0; i < chosen.length; i++) {
            fields[2 * i] = "chosen";
            fields[2 * i + 1] = chosen[i];
        }
        return told(visitor.post(path, fields));
    }

    @Test
    void aConnectionIsTriedAtOnceAndSaysWhatIsWrong() {
        assertThat(connect("the office", "tidewater-lane")).contains("role=\"alert\"", "the office");
        assertThat(compare()).contains("No school is connected");
        assertThat(connect("http://localhost:9", "tidewater-lane"))
                .contains("The connection is saved, but does not work yet", "cannot be reached");
        assertThat(connect(office.address(), "not it"))
                .contains("refused the markbook (401)", "Look at the client’s name and secret".replace("’", "&#39;"));
        assertThat(compare()).contains("refused the markbook (401)");
        assertThat(connect(office.address() + "/", "tidewater-lane"))
                .contains("The school answers: 5 classes of yours there.");
        String page = visitor.get("/school").body();
        // The secret never leaves the server again; left empty, the one that is saved goes on.
        assertThat(page).contains(office.address()).doesNotContain("tidewater-lane");
        assertThat(connect(office.address(), "")).contains("The school answers");
        assertThat(told(visitor.post("/school", "disconnect", "yes"))).contains("No school is connected any more.");
        assertThat(compare()).contains("No school is connected");
    }

    @Test
    void aSecretGoesNowhereItWasNotGivenFor() {
        connect(office.address(), "tidewater-lane");
        assertThat(connect("http://127.0.0.1:9/elsewhere", ""))
                .contains("The saved secret is for another address or client. Type the one for this.");
        assertThat(visitor.get("/school").body()).contains(office.address());
        assertThat(told(visitor.post(
                        "/school",
                        "address",
                        office.address(),
                        "client",
                        "another",
                        "secret",
                        "",
                        "schoolTeacher",
                        "")))
                .contains("The saved secret is for another address or client.");
        for (String port : List.of("99999", "0", "-7")) {
            assertThat(connect("http://127.0.0.1:" + port, "s"))
                    .as(port)
                    .contains("It must be one such as https://records.school.example");
        }
        assertThat(connect(office.address() + "/".repeat(150), "")).contains("The school answers");
    }

    @Test
    void whatTheSchoolAsksForIsCheckedWhole() {
        assertThat(told(visitor.post(
                        "/school/asks",
                        "name",
                        "effort",
                        "labels",
                        " , ",
                        "name",
                        "Effort",
                        "labels",
                        "1, 2",
                        "commentLength",
                        "5000")))
                .contains("effort has no labels. Give them with commas between, such as A, B, C.")
                .contains("“Effort” is there twice, or has over 40 letters.")
                .contains("A comment has “5000” letters at most. It must be a number from 0 to 4000")
                .contains("value=\"Effort\"", "value=\"5000\"");
        assertThat(visitor.get("/school").body()).doesNotContain("value=\"Effort\"");
        assertThat(told(visitor.post("/school/asks", "name", "effort", "labels", "1, 2, 2 ,3", "commentLength", "250")))
                .contains("What the school asks for is saved.", "value=\"1, 2, 3\"", "value=\"250\"");
    }

    @Test
    void whoDiffersIsListedAndOnlyWhatIsChosenIsTaken() {
        own.addStudents(
                "Number\tName\tSet\n2201\tAldous, Wrenna\tSouth\n2202\tArkady, Tomas\tSouth\n9001\tNobody, Max\tNorth\n");
        connect(office.address(), "tidewater-lane");
        String page = compare();
        assertThat(page)
                .contains("Aldous, Wrenna", "Aldous, Wren", "Nobody, Max")
                .contains("value=\"name-tls-s2201\"", "value=\"set-tls-s2201\"");
        String left = found("value=\"(gone-[0-9]+)\"", page);
        assertThat(page).doesNotContain("-tls-s2202\"");
        assertThat(compare("name-tls-s2201", left)).contains("2 changes are taken over.");
        List<String> students = own.read(book -> book.book().students().stream()
                .map(student -> student.listName() + " " + student.set().orElse("")
                        + (student.isEnrolledOn(book.book().today().plusDays(1)) ? "" : " left"))
                .toList());
        assertThat(students)
                .containsExactlyInAnyOrder("Aldous, Wren South", "Arkady, Tomas South", "Nobody, Max North left");
        // The same once more, from a page that stood open: nothing is done twice.
        assertThat(compare("name-tls-s2201")).doesNotContain("name-tls-s2201");
        assertThat(compare("set-tls-s2201")).contains("1 change is taken over.");
        assertThat(compare()).doesNotContain("tls-s2201");
    }
}
