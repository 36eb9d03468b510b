package aestimo.app.across;

import static aestimo.app.testing.OwnClass.found;
import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** One list over two classes with different bands and categories. */
@ExtendWith(RunningApp.class)
class AcrossTest {
    private OwnClass own;
    private OwnClass other;
    private Visitor visitor;

    @BeforeEach
    void makeTwoClasses(RunningApp app) {
        own = new OwnClass(app, "History");
        visitor = own.visitor();
        other = own.another("Latin");
        fill(own, "Tests", "Brandt, Ilva", "18", "Castellan, Rui", "n");
        own.setBands("A*", "85", "A", "70", "B", "0");
        fill(other, "Essays", "Brandt, Ilva", "14", "Dunmore, Fenna", "9");
        other.setBands("A", "65", "Sound", "0");
    }

    /** @param marks family and given name, then the mark out of 20, in turn */
    private static void fill(OwnClass into, String category, String... marks) {
        StringBuilder pasted = new StringBuilder("Name\n");
        for (int i = 0; i < marks.length; i += 2) {
            pasted.append(marks[i]).append('\n');
        }
        into.addStudents(pasted.toString());
        into.addPiece("First", into.addCategory(category), "2027-01-15", "20");
        for (int i = 0; i < marks.length; i += 2) {
            into.type(marks[i].substring(0, marks[i].indexOf(',')), "First", marks[i + 1]);
        }
    }

    private List<String> rows(String query) {
        String page = visitor.get("/across?" + query.replace(" ", "+")).body();
        return Html.texts(page, "tr:has(th.name[scope=row])");
    }

    @Test
    void aStudentOfTwoClassesStandsOnceForEachAndAClassWithoutAFigureShowsADash() {
        assertThat(rows("column=result&column=grade&column=category:Tests&order=result&down=yes"))
                .hasSize(4)
                .allSatisfy(row -> assertThat(row).containsAnyOf("History", "Latin"))
                .satisfies(rows -> {
                    assertThat(rows.get(0))
                            .startsWith("Brandt, Ilva")
                            .contains("90.0 A* 90.0")
                            .contains("History");
                    assertThat(rows.get(1))
                            .startsWith("Brandt, Ilva")
                            .contains("70.0 A –")
                            .contains("Latin");
                    assertThat(rows.get(2)).startsWith("Dunmore").contains("45.0 Sound –");
                    assertThat(rows.get(3)).startsWith("Castellan").contains("0.0 B 0.0");
                });
        assertThat(rows("column=category:Tests&order=category:Tests&down=no"))
                .as("those without it last, either way")
                .first()
                .asString()
                .startsWith("Castellan");
    }

    @Test
    void aFigureLeadsToItsWorking() {
        String page = visitor.get("/across?column=result&column=rank&column=category:Tests")
                .body();
        String href = Html.value(page, "a[href*='figure=result']:contains(90.0)", "href")
                .replace("#margin", "");
        assertThat(visitor.get(href).body()).contains("Result of Brandt, Ilva", "90.0, grade A*");
    }

    @Test
    void conditionsAreJoinedByAndOr() {
        assertThat(rows("where=grade&test=is&value=A or A*")).hasSize(2).allMatch(row -> row.startsWith("Brandt"));
        String two = "where=grade&test=is&value=A&where=not-in&test=at-least&value=1";
        assertThat(rows(two + "&join=and")).isEmpty();
        assertThat(rows(two + "&join=or"))
                .extracting(row -> row.substring(0, 6))
                .containsExactlyInAnyOrder("Brandt", "Castel");
        assertThat(rows("where=result&test=at-most&value=44,9")).hasSize(1);
        assertThat(rows("where=result&test=is&value=45")).hasSize(1);
        assertThat(rows("where=category:Tests&test=is-not&value=90"))
                .as("a dash meets nothing")
                .hasSize(1);
        assertThat(rows("class=" + other.id())).hasSize(2);
    }

    private String page(String query) {
        return visitor.get("/across?" + query.replace(" ", "+")).body();
    }

    @Test
    void gradesCompareByTheBoundariesOfEachClassAndAClassWithoutTheGradeIsTold() {
        assertThat(rows("where=grade&test=at-least&value=A")).hasSize(2).allMatch(row -> row.startsWith("Brandt"));
        assertThat(rows("where=grade&test=at-most&value=a"))
                .extracting(row -> row.substring(0, 6))
                .containsExactly("Castel", "Brandt", "Dunmor");
        assertThat(rows("where=grade&test=at-least&value=A*")).hasSize(1);
        String latin = "Latin has no grade A*, so nobody from it is listed for “grade is at least A*”.";
        assertThat(page("where=grade&test=at-least&value=A*")).contains(latin);
        assertThat(rows("where=grade&test=is-not&value=Sound"))
                .as("a class that has no such grade cannot say who has another")
                .hasSize(1)
                .allMatch(row -> row.contains("Latin"));
        assertThat(page("where=grade&test=is&value=A")).doesNotContain("has no grade");
    }

    @Test
    void whatCannotBeAskedIsRefusedAndNobodyListed() {
        List<String> refused = List.of(
                "where=result&test=at-least&value=abc",
                "“result is at least abc” needs a number",
                "where=result&test=is&value=45 or sixty",
                "“result is 45 or sixty” needs a number",
                "where=result&test=at-least&value=1e999999999",
                "needs a number",
                "where=grade&test=at-least&value=6",
                "None of these classes has a grade “6”",
                "where=grade&test=at-least&value=A or B",
                "needs one value, not 2",
                "where=near&test=at-least&value=yes",
                "compares words, which have no order",
                "where=near&test=is&value=perhaps",
                "Nobody has “perhaps” as just below. There is: no.",
                "where=luck&test=is&value=1",
                "None of these classes has “luck”",
                "where=result&test=is&value=",
                "“result is …” needs a value");
        for (int i = 0; i < refused.size(); i += 2) {
            assertThat(page(refused.get(i)))
                    .contains(refused.get(i + 1), "Nobody is listed until the condition")
                    .doesNotContain("Dunmore", "Nobody meets this");
        }
        assertThat(location(visitor.get("/across.csv?where=grade&test=at-least&value=6")))
                .as("a file is refused on the page")
                .startsWith("/across?");
    }

    @Test
    void aListIsKeptByItsNameAndTakenAway() {
        String query = "span=year&column=result&where=result&test=at-least&value=60&join=and&order=result&down=yes";
        assertThat(visitor.post("/across/save", "name", "", "choices", query).body())
                .contains("A list needs a name");
        String kept = location(visitor.post("/across/save", "name", "Well above", "choices", query));
        assertThat(visitor.get(kept).body()).contains("“Well above” is saved.");
        String page = visitor.get("/across").body();
        String again = Html.value(page, "a:contains(Well above)", "href");
        assertThat(rows(again.substring("/across?".length()))).hasSize(2);
        String csv = visitor.get("/across.csv?" + query).body();
        assertThat(csv.split("\r\n")).hasSize(3);
        assertThat(csv).startsWith("Number,Student,Class,Result %\r\n").contains(",90.0\r\n");
        visitor.post("/across/" + found("/across/([0-9]+)/remove", page) + "/remove");
        assertThat(visitor.get("/across").body()).doesNotContain("Well above");
    }
}
