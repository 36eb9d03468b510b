package aestimo.app.groundwork;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
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
}
