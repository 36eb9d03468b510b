package aestimo.app.targets;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.book.Book;
import aestimo.core.counting.Counting;
import aestimo.core.targets.Attainments;
import aestimo.exchange.markbook.MarkbookException;
import aestimo.exchange.markbook.MarkbookReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Setting targets, changing them, and what stays of what they were. */
@ExtendWith(RunningApp.class)
class TargetsTest {
    private OwnTargets targets;
    private OwnClass own;
    private Visitor visitor;
    private String base;

    @BeforeEach
    void makeAClass(RunningApp app) {
        targets = new OwnTargets(app);
        own = targets.own;
        visitor = targets.visitor;
        base = targets.base;
    }

    @Test
    void aTargetThatIsChangedStandsForTheTimeBefore() {
        targets.set("Brandt end B");
        targets.setLongAgo("Brandt");
        String refused = targets.set("Brandt end A");
        assertThat(refused).contains("Say why the targets are changed").contains("value=\"A\"");
        assertThat(targets.row("Brandt")).contains("B A 90.0 ▲ 1 B B 70.0 =");
        HttpResponse<String> kept = targets.send("won the county prize", "today", "Brandt end A");
        assertThat(visitor.get(location(kept)).body()).contains("1 target is saved.");
        // Term 1 is held against what stood at its end, Term 2 against what stands today.
        assertThat(targets.row("Brandt")).startsWith("Brandt, Ilva B A 90.0 ▲ 1 A B 70.0 ▼ 1 A");
        String margin = visitor.get(base + "/" + own.student("Brandt")).body();
        assertThat(margin).contains("23 Feb").contains("to B").contains("won the county prize");
        assertThat(visitor.get(own.base() + "/changes?everything").body())
                .contains("target of Brandt, Ilva")
                .contains("won the county prize");
        // The same day again: what stood for a few hours was never a target of any time.
        targets.send("", "today", "Brandt end C");
        assertThat(targets.row("Brandt")).startsWith("Brandt, Ilva B A 90.0 ▲ 1 C B 70.0 ▲ 1 C");
        assertThat(own.<Integer>read(
                        book -> book.book().targets().get(0).earlier().size()))
                .isEqualTo(1);
    }

    @Test
    void aSlipIsMendedAsIfItHadNeverBeen() {
        targets.set("Brandt end B");
        targets.setLongAgo("Brandt");
        targets.send("", "always", "Brandt end A");
        assertThat(targets.row("Brandt")).startsWith("Brandt, Ilva A A 90.0 = A B 70.0 ▼ 1 A");
        targets.send("", "always", "Brandt end ");
        assertThat(own.<Boolean>read(book -> book.book().targets().isEmpty())).isTrue();
    }

    @Test
    void whatWillNotDoIsToldAndKeptOnThePage() {
        String page =
                targets.set("Brandt end 7", "Castellan score 141", "Dunmore end a", "Eberly " + targets.term(1) + " x");
        assertThat(page)
                .contains("Brandt, Ilva: “7” is not a grade of the class. Its grades are A, B, C, D.")
                .contains("Castellan, Rui: the starting score is “141”. It must be a number from 0 to 140, or empty.")
                .contains("Eberly, Jonah: “x” is not a grade of the class.")
                .contains("value=\"7\"")
                .contains("value=\"141\"");
        assertThat(own.<Boolean>read(book -> book.book().targets().isEmpty())).isTrue();
    }

    @Test
    void scoresCannotBeOutOfLessThanThatOfAStudentWhoLeft() {
        targets.set("Farrow score 130");
        List<String> line = List.of("enrolment", own.student("Farrow"), "family", "Farrow", "given", "Sunniva");
        List<String> left = List.of("number", "9", "set", "", "joined", "", "left", "2027-01-15");
        visitor.post(
                own.base() + "/groundwork/students",
                Stream.of(line, left).flatMap(List::stream).toArray(String[]::new));
        assertThat(visitor.get(base + "/set").body()).doesNotContain("Farrow");
        String page = targets.send("", List.of("top", "100"), "Brandt score 90").body();
        assertThat(page)
                .contains("Farrow, Sunniva, who is not in this list, has a starting score of 130")
                .contains("value=\"90\"");
        assertThat(own.<String>read(
                        book -> book.book().startingScores().orElseThrow().top().toString()))
                .isEqualTo("140");
    }

    @Test
    void whatAnotherWindowSetIsNotOverwritten() {
        targets.set("Brandt end B", "Castellan end C");
        // A form that was opened before that, in which Brandt was changed and Castellan was not touched.
        HttpResponse<String> late = visitor.post(
                base + "/set",
                "top",
                "140",
                "holds",
                "always",
                "enrolment",
                own.student("Brandt"),
                "start",
                "",
                "end",
                "A",
                "stage",
                "",
                "score",
                "",
                "was",
                "",
                "enrolment",
                own.student("Castellan"),
                "start",
                "",
                "end",
                "",
                "stage",
                "",
                "score",
                "",
                "was",
                "");
        assertThat(late.body())
                .contains("Brandt, Ilva: the target was changed in another window meanwhile; it is now to B.");
        assertThat(own.<List<String>>read(book -> book.book().targets().stream()
                        .map(target -> target.end().orElse(""))
                        .toList()))
                .containsExactly("B", "C");
    }

