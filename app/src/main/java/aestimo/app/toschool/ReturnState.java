package aestimo.app.toschool;

import aestimo.app.returns.SchoolReturn;
import aestimo.app.sending.Progress;

/** How far the results of a class and term have come on their way to the school. */
public enum ReturnState {
    NOT_BEGUN("not begun"),
    DRAFT("draft"),
    SEALED("sealed"),
    SENDING("being sent"),
    HELD("waits to be sent"),
    RECEIVED("received"),
    IN_PART("received in part");

    private final String words;

    ReturnState(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    static ReturnState of(SchoolReturn own, Progress progress) {
        if (!own.isSealed()) {
            return DRAFT;
        }
        if (progress.state().isEmpty()) {
            return SEALED;
        }
        return switch (progress.state().get()) {
            case SENDING -> SENDING;
            case HELD -> HELD;
            case DONE -> progress.refused().isEmpty() ? RECEIVED : IN_PART;
        };
    }
}
