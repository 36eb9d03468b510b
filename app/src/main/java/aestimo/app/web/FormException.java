package aestimo.app.web;

import aestimo.core.book.Refusal;
import aestimo.core.book.RefusedException;
import java.util.List;
import java.util.Locale;

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

    /** What the rules of calculation refuse, in their words. */
    public static FormException of(RefusedException refused) {
        return new FormException(refused.refusals().stream()
                .map(Refusal::words)
                .distinct()
                .map(words -> words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1) + ".")
                .toList());
    }

    public List<String> problems() {
        return problems;
    }
}
