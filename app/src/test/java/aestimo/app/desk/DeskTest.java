package aestimo.app.desk;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What the desk puts before the teacher, in which order, in which words. Today is Wednesday, 24 February 2027. */
@ExtendWith(RunningApp.class)
class DeskTest {
    private OwnClass own;
    private Visitor visitor;
    private String tests;

    @BeforeEach
    void makeAClass(RunningApp app) {
        own = new OwnClass(app, "History");
        visitor = own.visitor();
        own.addStudents("Brandt, Ilva\nCastellan, Rui\nDunmore, Fenna\n");
        tests = own.addCategory("Tests");
        own.setBands("A", "70", "B", "40", "C", "0");
        // Targets are no part of this: everybody has one.
        own.sendTargets("", List.of("way", "slip"), "Brandt end A", "Castellan end A", "Dunmore end B");
    }

    /** “Mark | Quiz | 2 of 3 still to mark | 5 Feb” of each line. */
    private List<String> todo() {
        return Html.elements(visitor.get("/").body(), ".todo-list li").stream()
                .map(line -> List.of(".todo", ".what", ".words", ".day").stream()
                        .map(part -> line.select(part).text())
                        .collect(Collectors.joining(" | ")))
                .toList();
    }

    private String desk(String selector) {
        return Html.text(visitor.get("/").body(), selector);
    }

    @Test
    void aClassThatIsOnlyBegunHasNoLooseEndAndALinkToItsNextStep(RunningApp app) {
        OwnClass begun = new OwnClass(app, "");
        String page = begun.visitor().get("/").body();
        assertThat(Html.elements(page, ".todo-list li")).isEmpty();
        assertThat(page).contains("0 students in one class");
        assertThat(nextStep(begun)).isEqualTo("next: students");
        begun.addStudents("Brandt, Ilva\n");
        assertThat(nextStep(begun)).isEqualTo("next: categories and weights");
        begun.addCategory("Tests");
        assertThat(nextStep(begun)).isEqualTo("next: boundaries");
        begun.addPiece("Essay", begun.addCategory("More"), "2027-02-26", "20");
        assertThat(begun.visitor().get("/loose-ends/count").body()).contains("\"count\":0");
        begun.type("Brandt", "Essay", "12");
        assertThat(Html.texts(begun.visitor().get("/").body(), ".desk-mean"))
                .noneMatch(words -> words.contains("next:"));
    }

    private static String nextStep(OwnClass begun) {
        String page = begun.visitor().get("/").body();
        String href = Html.elements(page, ".desk-class").get(0).attr("href");
        assertThat(begun.visitor().get(href).body()).contains("class=\"first-steps\"");
        return Html.text(page, ".desk-mean");
    }

    @Test
    void markingComesFirstThenHelpThenTheRestFromTheOldestOn() {
        own.addPiece("Essay", tests, "2027-01-20", "20");
        own.addPiece("Quiz", tests, "2027-02-05", "15");
        own.type("Brandt", "Quiz", "18");
        own.type("Castellan", "Quiz", "a");
        own.addPiece("Project", tests, "2027-02-26", "40");
        visitor.post(
                own.base() + "/targets/help",
                "enrolment",
                own.student("Brandt"),
                "reason",
                "Falls behind",
                "doing",
                "Reads aloud",
                "lookAgain",
                "2027-02-24");
        assertThat(todo())
                .containsExactly(
                        "Mark | Essay | 3 of 3 still to mark | 20 Jan",
                        "Mark | Quiz | 1 of 3 still to mark | 5 Feb",
                        "Help | Brandt, Ilva | look again: Reads aloud | 24 Feb",
                        "Settle | 1 absence from Quiz | sit it later, excuse, or not handed in | 5 Feb",
                        "Settle | 1 mark in doubt | counted nowhere | 5 Feb",
                        "Due | Project | for 3 students | 26 Feb");
        // What is settled is gone at once.
        own.type("Brandt", "Quiz", "15");
        own.type("Castellan", "Quiz", "x");
        own.type("Dunmore", "Quiz", "8");
        assertThat(todo())
                .containsExactly(
                        "Mark | Essay | 3 of 3 still to mark | 20 Jan",
                        "Help | Brandt, Ilva | look again: Reads aloud | 24 Feb",
                        "Due | Project | for 3 students | 26 Feb");
    }

    @Test
    void whatIsDueWithinTheWeekIsSaidAndNoMore() {
        own.addPiece("Today", tests, "2027-02-24", "10");
        own.addPiece("Last", tests, "2027-03-03", "10");
        own.addPiece("After", tests, "2027-03-04", "10");
        assertThat(todo())
                .filteredOn(line -> line.startsWith("Due"))
                .containsExactly("Due | Today | for 3 students | today", "Due | Last | for 3 students | 3 Mar");
    }

    @Test
    void ofManyThingsTheFirstNineAreShownAndTheOthersCounted() {
        IntStream.rangeClosed(1, 11).forEach(i -> own.addPiece("Piece " + i, tests, "2027-01-" + (10 + i), "10"));
        assertThat(todo()).hasSize(9).first().asString().startsWith("Mark | Piece 1 |");
        assertThat(visitor.get("/").body()).contains("2 more");
    }

    @Test
    void aClassIsToldByItsPresentTerm() {
        own.addPiece("Quiz", tests, "2027-02-05", "20");
        own.type("Brandt", "Quiz", "18");
        own.type("Castellan", "Quiz", "7");
        own.type("Dunmore", "Quiz", "x");
        assertThat(desk(".desk-mean")).isEqualTo("class mean 62.5 B");
        Element stacks = Html.elements(visitor.get("/").body(), ".desk-stacks").get(0);
        assertThat(stacks.select(".stack").stream()
                        .map(stack -> stack.select(".dots i").size())
                        .toList())
                .containsExactlyInAnyOrder(1, 0, 1);
        assertThat(desk(".desk-ends")).isEqualTo("0 loose ends");
        assertThat(visitor.get("/").body()).contains("Week 8 of 12 in Term 2", "3 students in one class");
    }

    @Test
    void whatFollowsOnOnePieceIsToldAsOne() {
        own.addPiece("Quiz", tests, "2027-02-05", "20");
        own.addPiece("Essay", tests, "2027-02-08", "20");
        own.type("Brandt", "Quiz", "18");
        own.type("Castellan", "Quiz", "7");
        own.type("Brandt", "Essay", "12");
        own.type("Dunmore", "Quiz", "9");
        List<String> done = Html.texts(visitor.get("/").body(), ".changes a");
        assertThat(done.subList(0, 3))
                .containsExactly("typed 1 entry · 9B Quiz", "typed 1 entry · 9B Essay", "typed 2 entries · 9B Quiz");
    }

    @Test
    void theWeeksShowWhatIsMarkedAndWhatIsNot() {
        own.addPiece("Quiz", tests, "2027-02-05", "20");
        own.addPiece("Essay", tests, "2027-02-05", "20");
        own.type("Brandt", "Quiz", "18");
        String page = visitor.get("/").body();
        assertThat(Html.texts(page, ".weeks title"))
                .containsExactly("9B · Quiz, 5 Feb", "9B · Essay, 5 Feb, not yet marked");
        List<String> places = Html.values(page, ".weeks use", "x");
        assertThat(places).doesNotHaveDuplicates();
        assertThat(Html.elements(page, ".weeks .is-hollow")).hasSize(1);
        assertThat(Html.elements(page, ".weeks .is-now")).hasSize(1);
    }
}
