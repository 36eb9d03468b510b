package aestimo.app.across;

import aestimo.app.across.Column.InClass;
import aestimo.app.across.Column.Kind;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.result.StudentStanding;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * What a student must meet to be listed: “grade is A or A*”, “not handed in is at least 3”. Numbers are held against
 * numbers, grades against the bands of the student's own class, words against words.
 *
 * @param values as typed, one or several that any of may be met
 */
record Condition(Column column, Test test, List<String> values) {
    /** How a figure is held against a value. */
    enum Test {
        IS("is"),
        IS_NOT("is not"),
        AT_LEAST("is at least"),
        AT_MOST("is at most");

        private final String words;

        Test(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        public String key() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        static Optional<Test> of(String key) {
            return Arrays.stream(values()).filter(own -> own.key().equals(key)).findFirst();
        }

        private boolean isOrder() {
            return this == AT_LEAST || this == AT_MOST;
        }
    }

    /** @param value as typed: several stand with commas or “or” between them; a comma between digits is a decimal one */
    static Condition of(Column column, Test test, String value) {
        boolean one = column.kind() == Kind.NUMBER && number(value).isPresent();
        return new Condition(
                column,
                test,
                one
                        ? List.of(value)
                        : Arrays.stream(value.split(",|\\bor\\b"))
                                .map(String::strip)
                                .filter(own -> !own.isEmpty())
                                .toList());
    }

    /** “grade is at least A”. */
    String words() {
        return column.words() + " " + test.words() + " " + String.join(" or ", values);
    }

    /** Why it cannot be held against these classes, in words; empty where it can. */
    Optional<String> problem(List<InClass> classes) {
        if (values.isEmpty()) {
            return Optional.of("“" + column.words() + " " + test.words() + " …” needs a value.");
        }
        if (test.isOrder() && values.size() > 1) {
            return Optional.of("“" + words() + "” needs one value, not " + values.size() + ".");
        }
        return switch (column.kind()) {
            case NUMBER ->
                values.stream().allMatch(own -> number(own).isPresent())
                        ? Optional.empty()
                        : Optional.of("“" + words() + "” needs a number, such as 3 or 66.5.");
            case GRADE ->
                unknown(classes.stream()
                                .flatMap(in -> in.book().boundaries().bands().stream())
                                .map(Band::label)
                                .toList())
                        .map(label -> "None of these classes has a grade “" + label + "”, so “" + words()
                                + "” cannot be asked.");
            case WORDS ->
                test.isOrder()
                        ? Optional.of("“" + words() + "” compares words by size. Choose “is” or “is not”.")
                        : noSuchWord(classes);
        };
    }

    private Optional<String> noSuchWord(List<InClass> classes) {
        Set<String> there = new LinkedHashSet<>();
        for (InClass in : classes) {
            for (StudentStanding own : in.standing().students()) {
                Figure figure = column.figure().apply(in, own);
                if (own.present() && !figure.isNone()) {
                    there.add(figure.shown());
                }
            }
        }
        return unknown(List.copyOf(there))
                .map(word -> "Nobody has “" + word + "” as " + column.words() + ". There "
                        + (there.isEmpty() ? "is none here." : "is: " + String.join(", ", there) + "."));
    }

    private Optional<String> unknown(List<String> known) {
        return values.stream()
                .filter(own -> known.stream().noneMatch(own::equalsIgnoreCase))
                .findFirst();
    }

    /** Of classes whose bands lack a grade it names: nobody there can meet it. In words; empty where there are none. */
    Optional<String> missing(List<InClass> classes) {
        if (column.kind() != Kind.GRADE) {
            return Optional.empty();
        }
        List<String> without = classes.stream()
                .filter(in -> values.stream()
                        .allMatch(own -> band(in.book().boundaries(), own).isEmpty()))
                .map(InClass::title)
                .distinct()
                .toList();
        return without.isEmpty()
                ? Optional.empty()
                : Optional.of(String.join(", ", without) + (without.size() == 1 ? " has" : " have") + " no grade "
                        + String.join(" or ", values) + ", so nobody of " + (without.size() == 1 ? "it" : "them")
                        + " is listed for “" + words() + "”.");
    }

    private static Optional<BigDecimal> number(String text) {
        // No more digits than a figure can have: 1e999999999 is none.
        String typed = text.strip().replace(',', '.');
        return typed.matches("[-+]?[0-9]{1,9}([.][0-9]{1,9})?") ? Optional.of(new BigDecimal(typed)) : Optional.empty();
    }

    private static Optional<Band> band(Boundaries boundaries, String label) {
        return boundaries
                .labelled(label)
                .or(() -> boundaries.bands().stream()
                        .filter(band -> band.label().equalsIgnoreCase(label))
                        .findFirst());
    }

    /** A figure that is not there meets nothing, not even “is not”. */
    boolean isMet(InClass in, StudentStanding own) {
        Figure figure = column.figure().apply(in, own);
        if (figure.isNone()) {
            return false;
        }
        return switch (test) {
            case IS -> values.stream().anyMatch(value -> compared(in, figure, value, 0));
            case IS_NOT ->
                values.stream().noneMatch(value -> compared(in, figure, value, 0))
                        && missing(List.of(in)).isEmpty();
            case AT_LEAST -> compared(in, figure, values.get(0), 1);
            case AT_MOST -> compared(in, figure, values.get(0), -1);
        };
    }

    /** Whether a figure equals a value, or lies on the side of it that {@code way} tells; 0: neither side will do. */
    private boolean compared(InClass in, Figure figure, String value, int way) {
        int order = switch (column.kind()) {
            case NUMBER -> figure.number().orElseThrow().compareTo(number(value).orElseThrow());
            case GRADE -> {
                Boundaries boundaries = in.book().boundaries();
                Optional<Band> asked = band(boundaries, value);
                Optional<Band> own = boundaries.labelled(figure.shown());
                // A class without the grade, or without bands, cannot say what is above it.
                yield asked.isEmpty() || own.isEmpty()
                        ? -2 * (way == 0 ? 1 : way)
                        : Integer.compare(boundaries.stepOf(own.get()), boundaries.stepOf(asked.get()));
            }
            case WORDS -> figure.shown().equalsIgnoreCase(value) ? 0 : 1;
        };
        return order == 0 || (way != 0 && Integer.signum(order) == way);
    }
}
