package aestimo.app.testing;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A form as a page shows it: what a browser would send of it. */
public final class PageForm {
    private static final Pattern FIELD = Pattern.compile(
            "<input(?=[^>]*name=\"([a-zA-Z]+[0-9]*)\")(?:(?=[^>]*value=\"([^\"]*)\"))?[^>]*>"
                    + "|<select[^>]*name=\"([a-zA-Z]+[0-9]*)\"[^>]*>(.*?)</select>",
            Pattern.DOTALL);
    private static final Pattern CHOSEN = Pattern.compile("<option(?=[^>]*selected)[^>]*value=\"([^\"]*)\"");
    private static final Pattern OPTION = Pattern.compile("<option[^>]*value=\"([^\"]*)\"");

    private PageForm() {}

    /**
     * Names and values in turn, with some fields otherwise.
     *
     * @param id of the form
     * @param otherwise names and values in turn; a field the form lacks is added
     */
    public static String[] fields(String page, String id, String... otherwise) {
        List<String> fields = fields(page, id);
        for (int i = 0; i < otherwise.length; i += 2) {
            int at = -1;
            for (int j = 0; j < fields.size(); j += 2) {
                at = fields.get(j).equals(otherwise[i]) ? j : at;
            }
            if (at < 0) {
                fields.addAll(List.of(otherwise[i], otherwise[i + 1]));
            } else {
                fields.set(at + 1, otherwise[i + 1]);
            }
        }
        return fields.toArray(new String[0]);
    }

    private static List<String> fields(String page, String id) {
        String form = page.substring(page.indexOf("id=\"" + id + "\""));
        form = form.substring(0, form.indexOf("</form>"));
        List<String> fields = new ArrayList<>();
        Matcher field = FIELD.matcher(form);
        while (field.find()) {
            if (field.group(1) == null) {
                fields.addAll(List.of(field.group(3), chosen(field.group(4))));
            } else if (!field.group().contains("checkbox") || field.group().contains("checked")) {
                fields.addAll(List.of(field.group(1), field.group(2) == null ? "" : field.group(2)));
            }
        }
        return fields;
    }

    private static String chosen(String options) {
        Matcher chosen = CHOSEN.matcher(options);
        if (chosen.find()) {
            return chosen.group(1);
        }
        Matcher first = OPTION.matcher(options);
        return first.find() ? first.group(1) : "";
    }
}
