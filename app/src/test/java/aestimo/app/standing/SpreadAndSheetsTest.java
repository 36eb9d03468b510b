package aestimo.app.standing;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Mean;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Means of sets for each assessment, days under lines over time, and the target on a student's sheet. */
@ExtendWith(RunningApp.class)
class SpreadAndSheetsTest {
    @Test
    void everySetsMeanAndItsGradeStandBesideThatOfTheClass(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        String page =
                own.visitor().get(own.base() + "/standing/spread?span=year").body();
        List<String> rows = Html.texts(page, ".is-spread tbody tr");
        String csv = new String(
                own.visitor().download(own.base() + "/standing/spread.csv?span=year"), StandardCharsets.UTF_8);
        assertThat(csv.lines().findFirst().orElseThrow()).contains("North mean %,North grade,South mean %,South grade");
        List<String> expected = own.read(book -> {
            Standing year = Standing.of(book.book(), new Span.Year());
            List<String> all = new ArrayList<>();
            for (AssessmentFigures figures : year.assessments()) {
                if (figures.counted() > 0) {
                    Assessment piece = figures.assessment();
                    all.add(piece.title() + " " + mean(year, figures, "North") + " " + mean(year, figures, "South"));
                }
            }
            return all;
        });
        assertThat(expected).hasSizeGreaterThan(10);
        for (String line : expected) {
            String title = line.replaceAll(" [0-9.]+ [0-9] [0-9.]+ [0-9]$", "");
            String means = line.substring(title.length() + 1);
            assertThat(rows).as(title).anyMatch(row -> row.startsWith(title) && row.endsWith(means));
            assertThat(csv.lines().filter(row -> row.startsWith(title + ",")))
                    .as(title)
                    .anyMatch(row -> row.endsWith(means.replace(' ', ',')));
        }
        assertThat(Html.texts(page, ".over-time text")).contains("18 Sep", "%", "100");
    }

    /** Worked out from the students' percents alone, by the set each is in today. */
    private static String mean(Standing year, AssessmentFigures figures, String set) {
        List<Percent> percents = year.book().students().stream()
                .filter(student -> student.set().equals(Optional.of(set)))
                .flatMap(student -> figures.percentOf(student).stream())
                .toList();
        Percent mean = Mean.of(percents).orElseThrow();
        return mean.shown(Places.ONE) + " " + year.gradeOf(mean).orElseThrow().label();
    }

    @Test
    void theTargetIsOnTheSheetOfWhoHasOneUnlessItIsLeftOut(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Student aimed = own.read(book -> book.book().targets().stream()
                .filter(target -> target.hasAim())
                .findFirst()
                .flatMap(target -> book.book().placeOf(target.student()))
                .map(place -> book.book().students().get(place))
                .orElseThrow());
        String sheet = own.base() + "/standing/sheets?of=" + own.student(aimed.family());
        assertThat(Html.texts(own.visitor().get(sheet).body(), ".sheet-aim svg > title"))
                .singleElement()
                .asString()
                .contains("Term 1: aim");
        assertThat(own.visitor().get(sheet + "&show=percent,grade").body()).doesNotContain("sheet-aim");
    }

    @Test
    void aGradeNamesWhoCameToItAndWhoHadItInTheTermBefore(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        String term = own.read(book -> book.book().terms().get(1).id().text());
        String page = own.visitor()
                .get(own.base() + "/standing?span=" + term + "&band=5")
                .body();
        List<String> moved = own.read(book -> {
            Standing now = term(book.book(), 1);
            Standing before = term(book.book(), 0);
            List<String> all = new ArrayList<>();
            for (StudentStanding one : now.students()) {
                String is = grade(Optional.of(one));
                String was = grade(Optional.of(before.of(one.student().id())));
                if (is.equals("5") && !was.isEmpty() && !was.equals("5")) {
                    all.add(one.student().listName() + " from " + was);
                } else if (was.equals("5") && !is.isEmpty() && !is.equals("5")) {
                    all.add(one.student().listName() + " to " + is);
                }
            }
            return all;
        });
        assertThat(moved).hasSizeGreaterThan(4);
        assertThat(Html.texts(page, ".named-lines li"))
                .filteredOn(line -> line.matches(".* (from|to) [0-9]"))
                .containsExactlyInAnyOrderElementsOf(moved);
        assertThat(Html.text(page, "#margin-view")).contains("New to it since Term 1", "Had it in Term 1");
    }

    private static Standing term(Book book, int place) {
        return Standing.of(book, new Span.Terms(Set.of(book.terms().get(place).id())));
    }

    private static String grade(Optional<StudentStanding> own) {
        return own.flatMap(StudentStanding::result)
                .flatMap(Result::grade)
                .map(Band::label)
                .orElse("");
    }

    @Test
    void startingPointsStandBesideTheMarksSoFarAndTheLastReport(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        String text = "No\tName\tLast report\n"
                + own.<String>read(book -> {
                    Student first = book.book().students().get(0);
                    return first.number() + "\t" + first.fullName() + "\tWorks well in the field.\n";
                });
        String opened = OwnClass.location(own.visitor().post(own.base() + "/marks/import", "pasted", text))
                .replaceAll("\\?.*", "");
        own.visitor()
                .post(
                        opened + "/import",
                        PageForm.fields(own.visitor().get(opened).body(), "settle-form"));
        String page = own.visitor().get(own.base() + "/targets?compare=start").body();
        assertThat(Html.texts(page, ".is-start tbody tr"))
                .filteredOn(row -> row.endsWith("Works well in the field."))
                .hasSize(1);
        assertThat(Html.texts(page, ".is-start .so-far svg").size())
                .isEqualTo(Html.texts(page, ".is-start tbody tr").size());
        assertThat(page).contains("latest 6");
    }
}
