package aestimo.core.targets;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Book;
import aestimo.core.book.StudentId;
import aestimo.core.book.Target;
import aestimo.core.counting.Counting;
import aestimo.core.entry.Entry;
import aestimo.core.result.TermSeries;
import aestimo.core.targets.Attainment.Status;
import aestimo.core.testing.SmallClass;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class AttainmentTest {
    private static List<Attainment> rows(String mark, String end) {
        SmallClass made = new SmallClass().piece("a1", "Essay", SmallClass.EXAMS, "2026-10-02", 100);
        made.student("Ann", mark.isEmpty() ? Entry.blank() : SmallClass.mark(mark));
        Target target = new Target(new StudentId("Ann"), Optional.empty(), Optional.of(end), Map.of());
        Book book = made.book().toBuilder().targets(List.of(target)).build();
        Counting counting = Counting.of(book);
        return Attainment.of(counting, TermSeries.of(counting));
    }

    @Test
    void exactlyOnTheBoundaryNothingIsMissing() {
        assertThat(rows("60", "B").get(0).toAim()).isEmpty();
        assertThat(rows("59.9", "B").get(0).toAim()).hasToString("Optional[1/10 %]");
        assertThat(rows("60", "B").get(0).status()).contains(Status.ON);
        assertThat(rows("80", "B").get(0).status()).contains(Status.ABOVE);
        assertThat(rows("60", "A").get(0).status()).contains(Status.BELOW);
        assertThat(rows("10", "A").get(0).status()).contains(Status.WELL_BELOW);
    }

    @Test
    void withoutAnyResultThereIsNoRow() {
        assertThat(rows("", "B")).isEmpty();
        assertThat(rows("60", "B")).hasSize(1);
    }
}
