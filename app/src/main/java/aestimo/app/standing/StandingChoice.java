package aestimo.app.standing;

import aestimo.app.figures.Catalogue;
import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Figure;
import aestimo.app.figures.Value;
import aestimo.app.frame.Address;
import aestimo.app.frame.SpanChoice;
import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How the standing of a class is looked at, as the address says it. What is not understood is the default.
 *
 * @param order the key of the figure the rows are ordered by, or {@link #NAME}
 * @param turned whether the other way round than the figure is ordered at first
 * @param set empty for all
 * @param only which students; {@link Only#ALL} for all
 * @param band label of the band whose rows are lit, and of the only one shown where {@code only} says so; may be empty
 * @param boundary label of the band whose boundary is looked at; may be empty
 */
record StandingChoice(String query, String order, boolean turned, String set, Only only, String band, String boundary) {
    static final String RESULT = "result";
    static final String NAME = "name";

    /** Which rows are shown; told by figures of the catalogue. */
    enum Only {
        ALL("all", "", ""),
        JUST_BELOW("just below a boundary", "near", "yes"),
        DOWN("moving down", "way", "down"),
        LOOSE("with loose ends", "loose", ""),
        BELOW_PASS("below the pass band", "pass", "below"),
        JUST_PASS("just at the pass band", "pass", "just"),
        BAND("of the band chosen", "", "");

        private final String words;
        private final String figure;
        private final String word;

        Only(String words, String figure, String word) {
            this.words = words;
            this.figure = figure;
            this.word = word;
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

        private boolean has(ClassFigures at, StandingTable.Row row) {
            if (figure.isEmpty()) {
                return true;
            }
            Value value = Catalogue.find(at, figure).orElseThrow().of(at, row.own());
            return word.isEmpty()
                    ? value.number().filter(count -> count.signum() > 0).isPresent()
                    : value.word().equals(word);
        }
    }

    static StandingChoice read(Map<String, String> parameters, Book book) {
        String band = labelled(book, parameters.getOrDefault("band", ""));
        String set = parameters.getOrDefault("set", "");
        Only only = Address.choice(Only.class, parameters.get("only"), Only.ALL);
        return new StandingChoice(
                SpanChoice.read(parameters, book).query(),
                parameters.getOrDefault("order", RESULT),
                parameters.containsKey("turned"),
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
        all.put("order", order.equals(RESULT) ? "" : order);
        all.put("turned", turned ? "yes" : "");
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

    /** The address of the rows ordered by a figure: at first its usual way, the other way when asked again. */
    public String ordered(String key) {
        return new StandingChoice(query, key, order.equals(key) && !turned, set, only, band, boundary).but("", "");
    }

    /** The sign of the way the rows are ordered, beside the heading they are ordered by; empty beside any other. */
    public String way(StandingTable.Column column) {
        return !order.equals(column.key()) ? "" : column.figure().isHighestFirst() != turned ? " ▾" : " ▴";
    }

    /** The same for whoever cannot see it; null beside any other. */
    public @Nullable String sorted(StandingTable.Column column) {
        return switch (way(column)) {
            case " ▾" -> "descending";
            case " ▴" -> "ascending";
            default -> null;
        };
    }

    /** The rows chosen, in order: those without the figure come last, those who left after all others. */
    StandingTable applied(StandingTable table, ClassFigures at) {
        return table.with(table.rows().stream()
                .filter(row -> set.isEmpty() || row.isIn(set))
                .filter(row -> only == Only.ALL || row.isPresent())
                .filter(row -> only.has(at, row))
                .filter(row -> only != Only.BAND || row.grade().equals(band))
                .sorted(comparator(at))
                .toList());
    }

    private Comparator<StandingTable.Row> comparator(ClassFigures at) {
        Comparator<StandingTable.Row> there = Comparator.comparing(row -> !row.isPresent());
        if (order.equals(NAME)) {
            // The class has them by name.
            Comparator<StandingTable.Row> named =
                    Comparator.comparing(row -> row.own().place());
            return there.thenComparing(turned ? named.reversed() : named);
        }
        Figure figure = Catalogue.find(at, order)
                .orElseGet(() -> Catalogue.find(at, RESULT).orElseThrow());
        return there.thenComparing(row -> figure.of(at, row.own()), Value.order(figure.isHighestFirst() != turned));
    }
}
