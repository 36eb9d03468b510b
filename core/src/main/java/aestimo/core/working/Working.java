package aestimo.core.working;

import java.util.List;

/**
 * How a figure came about: what it is, the figure, and the steps it was made of, each of which may have steps of its own.
 *
 * <p>For example “Fieldwork: average 74.3, weight 30” with the figure “22.3 points” and a step for each piece. Immutable.
 *
 * @param words what this is about, in a sentence or the beginning of one; no full stop
 * @param figure what came out, as it is shown; empty where nothing did
 * @param steps in the order they are told
 */
public record Working(String words, String figure, List<Working> steps) {
    public Working {
        steps = List.copyOf(steps);
    }

    static Working of(String words, String figure) {
        return new Working(words, figure, List.of());
    }

    /** All of it as plain text, a line for each step, two spaces further in for each level. */
    public String asText() {
        StringBuilder text = new StringBuilder();
        write(text, "");
        return text.toString();
    }

    private void write(StringBuilder text, String indent) {
        text.append(indent).append(words);
        if (!figure.isEmpty()) {
            text.append(words.isEmpty() ? "" : " = ").append(figure);
        }
        text.append('\n');
        steps.forEach(step -> step.write(text, indent + "  "));
    }
}
