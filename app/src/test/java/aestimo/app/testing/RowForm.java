package aestimo.app.testing;

import static aestimo.app.testing.OwnClass.all;
import static aestimo.app.testing.OwnClass.found;

import java.util.ArrayList;
import java.util.List;

/** A form with a row a student, as a page shows it: what it would send, with some fields typed otherwise. */
public final class RowForm {
    private RowForm() {}

    /**
     * Names and values in turn of the inputs of all rows.
     *
     * @param rows the rows as they are written in the page
     * @param otherwise family name, field and what is typed there, such as “Brandt sentAs B”
     */
    public static List<String> fields(List<String> rows, String... otherwise) {
        List<String> fields = new ArrayList<>();
        for (String row : rows) {
            for (String input : all("(<input[^>]*>)", row)) {
                String name = found("name=\"([^\"]+)\"", input);
                fields.addAll(List.of(name, typed(row, name, value(input), otherwise)));
            }
        }
        return fields;
    }

    private static String value(String input) {
        List<String> value = all("value=\"([^\"]*)\"", input);
        return value.isEmpty() ? "" : value.get(0).replace("&quot;", "\"");
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
