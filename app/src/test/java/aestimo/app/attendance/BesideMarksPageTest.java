package aestimo.app.attendance;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.ClassBook;
import aestimo.app.register.LessonService;
import aestimo.app.register.RegisterService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.core.entry.EntryKind;
import aestimo.core.register.Lesson;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Absent is offered for the blanks of a day, and a mark that does not go with the register is asked about. */
@ExtendWith(RunningApp.class)
class BesideMarksPageTest {
    private OwnClass own;
    private RunningApp app;

    @BeforeEach
    void makeAPieceOnADayWithALesson(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("Brandt, Ilva\nCastellan, Rui\nDunmore, Fenna\nEberly, Jonah\n");
        String category = own.addCategory("Tests");
        own.addPiece("Quiz", category, "2027-02-23", "20");
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(LessonService.class).add(own.teacher(), own.id(), "2027-02-23", 1);
            return null;
        });
        own.type("Castellan", "Quiz", "a");
        own.type("Dunmore", "Quiz", "14");
        take("absent", "here", "absent excused", "absent");
    }

    private void take(String... said) {
        List<RegisterService.Taken> taken = own.read(book -> {
            Lesson lesson = book.book().register().orElseThrow().lessons().get(0);
            List<RegisterService.Taken> all = new ArrayList<>();
            for (int i = 0; i < said.length; i++) {
                all.add(new RegisterService.Taken(lesson, book.book().students().get(i), said[i]));
            }
            return all;
        });
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(RegisterService.class).takeAll(own.teacher(), own.id(), taken);
            return null;
        });
    }

    private String page() {
        return own.visitor().get(own.base() + "/room/beside").body();
    }

    private String enter(String... cells) {
        List<String> fields = new ArrayList<>();
        for (String cell : cells) {
            fields.addAll(List.of("cell", cell));
        }
        HttpResponse<String> answer = own.visitor().post(own.base() + "/room/beside", fields.toArray(String[]::new));
        return own.visitor().get(OwnClass.location(answer)).body();
    }

    @Test
    void eachIsListedWhereItBelongsAndTheBlanksThatAreTickedBecomeAbsent() {
        String page = page();
        assertThat(Html.texts(page, "form .beside-list li"))
                .containsExactly("Brandt, Ilva Quiz, 23 Feb", "Eberly, Jonah Quiz, 23 Feb");
        assertThat(Html.texts(page, "section .beside-list li"))
                .containsExactly("Castellan, Rui Quiz, 23 Feb: absent", "Dunmore, Fenna Quiz, 23 Feb: 14");
        List<String> cells = Html.values(page, "[name=cell]", "value");
        assertThat(enter(cells.get(0))).contains("1 absence is entered.");
        assertThat(own.entry("Brandt", "Quiz").is(EntryKind.ABSENT)).isTrue();
        assertThat(own.entry("Eberly", "Quiz").isNothing()).isTrue();
        assertThat(Html.texts(page(), "form .beside-list li")).containsExactly("Eberly, Jonah Quiz, 23 Feb");
    }

    @Test
    void whatWasFilledMeanwhileIsLeftAloneAndNothingElseEnteredByIt() {
        List<String> cells = Html.values(page(), "[name=cell]", "value");
        own.type("Brandt", "Quiz", "17");
        assertThat(enter(cells.toArray(String[]::new)))
                .contains("Some of these were filled meanwhile. Nothing was entered");
        assertThat(own.entry("Eberly", "Quiz").isNothing()).isTrue();
        assertThat(own.entry("Brandt", "Quiz").toString()).isEqualTo("17");
        assertThat(enter()).contains("Tick the blanks that become absent.");
        assertThat(enter("nonsense")).contains("Nothing was entered");
    }

    @Test
    void theAttendancePageNamesWhoIsBelowAPercentAndLeadsThere() {
        String page =
                own.visitor().get(own.base() + "/room/attendance?below=50").body();
        assertThat(Html.texts(page, ".is-attendance tbody tr th")).hasSize(4);
        assertThat(Html.texts(page, ".named-list a"))
                .containsExactly("Brandt, Ilva", "Dunmore, Fenna", "Eberly, Jonah");
        assertThat(Html.text(page, "body"))
                .contains("4 cells of the markbook do not match the register of the day.", "25.0 % of all, 1 lesson");
        String id = own.read(
                book -> Long.toString(ClassBook.id(book.book().students().get(0))));
        assertThat(Html.text(
                        own.visitor().get(own.base() + "/room/students/" + id).body(), ".about"))
                .contains("Ilva Brandt", "0.0 % of 1 lesson", "Away on 23 Feb, the day of Quiz: blank there.");
        assertThat(own.visitor().get(own.base() + "/standing/sheets").body())
                .contains("Attendance 0.0 % of 1 lesson: here 0, absent 1.");
    }
}
