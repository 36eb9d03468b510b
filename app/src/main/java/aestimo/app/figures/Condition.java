package aestimo.app.figures;

import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.result.StudentStanding;
import aestimo.core.typed.TypedDay;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * What a student must meet: “grade is A or A*”, “not handed in is at least 3”. Numbers are held against numbers, grades
 * against the bands of the student's own class, days against days, words against words.
 *
 * @param values as typed, one or several that any of may be met
 */
public record Condition(Figure figure, Test test, List<String> values) {
    /** What a grade may be held against in any class, whatever its bands are called. */
    private static final String TOP = "top grade";

    private static final String LOWEST = "lowest grade";

    /** How a figure is held against a value. */
    public enum Test {
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

        public static Optional<Test> of(String key) {
            return Arrays.stream(values()).filter(own -> own.key().equals(key)).findFirst();
        }

        private boolean isOrder() {
            return this == AT_LEAST || this == AT_MOST;
        }
    }

    /** @param value as typed: several stand with commas or “or” between them; a comma between digits is a decimal one */
    public static Condition of(Figure figure, Test test, String value) {
        boolean one = figure.type().isNumber() && number(value).isPresent();
        return new Condition(
                figure,
                test,
                one
                        ? List.of(value)
                        : Arrays.stream(value.split(",|\\bor\\b"))
                                .map(String::strip)
                                .filter(own -> !own.isEmpty())
                                .toList());
    }

    /** “grade is at least A”. */
    public String words() {
        return figure.words() + " " + test.words() + " " + String.join(" or ", values);
    }

    /** Why it cannot be held against these classes, in words; empty where it can. */
    public Optional<String> problem(List<ClassFigures> classes) {
        if (values.isEmpty()) {
            return Optional.of("“" + figure.words() + " " + test.words() + " …” needs a value.");
        }
        if (test.isOrder() && values.size() > 1) {
            return Optional.of("“" + words() + "” needs one value, not " + values.size() + ".");
        }
        if (test.isOrder() && !figure.type().isOrdered()) {
            return Optional.of("“" + words() + "” compares words, which have no order. Choose “is” or “is not”.");
        }
        return switch (figure.type()) {
            case PERCENT, NUMBER, COUNT ->
                unless(values.stream().allMatch(own -> number(own).isPresent()), "needs a number, such as 3 or 66.5.");
            case DATE ->
                unless(values.stream().allMatch(own -> day(own).isPresent()), "needs a day, such as 2027-02-24.");
            case GRADE -> noSuchGrade(classes);
            case LEVEL ->
                unless(
                        values.stream().allMatch(own -> GoalFigures.named(own).isPresent()),
                        "needs a level: " + String.join(", ", GoalFigures.levels()) + ".");
            case WORDS, YES_NO, SIGN -> noSuchWord(classes);
        };
    }

    private Optional<String> unless(boolean fine, String needs) {
        return fine ? Optional.empty() : Optional.of("“" + words() + "” " + needs);
    }

    private Optional<String> noSuchGrade(List<ClassFigures> classes) {
        return values.stream()
                .filter(value -> classes.stream()
                        .allMatch(at -> band(at.book().boundaries(), value).isEmpty()))
                .findFirst()
                .map(label -> "None of these classes has a grade “" + label + "”, so “" + words()
                        + "” cannot be asked. “top grade” and “lowest grade” can be asked of any.");
    }

    private Optional<String> noSuchWord(List<ClassFigures> classes) {
        Set<String> there = new LinkedHashSet<>();
        for (ClassFigures at : classes) {
            for (StudentStanding own : at.standing().students()) {
                Value value = figure.of(at, own);
                if (own.present() && !value.isEmpty()) {
                    there.add(value.word());
                }
            }
        }
        return values.stream()
                .filter(own -> there.stream().noneMatch(own::equalsIgnoreCase))
                .findFirst()
                .map(word -> "Nobody has “" + word + "” as " + figure.words() + ". There "
                        + (there.isEmpty() ? "is none here." : "is: " + String.join(", ", there) + "."));
    }

