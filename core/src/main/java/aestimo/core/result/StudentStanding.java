package aestimo.core.result;

import aestimo.core.book.CategoryId;
import aestimo.core.book.Student;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Where one student stands over a span.
 *
 * @param present enrolled on the span's last day, or today if that is earlier
 * @param categories the averages there are, practice included, in the book's order
 * @param result empty where no counting category has an average
 * @param working empty lines without a result
 * @param rank among those present; empty without result or presence
 * @param setRank the same within the set; empty without a set
 */
public record StudentStanding(
        Student student,
        boolean present,
        Map<CategoryId, CategoryAverage> categories,
        Optional<Result> result,
        List<WorkingLine> working,
        Optional<Rank> rank,
        Optional<Rank> setRank) {
    public Optional<CategoryAverage> category(CategoryId id) {
        return Optional.ofNullable(categories.get(id));
    }

    StudentStanding withRanks(Optional<Rank> inClass, Optional<Rank> inSet) {
        return new StudentStanding(student, present, categories, result, working, inClass, inSet);
    }
}
