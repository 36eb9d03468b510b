package aestimo.app.door;

import java.time.Duration;

/**
 * What an attempt to sign in is counted under.
 *
 * @param under such as a name from an address
 * @param free how many wrong ones are allowed before any pause
 * @param longest the longest pause
 * @param personal whether a right one clears all of them; an address that many share only loses the one
 */
record Attempt(String under, int free, Duration longest, boolean personal) {
    private static final Duration FIRST = Duration.ofSeconds(2);
    private static final int MOST_DOUBLED = 16;

    /** How long after the last of so many wrong ones the next is looked at. */
    Duration pauseAfter(int wrong) {
        if (wrong < free) {
            return Duration.ZERO;
        }
        Duration pause = FIRST.multipliedBy(1L << Math.min(wrong - free + 1, MOST_DOUBLED));
        return pause.compareTo(longest) > 0 ? longest : pause;
    }
}
