package aestimo.app.web;

import java.io.Serializable;
import java.util.Optional;
import java.util.UUID;

/**
 * How what was just done is undone, beside the words that say that it was done.
 *
 * @param address the step is sent to
 * @param page to come back to, as the address understands it
 * @param words on the button: “Undo”, or “Redo” for what undid something
 */
public record Undo(String address, String step, String page, String words) implements Serializable {
    public Undo(String address, String step, String page) {
        this(address, step, page, "Undo");
    }

    /** The same for what undid something. */
    public Undo redo() {
        return new Undo(address, step, page, "Redo");
    }

    /** The step a form sends; empty where it is none. */
    public static Optional<UUID> step(FormFields fields) {
        String text = fields.text("step");
        return text.matches("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}")
                ? Optional.of(UUID.fromString(text))
                : Optional.empty();
    }
}
