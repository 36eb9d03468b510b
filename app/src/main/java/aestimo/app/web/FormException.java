package aestimo.app.web;

import java.util.List;

/** What was sent in a form cannot be kept; nothing was. Holds every reason, in words for the teacher. */
public class FormException extends RuntimeException {
    private final List<String> problems;

    public FormException(List<String> problems) {
        super(String.join(" ", problems));
        this.problems = List.copyOf(problems);
    }

    public FormException(String problem) {
        this(List.of(problem));
    }

    public List<String> problems() {
        return problems;
    }
}
