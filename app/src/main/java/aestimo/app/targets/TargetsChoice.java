package aestimo.app.targets;

import aestimo.app.frame.Address;
import aestimo.app.frame.SpanChoice;
import aestimo.core.book.Book;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * How the targets of a class are looked at, as the address says it.
 *
 * @param query the span, for going on to other workspaces
 * @param set empty for all
 * @param student whose details the margin shows; empty for nobody's
 */
record TargetsChoice(String query, Compare compare, Only only, String set, Order order, As as, String student) {
    /** What is compared with what. */
    enum Compare {
        TERMS("term results with targets"),
        START("starting point with result"),
        CLASSES("classes side by side");

        private final String words;

        Compare(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** Which students are shown. */
    enum Only {
        ALL("everyone"),
        BELOW("below target"),
        ABOVE("above target"),
        WITHOUT("without a target"),
        HELPED("marked for help");

        private final String words;

        Only(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** How the students are ordered. */
    enum Order {
        NAME("name"),
        GAP("gap"),
        MOVED("movement");

        private final String words;

        Order(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** Pictures or figures. */
    enum As {
        PICTURES("pictures"),
        TABLE("table");

        private final String words;

        As(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    static TargetsChoice read(Map<String, String> parameters, Book book) {
        String set = parameters.getOrDefault("set", "");
        return new TargetsChoice(
                SpanChoice.read(parameters, book).query(),
                Address.choice(Compare.class, parameters.get("compare"), Compare.TERMS),
                Address.choice(Only.class, parameters.get("only"), Only.ALL),
                book.sets().contains(set) ? set : "",
                Address.choice(Order.class, parameters.get("order"), Order.NAME),
                Address.choice(As.class, parameters.get("as"), As.PICTURES),
                parameters.getOrDefault("student", ""));
    }

    /** The same look at everyone. */
    TargetsChoice ofEveryone() {
        return new TargetsChoice(query, compare, Only.ALL, set, order, as, student);
    }

    private Map<String, String> all() {
        Map<String, String> all = new LinkedHashMap<>();
        all.put("compare", Address.named(compare, Compare.TERMS));
        all.put("only", Address.named(only, Only.ALL));
        all.put("set", set);
        all.put("order", Address.named(order, Order.NAME));
        all.put("as", Address.named(as, As.PICTURES));
        return all;
    }

    /** The address of the same look but for one choice; an empty value takes it out. */
    public String but(String name, String value) {
        Map<String, String> other = all();
        other.put(name, value);
        return Address.with(query, other);
    }

    public String but(Compare other) {
        return but("compare", Address.named(other, Compare.TERMS));
    }

    public String but(Only other) {
        return but("only", Address.named(other, Only.ALL));
    }

    public String but(Order other) {
        return but("order", Address.named(other, Order.NAME));
    }

    public String but(As other) {
        return but("as", Address.named(other, As.PICTURES));
    }
}
