package aestimo.core.result;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.id.AssessmentId;
import aestimo.core.testing.RandomClass;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ChecksTest {
    private static final int COLUMNS = 4;
    private static final List<EntryKind> KINDS =
            List.of(EntryKind.TICK, EntryKind.TICK, EntryKind.CROSS, EntryKind.BLANK, EntryKind.ABSENT);

    /** A class made by chance, with check columns between its pieces. */
    private static Book book(RandomClass chance) {
        for (int i = 0; i < COLUMNS; i++) {
            AssessmentId id = new AssessmentId("check" + i);
            LocalDate day = LocalDate.of(2026, 9, 2).plusDays(chance.random.nextInt(200));
            chance.assessments.add(new Assessment.Builder(
                            id, "Check " + i, chance.categories.get(0).id(), AssessmentKind.CHECK, day)
                    .build());
            for (Student student : chance.students) {
                EntryKind kind = KINDS.get(chance.random.nextInt(KINDS.size()));
                chance.entries.add(new Book.Placed(student.id(), id, Entry.of(kind)));
            }
        }
        return chance.book();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void everyTickOfACheckColumnIsCountedOnceBothWaysAndNothingElse(long seed) {
        Book book = book(new RandomClass(seed));
        assertThat(counted(book, new Span.Year())).hasSizeGreaterThanOrEqualTo(COLUMNS);
        Set<Assessment> ofTerms = new HashSet<>();
        book.terms().forEach(term -> ofTerms.addAll(counted(book, new Span.Terms(Set.of(term.id())))));
        assertThat(ofTerms).isEqualTo(new HashSet<>(counted(book, new Span.Year())));
    }

    private static List<Assessment> counted(Book book, Span span) {
        Checks checks = Checks.of(book, span);
        long ticks = 0;
        for (Assessment piece : book.assessments()) {
            boolean isColumn = piece.kind() == AssessmentKind.CHECK && span.holds(book, piece);
            assertThat(checks.columns().contains(piece)).isEqualTo(isColumn);
            for (Student student : book.students()) {
                ticks += isColumn && book.entry(student, piece).kind() == EntryKind.TICK ? 1 : 0;
            }
        }
        assertThat(book.students().stream().mapToLong(checks::doneBy).sum()).isEqualTo(ticks);
        assertThat(checks.columns().stream()
                        .mapToLong(column -> checks.doneIn(column, book.students()))
                        .sum())
                .isEqualTo(ticks);
        return checks.columns();
    }
}