    @Test
    void suggestionsFillTheFormAndKeepNothing() {
        visitor.get(base + "/set");
        assertThat(visitor.post(base + "/set/scores", "from", "120", "label", "A", "from", "90", "label", "C")
                        .statusCode())
                .isEqualTo(302);
        assertThat(visitor.post(base + "/set/scores", "from", "150", "label", "A", "from", "90", "label", "")
                        .body())
                .contains("A score of the table is “150”. It must be a number from 0 to 140, or empty.")
                .contains("From score 90: “” is not a grade of the class.");
        String filled = targets.send(
                        "/suggest",
                        List.of("way", "above", "above", "1", "onlyEmpty", "yes"),
                        "Brandt start B",
                        "Castellan start D",
                        "Dunmore start A",
                        "Eberly start C",
                        "Eberly end C")
                .body();
        assertThat(filled).contains("3 targets are suggested. Nothing is saved yet.");
        assertThat(Html.elements(filled, "[name=end]").stream()
                        .map(Element::val)
                        .toList())
                .containsExactly("A", "C", "A", "C", "");
        String byScore = targets.send(
                        "/suggest",
                        List.of("way", "end", "above", "1"),
                        "Brandt score 119.5",
                        "Castellan score 120",
                        "Dunmore score 89")
                .body();
        assertThat(Html.elements(byScore, "[name=end]").stream()
                        .map(Element::val)
                        .toList())
                .containsExactly("C", "A", "", "", "");
        assertThat(own.<Boolean>read(book -> book.book().targets().isEmpty())).isTrue();
    }

    @Test
    void bandsChangedInTheYearLeaveNoTargetBroken() {
        targets.setAll();
        own.setBands("A*", "90", "B", "60", "C", "40", "D", "0");
        // A is no grade any more: it counts for nothing, and the form still holds it.
        assertThat(targets.row("Brandt")).isEqualTo("Brandt, Ilva B A* 90.0 B 70.0 −20.0");
        assertThat(visitor.get(base + "/set").body()).contains("value=\"A\"");
        assertThat(targets.row("Dunmore")).contains("C C C 50.0 =");
        own.setBands("A", "80", "B", "60", "C", "40", "D", "0");
        assertThat(targets.row("Brandt")).contains("A B 70.0 ▼ 1 A");
        own.setBands();
        assertThat(visitor.get(base).body()).contains("No grades, no targets");
        assertThat(visitor.get(base + "/meeting").statusCode()).isEqualTo(200);
    }

    @Test
    void targetsComeInWithASheetAndAreTakenBackAsAWhole() {
        targets.set("Brandt end B", "Brandt score 101");
        targets.setLongAgo("Brandt");
        String opened = location(
                        visitor.post(
                                own.base() + "/marks/import",
                                "pasted",
                                "Name\tStarting score\tStart\tTarget Term 1\tTarget\nBrandt, Ilva\t104\tC\tB\tA\nCastellan, Rui\t98\td\t\t9\n"))
                .replaceAll("\\?.*", "");
        String preview = visitor.get(opened).body();
        assertThat(preview)
                .contains("101 → 104")
                .contains("B → A")
                .contains("“9” is not a grade of the class; it is left out.");
        String page = visitor.get(location(visitor.post(
                        opened + "/import",
                        "taken0",
                        "NAME",
                        "taken1",
                        "SCORE",
                        "taken2",
                        "START",
                        "taken3",
                        targets.term(0),
                        "taken4",
                        "END",
                        "over1",
                        "take",
                        "over4",
                        "take")))
                .body();
        assertThat(page).contains("6 targets and starting scores are imported.");
        assertThat(targets.row("Brandt")).startsWith("Brandt, Ilva C B A 90.0 ▲ 1 A B 70.0 ▼ 1 A");
        visitor.post(opened + "/undo");
        assertThat(targets.row("Brandt")).startsWith("Brandt, Ilva B A 90.0 ▲ 1 B B 70.0 = B");
        assertThat(own.<String>read(book -> book.book().targets() + " "
                        + book.book().startingScores().orElseThrow().scores().size()))
                .contains("earlier=[]")
                .endsWith(" 1");
    }

    @Test
    void theFileOfTheClassHoldsWhatTargetsWere() throws IOException, MarkbookException {
        targets.set("Brandt end B");
        targets.setLongAgo("Brandt");
        targets.send("a prize", "today", "Brandt end A", "Brandt stage C");
        Book book = MarkbookReader.read(
                        new ByteArrayInputStream(visitor.download(own.base() + "/groundwork/class/markbook")))
                .book();
        assertThat(book.targets()).singleElement().satisfies(target -> {
            assertThat(target.stage()).contains("C");
            assertThat(target.earlier()).singleElement().satisfies(stood -> {
                assertThat(stood.until()).isEqualTo(LocalDate.of(2027, 2, 23));
                assertThat(stood.end()).contains("B");
            });
        });
        assertThat(Attainments.of(Counting.of(book)).of(book.students().get(0)))
                .extracting(own -> own.gap().orElseThrow())
                .containsExactly(1, -1);
    }
}
