package aestimo.app.testing;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A form as a page shows it.
 *
 * @param fields what a browser would send of it, names and values in turn
 */
public record PageForm(String action, List<String> fields) {
    private static final Pattern FORM = Pattern.compile(
            "<form(?=[^>]*method=\"post\")(?=[^>]*action=\"([^\"]*)\")[^>]*>(.*?)</form>", Pattern.DOTALL);
    private static final Pattern FIELD = Pattern.compile(
            "<input(?=[^>]*name=\"([a-zA-Z]+[0-9]*)\")(?:(?=[^>]*value=\"([^\"]*)\"))?[^>]*>"
                    + "|<select[^>]*name=\"([a-zA-Z]+[0-9]*)\"[^>]*>(.*?)</select>"
                    + "|<textarea[^>]*name=\"([a-zA-Z]+[0-9]*)\"[^>]*>(.*?)</textarea>",
            Pattern.DOTALL);
    private static final Pattern CHOSEN = Pattern.compile("<option(?=[^>]*selected)[^>]*value=\"([^\"]*)\"");
    private static final Pattern OPTION = Pattern.compile("<option[^>]*value=\"([^\"]*)\"");

    /** All that are posted. */
    public static List<PageForm> all(String page) {
        return FORM.matcher(page)
                .results()
                .map(form -> new PageForm(form.group(1).replace("&amp;", "&"), inputs(form.group(2))))
                .toList();
    }

    /**
     * Names and values in turn, with some fields otherwise.
     *
     * @param id of the form
     * @param otherwise names and values in turn; a field the form lacks is added
     */
    public static String[] fields(String page, String id, String... otherwise) {
        String form = page.substring(page.indexOf("id=\"" + id + "\""));
        List<String> fields = inputs(form.substring(0, form.indexOf("</form>")));
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

    private static List<String> inputs(String form) {
        List<String> fields = new ArrayList<>();
        Matcher field = FIELD.matcher(form);
        while (field.find()) {
            if (field.group(5) != null) {
                fields.addAll(List.of(field.group(5), plain(field.group(6))));
            } else if (field.group(3) != null) {
                fields.addAll(List.of(field.group(3), chosen(field.group(4))));
            } else if (!field.group().matches("(?s).*type=\"(checkbox|radio)\".*")
                    || field.group().contains("checked")) {
                fields.addAll(List.of(field.group(1), plain(field.group(2))));
            }
        }
        return fields;
    }

    private static String plain(String escaped) {
        return escaped == null
                ? ""
                : escaped.replace("&quot;", "\"")
                        .replace("&#39;", "'")
                        .replace("&lt;", "<")
                        .replace("&amp;", "&");
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
