package aestimo.app.testing;

import java.util.ArrayList;
import java.util.List;
import org.jsoup.nodes.Element;

/** A form with a row a student, as a page shows it: what it would send, with some fields typed otherwise. */
public final class RowForm {
    private RowForm() {}

    /**
     * Names and values in turn of the inputs of all rows.
     *
     * @param rows selects the rows in the page
     * @param otherwise family name, field and what is typed there, such as “Brandt sentAs B”
     */
    public static List<String> fields(String page, String rows, String... otherwise) {
        List<String> fields = new ArrayList<>();
        for (Element row : Html.elements(page, rows)) {
            for (Element input : row.select("input[name]")) {
                String name = input.attr("name");
                fields.addAll(List.of(name, typed(Html.words(row), name, input.val(), otherwise)));
            }
        }
        return fields;
    }

    private static String typed(String row, String name, String standing, String... otherwise) {
        String sent = standing;
        for (String other : otherwise) {
            String[] parts = other.split(" ", 3);
            sent = row.contains(parts[0] + ", ") && name.equals(parts[1]) ? parts[2] : sent;
        }
        return sent;
    }
}
