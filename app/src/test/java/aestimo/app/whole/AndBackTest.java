package aestimo.app.whole;

import static aestimo.app.testing.OwnClass.all;
import static aestimo.app.testing.OwnClass.found;
import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.ClassBook;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * Whatever is done to a class and undone leaves it as it was, to the last byte of its markbook file, and so does
 * whatever is refused. The class is 9B of the demo, brought to a colleague.
 */
@ExtendWith(RunningApp.class)
class AndBackTest {
    private OwnClass own;
    private Visitor visitor;
    private String base;

    @BeforeEach
    void bringTheClass(RunningApp app) {
        own = OwnClass.ofTheDemo(app, "9B");
        visitor = own.visitor();
        base = own.base();
    }

    private String file() {
        return visitor.get(base + "/groundwork/class/markbook?memos=true").body();
    }

    private ClassBook book() {
        return own.read(book -> book);
    }

    private String follow(HttpResponse<String> answer) {
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(302);
        return visitor.get(location(answer)).body();
    }

    /** Types the same into the first cells of the sheet that hold another mark. */
    private int type(String text) {
        ClassBook book = book();
        List<String> typed = new ArrayList<>();
        for (var piece : book.book().assessments()) {
            var student = book.book().students().get(typed.size());
            var cell = ClassBook.cell(student, piece, 0);
            if (piece.parts().isEmpty()
                    && book.entry(cell).toString().matches("[0-9.]+")
                    && !book.entry(cell).toString().equals(text)
                    && typed.size() < 6) {
                typed.add(
                        "{\"id\": \"%s\", \"assessment\": %d, \"student\": %d, \"part\": 0, \"base\": %d, \"text\": \"%s\"}"
                                .formatted(
                                        UUID.randomUUID(),
                                        cell.assessmentId(),
                                        cell.enrolmentId(),
                                        book.version(cell),
                                        text));
            }
        }
        assertThat(visitor.put(base + "/entries", typed.toString()).body())
                .contains("\"kept\":true")
                .doesNotContain("\"kept\":false");
        return typed.size();
    }

    @Test
    void entriesThatWereTypedOverOneByOne() {
        String before = file();
        int count = type("1");
        assertThat(count).isGreaterThan(3);
        assertThat(file()).isNotEqualTo(before);
        List<String> changes = all(
                "name=\"change\" value=\"([0-9]+)\"",
                visitor.get(base + "/changes?how=typed").body());
        for (String change : changes.subList(0, count)) {
            follow(visitor.post(base + "/changes/undo", "change", change));
        }
        assertThat(file()).isEqualTo(before);
    }

    @Test
    void everyPieceTakenOffTheSheetAndPutBack() {
        String before = file();
        List<Long> pieces =
                book().book().assessments().stream().map(ClassBook::id).toList();
        pieces.forEach(piece -> follow(visitor.post(base + "/assessments/" + piece + "/remove")));
        assertThat(book().book().countFilled()).isZero();
        for (Long piece : pieces) {
            follow(visitor.post(base + "/groundwork/assessments/" + piece + "/back"));
        }
        assertThat(file()).isEqualTo(before);
    }

    @Test
    void aSheetBroughtInAndTakenBack() {
        String before = file();
        String titles = book().book().assessments().stream()
                .filter(piece -> piece.parts().isEmpty())
                .limit(2)
                .map(piece -> piece.title() + "\t")
                .reduce("", String::concat);
        StringBuilder sheet = new StringBuilder("Name\t" + titles + "Of another day (/40)\n");
        book().book()
                .students()
                .forEach(student -> sheet.append(student.listName()).append("\t3\tabs\t22\n"));
        String opened = location(visitor.post(base + "/marks/import", "pasted", sheet.toString()))
                .replaceAll("\\?.*", "");
        assertThat(follow(visitor.post(
                        opened + "/import", PageForm.fields(visitor.get(opened).body(), "settle-form"))))
                .contains("marks are imported");
        assertThat(file()).isNotEqualTo(before);
        follow(visitor.post(opened + "/undo"));
        assertThat(file()).isEqualTo(before);
    }

    @Test
    void aReturnBegunCompletedAndThrownAway() {
        String before = file();
        String page = follow(visitor.post(
                base + "/to-school/begin",
                "term",
                book().book().terms().get(1).id().text()));
        String own = base + "/to-school/" + found("/to-school/([0-9]+)/save", page);
        String row = found("data-row=\"([0-9]+)\"", page);
        visitor.post(own + "/typed", "enrolment", row, "sentAs", "7", "reason", "Seen in class.", "comment", "Well.");
        assertThat(visitor.get(base + "/to-school?span=2").body()).contains("Seen in class.");
        assertThat(file()).isEqualTo(before);
        follow(visitor.post(own + "/leave"));
        assertThat(file()).isEqualTo(before);
    }

    @Test
    void whateverIsRefused() {
        String before = file();
        ClassBook book = book();
        String version = Integer.toString(book.row().version());
        String piece = "/assessments/" + ClassBook.id(book.book().assessments().get(0));
        assertThat(List.of(
                        visitor.post(
                                base + "/groundwork/weights", "version", version, "categoryName", "", "weight", "x"),
                        visitor.post(base + "/groundwork/boundaries", "version", version, "label", "A", "from", "80"),
                        visitor.post(
                                base + "/groundwork/weights", "version", "0", "categoryName", "A", "weight", "100"),
                        visitor.post(base + piece, "version", "1", "title", "", "date", "2031-01-01", "outOf", "-3"),
                        visitor.post(base + "/targets/set", "enrolment", "1", "end", "best"),
                        visitor.put(base + "/entries", "[{\"text\": \"7\"}]"),
                        visitor.put(base + "/entries", "no list"),
                        visitor.upload(
                                "/classes/import", "file", before.substring(9).getBytes(StandardCharsets.UTF_8))))
                .allSatisfy(answer -> assertThat(answer.body() + location(answer))
                        .doesNotContain("Exception", "java.", "Whitelabel"));
        assertThat(file()).isEqualTo(before);
    }
}
