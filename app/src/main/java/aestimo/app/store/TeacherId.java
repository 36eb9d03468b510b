package aestimo.app.store;

import java.io.Serializable;

/** Whose data is meant. Every statement that touches a teacher's data is bound to one. */
public record TeacherId(long value) implements Serializable {
    @Override
    public String toString() {
        return Long.toString(value);
    }
}
