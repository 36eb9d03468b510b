package aestimo.app.goals;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.register.LessonService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.core.goal.Goals;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Goals where they are met: the form of a piece, other classes, the room, the page of changes, files and lists. */
@ExtendWith(RunningApp.class)
class GoalsEverywhereTest {
    private RunningApp app;
    private OwnClass own;
    private String tests;
    private String grid;
    private String seen;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("Brandt, Ilva\nCastellan, Rui\nDunmore, Fenna\n");
        tests = own.addCategory("Tests");
        own.addPiece("Quiz", tests, "2027-01-12", "10");
        own.addPiece("Cliff section", tests, "2027-02-02", "25");
        own.type("Brandt", "Quiz", "5");
        own.type("Brandt", "Cliff section", "19");
        own.type("Castellan", "Quiz", "9");
        grid = own.base() + "/groundwork/goals/evidence";
        seen = own.base() + "/targets/goals";
        add(own, Map.of("Reads contours", List.of("Quiz", "Cliff section")));
        add(own, Map.of("Surveys", List.of()));
    }

    private void add(OwnClass to, Map<String, List<String>> listed) {
        ActingTeacher.as(to.teacher(), () -> {
            app.bean(GoalsMaker.class).addAndLink(to.teacher(), to.id(), listed);
            return null;
        });
    }

    private String told(HttpResponse<String> answer) {
        return answer.statusCode() == 302
                ? own.visitor().get(OwnClass.location(answer)).body()
                : answer.body();
    }

    private static Goals goals(OwnClass of) {
        return of.read(book -> GoalService.of(book.book()));
    }

    private String id(String title) {
        return goals(own).all().stream()
                .filter(goal -> goal.title().equals(title))
                .map(goal -> goal.id().text())
                .findFirst()
                .orElseThrow();
    }

    /** “Reads contours: Quiz, Cliff section”. */
    private static List<String> evidence(OwnClass of) {
        return of.read(book -> GoalService.of(book.book()).all().stream()
                .map(goal -> goal.title() + ": "
                        + String.join(
                                ", ",
                                goal.evidence().stream()
                                        .map(each -> book.book()
                                                .assessments()
                                                .get(book.book()
                                                        .placeOf(each.assessment())
                                                        .orElseThrow())
                                                .title())
                                        .sorted()
                                        .toList()))
                .sorted()
                .toList());
    }

    private String pieceForm(String title) {
        return own.visitor().get(own.base() + "/marks?edit=" + own.piece(title)).body();
    }

    /** The fields of a piece's form as a browser would send them, with other goals ticked. */
    private String[] sent(String page, String title, String... ticked) {
        List<String> fields = new ArrayList<>(
                List.of("title", title, "category", tests, "date", "2027-01-12", "outOf", "10", "version"));
        fields.add(Html.value(page, "[name=version]", "value"));
        Html.values(page, "[name=goalWas]", "value").forEach(was -> fields.addAll(List.of("goalWas", was)));
        Arrays.stream(ticked).forEach(link -> fields.addAll(List.of("goalLink", link)));
        return fields.toArray(new String[0]);
    }

    @Test
    void thePiecesFormLinksItsGoalsAndLeavesAloneWhatAnotherWindowLinked() {
        String quiz = own.base() + "/assessments/" + own.piece("Quiz");
        String page = pieceForm("Quiz");
        assertThat(Html.texts(page, ".is-piece-goals tbody th")).containsExactlyInAnyOrder("Reads contours", "Surveys");
        assertThat(Html.values(page, ".is-piece-goals input[checked]", "value"))
                .containsExactly(id("Reads contours") + ":" + own.piece("Quiz") + ":0");
        String surveys = id("Surveys") + ":" + own.piece("Quiz") + ":0";
        // Another window made the cliff section evidence of Surveys after this one was shown.
        String stamp = Html.value(own.visitor().get(grid).body(), "[name=stamp]", "value");
        own.visitor()
                .post(
                        grid + "?goal=" + id("Surveys"),
                        "stamp",
                        stamp,
                        "link",
                        id("Surveys") + ":" + own.piece("Cliff section") + ":0");
        assertThat(told(own.visitor().post(quiz, sent(page, "Quick quiz", surveys))))
                .contains("“Quick quiz” is saved.");
        assertThat(evidence(own))
                .containsExactly("Reads contours: Cliff section", "Surveys: Cliff section, Quick quiz");
        // Refused for its title: the ticks stay as they were set, and nothing is linked.
        String again = told(own.visitor().post(quiz, sent(pieceForm("Quick quiz"), "", id("Reads contours") + ":1:0")));
        assertThat(Html.elements(again, ".is-piece-goals tr:contains(Reads contours) input[checked]"))
                .hasSize(1);
        assertThat(evidence(own)).contains("Reads contours: Cliff section");
        // A new piece has its goals from the first save on.
        String location = own.base() + "/assessments";
        String[] fields = {
            "title",
            "Profile",
            "category",
            tests,
            "date",
            "2027-02-09",
            "outOf",
            "10",
            "goalLink",
            id("Surveys") + ":0:0"
        };
        assertThat(told(own.visitor().post(location, fields))).contains("“Profile” is added.");
        assertThat(evidence(own)).contains("Surveys: Cliff section, Profile, Quick quiz");
    }

    @Test
    void aPieceIsNotSavedByHalfWhereItsGoalsWillNotDo() {
        String quiz = own.base() + "/assessments/" + own.piece("Quiz");
        String page = pieceForm("Quiz");
        String gone = "999999:" + own.piece("Quiz") + ":0";
        assertThat(own.visitor().post(quiz, sent(page, "Renamed", gone)).statusCode())
                .isEqualTo(404);
        List<String> fields =
                new ArrayList<>(List.of(sent(page, "Renamed", id("Surveys") + ":0:0", id("Reads contours") + ":0:0")));
        fields.addAll(List.of("kind", "CHECK"));
        String refused = told(own.visitor().post(quiz, fields.toArray(new String[0])));
        assertThat(Html.plain(refused)).contains("It has 2 entries: a piece with entries keeps its kind.");
        assertThat(own.piece("Quiz")).isPositive();
        String check = told(own.visitor()
                .post(
                        own.base() + "/assessments",
                        "title",
                        "Homework",
                        "category",
                        tests,
                        "date",
                        "2027-02-09",
                        "kind",
                        "CHECK",
                        "goalLink",
                        id("Surveys") + ":0:0"));
        assertThat(Html.plain(check)).contains("Homework has no marks or grades, so it cannot be evidence of a goal.");
        assertThat(own.<Integer>read(book -> book.book().assessments().size())).isEqualTo(2);
    }

    @Test
    void theGridOfOneGoalSavesThatGoalAlone() {
        String one = grid + "?goal=" + id("Surveys");
        String page = own.visitor().get(one).body();
        assertThat(Html.texts(page, ".evidence-grid thead th")).containsExactly("Surveys");
        assertThat(Html.text(
                        own.visitor().get(grid + "?piece=" + own.piece("Quiz")).body(), ".evidence-grid tbody"))
                .contains("Quiz")
                .doesNotContain("Cliff section");
        String stamp = Html.value(page, "[name=stamp]", "value");
        String foreign = id("Reads contours") + ":" + own.piece("Quiz") + ":0";
        assertThat(told(own.visitor()
                        .post(
                                one,
                                "stamp",
                                stamp,
                                "link",
                                foreign,
                                "link",
                                id("Surveys") + ":" + own.piece("Quiz") + ":0")))
                .contains("The evidence is saved.");
        assertThat(evidence(own)).containsExactly("Reads contours: Cliff section, Quiz", "Surveys: Quiz");
    }

    @Test
    void anotherClassGetsTheGoalsItLacksWithTheEvidenceItHasByTheSameTitle() {
        OwnClass other = own.another("9C");
        String category = other.addCategory("Tests");
        other.addStudents("Hollis, Kwame\n");
        other.addPiece("quiz", category, "2027-01-14", "20");
        add(other, Map.of("surveys", List.of("quiz")));
        String page = own.base() + "/groundwork/goals";
        assertThat(told(own.visitor().post(page + "/copy"))).contains("Tick the classes the goals are copied to.");
        assertThat(told(own.visitor().post(page + "/copy", "to", Long.toString(other.id()))))
                .contains("9C: 1 goal is copied, 1 of 2 links to pieces with them");
        assertThat(evidence(other)).containsExactly("Reads contours: quiz", "surveys: quiz");
        assertThat(told(own.visitor().post(page + "/copy", "to", Long.toString(other.id()))))
                .contains("9C already has all of them.");
        assertThat(own.visitor().post(page + "/copy", "to", "999999").statusCode())
                .isEqualTo(404);
        // What is judged by itself there can be judged by none under it here: nothing is copied by half.
        String[] under = {"pasted", "surveys\n  Draws a profile\nWalks"};
        own.visitor().post(page + "/add", under);
        assertThat(Html.plain(told(own.visitor().post(page + "/copy", "to", Long.toString(other.id())))))
                .contains("9C: surveys has evidence or levels of its own.")
                .contains("Nothing was copied.");
        assertThat(evidence(other)).hasSize(2);
    }

    private String set(String... levels) {
        List<String> fields = new ArrayList<>(List.of("day", "2027-02-03"));
        for (int i = 0; i < levels.length; i += 2) {
            fields.addAll(List.of("enrolment", own.student(levels[i]), "level", levels[i + 1]));
        }
        return told(own.visitor().post(seen + "/of/" + id("Surveys"), fields.toArray(new String[0])));
    }

    private List<String> byHand() {
        return goals(own).levels().stream()
                .map(level -> level.level().name())
                .sorted()
                .toList();
    }

    private String pressed(String page) {
        String action = Html.value(page, ".notice-undo", "action");
        PageForm form = PageForm.all(page).stream()
                .filter(own -> own.action().equals(action))
                .findFirst()
                .orElseThrow();
        return told(own.visitor().post(action, form.fields().toArray(new String[0])));
    }

    @Test
    void levelsSetAtOnceAreUndoneAndDoneAgainAtOnce() {
        String page = set("Brandt", "secure", "Castellan", "again");
        assertThat(page).contains("2 levels are set.");
        assertThat(byHand()).containsExactly("AGAIN", "SECURE");
        String undone = pressed(page);
        assertThat(Html.text(undone, ".notice.is-done")).isEqualTo("Undone. Everything is as it was before. Redo");
        assertThat(byHand()).isEmpty();
        String redone = pressed(undone);
        assertThat(Html.text(redone, ".notice.is-done")).isEqualTo("Done again. Undo");
        assertThat(byHand()).containsExactly("AGAIN", "SECURE");
        assertThat(set("Brandt", "secure"))
                .contains("These levels were set already.")
                .doesNotContain("notice-undo");
        // One of them altered since: none is put back.
        set("Castellan", "begun");
        assertThat(Html.plain(pressed(redone)))
                .contains("Castellan, Rui has been given another level of that day since: begun. Nothing was undone.");
        assertThat(byHand()).containsExactly("BEGUN", "SECURE");
        // The goal is gone.
        own.visitor()
                .post(
                        own.base() + "/groundwork/goals",
                        "stamp",
                        Html.value(
                                own.visitor()
                                        .get(own.base() + "/groundwork/goals")
                                        .body(),
                                "[name=stamp]",
                                "value"),
                        "really",
                        "true");
        assertThat(goals(own).all()).isEmpty();
        assertThat(Html.plain(pressed(redone))).contains("The goal has been deleted since, and its levels with it.");
        // Another class, or no step at all.
        OwnClass other = own.another("9C");
        String step = Html.value(redone, ".notice-undo [name=step]", "value");
        assertThat(own.visitor()
                        .post(other.base() + "/targets/goals/undo", "step", step)
                        .statusCode())
                .isEqualTo(404);
        assertThat(own.visitor().post(seen + "/undo", "step", "no step").statusCode())
                .isEqualTo(404);
    }

    @Test
    void thePageOfChangesPutsOneLevelBack() {
        set("Brandt", "secure", "Castellan", "again");
        String changes = own.base() + "/changes";
        String page = own.visitor().get(changes).body();
        assertThat(Html.text(page, ".is-changes tbody tr:contains(Brandt)"))
                .contains("Surveys, from 3 Feb", "none", "secure", "set by hand", "undo");
        String change = Html.value(page, ".is-changes tr:contains(Brandt) [name=change]", "value");
        assertThat(Html.plain(told(own.visitor().post(changes + "/undo", "change", change))))
                .contains("Brandt, Ilva, Surveys, from 3 Feb is without a level by hand again.");
        assertThat(byHand()).containsExactly("AGAIN");
        assertThat(told(own.visitor().post(changes + "/undo", "change", change)))
                .contains("Nothing was undone.");
    }

    /** The line among the changes says which goal and which piece, also where as many are there as before. */
    @Test
    void whatWasAlteredOfGoalsAndTheirEvidenceIsOnRecord() {
        String list = own.base() + "/groundwork/goals";
        String page = own.visitor().get(list).body();
        List<String> fields = new ArrayList<>(List.of("stamp", Html.value(page, "[name=stamp]", "value")));
        for (GoalLine line : GoalLine.of(goals(own))) {
            boolean surveys = line.title().equals("Surveys");
            fields.addAll(List.of("goal", Long.toString(line.id()), "under", "", "judge", surveys ? "mean" : ""));
            fields.addAll(List.of("title", surveys ? "Surveys a slope" : line.title()));
            fields.addAll(List.of("secure", surveys ? "80" : "", "needs", surveys ? "2" : ""));
        }
        own.visitor().post(list, fields.toArray(new String[0]));
        String quiz = id("Surveys a slope") + ":" + own.piece("Quiz") + ":0";
        String stamp = Html.value(own.visitor().get(grid).body(), "[name=stamp]", "value");
        own.visitor().post(grid + "?piece=" + own.piece("Quiz"), "stamp", stamp, "link", quiz);
        List<String> changes =
                Html.texts(own.visitor().get(own.base() + "/changes").body(), ".is-changes tbody tr");
        assertThat(changes)
                .anyMatch(line -> line.contains(
                        "goals Surveys Surveys a slope, secure from 80 %, by the mean, needs 2 groundwork"))
                .anyMatch(line ->
                        line.contains("evidence of goals Reads contours: Quiz Surveys a slope: Quiz groundwork"));
    }

    @Test
    void aLevelIsLookedAtOverAllGoals() {
        String page = own.visitor().get(seen + "?level=not-begun").body();
        assertThat(Html.text(page, ".beside h2")).isEqualTo("Goals: not begun");
        assertThat(Html.texts(page, ".goal-students li"))
                .containsExactly(
                        "Dunmore, Fenna 2 Reads contours · Surveys",
                        "Brandt, Ilva 1 Surveys",
                        "Castellan, Rui 1 Surveys");
        assertThat(Html.texts(own.visitor().get(seen + "?level=secure").body(), ".goal-title"))
                .containsExactly("Reads contours");
        assertThat(own.visitor().get(seen + "?level=again").body()).contains("Nobody is there in any goal.");
    }

    @Test
    void levelsGoIntoFilesAndOntoAPageThatNamesNobody() {
        String csv = new String(own.visitor().download(seen + ".csv"), StandardCharsets.UTF_8);
        assertThat(csv.lines().toList().get(0))
                .contains("Number,Student,Set,")
                .contains("Reads contours")
                .endsWith("Secure");
        assertThat(csv).contains("Brandt, Ilva").contains("secure");
        assertThat(own.visitor().download(seen + ".ods")).startsWith('P', 'K');
        assertThat(own.visitor().get(seen + "/meeting").body())
                .contains("Fewer than five students")
                .doesNotContain("goal-bar");
        OwnClass large = OwnClass.ofTheDemo(app, "9B");
        String meeting = large.visitor()
                .get(large.base() + "/targets/goals/meeting?span=year")
                .body();
        assertThat(Html.texts(meeting, ".goals-meeting th")).hasSize(12).contains("Reads contours");
        List<String> names = large.read(book ->
                book.book().students().stream().map(student -> student.family()).toList());
        assertThat(names)
                .hasSizeGreaterThan(20)
                .noneMatch(name -> Html.plain(meeting).contains(name));
        assertThat(large.visitor().download(large.base() + "/targets/goals/meeting.pdf"))
                .startsWith("%PDF".getBytes(StandardCharsets.US_ASCII));
        OwnClass none = own.another("9C");
        assertThat(own.visitor().get(none.base() + "/targets/goals.csv").statusCode())
                .isEqualTo(404);
        assertThat(own.visitor().get(none.base() + "/targets/goals/meeting").statusCode())
                .isEqualTo(404);
    }

    @Test
    void inTheRoomALevelIsSetOnTheDayOfTheLessonAndTheLessonIsOpenAgain() {
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(LessonService.class).add(own.teacher(), own.id(), "2027-02-03", 1);
            return null;
        });
        String lesson = own.read(book ->
                book.book().register().orElseThrow().lessons().get(0).id().text());
        String about = own.visitor()
                .get(own.base() + "/room/students/" + own.student("Brandt") + "?by=name&lesson=" + lesson)
                .body();
        assertThat(Html.texts(about, ".about-goals li")).contains("● Reads contours : secure");
        assertThat(Html.text(about, ".hand-line button")).isEqualTo("Set from 3 Feb");
        HttpResponse<String> answer = own.visitor()
                .post(
                        seen + "/" + own.student("Brandt"),
                        "goal",
                        id("Surveys"),
                        "level",
                        "begun",
                        "day",
                        Html.value(about, ".hand-line [name=day]", "value"),
                        "page",
                        Html.value(about, ".hand-line [name=page]", "value"));
        assertThat(OwnClass.location(answer)).contains("/room?").endsWith("&lesson=" + lesson + "&by=name");
        String room = told(answer);
        assertThat(room).contains("Brandt, Ilva, Surveys: begun from 3 Feb.");
        assertThat(pressed(room)).contains("Undone.", "data-lesson=\"" + lesson + "\"");
        assertThat(byHand()).isEmpty();
        // A page that is none of ours leads nowhere else.
        HttpResponse<String> elsewhere = own.visitor()
                .post(
                        seen + "/" + own.student("Brandt"),
                        "goal",
                        id("Surveys"),
                        "level",
                        "begun",
                        "day",
                        "2027-02-03",
                        "page",
                        "//elsewhere.example");
        assertThat(OwnClass.location(elsewhere)).contains("/targets/goals/" + own.student("Brandt"));
    }

    @Test
    void conditionsCompareLevelsByTheirOrderAlsoWhereNobodyIsThere() {
        String asked = "/across?class=" + own.id() + "&where=goal:Surveys&value=";
        assertThat(Html.plain(own.visitor().get(asked + "secure&test=is").body()))
                .doesNotContain("Nobody has", "needs a level");
        assertThat(Html.plain(own.visitor().get(asked + "great&test=is").body()))
                .contains("needs a level: secure, again, begun, not begun.");
        String contours = "/across?class=" + own.id() + "&where=goal:Reads+contours&value=begun&test=at-least";
        assertThat(Html.plain(own.visitor().get(contours).body()))
                .contains("Brandt, Ilva", "Castellan, Rui")
                .doesNotContain("Dunmore, Fenna");
    }
}
