package aestimo.app;

import aestimo.app.book.ClassBook;
import aestimo.app.seats.SeatPlan;
import aestimo.app.seats.SeatService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;

/** What is saved by other ways than a form's fields: by the pages' scripts, and out of files. Each has something to save. */
final class OtherSaves {
    private final RunningApp app;
    private final OwnClass own;
    private final Map<String, Supplier<HttpResponse<String>>> saves = new LinkedHashMap<>();

    private OtherSaves(RunningApp app, OwnClass own) {
        this.app = app;
        this.own = own;
    }

    /** By what they are called; one that is sent again is the same request again. */
    static Map<String, Supplier<HttpResponse<String>>> of(RunningApp app, OwnClass own) throws IOException {
        OtherSaves all = new OtherSaves(app, own);
        all.script("entries", "/entries", all.entries());
        all.script("a note", "/entries/remarks", all.remark());
        all.script("the register", "/room/entries", all.register());
        SeatPlan plan = all.plan();
        all.script(
                "seats",
                "/room/seats/" + plan.id() + "/places?version=" + plan.version(),
                "[{\"column\": 1, \"row\": 1, \"broken\": false, \"student\": 0},"
                        + " {\"column\": 2, \"row\": 1, \"broken\": true, \"student\": 0}]");
        all.file("a picture", "/account/picture", "picture", picture());
        all.file(
                "a class",
                "/classes/import",
                "file",
                own.visitor().download(own.base() + "/groundwork/class/markbook?memos=true"));
        all.file(
                "goals",
                own.base() + "/groundwork/goals/add",
                "file",
                "Goal,Under\nWrites,\nArgues,Writes\n".getBytes(StandardCharsets.UTF_8));
        all.file(
                "sentences",
                own.base() + "/families/sentences/import",
                "file",
                own.visitor().download(own.base() + "/families/sentences/export.json"));
        all.file("marks", own.base() + "/marks/import", "file", all.marks());
        return all.saves;
    }

    private void script(String name, String path, String json) {
        saves.put(name, () -> own.visitor().put(own.base() + path, json));
    }

    private void file(String name, String path, String field, byte[] file) {
        saves.put(name, () -> own.visitor().upload(path, field, file));
    }

    /** A mark for each of some students, over what they have. */
    private String entries() {
        return own.read(book -> {
            Assessment piece = book.book().assessments().stream()
                    .filter(each -> !each.hasParts())
                    .findFirst()
                    .orElseThrow();
            return book.book().students().stream()
                    .limit(5)
                    .map(student -> entry(
                            piece.id().text(),
                            student.id().text(),
                            book.version(ClassBook.cell(student, piece, 0)),
                            "1.25"))
                    .collect(Collectors.joining(",", "[", "]"));
        });
    }

    private String register() {
        return own.read(book -> {
            String lesson =
                    book.book().register().orElseThrow().lessons().get(0).id().text();
            List<String> entries = new ArrayList<>();
            for (Student student : book.book().students().subList(0, 5)) {
                entries.add(entry(lesson, student.id().text(), 1, "late 11"));
            }
            return entries.toString();
        });
    }

    private static String entry(String of, String student, int version, String text) {
        return "{\"id\": \"%s\", \"assessment\": %s, \"student\": %s, \"part\": 0, \"base\": %d, \"text\": \"%s\"}"
                .formatted(UUID.randomUUID(), of, student, version, text);
    }

    private String remark() {
        return own.read(book -> {
            List<Student> students = book.book().students();
            List<Assessment> pieces = book.book().assessments();
            var cell = ClassBook.cell(students.get(students.size() - 1), pieces.get(pieces.size() - 1), 0);
            return "{\"assessment\": %d, \"student\": %d, \"part\": 0, \"wasNote\": \"\", \"wasMemo\": \"\", \"note\": \"Seen\", \"memo\": \"Ask\"}"
                    .formatted(cell.assessmentId(), cell.enrolmentId());
        });
    }

    private SeatPlan plan() {
        return ActingTeacher.as(
                own.teacher(),
                () -> app.bean(SeatService.class).plans(own.teacher(), own.id()).get(0));
    }

    private byte[] marks() {
        return own.read(book -> book.book().students().stream()
                        .map(student -> student.number() + "\t" + student.listName() + "\t7\n")
                        .collect(Collectors.joining("", "Number\tName\tPosters\n", "")))
                .getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] picture() throws IOException {
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(60, 20, BufferedImage.TYPE_INT_RGB), "png", png);
        return png.toByteArray();
    }
}
