package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import java.net.http.HttpResponse;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * A page that was open while what it shows was removed in another window, or that never was one of ours: whatever it sends
 * is refused in words, and the rest stays as it is.
 */
@ExtendWith(RunningApp.class)
class GoneTest {
    /** No row has it: ids are counted up from 1. */
    private static final String GONE = "2000000000";

    /** How a sheet is looked at, and what a table to be imported is taken for: neither minds what is no longer there. */
    private static final Set<String> KEEPS_WHAT_IS_GONE = Set.of("sheet_look", "sheet_import");

    /** The same form, with one id in it that is gone: each of those in its address after the class, and in its fields. */
    private static List<PageForm> withOneGone(PageForm form, Set<String> ids) {
        List<PageForm> gone = new ArrayList<>();
        String[] way = form.action().replaceAll("[?].*", "").split("/");
        for (int i = 3; i < way.length; i++) {
            if (way[i].matches("[0-9]+")) {
                String[] other = way.clone();
                other[i] = GONE;
                gone.add(new PageForm(String.join("/", other), form.fields()));
            }
        }
        Set<String> known = new HashSet<>();
        for (int i = 0; i < form.fields().size(); i += 2) {
            if (ids.contains(form.fields().get(i + 1))
                    && known.add(form.fields().get(i))) {
                List<String> fields = new ArrayList<>(List.of(AllForms.altered(form)));
                fields.set(i + 1, GONE);
                gone.add(new PageForm(form.action(), fields));
            }
        }
        return gone;
    }

    @Test
    void whatIsSentOfWhatIsGoneIsRefusedInWords(RunningApp app) throws SQLException {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        List<PageForm> forms = AllForms.of(app, own);
        Set<String> ids = new HashSet<>();
        own.read(book -> {
            book.book().students().forEach(one -> ids.add(one.id().text()));
            book.book().assessments().forEach(one -> ids.add(one.id().text()));
            book.book().categories().forEach(one -> ids.add(one.id().text()));
            book.book().terms().forEach(one -> ids.add(one.id().text()));
            return ids.add(Long.toString(book.row().boundariesId()));
        });
        List<String> wrong = new ArrayList<>();
        int sent = 0;
        try (TeacherTables tables = new TeacherTables(app, own.teacher())) {
            for (PageForm form : forms) {
                for (PageForm gone : withOneGone(form, ids)) {
                    sent++;
                    Map<String, String> before = tables.all();
                    HttpResponse<String> answer =
                            own.visitor().post(gone.action(), gone.fields().toArray(new String[0]));
                    Map<String, String> after = tables.all();
                    after.entrySet().removeAll(before.entrySet());
                    String name = gone.action().replaceAll("[?].*", "");
                    if (answer.statusCode() >= 500) {
                        wrong.add(answer.statusCode() + " " + name + ": " + Html.plain(answer.body()));
                    }
                    if (!KEEPS_WHAT_IS_GONE.containsAll(after.keySet())) {
                        wrong.add(name + " altered " + after.keySet());
                    }
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(sent).isGreaterThan(40);
    }

    /** A class that another window deleted, or put away. */
    @Test
    void everyFormOfAClassThatIsGoneIsRefusedInWords(RunningApp app) throws SQLException {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        List<PageForm> forms = AllForms.of(app, own).stream()
                .filter(form -> form.action().startsWith(own.base() + "/"))
                .toList();
        assertThat(forms).hasSizeGreaterThan(40);
        try (TeacherTables tables = new TeacherTables(app, own.teacher())) {
            own.visitor().post(own.base() + "/groundwork/class/archive", "archived", "true");
            Map<String, String> archived = tables.all();
            for (PageForm form : forms) {
                if (!form.action().contains("/class/delete")) {
                    HttpResponse<String> answer = own.visitor().post(form.action(), AllForms.altered(form));
                    assertThat(answer.statusCode()).as(form.action()).isEqualTo(302);
                    assertThat(Html.texts(
                                            own.visitor()
                                                    .get(OwnClass.location(answer))
                                                    .body(),
                                            ".notice")
                                    .toString())
                            .as(form.action())
                            .contains("is archived, so nothing was changed");
                }
            }
            for (PageForm form : forms) {
                HttpResponse<String> answer = own.visitor()
                        .post(form.action().replace(own.base(), "/classes/" + GONE), AllForms.altered(form));
                assertThat(answer.statusCode()).as(form.action()).isEqualTo(404);
                assertThat(Html.plain(answer.body())).as(form.action()).contains("There is nothing here");
            }
            assertThat(tables.all()).isEqualTo(archived);
        }
    }
}
