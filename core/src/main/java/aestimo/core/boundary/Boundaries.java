package aestimo.core.boundary;

import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The bands of a class from the top down, such as 7 from 85, 6 from 72, … 1 from 0 (rules, section 5). May be empty:
 * then percents stand without grades. Immutable.
 */
public final class Boundaries {
    public static final Boundaries NONE = new Boundaries(List.of());

    private final List<Band> bands;

    private Boundaries(List<Band> bands) {
        this.bands = List.copyOf(bands);
    }

    /**
     * @param fromTheTop the bands, highest first
     * @throws IllegalArgumentException with every reason of {@link #problems} when they do not make boundaries
     */
    public static Boundaries of(List<Band> fromTheTop) {
        List<String> problems = problems(fromTheTop);
        if (!problems.isEmpty()) {
            throw new IllegalArgumentException(String.join(" ", problems));
        }
        return fromTheTop.isEmpty() ? NONE : new Boundaries(fromTheTop);
    }

    /** Every reason, in words for the teacher, why these bands do not make boundaries; empty when they do. */
    public static List<String> problems(List<Band> fromTheTop) {
        List<String> problems = new ArrayList<>();
        Set<String> labels = new HashSet<>();
        for (int i = 0; i < fromTheTop.size(); i++) {
            Band band = fromTheTop.get(i);
            if (!labels.add(band.label())) {
                problems.add("The label " + band.label() + " is used twice. Each band needs its own.");
            }
            if (i > 0 && band.from().compareTo(fromTheTop.get(i - 1).from()) >= 0) {
                Band above = fromTheTop.get(i - 1);
                problems.add(band.label() + " starts from " + plain(band.from()) + ", which is not below "
                        + above.label() + " from " + plain(above.from()) + ". Boundaries must fall from the top down.");
            }
        }
        if (!fromTheTop.isEmpty()) {
            Band top = fromTheTop.get(0);
            if (top.from().compareTo(Percent.HUNDRED) > 0) {
                problems.add(
                        top.label() + " starts from " + plain(top.from()) + ". The top band cannot start above 100.");
            }
            Band lowest = fromTheTop.get(fromTheTop.size() - 1);
            if (!lowest.from().exact().isZero()) {
                problems.add(lowest.label() + " starts from " + plain(lowest.from())
                        + ". The lowest band must start from 0, so that every result has a grade.");
            }
        }
        return problems;
    }

    /** The bands, highest first. */
    public List<Band> bands() {
        return bands;
    }

    public boolean isEmpty() {
        return bands.isEmpty();
    }

    /** The band with this very label, if there is one. */
    public Optional<Band> labelled(String label) {
        for (Band band : bands) {
            if (band.label().equals(label)) {
                return Optional.of(band);
            }
        }
        return Optional.empty();
    }

    /**
     * The first band from the top that starts at or below a percent; for a percent below 0 the lowest band.
     *
     * @return empty only where there are no bands
     */
    public Optional<Band> bandFor(Percent graded) {
        if (bands.isEmpty()) {
            return Optional.empty();
        }
        for (Band band : bands) {
            if (graded.isAtLeast(band.from())) {
                return Optional.of(band);
            }
        }
        return Optional.of(bands.get(bands.size() - 1));
    }

    /** The next band up; empty for the top one. */
    public Optional<Band> above(Band band) {
        int place = placeOf(band);
        return place > 0 ? Optional.of(bands.get(place - 1)) : Optional.empty();
    }

    /** −1 where it is not one of these. Most bands asked for were handed out here, so the very same is found first. */
    private int placeOf(Band band) {
        for (int place = 0; place < bands.size(); place++) {
            if (bands.get(place) == band) {
                return place;
            }
        }
        return bands.indexOf(band);
    }

    /**
     * How many bands lie below this one: 0 for the lowest (rules, section 10).
     *
     * @throws IllegalArgumentException when it is not one of these bands
     */
    public int stepOf(Band band) {
        int place = placeOf(band);
        if (place < 0) {
            throw new IllegalArgumentException("band " + band.label() + " is not one of " + this);
        }
        return bands.size() - 1 - place;
    }

    /** The band with so many below it; the lowest for 0. */
    public Band atStep(int step) {
        return bands.get(bands.size() - 1 - step);
    }

    /** The percent a band counts as when it is entered itself: stated, else midway to the next one up, 100 above the top. */
    public Percent worthOf(Band band) {
        return band.worth().orElseGet(() -> {
            Percent next = above(band).map(Band::from).orElse(Percent.HUNDRED);
            return new Percent(next.plus(band.from()).exact().dividedBy(Fraction.of(2)));
        });
    }

    private static String plain(Percent percent) {
        return percent.exact().toDecimal(4).stripTrailingZeros().toPlainString();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Boundaries that && bands.equals(that.bands);
    }

    @Override
    public int hashCode() {
        return bands.hashCode();
    }

    @Override
    public String toString() {
        return bands.stream().map(Band::label).toList().toString();
    }
}
