package aestimo.app.groundwork;

import static aestimo.app.testing.OwnClass.found;
import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.boundary.Band;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Named boundaries, used by several classes of one teacher. */
@ExtendWith(RunningApp.class)
class BoundaryLibraryTest {
    private OwnClass first;
    private OwnClass second;
    private Visitor visitor;

    @BeforeEach
    void makeTwoClassesThatUseOneSet(RunningApp app) {
        first = new OwnClass(app, "");
        second = first.another("9C");
        visitor = first.visitor();
        use(first, "A* to E");
        use(second, "A* to E");
        first.addStudents("Brandt, Ilva");
        second.addStudents("Osei, Kofi");
        first.addPiece("Quiz", first.addCategory("Tests"), "2027-02-05", "100");
        second.addPiece("Quiz", second.addCategory("Tests"), "2027-02-05", "100");
        first.type("Brandt", "Quiz", "84");
        second.type("Osei", "Quiz", "84");
    }

    private void use(OwnClass own, String name) {
        String page = visitor.get(own.base() + "/groundwork/weights").body();
        assertThat(page).contains("Seven steps", "A* to E", "Strong to starting", "Pass or fail");
        visitor.post(
                own.base() + "/groundwork/boundaries/use",
                "version",
                version(own),
                "set",
                found("<option value=\"(\\d+)\"[^>]*>" + name.replace("*", "\\*"), page));
    }

    private static String version(OwnClass own) {
        return own.read(book -> Integer.toString(book.row().version()));
    }

    private String save(OwnClass own, String... more) {
        String[] fields = new String[more.length + 2];
        fields[0] = "version";
        fields[1] = version(own);
        System.arraycopy(more, 0, fields, 2, more.length);
        var answer = visitor.post(own.base() + "/groundwork/boundaries", fields);
        return answer.statusCode() == 302 ? visitor.get(location(answer)).body() : answer.body();
    }

    private static List<String> labels(OwnClass own) {
        return own.read(book ->
                book.book().boundaries().bands().stream().map(Band::label).toList());
    }

    @Test
    void aChangeInAClassIsForThisClassUnlessItIsForAll() {
        assertThat(visitor.get(first.base() + "/groundwork/weights").body()).contains("also used by 9C");
        assertThat(save(first, "label", "top", "from", "90", "label", "rest", "from", "0"))
                .contains("of this class alone");
        assertThat(labels(first)).containsExactly("top", "rest");
        assertThat(labels(second)).containsExactly("A*", "A", "B", "C", "D", "E");
        use(first, "A* to E");
        String look = visitor.post(
                        first.base() + "/groundwork/boundaries/look",
                        "version",
                        version(first),
                        "label",
                        "A",
                        "from",
                        "85",
                        "label",
                        "E",
                        "from",
                        "0",
                        "forAll",
                        "true")
                .body();
        assertThat(look).contains("Brandt, Ilva", "9C", "1 grade changes");
        save(first, "label", "A", "from", "85", "label", "E", "from", "0", "forAll", "true");
        assertThat(labels(first)).containsExactly("A", "E");
        assertThat(labels(second)).containsExactly("A", "E");
    }

    @Test
    void aBandMayStartFromARawMarkAndSayItsWorthAndWords() {
        save(
                first,
                "label",
                "pass",
                "from",
                "40/60",
                "worth",
                "75",
                "words",
                "good enough",
                "label",
                "fail",
                "from",
                "0",
                "worth",
                "",
                "words",
                "");
        Band pass = first.read(book -> book.book().boundaries().bands().get(0));
        assertThat(pass.raw()).hasToString("Optional[40/60]");
        assertThat(pass.worth()).isPresent();
        assertThat(pass.words()).isEqualTo("good enough");
        assertThat(visitor.get(first.base() + "/groundwork/weights").body())
                .contains("value=\"40/60\"", "value=\"75\"", "value=\"good enough\"");
        assertThat(save(first, "label", "a", "from", "50/0", "worth", "120", "words", "", "label", "b", "from", "0"))
                .contains("a starts from “50/0”.", "a is worth “120”.");
    }

    @Test
    void aClassesOwnBoundariesCanGoIntoTheLibrary() {
        save(first, "label", "top", "from", "90", "label", "rest", "from", "0");
        String name = first.base() + "/groundwork/boundaries/name";
        assertThat(visitor.post(name, "setName", "a* TO e").body()).contains("called “a* TO e” already");
        assertThat(visitor.post(name, "setName", "").body()).contains("need a name of 1 to 40 letters");
        visitor.post(name, "setName", "Effort");
        use(second, "Effort");
        assertThat(labels(second)).containsExactly("top", "rest");
        assertThat(visitor.post(name, "setName", "Effort 2").body()).contains("uses boundaries of the library already");
    }

    @Test
    void aPassBandOfAnotherClassIsNotTakenAway() {
        visitor.post(
                second.base() + "/groundwork/rules",
                "version",
                version(second),
                "method",
                "BY_CATEGORY",
                "places",
                "1",
                "gradeOn",
                "ROUNDED",
                "borderline",
                "2",
                "movementAt",
                "2",
                "pass",
                "C",
                "notHandedIn",
                "0",
                "lateDeduction",
                "0",
                "yearResult",
                "POOLED",
                "termResults",
                "EXACT",
                "ranking",
                "STANDARD");
        assertThat(save(first, "label", "A", "from", "85", "label", "E", "from", "0", "forAll", "true"))
                .contains("C is the pass band of 9C.");
        assertThat(labels(first)).hasSize(6);
    }
}
