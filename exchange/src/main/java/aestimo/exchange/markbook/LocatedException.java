package aestimo.exchange.markbook;

import aestimo.core.refusal.Refusal;
import java.util.List;

/** Something in the file was refused; its places are whole paths, unlike those of a refusal by the core. */
final class LocatedException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final transient List<Refusal> refusals;

    LocatedException(List<Refusal> refusals) {
        this.refusals = List.copyOf(refusals);
    }

    LocatedException(String path, String words) {
        this(List.of(new Refusal(path, words)));
    }

    List<Refusal> refusals() {
        return refusals;
    }
}
