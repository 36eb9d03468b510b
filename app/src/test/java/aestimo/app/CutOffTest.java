package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.CutLines;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.core.testing.Seed;
import java.io.UncheckedIOException;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * Every form and every page while lines to the database are cut at any moment: who is told that nothing was changed can
 * rely on it, and nobody is told anything but that.
 */
@ExtendWith(RunningApp.class)
class CutOffTest {
    private static final int TRIES = 2;

    /** How often what was asked came to which end. */
    private static final class Ends {
        private final List<String> wrong = new ArrayList<>();
        private int answered;
        private int cut;
        private int uncertain;

        void note(String asked, HttpResponse<String> answer, boolean moved) {
            String words = Html.plain(answer.body());
            if (answer.statusCode() != 503) {
                answered++;
                if (answer.statusCode() >= 500) {
                    wrong.add(answer.statusCode() + " " + asked + ": " + words);
                }
            } else if (words.contains("Nothing was changed.")) {
                cut++;
                if (moved) {
                    wrong.add("“Nothing was changed”, but it was: " + asked);
                }
            } else if (words.contains("may or may not be saved")) {
                uncertain++;
            } else {
                wrong.add("no words for it: " + asked + ": " + words);
            }
        }
    }

    @Test
    void whoIsToldThatNothingWasChangedCanRelyOnIt(RunningApp app) throws Exception {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Map<String, Supplier<HttpResponse<String>>> saves = new LinkedHashMap<>();
        for (PageForm form : AllForms.of(app, own)) {
            saves.put(form.action(), () -> own.visitor().post(form.action(), AllForms.altered(form)));
        }
        saves.putAll(OtherSaves.of(app, own));
        Ends ends = new Ends();
        Random random = new Random(Seed.next());
        try (TeacherTables tables = new TeacherTables(app, own.teacher())) {
            for (Map.Entry<String, Supplier<HttpResponse<String>>> save : saves.entrySet()) {
                for (int i = 0; i < TRIES; i++) {
                    Map<String, String> before = tables.figures();
                    HttpResponse<String> answer = CutLines.during(app, random, save.getValue());
                    ends.note(save.getKey(), answer, !tables.figures().equals(before));
                }
            }
        }
        assertThat(ends.wrong).isEmpty();
        assertThat(ends.cut).as("cut before anything was saved").isGreaterThan(5);
        assertThat(ends.answered).as("not cut").isGreaterThan(20);
    }

    @Test
    void aPageIsWholeOrSaysThatTheDatabaseIsAway(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Map<String, String> ids = Routes.ids(app, own.visitor(), own.teacher(), own.read(book -> book));
        Ends ends = new Ends();
        Random random = new Random(Seed.next());
        for (String route : Routes.all(app)) {
            if (route.startsWith("GET ") && !route.startsWith("GET /actuator")) {
                HttpResponse<String> answer;
                try {
                    answer = CutLines.during(app, random, () -> own.visitor().get(Routes.path(route, ids)));
                } catch (UncheckedIOException brokenOff) {
                    // A browser shows that, too: no page that ends in the middle passes for a whole one.
                    ends.cut++;
                    continue;
                }
                ends.note(route, answer, false);
                if (answer.statusCode() == 200 && answer.body().startsWith("<!doctype html>")) {
                    assertThat(answer.body().strip()).as(route).endsWith("</html>");
                }
            }
        }
        assertThat(ends.wrong).isEmpty();
        assertThat(ends.uncertain).isZero();
        assertThat(ends.cut).isGreaterThan(5);
        assertThat(ends.answered).isGreaterThan(5);
    }
}
