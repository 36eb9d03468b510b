package aestimo.exchange.markbook;

import aestimo.core.book.Book;
import aestimo.core.boundary.Boundaries;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import java.util.Map;
import java.util.Optional;

/**
 * All a markbook file holds: the book that figures are computed from, and what no figure depends on. Immutable.
 *
 * @param className such as “9B Geography”
 * @param bandSets bands for pieces on grades, by their name
 * @param instructions for students, by assessment; those without are left out
 * @param remarks notes and memos, by where they stand; entries without are left out
 */
public record Markbook(
        String className,
        Book book,
        Map<String, Boundaries> bandSets,
        Map<AssessmentId, String> instructions,
        Map<Cell, Remarks> remarks) {
    public Markbook {
        bandSets = Map.copyOf(bandSets);
        instructions = Map.copyOf(instructions);
        remarks = Map.copyOf(remarks);
    }

    /** Where an entry stands; {@code part} is empty for a piece without parts. */
    public record Cell(StudentId student, AssessmentId assessment, Optional<PartId> part) {
        static Cell of(Book.Placed placed) {
            return new Cell(placed.student(), placed.assessment(), placed.part());
        }
    }

    /** The teacher's short words on an entry: {@code note} to the student, {@code memo} for the teacher alone. */
    public record Remarks(String note, String memo) {
        static final Remarks NONE = new Remarks("", "");
    }
}
