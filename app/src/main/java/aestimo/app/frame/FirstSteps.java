package aestimo.app.frame;

import aestimo.app.book.ClassBook;
import aestimo.core.book.Book;
import aestimo.core.rules.Method;
import aestimo.core.value.Fraction;
import java.util.ArrayList;
import java.util.List;

/** What a class that is only begun still needs until its first marks. */
public final class FirstSteps {
    private FirstSteps() {}

    /** One of them. @param next whether it is the first that is not done */
    public record Step(String words, String href, boolean done, boolean next) {}

    /** In the order of the work; none once something is entered, or a lesson taught. */
    public static List<Step> of(ClassBook classBook) {
        Book book = classBook.book();
        if (book.countFilled() > 0
                || book.register().filter(it -> !it.lessons().isEmpty()).isPresent()) {
            return List.of();
        }
        String base = "/classes/" + classBook.row().id();
        boolean takesResults = classBook.row().takesResults();
        List<Step> steps = new ArrayList<>();
        add(steps, "Students", base + "/groundwork/students", !book.students().isEmpty());
        add(
                steps,
                takesResults ? "Categories and weights" : "Categories",
                base + "/groundwork/weights",
                !book.categories().isEmpty() && (!takesResults || isWeighed(book)));
        if (takesResults) {
            add(
                    steps,
                    "Boundaries",
                    base + "/groundwork/weights#boundaries",
                    !book.boundaries().bands().isEmpty());
        }
        add(
                steps,
                "First assessment",
                base + "/marks?new#margin",
                !book.assessments().isEmpty());
        add(steps, "First marks", base + "/marks", false);
        return steps;
    }

    private static boolean isWeighed(Book book) {
        return book.rules().method() != Method.BY_CATEGORY
                || book.weightsInAll().equals(Fraction.HUNDRED);
    }

    private static void add(List<Step> steps, String words, String href, boolean done) {
        boolean next = !done && steps.stream().allMatch(Step::done);
        steps.add(new Step(words, href, done, next));
    }
}
