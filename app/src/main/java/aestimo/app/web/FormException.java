package aestimo.app.web;

import aestimo.app.web.Problems.Problem;
import aestimo.core.refusal.Refusal;
import aestimo.core.refusal.RefusedException;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;

/** What was sent in a form cannot be saved; nothing was. Holds every reason, in words for the teacher, and its field. */
public class FormException extends RuntimeException {
    private final List<Problem> fields;

    private FormException(List<Problem> fields, String message) {
        super(message);
        this.fields = List.copyOf(fields);
    }

    public FormException(List<String> problems) {
        this(problems.stream().map(words -> new Problem("", 0, words)).toList(), String.join(" ", problems));
    }

    public FormException(String problem) {
        this(List.of(problem));
    }

    /** Refused for what stands in one field. */
    public static FormException at(String field, String problem) {
        return of(List.of(new Problem(field, 0, problem)));
    }

    static FormException of(List<Problem> problems) {
        return new FormException(
                problems, problems.stream().map(Problem::words).distinct().collect(Collectors.joining(" ")));
    }

    /** What the rules of calculation refuse, in their words. */
    public static FormException of(RefusedException refused) {
        return new FormException(refused.refusals().stream()
                .map(Refusal::words)
                .distinct()
                .map(words -> words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1) + ".")
                .toList());
    }

    /** The reasons in words; each once, though several fields may have it. */
    public List<String> problems() {
        return fields.stream().map(Problem::words).distinct().toList();
    }

    /** The reasons with the fields they are of. */
    public List<Problem> fields() {
        return fields;
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}
