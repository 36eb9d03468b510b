package aestimo.core.refusal;

import java.util.List;
import java.util.stream.Collectors;

/** What was given does not make a book, or a piece of one. Holds every reason found, not the first alone. */
public final class RefusedException extends IllegalArgumentException {
    private final transient List<Refusal> refusals;

    /** @param refusals at least one */
    public RefusedException(List<Refusal> refusals) {
        super(refusals.stream().map(Refusal::toString).collect(Collectors.joining("\n")));
        this.refusals = List.copyOf(refusals);
    }

    public static RefusedException of(String place, String words) {
        return new RefusedException(List.of(new Refusal(place, words)));
    }

    public List<Refusal> refusals() {
        return refusals;
    }
}
