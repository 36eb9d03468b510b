package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Days no markbook has, in every field for a day: refused in words, and the class opens as before. */
@ExtendWith(RunningApp.class)
class OddDaysTest {
    /** Of all these, PostgreSQL would keep the last as infinity, and those before the year 1 as days that nothing reads. */
    private static final List<String> ODD = List.of("0000-01-01", "-4000-01-01", "9999-12-31", "+999999999-12-31");

    @Test
    void noFieldForADayTakesOneThatCannotBeRead(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Visitor visitor = own.visitor();
        Map<String, String> ids = Routes.ids(app, visitor, own.teacher(), own.read(book -> book));
        Map<String, PageForm> forms = new TreeMap<>();
        Set<String> days = new TreeSet<>(List.of("birthday", "date", "daysOff"));
        for (String route : Routes.all(app)) {
            if (route.startsWith("GET ")) {
                String page = visitor.get(Routes.path(route, ids)).body();
                days.addAll(Html.values(page, "form[method=post] input[type=date][name]", "name"));
                PageForm.all(page)
                        .forEach(form -> forms.putIfAbsent(form.action().replaceAll("[?].*", ""), form));
            }
        }
        assertThat(days).contains("joined", "onDay", "lookAgain", "due", "starts", "ends", "day");
        List<String> broken = new ArrayList<>();
        for (PageForm form : forms.values()) {
            boolean altered = false;
            for (String odd : ODD) {
                List<String> fields = new ArrayList<>(form.fields());
                for (int i = 0; i < fields.size(); i += 2) {
                    if (days.contains(fields.get(i))) {
                        fields.set(i + 1, odd);
                        altered = true;
                    }
                }
                int status = altered
                        ? visitor.post(form.action(), fields.toArray(new String[0]))
                                .statusCode()
                        : 200;
                if (status >= 500) {
                    broken.add(form.action() + " " + odd + ": " + status);
                }
            }
            if (altered && visitor.get(own.base() + "/marks").statusCode() != 200) {
                broken.add("after " + form.action() + " the class does not open");
            }
        }
        assertThat(broken).isEmpty();
    }
}
