package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import java.net.http.HttpResponse;
import java.util.Map;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.FormElement;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * The same page open in two windows: what the first saved is never overwritten unseen by the second, which is told so and
 * keeps what was typed; saved once more, now knowing, it goes in.
 */
@ExtendWith(RunningApp.class)
class TwoWindowsTest {
    private OwnClass own;

    @BeforeEach
    void openTheDemo(RunningApp app) {
        own = OwnClass.ofTheDemo(app, "9B");
    }

    /** A window with a form in it. */
    private final class Window {
        private final Document page;
        private final FormElement form;

        Window(String path, String action) {
            this(Jsoup.parse(own.visitor().get(path).body()), action);
        }

        private Window(Document page, String action) {
            this.page = page;
            page.select("template").remove();
            this.form = page.select("form[method=post][action]").forms().stream()
                    .filter(each -> each.attr("action").matches(action))
                    .findFirst()
                    .orElseThrow(() -> new AssertionError("no form " + action + " in " + page.title()));
        }

        /** The value of the first field of a name. */
        String value(String name) {
            return first(name).val();
        }

        private Element first(String name) {
            return form.elements().stream()
                    .filter(each -> each.attr("name").equals(name))
                    .findFirst()
                    .orElseThrow();
        }

        HttpResponse<String> send(String name, String value) {
            Element field = first(name);
            if (field.normalName().equals("textarea")) {
                field.text(value);
            } else {
                field.val(value);
            }
            return own.visitor()
                    .post(form.attr("action"), PageForm.of(form).fields().toArray(new String[0]));
        }
    }

    private void neitherOverwritesTheOther(String path, String action, String field, String one, String other) {
        Window first = new Window(path, action);
        Window second = new Window(path, action);
        String before = first.value(field);
        assertThat(before).isNotEqualTo(one).isNotEqualTo(other);
        HttpResponse<String> saved = first.send(field, one);
        assertThat(saved.statusCode()).as(path + " " + Html.plain(saved.body())).isEqualTo(302);
        HttpResponse<String> late = second.send(field, other);
        String told = late.statusCode() == 302
                ? own.visitor().get(OwnClass.location(late)).body()
                : late.body();
        assertThat(Html.texts(told, ".notice.is-doubt").toString())
                .as(path)
                .containsAnyOf("in another window", "altered since", "changed elsewhere");
        Window now = new Window(path, action);
        assertThat(now.value(field)).as(path).isEqualTo(one);
        if (late.statusCode() == 200) {
            Window again = new Window(Jsoup.parse(told), action);
            assertThat(again.value(field)).as("what was typed is still there").isEqualTo(other);
        }
        HttpResponse<String> knowing = now.send(field, other);
        assertThat(knowing.statusCode()).as(path).isEqualTo(302);
        assertThat(new Window(path, action).value(field)).as(path).isEqualTo(other);
    }

    @Test
    void theGroundworkOfAClass() {
        String base = own.base() + "/groundwork";
        neitherOverwritesTheOther(base + "/weights", ".*/weights[?].*", "categoryName", "Field days", "Field trips");
        neitherOverwritesTheOther(base + "/weights", ".*/boundaries[?].*", "label", "Top", "Best");
        neitherOverwritesTheOther(base + "/rules", ".*/rules[?].*", "movementAt", "3", "4");
        neitherOverwritesTheOther(base + "/class", ".*/groundwork/class[?].*", "subject", "Earth", "Maps");
        neitherOverwritesTheOther(base + "/goals", ".*/goals[?].*", "title", "Reads charts", "Reads plans");
    }

    @Test
    void aYearAnAssessmentAndATarget() {
        String year = own.read(book -> Long.toString(book.row().yearId()));
        neitherOverwritesTheOther("/years/" + year, "/years/" + year + ".*", "termName", "Autumn", "Michaelmas");
        String piece = Long.toString(own.piece("River transect"));
        neitherOverwritesTheOther(
                own.base() + "/marks?edit=" + piece,
                ".*/assessments/" + piece + "[?].*",
                "title",
                "River line",
                "River");
    }

    @Test
    void lettersTheirSentencesAndSeats(RunningApp app) {
        Map<String, String> known = Routes.ids(app, own.visitor(), own.teacher(), own.read(book -> book));
        String letter = own.base() + "/families/letters/" + known.get("letterId");
        neitherOverwritesTheOther(letter, ".*/letters/[0-9]+[?].*", "name", "To parents", "To families");
        String group = own.base() + "/families/sentences/" + known.get("groupId");
        neitherOverwritesTheOther(group, ".*/sentences/[0-9]+[?].*", "name", "On results", "Of results");
        String plan = own.base() + "/room/seats?plan=" + known.get("planId");
        neitherOverwritesTheOther(plan, ".*/seats/[0-9]+[?].*", "name", "Laboratory", "Hall");
    }
}
