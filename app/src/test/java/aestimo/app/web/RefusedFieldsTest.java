package aestimo.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A refused form tells which of its fields are wrong, and each of those is on the page that is shown again. */
@ExtendWith(RunningApp.class)
class RefusedFieldsTest {
    /** Each reason as “field 2: what was typed there”, from the fields of the page itself. */
    private static List<String> told(HttpResponse<String> answer) {
        assertThat(answer.statusCode()).isEqualTo(200);
        List<String> told = new ArrayList<>();
        for (Element reason : Html.elements(answer.body(), ".notice [data-field]")) {
            String name = reason.attr("data-field");
            int line = Integer.parseInt(reason.attr("data-line"));
            String own = "[name=" + name + "]:not([type=hidden])";
            Element form = reason.closest("form");
            List<Element> fields = (form != null
                            ? form.select(own)
                            : Html.elements(answer.body(), "form[method=post] " + own))
                    .stream().filter(field -> field.closest("template") == null).toList();
            assertThat(fields).as(name).hasSizeGreaterThan(line);
            Element field = fields.get(line);
            told.add(name + " " + line + ": " + (field.normalName().equals("textarea") ? field.text() : field.val()));
        }
        return told;
    }

    @Test
    void aLineOfManyIsTheOneThatIsWrong(RunningApp app) {
        OwnClass own = new OwnClass(app, "");
        own.addCategory("Exams");
        Visitor visitor = own.visitor();
        assertThat(told(visitor.post(
                        own.base() + "/groundwork/boundaries",
                        fields("version 2", "label A", "from 60", "worth ", "words ", "label B", "from 1e9")
                                .toArray(new String[0]))))
                .containsExactly("from 1: 1e9");
        assertThat(told(visitor.post(
                        own.base() + "/groundwork/weights",
                        fields(
                                        "version 2",
                                        "categoryName Exams",
                                        "weight 50",
                                        "shape ring",
                                        "tint 1",
                                        "categoryName Exams",
                                        "weight half",
                                        "shape dot",
                                        "tint 2")
                                .toArray(new String[0]))))
                .containsExactly("categoryName 1: Exams", "weight 1: half");
        assertThat(told(visitor.post(
                        "/years",
                        fields(
                                        "name 2028/29",
                                        "termName One",
                                        "starts 2028-09-01",
                                        "ends 2028-12-11",
                                        "termName Two",
                                        "starts 2029-03-26",
                                        "ends 2029-01-04")
                                .toArray(new String[0]))))
                .containsExactly("ends 1: 2029-01-04");
    }

    @Test
    void allThatIsWrongWithAnAssessmentIsToldAtOnce(RunningApp app) {
        OwnClass own = new OwnClass(app, "");
        String category = own.addCategory("Exams");
        assertThat(told(own.visitor()
                        .post(
                                own.base() + "/assessments",
                                fields(
                                                "title ",
                                                "category " + category,
                                                "date 2027-02-30",
                                                "outOf -4",
                                                "weight 0",
                                                "partTitle Reading",
                                                "partOutOf 10",
                                                "partTitle Writing",
                                                "partOutOf many")
                                        .toArray(new String[0]))))
                .contains("title 0: ", "date 0: 2027-02-30", "outOf 0: -4", "weight 0: 0", "partOutOf 1: many");
    }

    @Test
    void whatIsWrongOfStudentsTargetsAndHelpIsToldByTheirLines(RunningApp app) {
        OwnClass own = new OwnClass(app, "");
        own.addStudents("Aldous, Mira\nBrandt, Ilva\n");
        own.setBands("A", "50", "B", "0");
        Visitor visitor = own.visitor();
        String list = visitor.get(own.base() + "/groundwork/students").body();
        List<String> typed = new ArrayList<>();
        for (Element field : Html.elements(list, "tr:has([name=enrolment]) input[name]:not([type=checkbox])")) {
            boolean second = typed.stream().filter("enrolment"::equals).count() == 2;
            String name = field.attr("name");
            typed.add(name);
            typed.add(
                    second && name.equals("joined")
                            ? "yesterday"
                            : !second && name.equals("family") ? "" : field.val());
        }
        assertThat(told(visitor.post(own.base() + "/groundwork/students", typed.toArray(new String[0]))))
                .contains("joined 1: yesterday", "family 0: ");
        assertThat(told(own.sendTargets("", List.of("top", "50", "way", "slip"), "Brandt score 51")))
                .containsExactly("score 1: 51");
        assertThat(told(visitor.post(
                        own.base() + "/targets/help",
                        fields("enrolment " + own.student("Brandt"), "reason ", "doing Reads", "lookAgain 2020-01-01")
                                .toArray(new String[0]))))
                .contains("reason 0: ", "lookAgain 0: 2020-01-01");
        assertThat(told(visitor.post(
                        own.base() + "/groundwork/students/" + own.student("Brandt"),
                        fields("email nobody", "birthday 2999-01-01", "startingScore many")
                                .toArray(new String[0]))))
                .contains("email 0: nobody", "birthday 0: 2999-01-01", "startingScore 0: many");
        assertThat(told(visitor.post(
                        own.base() + "/groundwork/rules",
                        fields(
                                        "version 1",
                                        "method WEIGHTED",
                                        "places 1",
                                        "gradeOn SHOWN",
                                        "borderline x",
                                        "movementAt 2",
                                        "lateDeduction 101",
                                        "ranking STANDARD",
                                        "missing ignored")
                                .toArray(new String[0]))))
                .contains("borderline 0: x", "lateDeduction 0: 101");
    }

    @Test
    void theAccountAndTheSchoolTellTheirs(RunningApp app) {
        Visitor visitor = new OwnClass(app, "").visitor();
        visitor.post("/account/password", "present", "long enough to do", "fresh", "short");
        assertThat(told(visitor.get("/account/signing-in"))).containsExactly("fresh 0: ");
        assertThat(told(visitor.post("/school", "address", "ftp://there", "client", "", "secret", "")))
                .contains("address 0: ftp://there", "client 0: ", "secret 0: ");
        assertThat(told(visitor.post(
                        "/school/asks",
                        "name",
                        "Effort",
                        "labels",
                        "A, B",
                        "name",
                        "Care",
                        "labels",
                        "",
                        "commentLength",
                        "lots")))
                .containsExactly("labels 1: ", "commentLength 0: lots");
    }

    /** “name value” of each; the value may be empty. */
    private static List<String> fields(String... named) {
        return Arrays.stream(named)
                .flatMap(one -> Arrays.stream(one.split(" ", 2)))
                .toList();
    }
}
