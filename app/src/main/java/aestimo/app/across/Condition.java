package aestimo.app.across;

import aestimo.app.web.FormException;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * What a student must meet to be listed: “grade is A or A*”, “not handed in is at least 3”.
 *
 * @param value as typed
 */
record Condition(Column column, Test test, String value) {
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
    }

    /** @throws FormException when a comparison is asked for with what is no number */
    Condition {
        if ((test == Test.AT_LEAST || test == Test.AT_MOST) && number(value).isEmpty()) {
            throw new FormException("“" + column.words() + " " + test.words() + " " + value
                    + "” needs a number, such as 3 or 66.5. For grades, choose “is” and name them: A, A*.");
        }
    }

    private static Optional<BigDecimal> number(String text) {
        try {
            return Optional.of(new BigDecimal(text.strip().replace(',', '.')));
        } catch (NumberFormatException none) {
            return Optional.empty();
        }
    }

    /** A figure that is not there meets nothing, not even “is not”. */
    boolean isMetBy(Figure figure) {
        if (figure.isNone()) {
            return false;
        }
        return switch (test) {
            case IS -> isOne(figure);
            case IS_NOT -> !isOne(figure);
            case AT_LEAST ->
                figure.number()
                        .filter(own -> own.compareTo(number(value).orElseThrow()) >= 0)
                        .isPresent();
            case AT_MOST ->
                figure.number()
                        .filter(own -> own.compareTo(number(value).orElseThrow()) <= 0)
                        .isPresent();
        };
    }

    /** Several values stand with commas or “or” between them; a comma between digits is a decimal one. */
    private boolean isOne(Figure figure) {
        if (figure.isNumber() && number(value).isPresent()) {
            return figure.number().get().compareTo(number(value).get()) == 0;
        }
        List<String> values =
                Arrays.stream(value.split(",|\\bor\\b")).map(String::strip).toList();
        return figure.isNumber()
                ? values.stream()
                        .flatMap(own -> number(own).stream())
                        .anyMatch(own -> own.compareTo(figure.number().get()) == 0)
                : values.contains(figure.shown());
    }
}
