package aestimo.core.value;

/**
 * A percent, exact: a mark's, an average's, a result's, or the one a band starts from. Over 100 and below 0 are
 * possible where the rules allow them. Immutable.
 */
public record Percent(Fraction exact) implements Comparable<Percent> {
    public static final Percent ZERO = new Percent(Fraction.ZERO);
    public static final Percent HUNDRED = new Percent(Fraction.HUNDRED);

    public static Percent of(long whole) {
        return new Percent(Fraction.of(whole));
    }

    /**
     * Reads a plain decimal such as {@code "72.5"}.
     *
     * @throws IllegalArgumentException when it is no number with at most four places
     */
    public static Percent parse(String text) {
        return new Percent(Fraction.from(Decimals.parse(text, "percent")));
    }

    /**
     * Reads a plain decimal from 0 to 100, such as the percent that work not handed in counts as.
     *
     * @throws IllegalArgumentException when it is no such number
     */
    public static Percent parseWithinHundred(String text) {
        Percent percent = parse(text);
        if (!percent.isWithinHundred()) {
            throw new IllegalArgumentException("percent " + text + " must be from 0 to 100");
        }
        return percent;
    }

    /** This percent rounded half up as the class shows it. */
    public Percent rounded(Places places) {
        return new Percent(exact.roundedTo(places.count()));
    }

    /** As shown on a page: rounded half up, always with the class's number of places. */
    public String shown(Places places) {
        return exact.toDecimal(places.count()).toPlainString();
    }

    public Percent plus(Percent other) {
        return new Percent(exact.plus(other.exact));
    }

    public Percent minus(Percent other) {
        return new Percent(exact.minus(other.exact));
    }

    public boolean isNegative() {
        return exact.signum() < 0;
    }

    /** From 0 to 100, both included. */
    public boolean isWithinHundred() {
        return !isNegative() && compareTo(HUNDRED) <= 0;
    }

    public boolean isAtLeast(Percent other) {
        return compareTo(other) >= 0;
    }

    @Override
    public int compareTo(Percent other) {
        return exact.compareTo(other.exact);
    }

    @Override
    public String toString() {
        return exact + " %";
    }
}
