package aestimo.app;

import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** The forms of a class with everything in it, for tests of what holds of any of them. */
final class AllForms {
    private AllForms() {}

    /** Those posted on all pages that can be asked for, with one of everything a class can have. */
    static List<PageForm> of(RunningApp app, OwnClass own) {
        Map<String, String> ids = Routes.ids(app, own.visitor(), own.teacher(), own.read(book -> book));
        Map<String, PageForm> forms = new TreeMap<>();
        for (String route : Routes.all(app)) {
            if (route.startsWith("GET ")) {
                PageForm.all(own.visitor().get(Routes.path(route, ids)).body())
                        .forEach(form -> forms.putIfAbsent(form.action().replaceAll("[?].*", ""), form));
            }
        }
        forms.remove("/sign-out");
        // After it all others would be refused.
        forms.remove(own.base() + "/groundwork/class/archive");
        return List.copyOf(forms.values());
    }

    /** The same form with another name, number or day wherever it has one, so that there is something to save. */
    static String[] altered(PageForm form) {
        List<String> fields = new ArrayList<>(form.fields());
        for (int i = 0; i < fields.size(); i += 2) {
            String value = fields.get(i + 1);
            switch (fields.get(i)) {
                case "title", "name", "categoryName", "termName", "pasted" -> fields.set(i + 1, value + "y");
                case "from", "start" -> fields.set(i + 1, value.matches("[0-9]+") ? value + ".5" : value);
                case "lateDeduction", "movementAt" -> fields.set(i + 1, "7");
                case "level" -> fields.set(i + 1, "secure");
                case "day" -> fields.set(i + 1, "2027-02-22");
                default -> {
                    // It stays as the page has it.
                }
            }
        }
        return fields.toArray(new String[0]);
    }
}
