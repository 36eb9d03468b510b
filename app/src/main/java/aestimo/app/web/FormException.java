package aestimo.app.web;

import aestimo.app.web.Problems.Problem;
import aestimo.core.refusal.Refusal;
import aestimo.core.refusal.RefusedException;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.ResponseStatus;

/** What was sent in a form cannot be saved; nothing was. Holds every reason, in words for the teacher, and its field. */
@ResponseStatus(HttpStatus.UNPROCESSABLE_CONTENT)
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
    public static FormException of(IllegalArgumentException refused) {
        List<String> reasons = refused instanceof RefusedException all
                ? all.refusals().stream().map(Refusal::words).toList()
                : List.of(Objects.requireNonNull(refused.getMessage()));
        return new FormException(reasons.stream()
                .distinct()
                .map(words -> words.substring(0, 1).toUpperCase(Locale.ROOT)
                        + words.substring(1)
                        + (words.endsWith(".") ? "" : "."))
                .toList());
    }

    /** The same said of something, by its name. */
    public FormException within(String whose) {
        return new FormException(
                problems().stream().map(words -> whose + ": " + words).toList());
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
