package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.math.BigDecimal;
import java.net.http.HttpResponse;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.FormElement;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * What happens when the database fails in the middle of a save: every form of a rich class, while the record of changes
 * takes nothing. As that record is written last, all that was written before must be gone again.
 */
@ExtendWith(RunningApp.class)
class SavedWholeTest {
    @Test
    void whereTheRecordOfAChangeFailsNothingOfItIsSaved(RunningApp app) throws SQLException {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Visitor visitor = own.visitor();
        List<PageForm> forms = AllForms.of(app, own).stream()
                // A new year moves no figure, and leaves no line on record.
                .filter(form -> !form.action().equals("/years"))
                .toList();
        List<String> failed = new ArrayList<>();
        try (FigureTables figures = new FigureTables(app, own.teacher())) {
            Statement statement = figures.statement();
            statement.execute("""
                    CREATE FUNCTION fail_for_a_test() RETURNS trigger LANGUAGE plpgsql AS
                    $$ BEGIN RAISE EXCEPTION 'the disk is full'; END $$""");
            statement.execute(
                    "CREATE TRIGGER fails_for_a_test BEFORE INSERT ON change FOR EACH ROW WHEN (NEW.teacher_id = "
                            + own.teacher() + ") EXECUTE FUNCTION fail_for_a_test()");
            try {
                Map<String, String> before = figures.prints();
                for (PageForm form : forms) {
                    HttpResponse<String> answer = visitor.post(form.action(), AllForms.altered(form));
                    assertThat(figures.prints()).as(form.action()).isEqualTo(before);
                    if (answer.statusCode() >= 500) {
                        failed.add(form.action().replaceAll("[?].*", "").replaceAll("[0-9]+", "*"));
                        assertThat(answer.body())
                                .as(form.action())
                                .contains("Nothing was changed by it.")
                                .doesNotContain("the disk is full", "Exception");
                    }
                }
            } finally {
                statement.execute("DROP TRIGGER fails_for_a_test ON change");
                statement.execute("DROP FUNCTION fail_for_a_test()");
            }
        }
        assertThat(failed)
                .contains(
                        "/classes/*/groundwork/weights",
                        "/classes/*/groundwork/goals",
                        "/classes/*/groundwork/rules",
                        "/classes/*/room/lessons/add",
                        "/classes/*/targets/goals/*",
                        "/years/*")
                .hasSizeGreaterThan(10);
        // And once the database is well again, the same is saved.
        assertThat(visitor.post(own.base() + "/groundwork/goals/add", "pasted", "Draws a map")
                        .statusCode())
                .isEqualTo(302);
        assertThat(own.<Integer>read(
                        book -> book.book().goals().orElseThrow().all().size()))
                .isEqualTo(13);
    }

    /** The fields of a form as a browser would send them, with one of them otherwise; empty where it cannot be. */
    private static Optional<String[]> otherwise(FormElement form, String name, boolean last) {
        List<Element> same = form.elements().stream()
                .filter(field -> field.attr("name").equals(name))
                .toList();
        Element field = same.get(last ? same.size() - 1 : 0);
        String value = field.val();
        switch (field.normalName()) {
            case "select" -> {
                List<Element> options = field.select("option");
                if (options.size() < 2) {
                    return Optional.empty();
                }
                Element chosen =
                        field.select("option[selected]").stream().findFirst().orElse(options.get(0));
                Element next = options.get((options.indexOf(chosen) + 1) % options.size());
                options.forEach(option -> option.removeAttr("selected"));
                next.attr("selected", "selected");
            }
            case "textarea" -> field.text(value + "y");
            default -> {
                if (field.attr("type").matches("checkbox|radio")) {
                    if (field.hasAttr("checked")) {
                        field.removeAttr("checked");
                    } else {
                        field.attr("checked", "checked");
                    }
                } else if (field.attr("type").matches("hidden|submit|file")) {
                    return Optional.empty();
                } else if (value.matches("[0-9]{4}-[0-9]{2}-[0-9]{2}")) {
                    field.val(LocalDate.parse(value).plusDays(1).toString());
                } else if (value.matches("[0-9]{1,3}([.][0-9]+)?")) {
                    field.val(new BigDecimal(value).add(BigDecimal.ONE).toPlainString());
                } else {
                    field.val(value.isEmpty() ? "3" : value + "y");
                }
            }
        }
        return Optional.of(PageForm.of(form).fields().toArray(new String[0]));
    }

    private static Optional<FormElement> form(String page, String action) {
        Document parsed = Jsoup.parse(page);
        parsed.select("template").remove();
        return parsed.select("form[method=post][action]").forms().stream()
                .filter(form -> form.attr("action").equals(action))
                .findFirst();
    }

    /** Each field of each form of the groundwork, altered by itself: where a figure could move, the change is on record. */
    @Test
    void whateverMovesAFigureIsOnRecord(RunningApp app) throws SQLException {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        String year = own.read(book -> Long.toString(book.row().yearId()));
        String base = own.base();
        List<String> pages = List.of(
                base + "/groundwork/weights",
                base + "/groundwork/rules",
                base + "/groundwork/goals",
                base + "/groundwork/goals/evidence",
                base + "/groundwork/students",
                base + "/marks?edit=" + own.piece("River transect"),
                base + "/marks?edit=" + own.piece("Cliff section"),
                base + "/targets/set",
                base + "/targets/goals/" + own.student("Brandt"),
                "/years/" + year);
        List<String> unrecorded = new ArrayList<>();
        int moved = 0;
        try (FigureTables figures = new FigureTables(app, own.teacher())) {
            for (String page : pages) {
                for (PageForm shown : PageForm.all(own.visitor().get(page).body())) {
                    Set<String> names = new TreeSet<>();
                    for (int i = 0; i < shown.fields().size(); i += 2) {
                        names.add(shown.fields().get(i));
                    }
                    form(own.visitor().get(page).body(), shown.action()).stream()
                            .flatMap(form -> form.elements().stream())
                            .forEach(field -> names.add(field.attr("name")));
                    names.removeAll(Set.of("", "_csrf"));
                    for (String name : names) {
                        for (boolean last : new boolean[] {false, true}) {
                            Optional<FormElement> found =
                                    form(own.visitor().get(page).body(), shown.action());
                            long same = found.stream()
                                    .flatMap(form -> form.elements().stream())
                                    .filter(field -> field.attr("name").equals(name))
                                    .count();
                            if (same == 0 || last && same == 1) {
                                continue;
                            }
                            FormElement form = found.orElseThrow();
                            Optional<String[]> fields = otherwise(form, name, last);
                            if (fields.isEmpty()) {
                                continue;
                            }
                            Map<String, String> before = figures.prints();
                            long known = figures.recorded();
                            own.visitor().post(shown.action(), fields.get());
                            if (!figures.prints().equals(before)) {
                                moved++;
                                if (figures.recorded() == known) {
                                    unrecorded.add(shown.action().replaceAll("[0-9?].*span.*", "") + " " + name);
                                }
                            }
                        }
                    }
                }
            }
        }
        assertThat(unrecorded).isEmpty();
        assertThat(moved).isGreaterThan(30);
    }
}
