package aestimo.app.testing;

import java.util.ArrayList;
import java.util.List;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.FormElement;

/**
 * A form as a page shows it.
 *
 * @param fields what a browser would send of it, names and values in turn
 */
public record PageForm(String action, List<String> fields) {
    /** All that are posted; rows that wait in a template to be added are in none. */
    public static List<PageForm> all(String page) {
        Document parsed = Jsoup.parse(page);
        parsed.select("template").remove();
        return parsed.select("form[method=post][action]").forms().stream()
                .map(PageForm::of)
                .toList();
    }

    /** As it is now, whatever was typed into its elements since it was read. */
    public static PageForm of(FormElement form) {
        return new PageForm(form.attr("action"), sent(form));
    }

    /**
     * Names and values in turn, with some fields otherwise.
     *
     * @param id of the form
     * @param otherwise names and values in turn; a field the form lacks is added
     */
    public static String[] fields(String page, String id, String... otherwise) {
        List<String> fields = new ArrayList<>(
                sent(Jsoup.parse(page).select("form#" + id).forms().get(0)));
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

    /** The token is the visitor's to send. */
    private static List<String> sent(FormElement form) {
        return form.formData().stream()
                .filter(field -> !field.key().equals("_csrf"))
                .flatMap(field -> List.of(field.key(), field.value()).stream())
                .toList();
    }
}
