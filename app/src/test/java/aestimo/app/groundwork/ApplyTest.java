package aestimo.app.groundwork;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The categories of one class given to others, each kept or refused by itself. */
@ExtendWith(RunningApp.class)
class ApplyTest {
    private OwnClass first;
    private OwnClass second;
    private OwnClass third;
    private Visitor visitor;

    @BeforeEach
    void makeThreeClasses(RunningApp app) {
        first = new OwnClass(app, "");
        second = first.another("9C");
        third = first.another("9D");
        visitor = first.visitor();
        visitor.post(
                first.base() + "/groundwork/weights",
                "version",
                "1",
                "categoryName",
                "Tests",
                "weight",
                "70",
                "shape",
                "ring",
                "tint",
                "3",
                "categoryName",
                "Fieldwork",
                "weight",
                "30",
                "shape",
                "bar",
                "tint",
                "4");
        second.addPiece("Quiz", second.addCategory("tests"), "2027-02-05", "20");
        third.addPiece("Essay", third.addCategory("Essays"), "2027-02-05", "20");
    }

    private static List<String> categories(OwnClass own) {
        return own.read(book -> book.book().categories().stream()
                .map(category -> category.name() + " " + category.weight())
                .toList());
    }

    @Test
    void whatChangesIsSaidThenDoneAndTheRestIsRefusedWithItsReason() {
        String page = visitor.get(first.base() + "/groundwork/weights/apply").body();
        assertThat(page)
                .contains("Tests: 100 → 70", "Fieldwork is new, 30")
                .contains("Essays is not among them and holds 1 assessment.");
        String told = visitor.get(location(visitor.post(
                        first.base() + "/groundwork/weights/apply",
                        "to",
                        Long.toString(second.id()),
                        "to",
                        Long.toString(third.id()))))
                .body();
        assertThat(told)
                .contains("9C now has these categories.", "9D was left as it is. Essays is not among them")
                .contains("It has these already.");
        assertThat(categories(second)).containsExactly("Tests 70", "Fieldwork 30");
        assertThat(categories(third)).containsExactly("Essays 100");
        assertThat(second.<Integer>read(book -> book.book().assessments().size()))
                .isEqualTo(1);
        assertThat(visitor.get(location(visitor.post(first.base() + "/groundwork/weights/apply")))
                        .body())
                .contains("Tick the classes they are for.");
    }

    private static List<String> bands(OwnClass own) {
        return own.read(book -> book.book().boundaries().bands().stream()
                .map(band -> band.label() + " " + band.from())
                .toList());
    }

    @Test
    void boundariesGoToOtherClassesInOneStepEachByItself() {
        first.setBands("P", "50", "F", "0");
        third.setBands("A", "80", "C", "0");
        visitor.post(third.base() + "/groundwork/rules", rulesWithPass("C"));
        assertThat(third.<String>read(book -> book.book().rules().pass().orElse("none")))
                .isEqualTo("C");
        String page = visitor.get(first.base() + "/groundwork/weights/apply").body();
        assertThat(page).contains("none → P from 50, F from 0", "C is the pass band of 9D");
        // What would be refused is not offered; a form from before that is refused all the same.
        assertThat(Html.elements(page, "form[action*=boundaries] [aria-label='For 9D'][disabled]"))
                .hasSize(1);
        String path = first.base() + "/groundwork/weights/apply/boundaries";
        String told = visitor.get(
                        location(visitor.post(path, "to", Long.toString(second.id()), "to", Long.toString(third.id()))))
                .body();
        assertThat(told)
                .contains("9C now has these boundaries.", "9D was left as it is.", "C is the pass band of 9D")
                .contains("It has these already.");
        assertThat(bands(second)).isEqualTo(bands(first)).isNotEmpty();
        assertThat(bands(third)).hasSize(2).isNotEqualTo(bands(first));
        assertThat(visitor.get(second.base() + "/changes").body()).contains("P from 50, F from 0");
        assertThat(visitor.get(location(visitor.post(path))).body()).contains("Tick the classes they are for.");
        assertThat(visitor.post(path, "to", Long.toString(first.id())).statusCode())
                .isEqualTo(404);
    }

    /** The rules as the page has them, with a pass band. */
    private String[] rulesWithPass(String band) {
        List<String> fields = new ArrayList<>(
                PageForm.all(visitor.get(third.base() + "/groundwork/rules").body()).stream()
                        .filter(form -> form.action().contains("/groundwork/rules"))
                        .findFirst()
                        .orElseThrow()
                        .fields());
        fields.set(fields.indexOf("pass") + 1, band);
        return fields.toArray(new String[0]);
    }
}
