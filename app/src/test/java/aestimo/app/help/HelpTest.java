package aestimo.app.help;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import java.net.http.HttpResponse;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every page has help of its own, or of the pages it belongs to. */
@ExtendWith(RunningApp.class)
class HelpTest {
    @Test
    void everyTopicSaysInFiveLinesWhatItsPageIsFor(RunningApp app) {
        OwnClass own = new OwnClass(app, "History");
        for (String topic : PageHelpController.TOPICS) {
            String text = own.visitor().get("/help/text?of=" + topic).body();
            assertThat(Html.elements(text, "h2")).as(topic).hasSize(1);
            assertThat(Html.elements(text, "li")).as(topic).hasSize(5);
        }
    }

    @Test
    void everyWorkspaceAndEveryPageOfTheDeskLeadsToItsOwn(RunningApp app) {
        OwnClass own = new OwnClass(app, "History");
        own.addStudents("Brandt, Ilva\n");
        String marks = own.visitor().get(own.base() + "/marks").body();
        String desk = own.visitor().get("/").body();
        for (String page : new String[] {marks, desk}) {
            for (Element link : Html.elements(page, ".workspaces a")) {
                HttpResponse<String> answer = own.visitor().get(link.attr("href"));
                // Groundwork leads on to its first page.
                String body = answer.statusCode() == 302
                        ? own.visitor().get(location(answer)).body()
                        : answer.body();
                String href = Html.elements(body, ".help-link").get(0).attr("href");
                String topic = PageHelpController.topic(href.replaceFirst(".*of=", ""));
                assertThat(Html.text(own.visitor().get("/help/text?of=" + topic).body(), "h2"))
                        .as(link.text())
                        .startsWith(link.text().replaceAll("Years", "Years and terms"));
            }
        }
    }

    @ParameterizedTest
    @CsvSource({
        "room/seats, room-seats",
        "room/people/4, room",
        "groundwork/students, groundwork",
        "nothing, desk",
        "../../etc/passwd, desk",
        "'', desk",
        "${T(java.lang.Runtime)}, desk"
    })
    void anyOtherPageIsHelpedWithByThoseItBelongsTo(String page, String topic) {
        assertThat(PageHelpController.topic(page)).isEqualTo(topic);
    }
}
