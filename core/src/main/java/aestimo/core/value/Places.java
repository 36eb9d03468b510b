package aestimo.core.value;

/** How many digits after the point a class shows its percents with (rules, section 5): 0, 1 or 2. */
public record Places(int count) {
    public static final Places ONE = new Places(1);

    /** @throws IllegalArgumentException when it is not 0, 1 or 2 */
    public Places {
        if (count < 0 || count > 2) {
            throw new IllegalArgumentException("decimals " + count + " must be 0, 1 or 2");
        }
    }

    /** How many steps of the last digit shown make 1: 10 for one decimal. */
    public int stepsOfOne() {
        return count == 0 ? 1 : count == 1 ? 10 : 100;
    }
}
