package aestimo.app.register;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.core.register.Register;
import aestimo.core.typed.RegisterText;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Attendance from a sheet: seen before anything changes, all or nothing, undone as a whole. */
@ExtendWith(RunningApp.class)
class RegisterImportTest {
    private static final String SHEET = """
            Name\t12 Jan\t13 Jan (2)\t13 Jan (4)\t5 Aug
            Ilva Brandt\t/\tL 5\tabs\t/
            Castellan, Rui\ta\t/\t/\t/
            Fenna Dunmoor\t/\t/\t/\t/
            Jonah Eberly\tcoughing\t/\t\t
            Sunniva Farrow\tx\t/\t\t
            """;

    private OwnClass own;
    private RunningApp app;

    @BeforeEach
    void makeAClassWithALesson(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("Brandt, Ilva\nCastellan, Rui\nDunmore, Fenna\nEberly, Jonah\nFarrow, Sunniva\n");
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(LessonService.class).add(own.teacher(), own.id(), "2027-01-12", 3);
            return null;
        });
    }

    private String look(String pasted) {
        return own.visitor()
                .post(own.base() + "/room/import/look", "pasted", pasted)
                .body();
    }

    private String take(String pasted, String... more) {
        String[] fields = new String[more.length + 4];
        System.arraycopy(new String[] {"pasted", pasted, "source", "autumn.csv"}, 0, fields, 0, 4);
        System.arraycopy(more, 0, fields, 4, more.length);
        var answer = own.visitor().post(own.base() + "/room/import", fields);
        return answer.statusCode() == 302
                ? own.visitor().get(OwnClass.location(answer)).body()
                : answer.body();
    }

    private List<String> register() {
        return own.read(book -> {
            Register all = book.book().register().orElseThrow();
            return all.inOrder().stream()
                    .flatMap(lesson -> book.book().students().stream()
                            .flatMap(student -> all.entry(student.id(), lesson).stream()
                                    .map(entry -> student.given() + " " + lesson.date() + " " + lesson.at() + " "
                                            + RegisterText.of(entry))))
                    .toList();
        });
    }

    private int lessons() {
        return own.read(book -> book.book().register().orElseThrow().lessons().size());
    }

    @Test
    void whatIsClearIsImportedAndTheRestNamedWithItsLine() {
        String page = look(SHEET);
        assertThat(Html.text(page, ".inner"))
                .contains(
                        "Students down, 4 days across. 9 entries are new; 2 lessons that are not there yet come with them.");
        assertThat(Html.texts(page, ".beside-list li"))
                .contains(
                        "Line 2: 5 Aug 2027 is in no term.",
                        "Line 4: “Fenna Dunmoor” is close to Dunmore, Fenna, but not the same.")
                .anyMatch(words -> words.startsWith("Line 5: “coughing” is none of here"));
        assertThat(register()).as("nothing changes by looking").isEmpty();
        assertThat(lessons()).isEqualTo(1);

        assertThat(take(SHEET)).contains("9 entries are imported.");

        assertThat(register())
                .containsExactly(
                        "Ilva 2027-01-12 3 here",
                        "Rui 2027-01-12 3 absent",
                        "Sunniva 2027-01-12 3 absent excused",
                        "Ilva 2027-01-13 2 late 5",
                        "Rui 2027-01-13 2 here",
                        "Jonah 2027-01-13 2 here",
                        "Sunniva 2027-01-13 2 here",
                        "Ilva 2027-01-13 4 absent",
                        "Rui 2027-01-13 4 here");
    }

    @Test
    void whatIsSaidOtherwiseStaysUnlessItIsReplacedAndAllIsUndoneAsAWhole() {
        take("Name\t12 Jan\nIlva Brandt\there\nRui Castellan\there\n");
        String again = "Name\t12 Jan\nIlva Brandt\tlate 9\nRui Castellan\there\nJonah Eberly\ta\n";
        assertThat(Html.text(look(again), ".inner"))
                .contains(
                        "1 entry is new; 1 is in the register already.",
                        "Brandt, Ilva 12 Jan, lesson 3: here → late 9");
        take(again);
        assertThat(register()).contains("Ilva 2027-01-12 3 here", "Jonah 2027-01-12 3 absent");
        assertThat(take(again, "replacing", "true")).contains("1 entry is imported.");
        assertThat(register()).contains("Ilva 2027-01-12 3 late 9");
        assertThat(take(again, "replacing", "true")).contains("There is nothing to import");

        List<String> undo =
                Html.values(own.visitor().get(own.base() + "/room/import").body(), ".beside-list form", "action");
        assertThat(undo).hasSize(3);
        assertThat(undoing(undo.get(2))).contains("1 entry was altered since: Brandt, Ilva", "Nothing was undone.");
        assertThat(undoing(undo.get(0))).contains("The import is undone.");
        assertThat(register()).contains("Ilva 2027-01-12 3 here");
        assertThat(undoing(undo.get(0))).contains("This import is undone already.");
    }

    private String undoing(String address) {
        return own.visitor().get(OwnClass.location(own.visitor().post(address))).body();
    }

    @Test
    void lessonsThatCameWithAnImportGoWithIt() {
        take(SHEET);
        assertThat(lessons()).isEqualTo(3);
        String undo = Html.value(own.visitor().get(own.base() + "/room/import").body(), ".beside-list form", "action");
        undoing(undo);
        assertThat(register()).isEmpty();
        assertThat(lessons()).isEqualTo(1);
    }

    @Test
    void whatCannotBeReadIsToldAndNothingChanged() {
        assertThat(look("")).contains("role=\"alert\"");
        byte[] large = ("Name\t12 Jan\n" + ("Ilva Brandt\t" + "x".repeat(900) + "\n").repeat(1_700))
                .getBytes(StandardCharsets.UTF_8);
        assertThat(own.visitor()
                        .upload(own.base() + "/room/import/look", "file", large)
                        .body())
                .contains("That is over 1.5 MB of text. Import a term at a time.");
        assertThat(look("Name\tQuiz\nIlva Brandt\t3\n")).contains("No day was found");
        assertThat(own.visitor()
                        .upload(own.base() + "/room/import/look", "file", new byte[] {'P', 'K', 3, 4, 0, 0})
                        .body())
                .contains("role=\"alert\"");
        assertThat(own.visitor()
                        .upload(
                                own.base() + "/room/import/look",
                                "file",
                                "Name;12 Jan\nIlva Brandt;/\n".getBytes(StandardCharsets.UTF_8))
                        .body())
                .contains("1 entry is new");
        assertThat(register()).isEmpty();
    }
}
