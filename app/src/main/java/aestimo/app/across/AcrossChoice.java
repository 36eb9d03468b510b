package aestimo.app.across;

import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Condition;
import aestimo.app.figures.Figure;
import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * A list over several classes as its address holds it.
 *
 * @param classes ids; empty for all of the newest year
 * @param span {@code year}, the name of a term, or empty for that of today
 * @param columns by their keys
 * @param conditions as typed: key, test and value
 * @param any whether one condition is enough
 * @param order the key of the figure ordered by, or {@link #NAME} or {@link #CLASS}; empty for class and name as they are
 * @param down whether from the highest
 */
record AcrossChoice(
        List<Long> classes,
        String span,
        List<String> columns,
        List<Asked> conditions,
        boolean any,
        String order,
        boolean down) {
    static final String NAME = "name";
    static final String CLASS = "class";
    static final List<String> USUAL = List.of("result", "grade", "next", "moved", "not-in");

    record Asked(String column, String test, String value) {}

    static AcrossChoice read(Map<String, List<String>> parameters) {
        List<String> columns = all(parameters, "column");
        List<String> where = all(parameters, "where");
        List<String> test = all(parameters, "test");
        List<String> value = all(parameters, "value");
        List<Asked> asked = new ArrayList<>();
        for (int i = 0; i < Math.min(where.size(), Math.min(test.size(), value.size())); i++) {
            if (!where.get(i).isEmpty()) {
                asked.add(new Asked(where.get(i), test.get(i), value.get(i).strip()));
            }
        }
        return new AcrossChoice(
                all(parameters, "class").stream()
                        .filter(id -> id.matches("[0-9]{1,18}"))
                        .map(Long::parseLong)
                        .toList(),
                first(parameters, "span"),
                columns.isEmpty() ? USUAL : columns,
                asked,
                first(parameters, "join").equals("or"),
                first(parameters, "order"),
                first(parameters, "down").equals("yes"));
    }

    private static List<String> all(Map<String, List<String>> parameters, String name) {
        return parameters.getOrDefault(name, List.of());
    }

    private static String first(Map<String, List<String>> parameters, String name) {
        return all(parameters, name).stream().findFirst().orElse("");
    }

    /** The same as part of an address. */
    public String query() {
        StringBuilder query = new StringBuilder("span=").append(encoded(span));
        classes.forEach(id -> query.append("&class=").append(id));
        columns.forEach(key -> query.append("&column=").append(encoded(key)));
        conditions.forEach(own -> query.append("&where=")
                .append(encoded(own.column()))
                .append("&test=")
                .append(encoded(own.test()))
                .append("&value=")
                .append(encoded(own.value())));
        query.append("&join=").append(any ? "or" : "and");
        return query.append("&order=")
                .append(encoded(order))
                .append("&down=")
                .append(down ? "yes" : "no")
                .toString();
    }

    /** The address of the list ordered by a figure: its usual way first, and the other way when asked again. */
    public String ordered(Figure figure) {
        return ordered(figure.key(), figure.isHighestFirst());
    }

    /** The same by name or by class. */
    public String ordered(String key) {
        return ordered(key, false);
    }

    private String ordered(String key, boolean downFirst) {
        return new AcrossChoice(classes, span, columns, conditions, any, key, order.equals(key) ? !down : downFirst)
                .query();
    }

    /** The sign of the way beside the heading the list is ordered by; empty beside any other. */
    public String way(String key) {
        return !order.equals(key) ? "" : down ? " ▾" : " ▴";
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    /**
     * The conditions as they are understood.
     *
     * @throws RefusedConditions where any cannot be held against these classes
     */
    List<Condition> conditions(List<Figure> offered, List<ClassFigures> classes) {
        Map<Integer, String> problems = new TreeMap<>();
        List<Condition> understood = new ArrayList<>();
        for (int i = 0; i < conditions.size(); i++) {
            Asked own = conditions.get(i);
            Optional<Figure> figure = offered.stream()
                    .filter(it -> it.isAsked() && it.key().equals(own.column()))
                    .findFirst();
            Optional<Condition.Test> test = Condition.Test.of(own.test());
            if (figure.isEmpty() || test.isEmpty()) {
                problems.put(i, "None of these classes has “" + own.column() + "”, so nothing can be asked of it.");
                continue;
            }
            Condition condition = Condition.of(figure.get(), test.get(), own.value());
            Optional<String> problem = condition.problem(classes);
            if (problem.isPresent()) {
                problems.put(i, problem.get());
            } else {
                understood.add(condition);
            }
        }
        if (!problems.isEmpty()) {
            throw new RefusedConditions(problems);
        }
        return understood;
    }

    static AcrossChoice parse(String query) {
        Map<String, List<String>> parameters = new LinkedHashMap<>();
        Arrays.stream(query.split("&")).filter(part -> part.contains("=")).forEach(part -> {
            int equals = part.indexOf('=');
            parameters
                    .computeIfAbsent(part.substring(0, equals), none -> new ArrayList<>())
                    .add(URLDecoder.decode(part.substring(equals + 1), StandardCharsets.UTF_8));
        });
        return read(parameters);
    }
}
