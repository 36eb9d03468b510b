package aestimo.app.picture;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;

/** A strip is put into pages whole, so what it writes has to be as safe and as complete as what a template would. */
class StripTest {
    private static final String SUSPECT = "O’Neil <b>\"x\" & 'y'</b>, 41.0 %";

    private static Strip strip(boolean ringed) {
        return new Strip(
                List.of(
                        new Strip.Dot("4", SUSPECT, 12.5, 16.4, false),
                        new Strip.Dot("5", "Brandt, Ilva, 66.0 %", 80.0, 16.4, false),
                        new Strip.Dot("6", "Castellan, Rui, 66.0 %", 80.0, 11.4, ringed)),
                80.0,
                70.1,
                40.0,
                90.0,
                "41.0",
                "66.0",
                "66.0");
    }

    @Test
    void everyOtherDotLeadsToWhoseItIsAndNameIsOnlyText() {
        String drawn = strip(true).drawnWithLinks("/classes/7", "span=1&order=\"rank\"");
        Document page = Jsoup.parseBodyFragment(drawn);
        assertThat(page.select("svg > a").eachAttr("href"))
                .containsExactly(
                        "/classes/7/standing/4?span=1&order=\"rank\"", "/classes/7/standing/5?span=1&order=\"rank\"");
        assertThat(page.select("svg > a > title").eachText()).containsExactly(SUSPECT, "Brandt, Ilva, 66.0 %");
        assertThat(page.select("b")).isEmpty();
        assertThat(page.select("svg > circle.is-own").attr("cx")).isEqualTo("80.0");
        assertThat(page.select("svg").attr("role")).isEqualTo("group");
        assertThat(page.select("svg").attr("aria-label"))
                .isEqualTo(page.select("svg > title").text())
                .isEqualTo("Lowest 41.0 %, median 66.0 %, highest 66.0 %");
    }

    @Test
    void wherePagesAreForOthersNobodyIsNamedAndNothingLeadsAnywhere() {
        String drawn = strip(true).drawn();
        Document page = Jsoup.parseBodyFragment(drawn);
        assertThat(page.select("a")).isEmpty();
        assertThat(drawn).doesNotContain("O’Neil").doesNotContain("Brandt").doesNotContain("Castellan");
        assertThat(page.select("path.others").attr("d").split("M")).hasSize(3);
        assertThat(page.select("svg").attr("role")).isEqualTo("img");
        assertThat(Jsoup.parseBodyFragment(strip(false).drawn()).select("circle"))
                .isEmpty();
    }
}
