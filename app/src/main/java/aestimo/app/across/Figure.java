package aestimo.app.across;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * One figure of a student, as it is shown and as it is compared.
 *
 * @param shown empty where the student has none, and a dash on the page
 * @param number empty for words, such as a grade
 * @param rank by which words are ordered, such as a grade's step among its bands; 0 for numbers and plain words
 */
record Figure(String shown, Optional<BigDecimal> number, int rank) {
    static final Figure NONE = new Figure("", Optional.empty(), 0);

    static Figure words(String words) {
        return words.isEmpty() ? NONE : new Figure(words, Optional.empty(), 0);
    }

    static Figure words(String words, int rank) {
        return new Figure(words, Optional.empty(), rank);
    }

    static Figure number(String shown) {
        return shown.isEmpty() ? NONE : new Figure(shown, Optional.of(new BigDecimal(shown)), 0);
    }

    public boolean isNone() {
        return shown.isEmpty();
    }

    public boolean isNumber() {
        return number.isPresent();
    }
}
