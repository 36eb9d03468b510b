package aestimo.exchange.markbook;

import aestimo.core.refusal.Refusal;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;

/** A file that is no markbook, with all that is wrong with it in words for the teacher. */
public final class MarkbookException extends Exception {
    private static final long serialVersionUID = 1L;
    private static final int MOST_TOLD = 20;

    private final transient List<Refusal> refusals;

    MarkbookException(List<Refusal> refusals) {
        super(message(refusals));
        this.refusals = List.copyOf(refusals);
    }

    MarkbookException(String words) {
        this(List.of(new Refusal("", words)));
    }

    private static String message(List<Refusal> refusals) {
        String told = refusals.stream().limit(MOST_TOLD).map(Refusal::toString).collect(Collectors.joining("\n"));
        return refusals.size() <= MOST_TOLD ? told : told + "\n… and " + (refusals.size() - MOST_TOLD) + " more.";
    }

    /** Every reason, with the path of its key. */
    public List<Refusal> refusals() {
        return refusals;
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}