    /** Of classes whose bands lack a grade it names: nobody there can meet it. In words; empty where there are none. */
    public Optional<String> missing(List<ClassFigures> classes) {
        if (figure.type() != FigureType.GRADE) {
            return Optional.empty();
        }
        List<String> without = classes.stream()
                .filter(at -> values.stream()
                        .allMatch(own -> band(at.book().boundaries(), own).isEmpty()))
                .map(ClassFigures::title)
                .distinct()
                .toList();
        return without.isEmpty()
                ? Optional.empty()
                : Optional.of(String.join(", ", without) + (without.size() == 1 ? " has" : " have") + " no grade "
                        + String.join(" or ", values) + ", so nobody from " + (without.size() == 1 ? "it" : "them")
                        + " is listed for “" + words() + "”.");
    }

    private static Optional<BigDecimal> number(String text) {
        // No more digits than a figure can have: 1e999999999 is none.
        String typed = text.strip().replace(',', '.');
        return typed.matches("[-+]?[0-9]{1,9}([.][0-9]{1,9})?") ? Optional.of(new BigDecimal(typed)) : Optional.empty();
    }

    private static Optional<LocalDate> day(String text) {
        return TypedDay.read(text.strip());
    }

    /** The band of a label, in any case, or the one at either end. */
    private static Optional<Band> band(Boundaries boundaries, String label) {
        List<Band> bands = boundaries.bands();
        if (!bands.isEmpty() && label.equalsIgnoreCase(TOP)) {
            return Optional.of(bands.get(0));
        }
        if (!bands.isEmpty() && label.equalsIgnoreCase(LOWEST)) {
            return Optional.of(bands.get(bands.size() - 1));
        }
        return boundaries
                .labelled(label)
                .or(() -> bands.stream()
                        .filter(band -> band.label().equalsIgnoreCase(label))
                        .findFirst());
    }

    /** A figure that is not there meets nothing, not even “is not”. */
    public boolean isMet(ClassFigures at, StudentStanding own) {
        Value value = figure.of(at, own);
        if (value.isEmpty()) {
            return false;
        }
        return switch (test) {
            case IS -> values.stream().anyMatch(asked -> isEqual(at, value, asked));
            case IS_NOT ->
                values.stream().noneMatch(asked -> isEqual(at, value, asked))
                        && missing(List.of(at)).isEmpty();
            case AT_LEAST ->
                order(at, value, values.get(0)).filter(it -> it >= 0).isPresent();
            case AT_MOST ->
                order(at, value, values.get(0)).filter(it -> it <= 0).isPresent();
        };
    }

    private boolean isEqual(ClassFigures at, Value value, String asked) {
        return figure.type().isOrdered()
                ? order(at, value, asked).filter(it -> it == 0).isPresent()
                : value.word().equalsIgnoreCase(asked);
    }

    /** Below zero where the value lies below what is asked; empty where the class cannot say. */
    private Optional<Integer> order(ClassFigures at, Value value, String asked) {
        return switch (figure.type()) {
            case PERCENT, NUMBER, COUNT ->
                number(asked).map(number -> value.number().orElseThrow().compareTo(number));
            case DATE -> day(asked).map(day -> LocalDate.parse(value.word()).compareTo(day));
            case GRADE -> {
                Boundaries boundaries = at.book().boundaries();
                yield band(boundaries, asked)
                        .flatMap(band -> boundaries
                                .labelled(value.word())
                                .map(own -> Integer.compare(boundaries.stepOf(own), boundaries.stepOf(band))));
            }
            case LEVEL ->
                GoalFigures.named(asked)
                        .flatMap(level -> GoalFigures.named(value.word()).map(own -> own.compareTo(level)));
            case WORDS, YES_NO, SIGN -> Optional.empty();
        };
    }
}
