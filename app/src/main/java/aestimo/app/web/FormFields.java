package aestimo.app.web;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The fields of a form, by name. Values come stripped; a field that was not sent is empty text. Unlike parameter
 * binding it never splits a value at its commas.
 */
public final class FormFields {
    private final HttpServletRequest request;

    public FormFields(HttpServletRequest request) {
        this.request = request;
    }

    public String text(String name) {
        String value = request.getParameter(name);
        return value == null ? "" : value.strip();
    }

    /** As it was sent, white space at its ends included. */
    public String raw(String name) {
        String value = request.getParameter(name);
        return value == null ? "" : value;
    }

    /** All values of a repeated field, in the order they were sent. */
    public List<String> texts(String name) {
        String[] values = request.getParameterValues(name);
        return values == null
                ? List.of()
                : Arrays.stream(values).map(String::strip).toList();
    }

    /** One value of a repeated field; empty text where there are not as many. */
    public String text(String name, int i) {
        List<String> values = texts(name);
        return i < values.size() ? values.get(i) : "";
    }

    /** A whole number; 0 where the field holds none. */
    public long number(String name) {
        return toNumber(text(name));
    }

    /** A whole number of at most 18 digits; 0 for any other text. */
    public static long toNumber(@Nullable String text) {
        return text != null && text.matches("[0-9]{1,18}") ? Long.parseLong(text) : 0;
    }
}
