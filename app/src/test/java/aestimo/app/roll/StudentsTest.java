package aestimo.app.roll;

import static aestimo.app.testing.OwnClass.found;
import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.book.Student;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What is kept of students, and a class list that comes anew. */
@ExtendWith(RunningApp.class)
class StudentsTest {
    private RunningApp app;
    private OwnClass own;
    private Visitor visitor;
    private String students;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents(
                "No\tName\tSet\n2204\tBrandt, Ilva\tNorth\n2218\tOsei, Kofi\tSouth\n2220\tQuill, Esme\tSouth\n");
        visitor = own.visitor();
        students = own.base() + "/groundwork/students";
    }

    private String id(String family) {
        return own.read(book -> book.book().students().stream()
                .filter(student -> student.family().equals(family))
                .findFirst()
                .orElseThrow()
                .id()
                .text());
    }

    private Map<String, String> sets() {
        return own.read(book -> book.book().students().stream()
                .collect(Collectors.toMap(
                        Student::family, student -> student.set().orElse(""))));
    }

    private void save(String family, byte[] photo, boolean without) {
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(StudentService.class)
                    .save(
                            own.teacher(),
                            own.id(),
                            Long.parseLong(id(family)),
                            new StudentCard("", "", List.of(), "", "", "", "", "they"),
                            photo,
                            without);
            return null;
        });
    }

    @Test
    void theCardIsKeptAndWhatWillNotDoIsNamed() {
        String card = students + "/" + id("Brandt");
        String refused = visitor.post(
                        card,
                        "preferred",
                        "Ivy",
                        "email",
                        "ivy",
                        "contactName",
                        "Ada Brandt",
                        "contactEmail",
                        "home@brandt.example, other@brandt.example",
                        "birthday",
                        "2030-01-01",
                        "startingScore",
                        "141",
                        "supportNote",
                        "Sits in front.")
                .body();
        assertThat(refused)
                .contains("The e-mail address is “ivy”.", "The birthday is “2030-01-01”.")
                .contains("The e-mail address of Ada Brandt is “home@brandt.example, other@brandt.example”.")
                .contains("The starting score is “141”. It must be a number from 0 to 140")
                .contains("value=\"Ivy\"", "Sits in front.");
        assertThat(visitor.get(students + "?student=" + id("Brandt")).body()).doesNotContain("value=\"Ivy\"");
        visitor.post(
                card,
                "preferred",
                "Ivy",
                "email",
                "ivy@tidewater.example",
                "birthday",
                "2013-04-30",
                "startingScore",
                "104,5",
                "supportNote",
                "Sits in front.",
                "lastReport",
                "Works <b>carefully</b>.");
        assertThat(visitor.get(students + "?student=" + id("Brandt")).body())
                .contains("value=\"Ivy\"", "value=\"2013-04-30\"", "value=\"104.5\"", "Sits in front.")
                .contains("Works &lt;b&gt;carefully&lt;/b&gt;.");
        // The preferred name and the address find the student in a sheet.
        String sheet = location(
                        visitor.post(own.base() + "/marks/import", "pasted", "Name\tEssay /20\nIvy Brandt\t11\n"))
                .replaceAll("\\?.*", "");
        assertThat(visitor.get(sheet).body()).contains("Brandt, Ilva", ">name<");
    }

    @Test
    void aPhotoIsMadeAnewAndSmall() throws IOException {
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(900, 1200, BufferedImage.TYPE_INT_ARGB), "png", png);
        save("Brandt", png.toByteArray(), false);
        var photo = visitor.get(students + "/" + id("Brandt") + "/photo");
        assertThat(photo.statusCode()).isEqualTo(200);
        assertThat(photo.headers().firstValue("Content-Type")).contains("image/jpeg");
        byte[] small = ActingTeacher.as(
                own.teacher(),
                () -> app.bean(StudentService.class)
                        .photo(own.teacher(), own.id(), Long.parseLong(id("Brandt")))
                        .orElseThrow());
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(small));
        assertThat(List.of(image.getWidth(), image.getHeight())).containsExactly(180, 240);
        // Something a picture carries behind its end is not kept.
        assertThat(new String(small, StandardCharsets.ISO_8859_1)).doesNotContain("IHDR");
        save("Brandt", new byte[0], true);
        assertThat(visitor.get(students + "/" + id("Brandt") + "/photo").statusCode())
                .isEqualTo(404);
        ByteArrayOutputStream gif = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(3, 3, BufferedImage.TYPE_INT_RGB), "gif", gif);
        assertThatThrownBy(() -> save("Brandt", gif.toByteArray(), false)).hasMessageContaining("another kind");
        assertThatThrownBy(() -> save("Brandt", "<svg/>".getBytes(StandardCharsets.UTF_8), false))
                .hasMessageContaining("That is not a picture.");
        byte[] half = Arrays.copyOf(png.toByteArray(), 60);
        assertThatThrownBy(() -> save("Brandt", half, false)).hasMessageContaining("cannot be read");
        // A picture that claims to be enormous is refused before it is unpacked: width and height of its header.
        byte[] bomb = png.toByteArray();
        bomb[16] = 0x7f;
        bomb[20] = 0x7f;
        assertThatThrownBy(() -> save("Brandt", bomb, false)).hasMessageContaining("picture");
    }

    @Test
    void manyChangeTheirSetAtOnceFromADay() {
        visitor.get(location(visitor.post(
                students + "/set",
                "chosen",
                id("Osei"),
                "chosen",
                id("Quill"),
                "chosen",
                id("Brandt"),
                "intoSet",
                "North",
                "onDay",
                "2027-02-01")));
        assertThat(sets())
                .containsOnly(Map.entry("Brandt", "North"), Map.entry("Osei", "North"), Map.entry("Quill", "North"));
        assertThat(visitor.get(students + "?student=" + id("Osei")).body()).contains("South → North, 1 Feb 2027");
        assertThat(visitor.get(students + "?student=" + id("Brandt")).body()).doesNotContain("→ North");
        assertThat(visitor.get(location(visitor.post(students + "/set", "intoSet", "West")))
                        .body())
                .contains("Tick the students the set is for.");
    }

    @Test
    void aFreshListProposesWhoJoinedLeftAndChangedSet() {
        String list = "No\tName\tSet\n2204\tBrandt, Ilva\tSouth\n2218\tOsei, Kofi\tSouth\n2230\tVoss, Mikkel\tNorth\n";
        String preview = visitor.post(students + "/preview", "pasted", list).body();
        assertThat(preview)
                .contains("In the class already; moves from North to South.", "1 student moves to the set of the list")
                .contains("Not on the list", "Quill, Esme", "Import 1 student");
        String gone = found("name=\"gone\"[^>]*value=\"(\\d+)\"", preview);
        assertThat(gone).isEqualTo(id("Quill"));
        String kept = location(visitor.post(
                students + "/save", "pasted", list, "gone", gone, "leftOn", "2027-02-19", "moveSets", "true"));
        assertThat(visitor.get(kept).body()).contains("1 student joined, 1 left, 1 changed set.");
        assertThat(sets()).containsEntry("Brandt", "South").containsEntry("Quill", "South");
        assertThat(own.<String>read(book -> book.student(Long.parseLong(id("Quill")))
                        .left()
                        .orElseThrow()
                        .toString()))
                .isEqualTo("2027-02-19");
        // Unticked, nobody leaves and nobody moves.
        assertThat(visitor.post(students + "/save", "pasted", list).body()).contains("There is no new student");
    }

    @Test
    void aStudentWhoMovesTakesChosenMarksAlong() {
        OwnClass other = own.another("9C");
        String here = own.addCategory("Tests");
        String there = other.addCategory("Tests");
        own.addPiece("Quiz", here, "2027-02-05", "20");
        own.addPiece("Essay", here, "2027-02-08", "20");
        own.addPiece("Map", here, "2027-02-09", "20");
        other.addPiece("Quiz", there, "2027-02-04", "20");
        other.addPiece("Essay", there, "2027-02-04", "25");
        own.type("Osei", "Quiz", "13 l");
        own.type("Osei", "Essay", "12");
        String move = students + "/" + id("Osei") + "/move";
        assertThat(visitor.get(move + "?to=" + other.id()).body())
                .contains("13 l", "goes along", "no such piece there")
                .doesNotContain(">Map<");
        String quiz = Long.toString(own.piece("Quiz"));
        String to = Long.toString(other.id());
        assertThat(visitor.post(move, "to", to, "day", "soon").body()).contains("It must be one such as 2027-03-01");
        assertThat(visitor.post(move, "to", to, "day", "2027-02-22", "along", Long.toString(own.piece("Essay")))
                        .body())
                .contains("9C has no piece “Essay” of the same out-of");
        String told = location(visitor.post(move, "to", to, "day", "2027-02-22", "along", quiz));
        assertThat(visitor.get(told).body()).contains("Osei, Kofi moved here, and 1 entry came along.");
        assertThat(other.entry("Osei", "Quiz").toString()).isEqualTo("13 l");
        assertThat(own.entry("Osei", "Quiz").toString()).isEqualTo("13 l");
        assertThat(own.<String>read(book -> book.student(Long.parseLong(id("Osei")))
                        .left()
                        .orElseThrow()
                        .toString()))
                .isEqualTo("2027-02-21");
        assertThat(visitor.post(move, "to", to, "day", "2027-02-22").body()).contains("is in 9C already");
    }

    @Test
    void theListOfALargeClassIsOneForm() {
        StringBuilder names = new StringBuilder();
        for (int i = 0; i < 150; i++) {
            names.append("Family").append(i).append(", Given\n");
        }
        own.addStudents(names.toString());
        List<String> fields = new ArrayList<>();
        for (Student student : own.read(book -> book.book().students())) {
            fields.addAll(
                    List.of("enrolment", student.id().text(), "number", student.number(), "family", student.family()));
            fields.addAll(List.of("given", "Changed", "set", "", "joined", "", "left", "", "removable", "true"));
        }
        visitor.get(location(visitor.post(students, fields.toArray(new String[0]))));
        assertThat(own.<Boolean>read(book -> book.book().students().stream()
                        .allMatch(student -> student.given().equals("Changed"))))
                .isTrue();
    }

    @Test
    void nobodyJoinsTwiceByAListThatSpellsOrNumbersThemOtherwise() {
        String list =
                "No\tName\tSet\n02204\tBrandt, Ilva\tNorth\n9\tOsei, Kofi\tNorth\n\tQuil, Esme\tNorth\n2220\tBrandt, Ilva\tNorth\n"
                        + "77\tOrford, Sam\tNorth\nTotal\t\t4\n";
        String preview = visitor.post(students + "/preview", "pasted", list).body();
        assertThat(preview)
                .contains("In the class already.", "A student of this name is in the class with another number.")
                .contains("Is it Quill, Esme, in the class already?", "No, somebody else, who joins")
                .contains(
                        "Number 2220 is Quill, Esme, but the name says “Brandt, Ilva”. Left out: correct the number or the name.")
                .contains("Import 1 student<");
        visitor.post(students + "/save", "pasted", list);
        assertThat(sets())
                .as("no set is changed that was not asked about")
                .isEqualTo(Map.of("Brandt", "North", "Osei", "South", "Quill", "South", "Orford", "North"));
        visitor.post(students + "/save", "pasted", list, "also", "4");
        assertThat(sets().keySet()).contains("Quil").hasSize(5);
    }

    @Test
    void thoseWhoJoinedByAListLeaveAgainAsOneUnlessSomethingStandsAtThem() {
        visitor.post(students + "/save", "pasted", "No\tName\n77\tOrford, Sam\n78\tVoss, \"Mikkel\n");
        String imports = own.base() + "/marks/import";
        String opened = imports + "/"
                + OwnClass.found("/marks/import/([0-9]+)", visitor.get(imports).body());
        assertThat(visitor.get(opened).body())
                .contains("class list", "fate-matched", "Undo the import")
                .doesNotContain("fate-stranger");
        own.addPiece("Quiz", own.addCategory("Exams"), "2027-02-05", "20");
        own.type("Orford", "Quiz", "12");
        assertThat(visitor.get(location(visitor.post(opened + "/undo"))).body())
                .contains("1 entry, note or lesson is beside these");
        own.type("Orford", "Quiz", "");
        assertThat(visitor.get(location(visitor.post(opened + "/undo"))).body()).contains("The import is undone");
        assertThat(sets().keySet()).containsExactlyInAnyOrder("Brandt", "Osei", "Quill");
    }
}
