package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import java.math.BigDecimal;
import java.sql.SQLException;
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

/** Whatever moves a figure is on record, whichever field of whichever form it was. */
@ExtendWith(RunningApp.class)
class OnRecordTest {
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
        try (TeacherTables tables = new TeacherTables(app, own.teacher())) {
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
                            Map<String, String> before = tables.figures();
                            long known = tables.recorded();
                            own.visitor().post(shown.action(), fields.get());
                            if (!tables.figures().equals(before)) {
                                moved++;
                                if (tables.recorded() == known) {
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
