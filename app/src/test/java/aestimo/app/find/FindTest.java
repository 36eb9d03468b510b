package aestimo.app.find;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What two letters find, and what they never find. */
@ExtendWith(RunningApp.class)
class FindTest {
    private OwnClass own;

    @BeforeEach
    void makeAClass(RunningApp app) {
        own = new OwnClass(app, "History");
        own.addStudents("Number\tName\n8123\tBrandt, Ilva\n8124\tO'Neill, Zoë-Ann\n8125\tØrsted, Jón\n");
        own.addPiece("Rivers & coasts <quiz>", own.addCategory("Tests"), "2027-02-05", "15");
    }

    private static String found(Visitor visitor, String text) {
        return visitor.get("/find/list?q=" + URLEncoder.encode(text, StandardCharsets.UTF_8))
                .body();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            br              | Brandt, Ilva
            ILVA            | Brandt, Ilva
            il br           | Brandt, Ilva
            8124            | O'Neill, Zoë-Ann
            oneill          | O'Neill, Zoë-Ann
            zoe             | O'Neill, Zoë-Ann
            orsted jon      | Ørsted, Jón
            br hist         | Brandt, Ilva
            coasts          | Rivers & coasts <quiz>
            9b groundw      | 9B History · Groundwork
            to ch           | To chase
            """)
    void theBeginningsOfWordsFindAndTheLinkOpens(String text, String name) {
        String page = found(own.visitor(), text);
        assertThat(Html.texts(page, "a b")).contains(name);
        String href = Html.elements(page, "a:has(b)").get(0).attr("href");
        assertThat(own.visitor().get(href).statusCode()).isLessThan(400);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", " ", "b", "randt", "%%", "__", "';--", "\\", "<script>", "99999999999999999999"})
    void nothingElseIsFoundAndOddTextIsOnlyText(String text) {
        assertThat(Html.elements(found(own.visitor(), text), "a")).isEmpty();
        assertThat(Html.elements(found(own.visitor(), "ril".repeat(3000)), "a")).isEmpty();
    }

    @Test
    void anotherTeachersClassesAreNeverFound(RunningApp app) {
        OwnClass other = new OwnClass(app, "History");
        assertThat(Html.texts(found(other.visitor(), "hist"), "h2")).containsExactly("Classes", "Pages");
        for (String text : List.of("brandt", "8123", "rivers")) {
            assertThat(Html.elements(found(other.visitor(), text), "a")).isEmpty();
        }
        assertThat(new Visitor(app.address()).get("/find/list?q=br").body()).doesNotContain("Brandt");
    }

    @Test
    void studentsAreNotFoundWhileNamesAreHidden() {
        own.visitor().post("/names", "names", "hidden", "back", "/");
        String page = found(own.visitor(), "brandt");
        assertThat(page).doesNotContain("Brandt").contains("Names are hidden, so students are not found.");
        assertThat(Html.texts(found(own.visitor(), "rivers"), "a b")).hasSize(1);
    }
}
