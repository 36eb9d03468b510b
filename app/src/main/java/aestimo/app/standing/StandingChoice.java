package aestimo.app.standing;

import aestimo.app.frame.Address;
import aestimo.app.frame.SpanChoice;
import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.value.Percent;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * How the standing of a class is looked at, as the address says it. What is not understood is the default.
 *
 * @param set empty for all
 * @param only which students; {@link Only#ALL} for all
 * @param band label of the band whose rows are lit, and of the only one shown where {@code only} says so; may be empty
 * @param boundary label of the band whose boundary is looked at; may be empty
 */
record StandingChoice(String query, Order order, String set, Only only, String band, String boundary) {
    /** How the rows are ordered. */
    enum Order {
        RESULT("result"),
        NAME("name"),
        MOVED("movement"),
        NEXT("to next");

        private final String words;

        Order(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** Which rows are shown. */
    enum Only {
        ALL("all", row -> true),
        JUST_BELOW("just below a boundary", StandingTable.Row::justBelow),
        DOWN("moving down", row -> row.way().equals("down")),
        LOOSE("with loose ends", StandingTable.Row::looseEnds),
        BELOW_PASS("below the pass band", row -> row.pass().equals("below")),
        JUST_PASS("just at the pass band", row -> row.pass().equals("just")),
        BAND("of the band chosen", row -> true);

        private final String words;
        private final Predicate<StandingTable.Row> test;

        Only(String words, Predicate<StandingTable.Row> test) {
            this.words = words;
            this.test = test;
        }

        public String words() {
            return words;
        }

        boolean isOffered(StandingChoice choice, Book book) {
            return switch (this) {
                case BAND -> !choice.band().isEmpty();
                case BELOW_PASS, JUST_PASS -> book.rules().pass().isPresent();
                case JUST_BELOW -> !book.boundaries().isEmpty();
                default -> true;
            };
        }
    }

    static StandingChoice read(Map<String, String> parameters, Book book) {
        String band = labelled(book, parameters.getOrDefault("band", ""));
        String set = parameters.getOrDefault("set", "");
        Only only = Address.choice(Only.class, parameters.get("only"), Only.ALL);
        return new StandingChoice(
                SpanChoice.read(parameters, book).query(),
                Address.choice(Order.class, parameters.get("order"), Order.RESULT),
                book.sets().contains(set) ? set : "",
                only == Only.BAND && band.isEmpty() ? Only.ALL : only,
                band,
                labelled(book, parameters.getOrDefault("boundary", "")));
    }

    private static String labelled(Book book, String label) {
        return book.boundaries().labelled(label).map(Band::label).orElse("");
    }

    /** The address of the same look but for one choice; an empty value takes it out. */
    public String but(String name, String value) {
        Map<String, String> all = new LinkedHashMap<>();
        all.put("order", Address.named(order, Order.RESULT));
        all.put("set", set);
        all.put("only", Address.named(only, Only.ALL));
        all.put("band", band);
        all.put("boundary", boundary);
        all.put(name, value);
        if (name.equals("band")) {
            all.put("boundary", "");
        }
        if (name.equals("boundary")) {
            all.put("band", only == Only.BAND ? band : "");
        }
        return Address.with(query, all);
    }

    public String butOrder(Order other) {
        return but("order", Address.named(other, Order.RESULT));
    }

    /** The rows chosen, in order: those without the figure come last, those who left after all others. */
    StandingTable applied(StandingTable table) {
        return table.with(table.rows().stream()
                .filter(row -> set.isEmpty() || row.isIn(set))
                .filter(row -> only == Only.ALL || row.isPresent())
                .filter(only.test)
                .filter(row -> only != Only.BAND || row.grade().equals(band))
                .sorted(comparator())
                .toList());
    }

    private Comparator<StandingTable.Row> comparator() {
        return Comparator.comparing((StandingTable.Row row) -> !row.isPresent())
                .thenComparing(
                        switch (order) {
                            case NAME -> (one, other) -> 0;
                            case RESULT -> by(row -> row.own().result().map(Result::exact), Comparator.reverseOrder());
                            case NEXT ->
                                by(row -> row.own().result().flatMap(Result::toNext), Comparator.naturalOrder());
                            case MOVED -> by(row -> Optional.ofNullable(row.change()), Comparator.naturalOrder());
                        });
    }

    private static Comparator<StandingTable.Row> by(
            Function<StandingTable.Row, Optional<Percent>> figure, Comparator<Percent> own) {
        return Comparator.comparing(row -> figure.apply(row).orElse(null), Comparator.nullsLast(own));
    }
}
