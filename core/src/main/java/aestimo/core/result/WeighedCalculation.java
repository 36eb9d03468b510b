package aestimo.core.result;

import aestimo.core.book.Book;
import aestimo.core.counting.CountedRow;
import aestimo.core.rules.TermResults;
import aestimo.core.value.FractionSum;
import aestimo.core.value.Percent;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** The result of a year of weighed terms: Σ W·R / Σ W over terms with a weight above 0 and a result (rules, section 4). */
final class WeighedCalculation implements Calculation {
    private final Book book;
    private final PooledCalculation[] terms;

    /** @param terms one for each term of the book, in its order */
    WeighedCalculation(Book book, PooledCalculation[] terms) {
        this.book = book;
        this.terms = terms;
    }

    @Override
    public @Nullable Percent result(CountedRow row) {
        FractionSum top = new FractionSum();
        FractionSum weights = new FractionSum();
        for (int i = 0; i < terms.length; i++) {
            Percent result = termResult(i, row);
            if (result != null && !book.terms().get(i).weight().isZero()) {
                top.plusProduct(book.terms().get(i).weight().toFraction(), result.exact());
                weights.plus(book.terms().get(i).weight().toFraction());
            }
        }
        return weights.toFraction().isZero()
                ? null
                : new Percent(top.toFraction().dividedBy(weights.toFraction()));
    }

    /** As it goes into the year: exact or rounded; null for no result. */
    private @Nullable Percent termResult(int term, CountedRow row) {
        Percent exact = terms[term].result(row);
        return exact == null || book.rules().termResults() == TermResults.EXACT
                ? exact
                : exact.rounded(book.rules().places());
    }

    /** Every term with its result as it goes into the year. */
    List<StudentStanding.TermStep> steps(CountedRow row) {
        return IntStream.range(0, terms.length)
                .mapToObj(
                        i -> new StudentStanding.TermStep(book.terms().get(i), Optional.ofNullable(termResult(i, row))))
                .toList();
    }
}
