package aestimo.app.erase;

import java.io.Serializable;

/** How many of a kind of thing were erased. */
public record Erased(String kind, int count) implements Serializable {}
