package aestimo.app.goals;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Goals set up, linked to pieces, seen, and set by hand: nothing saved by half, nothing overwritten unseen. */
@ExtendWith(RunningApp.class)
class GoalsTest {
    private RunningApp app;
    private OwnClass own;
    private String list;
    private String seen;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("Brandt, Ilva\nCastellan, Rui\nDunmore, Fenna\n");
        String tests = own.addCategory("Tests");
        own.addPiece("Quiz", tests, "2027-01-12", "10");
        own.addPiece("Cliff section", tests, "2027-02-02", "25");
        own.type("Brandt", "Quiz", "5");
        own.type("Brandt", "Cliff section", "19");
        own.type("Castellan", "Quiz", "9");
        own.type("Dunmore", "Quiz", "9");
        own.type("Dunmore", "Cliff section", "10");
        list = own.base() + "/groundwork/goals";
        seen = own.base() + "/targets/goals";
    }

    private String told(HttpResponse<String> answer) {
        return answer.statusCode() == 302
                ? own.visitor().get(OwnClass.location(answer)).body()
                : answer.body();
    }

    private Goals goals() {
        return own.read(book -> GoalService.of(book.book()));
    }

    private List<String> titles() {
        return goals().all().stream()
                .map(goal -> (goal.parent().isPresent() ? "> " : "") + goal.title())
                .toList();
    }

    private String id(String title) {
        return goals().all().stream()
                .filter(goal -> goal.title().equals(title))
                .map(goal -> goal.id().text())
                .findFirst()
                .orElseThrow();
    }

    private void add(Map<String, List<String>> listed) {
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(GoalsMaker.class).addAndLink(own.teacher(), own.id(), listed);
            return null;
        });
    }

    /** The form as the page shows it, with the fields of the first goal otherwise. */
    private String[] form(String... otherwise) {
        List<String> fields = new ArrayList<>();
        fields.addAll(List.of("stamp", Html.value(own.visitor().get(list).body(), "[name=stamp]", "value")));
        for (GoalLine line : GoalLine.of(goals())) {
            fields.addAll(List.of("goal", Long.toString(line.id()), "title", line.title()));
            fields.addAll(List.of("under", line.under() ? "under" : "", "secure", line.secure()));
            fields.addAll(List.of("needs", line.needs(), "judge", line.judge()));
        }
        for (int i = 0; i < otherwise.length; i += 2) {
            fields.set(fields.indexOf(otherwise[i]) + 1, otherwise[i + 1]);
        }
        return fields.toArray(new String[0]);
    }

    @Test
    void anIndentedListAndASheetBecomeGoalsAndThoseUnderThem() {
        assertThat(own.visitor().get(list).body()).contains("No goals yet.");
        assertThat(told(own.visitor()
                        .post(list + "/add", "pasted", "Reads maps\n\t- Reads contours\n\n    2. Grids\nSurveys\n")))
                .contains("4 goals are added.", "Without evidence", "Pieces without a goal", "Cliff section");
        assertThat(titles()).containsExactly("Reads maps", "> Reads contours", "> Grids", "Surveys");
        byte[] file = "Goal,Under\nWrites,\nArgues,Writes\n\"Cites, fully\",Writes\n".getBytes(StandardCharsets.UTF_8);
        own.visitor().upload(list + "/add", "file", file);
        assertThat(titles())
                .containsExactly(
                        "Reads maps", "> Reads contours", "> Grids", "Surveys", "Writes", "> Argues", "> Cites, fully");
        assertThat(told(own.visitor().post(list + "/add", "pasted", "\n  \n")))
                .contains("There is no goal in it. Write one in each line.");
        assertThat(told(own.visitor().post(list + "/add", "pasted", "a\n".repeat(199))))
                .contains("A class has at most 200 goals; these would make 206.");
        assertThat(titles()).hasSize(7);
    }

    @Test
    void whatWillNotDoIsToldBesideItsFieldAndNothingIsSaved() {
        add(Map.of("Reads contours", List.of("Quiz")));
        String before = goals().all().toString();
        String page = told(own.visitor().post(list, form("secure", "101", "needs", "0", "title", "")));
        assertThat(Html.values(page, ".notice [data-field]", "data-field")).contains("title", "secure", "needs");
        assertThat(page).contains("value=\"101\"");
        assertThat(told(own.visitor().post(list, form("under", "under"))))
                .contains("The first goal cannot be under another.");
        assertThat(goals().all().toString()).isEqualTo(before);
        List<String> further = new ArrayList<>(List.of(form()));
        further.addAll(List.of("goal", "", "title", "More", "under", "under", "secure", "", "needs", "", "judge", ""));
        assertThat(told(own.visitor().post(list, further.toArray(new String[0]))))
                .contains("Reads contours has evidence or levels of its own. Delete them first");
        assertThat(told(own.visitor().post(list, form("secure", "82,5", "needs", "1", "judge", "mean"))))
                .contains("The goals are saved.", "value=\"82.5\"");
        Goal saved = goals().all().get(0);
        assertThat(saved.secure().exact()).hasToString("165/2");
        assertThat(saved.statedNeeds()).contains(1);
    }

    @Test
    void aGoalWithEvidenceIsDeletedOnlyWhereThatIsMeantAndNeverFromAnOldPage() {
        add(Map.of("Reads contours", List.of("Quiz")));
        String[] old = form();
        String stamp = Html.value(own.visitor().get(list).body(), "[name=stamp]", "value");
        assertThat(told(own.visitor().post(list, "stamp", stamp)))
                .contains("Reads contours has evidence or levels, which would be deleted too.", "name=\"really\"");
        assertThat(titles()).hasSize(1);
        told(own.visitor().post(list + "/add", "pasted", "Surveys"));
        assertThat(told(own.visitor().post(list, old)))
                .contains("The goals were altered in another window since this page was shown.");
        assertThat(titles()).hasSize(2);
        String now = Html.value(own.visitor().get(list).body(), "[name=stamp]", "value");
        assertThat(told(own.visitor().post(list, "stamp", now, "really", "true")))
                .contains("The goals are saved.");
        assertThat(titles()).isEmpty();
    }

    /** What hangs on a goal is never in the way of opening its class. */
    @Test
    void aGoalThatIsUsedGetsNoneUnderItAndOneWhosePieceWasAwayLeavesItsClassOpen() {
        add(Map.of("Reads contours", List.of("Cliff section")));
        String page = seen + "/" + own.student("Brandt");
        told(own.visitor().post(page, "goal", id("Reads contours"), "level", "secure", "day", "2027-02-03"));
        String piece = own.base() + "/assessments/" + own.piece("Cliff section");
        own.visitor().post(piece + "/remove");
        List<String> further = new ArrayList<>(List.of(form()));
        further.addAll(List.of("goal", "", "title", "More", "under", "under", "secure", "", "needs", "", "judge", ""));
        assertThat(told(own.visitor().post(list, further.toArray(new String[0]))))
                .contains("Reads contours has evidence or levels of its own. Delete them first");
        told(own.visitor().post(page, "goal", id("Reads contours"), "level", "none", "day", "2027-02-03"));
        assertThat(told(own.visitor().post(list, further.toArray(new String[0]))))
                .contains("The goals are saved.");
        assertThat(own.visitor()
                        .post(piece.replace("/assessments", "/groundwork/assessments") + "/back")
                        .statusCode())
                .isEqualTo(302);
        assertThat(own.visitor().get(own.base() + "/marks").statusCode()).isEqualTo(200);
        assertThat(own.<Integer>read(book -> book.book().assessments().size())).isEqualTo(2);
        assertThat(titles()).containsExactly("Reads contours", "> More");
        assertThat(goals().all().get(0).evidence()).isEmpty();
    }

    @Test
    void theGridLinksPiecesAndPartsButNotBothOfOne() {
        String tests = own.read(book -> book.book().categories().get(0).id().text());
        own.visitor()
                .post(
                        own.base() + "/assessments",
                        "title",
                        "Weekly",
                        "category",
                        tests,
                        "date",
                        "2027-01-20",
                        "partTitle",
                        "Warm-up",
                        "partOutOf",
                        "5",
                        "partTitle",
                        "Essay",
                        "partOutOf",
                        "20");
        add(Map.of("Reads contours", List.of("Quiz"), "Surveys", List.of()));
        String grid = list + "/evidence";
        String page = own.visitor().get(grid).body();
        assertThat(Html.texts(page, ".evidence-grid tbody th span"))
                .containsExactly("Quiz", "Weekly", "Warm-up", "Essay", "Cliff section");
        assertThat(Html.values(page, ".evidence-grid input[checked]", "value")).hasSize(1);
        String stamp = Html.value(page, "[name=stamp]", "value");
        String goal = id("Surveys");
        List<String> column = Html.values(page, "[name=link][value^=" + goal + ":]", "value");
        assertThat(told(own.visitor().post(grid, "stamp", stamp, "link", column.get(1), "link", column.get(2))))
                .contains("Weekly would be evidence of “Surveys” whole and in part.");
        assertThat(told(own.visitor().post(grid, "stamp", stamp, "link", column.get(2), "link", column.get(4))))
                .contains("The evidence is saved.");
        assertThat(goals().all().stream().flatMap(own -> own.evidence().stream()))
                .as("that of the other goal was unticked")
                .hasSize(2);
        assertThat(told(own.visitor().post(grid, "stamp", stamp))).contains("altered in another window");
        String now = Html.value(own.visitor().get(grid).body(), "[name=stamp]", "value");
        assertThat(own.visitor()
                        .post(grid, "stamp", now, "link", goal + ":999999:0")
                        .statusCode())
                .isEqualTo(404);
        // A piece removed from the sheet takes its evidence along, and brings it back.
        own.visitor().post(own.base() + "/assessments/" + own.piece("Cliff section") + "/remove");
        assertThat(goals().all().stream().flatMap(own -> own.evidence().stream()))
                .hasSize(1);
    }

    @Test
    void theClassIsSeenByLevelAndWhyIsSaid() {
        add(Map.of("Reads contours", List.of("Quiz", "Cliff section")));
        String page = own.visitor().get(seen).body();
        assertThat(Html.value(page, ".goal-bar", "aria-label")).isEqualTo("0 not begun, 1 begun, 1 again, 1 secure");
        String secure = own.visitor()
                .get(seen + "?goal=" + id("Reads contours") + "&level=secure")
                .body();
        assertThat(Html.texts(secure, ".beside .plain-list li"))
                .containsExactly("Brandt, Ilva the latest of 2, Cliff section 76.0 %, is 70 % or more");
        assertThat(Html.text(
                        own.visitor().get(seen + "/" + own.student("Castellan")).body(), ".goal-list li .quiet"))
                .isEqualTo("1 of 2 that are needed counts");
        assertThat(Html.text(
                        own.visitor().get(seen + "/" + own.student("Dunmore")).body(), ".goal-list li .quiet"))
                .isEqualTo("the latest of 2, Cliff section 40.0 %, is below 70 %");
    }

    @Test
    void aLevelByHandHoldsUntilLaterEvidenceAndIsTakenBack() {
        add(Map.of("Reads contours", List.of("Quiz", "Cliff section")));
        String goal = id("Reads contours");
        String page = seen + "/" + own.student("Dunmore");
        assertThat(told(own.visitor().post(page, "goal", goal, "level", "secure", "day", "2027-02-03")))
                .contains(
                        "Dunmore, Fenna, Reads contours: secure from 3 Feb.",
                        "set by hand on 3 Feb 2027; the evidence would say again");
        assertThat(told(own.visitor().post(page, "goal", goal, "level", "secure", "day", "2027-02-30")))
                .contains("The day is “2027-02-30”.");
        assertThat(told(own.visitor().post(page, "goal", goal, "level", "secure", "day", "2099-01-01")))
                .contains("The day is still to come.");
        assertThat(told(own.visitor().post(page, "goal", goal, "level", "great", "day", "2027-02-03")))
                .contains("Choose one of the levels.");
        assertThat(told(own.visitor().post(page, "goal", goal, "level", "none", "day", "2027-02-03")))
                .contains("Dunmore, Fenna, Reads contours: the level set by hand is deleted.", "is below 70 %");
        // Down the class, from before the last evidence: what came later decides.
        assertThat(told(own.visitor()
                        .post(
                                seen + "/of/" + goal,
                                "enrolment",
                                own.student("Brandt"),
                                "level",
                                "again",
                                "enrolment",
                                own.student("Castellan"),
                                "level",
                                "secure",
                                "enrolment",
                                own.student("Dunmore"),
                                "level",
                                "",
                                "day",
                                "2027-01-20")))
                .contains("2 levels are set.", "judged by what came after the level set by hand on 20 Jan 2027")
                .contains("set by hand on 20 Jan 2027; the evidence would say begun");
        // All of them or none: the second is nobody of the class.
        assertThat(own.visitor()
                        .post(
                                seen + "/of/" + goal,
                                "enrolment",
                                own.student("Dunmore"),
                                "level",
                                "secure",
                                "enrolment",
                                "999999",
                                "level",
                                "secure",
                                "day",
                                "2027-02-20")
                        .statusCode())
                .isEqualTo(404);
        assertThat(goals().levels()).hasSize(2);
        assertThat(told(own.visitor().post(seen + "/of/" + goal, "day", "2027-01-20")))
                .contains("Choose a level for somebody first.");
        assertThat(own.visitor().get(own.base() + "/changes").body()).contains("set by hand");
    }

    @Test
    void goalsGoOutWithTheClassAndComeBackAndIntoAnotherYearWithoutLevels() {
        OwnClass demo = OwnClass.ofTheDemo(app, "10A");
        Goals before = demo.read(book -> book.book().goals().orElseThrow());
        byte[] file = demo.visitor().download(demo.base() + "/groundwork/class/markbook");
        demo.visitor().upload("/classes/import", "file", file);
        assertThat(before.all()).hasSize(8);
        assertThat(before.all().stream()
                        .flatMap(goal -> goal.evidence().stream())
                        .filter(own -> own.part().isPresent()))
                .hasSize(6);
        OwnClass nine = OwnClass.ofTheDemo(app, "9B");
        assertThat(nine.<Integer>read(
                        book -> book.book().goals().orElseThrow().levels().size()))
                .isEqualTo(3);
        String year = OwnClass.location(nine.visitor()
                        .post(
                                "/years",
                                "name",
                                "2027/28",
                                "termName",
                                "One",
                                "starts",
                                "2027-09-01",
                                "ends",
                                "2027-12-10",
                                "termName",
                                "Two",
                                "starts",
                                "2028-01-03",
                                "ends",
                                "2028-03-24",
                                "termName",
                                "Three",
                                "starts",
                                "2028-04-10",
                                "ends",
                                "2028-06-30"))
                .replaceAll(".*year=", "");
        String id = Long.toString(nine.id());
        // A class with a register, which stays in its year.
        String copied = OwnClass.location(
                nine.visitor().post("/years/" + year + "/copy", "source", id, "chosen", id, "name", "10B"));
        assertThat(nine.visitor().get(copied).body()).contains("10B", "without entries");
        String made = Html.values(nine.visitor().get("/").body(), "a[href^=/classes/]", "href").stream()
                .filter(href -> !href.startsWith("/classes/" + id))
                .map(href -> href.replaceAll("(/classes/[0-9]+).*", "$1"))
                .findFirst()
                .orElseThrow();
        String goals = nine.visitor().get(made + "/groundwork/goals").body();
        assertThat(Html.values(goals, ".is-goals [name=title]", "value"))
                .hasSize(12)
                .contains("Reads contours");
        assertThat(goals).doesNotContain("Without evidence");
    }
}
