package aestimo.app.toschool;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.goals.GoalsMaker;
import aestimo.app.register.LessonService;
import aestimo.app.register.RegisterService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OfficeServer;
import aestimo.app.testing.RunningApp;
import aestimo.core.register.Lesson;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A school that asks for the attendance, or how many goals are secure, is told it by the figures; nobody types it. */
@ExtendWith(RunningApp.class)
class FilledFieldsTest {
    private RunningApp app;
    private OfficeServer office;
    private OwnReturn own;

    @BeforeEach
    void makeAClassWithARegister(RunningApp running) {
        app = running;
        office = OfficeServer.on(app.cluster());
        office.beginAnew();
        own = new OwnReturn(app, office);
        asks("attendance");
        for (String day : List.of("2027-02-01", "2027-02-02", "2027-02-03")) {
            ActingTeacher.as(own.own.teacher(), () -> {
                app.bean(LessonService.class).add(own.own.teacher(), own.own.id(), day, 1);
                return null;
            });
        }
        take(0, "here", "absent", "late 5");
        take(1, "here", "here", "absent excused");
    }

    private void asks(String name) {
        own.visitor.post(
                "/school/asks",
                "name",
                "effort",
                "holds",
                "LABEL",
                "labels",
                "1, 2, 3",
                "name",
                name,
                "holds",
                "ATTENDANCE",
                "labels",
                "",
                "commentLength",
                "40");
    }

    /** The first students of the list in a lesson; the last is in none. */
    private void take(int at, String... said) {
        List<RegisterService.Taken> taken = own.own.read(book -> {
            Lesson lesson = book.book().register().orElseThrow().inOrder().get(at);
            List<RegisterService.Taken> all = new ArrayList<>();
            for (int i = 0; i < said.length; i++) {
                all.add(new RegisterService.Taken(lesson, book.book().students().get(i), said[i]));
            }
            return all;
        });
        ActingTeacher.as(own.own.teacher(), () -> {
            app.bean(RegisterService.class).takeAll(own.own.teacher(), own.own.id(), taken);
            return null;
        });
    }

    /** What stands in a student's field, and whether it can be typed. */
    private List<String> field(String family) {
        return Html.texts(own.page(), "tr[data-row]:contains(" + family + ", ) td.mid:has(span.figure) span.figure");
    }

    @Test
    void itComesWithTheFiguresAndIsNotTyped() {
        own.begin();
        assertThat(field("Aldous")).containsExactly("100.0");
        assertThat(field("Arkady")).containsExactly("50.0");
        assertThat(field("Bellweather")).containsExactly("50.0");
        assertThat(field("Brandt")).containsExactly("–");
        assertThat(own.page())
                .contains("1 student without attendance", "no lesson of theirs is taken")
                .doesNotContain("fields empty", "name=\"field1\"");
        own.visitor.post(
                own.base + "/" + own.id() + "/save",
                "enrolment",
                own.row("Aldous"),
                "was",
                "",
                "field0",
                "1",
                "field1",
                "12.0");
        assertThat(field("Aldous")).containsExactly("100.0");
    }

    @Test
    void aRegisterAlteredSinceIsToldAndTakenAnew() {
        own.begin();
        take(2, "here", "here");
        assertThat(own.page())
                .contains("1 result differs", "attendance 50.0 → attendance 66.7", "the register was altered");
        own.visitor.post(own.base + "/" + own.id() + "/take");
        assertThat(field("Arkady")).containsExactly("66.7");
        assertThat(own.page()).contains("value=\"Steady.\"").doesNotContain("differs");
        // Asked for under another name, the figures are older than the field.
        asks("present");
        assertThat(own.page()).contains("4 students without present");
    }

    @Test
    void itIsSealedWithTheResultAndReceivedAsANumber() {
        own.begin();
        own.seal();
        assertThat(own.visitor.get(own.base + "/" + own.id() + "/sealed.json").body())
                .contains("\"attendance\":\"100.0\"", "\"attendance\":\"50.0\"");
        own.send();
        own.awaitReceived();
        assertThat(office.received())
                .hasSize(11)
                .anyMatch(line -> line.startsWith("Term 2 attendance 2201 100"))
                .anyMatch(line -> line.startsWith("Term 2 attendance 2203 50"))
                .noneMatch(line -> line.startsWith("Term 2 attendance 2204"));
        // What the school asks for later is no difference to what was sealed.
        asks("present");
        assertThat(own.page()).doesNotContain("differ from what was sealed", "differs from what was sealed");
        assertThat(field("Aldous")).isEmpty();
    }

    /** How many goals a student is secure in comes with the figures, is told where it differs, and goes as a number. */
    @Test
    void goalsSecureAreANumberToo() {
        ActingTeacher.as(own.own.teacher(), () -> {
            app.bean(GoalsMaker.class)
                    .addAndLink(
                            own.own.teacher(),
                            own.own.id(),
                            Map.of("Explains", List.of("Winter"), "Surveys", List.of("Winter")));
            return null;
        });
        own.visitor.post("/school/asks", "name", "goals", "holds", "GOALS", "labels", "", "commentLength", "40");
        own.begin();
        assertThat(field("Aldous")).containsExactly("2");
        assertThat(field("Arkady")).containsExactly("0");
        String goal = own.own.read(
                book -> book.book().goals().orElseThrow().all().get(0).id().text());
        own.visitor.post(
                own.own.base() + "/targets/goals/" + own.own.student("Arkady"),
                "goal",
                goal,
                "level",
                "secure",
                "day",
                "2027-02-20");
        assertThat(own.page()).contains("1 result differs", "goals 0 → goals 1", "marks, goals or levels were altered");
        own.visitor.post(own.base + "/" + own.id() + "/take");
        own.seal();
        assertThat(own.visitor.get(own.base + "/" + own.id() + "/sealed.json").body())
                .contains("\"holds\":\"goals\"", "\"goals\":\"1\"");
        own.send();
        own.awaitReceived();
        assertThat(office.received())
                .anyMatch(line -> line.startsWith("Term 2 goals 2201 2"))
                .anyMatch(line -> line.startsWith("Term 2 goals 2202 1"))
                .anyMatch(line -> line.startsWith("Term 2 goals 2204 0"));
    }
}
