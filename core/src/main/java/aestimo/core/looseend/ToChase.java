package aestimo.core.looseend;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Work to chase: not handed in, to be finished, or late (rules, section 12). Not a loose end, for nothing is left to settle in the book.
 *
 * @param part empty where the assessment has no parts
 */
public record ToChase(Student student, Assessment assessment, Optional<Part> part, Entry entry) {
    /** Whether the student still owes it: what came late has come. */
    public boolean isOwed() {
        return !entry.isLate() || entry.isToFinish();
    }

    /** All of a class, by student, then by assessment and part, in the book's order. */
    public static List<ToChase> of(Book book) {
        List<ToChase> found = new ArrayList<>();
        for (int i = 0; i < book.students().size(); i++) {
            for (int place = 0; place < book.assessments().size(); place++) {
                Assessment assessment = book.assessments().get(place);
                for (int part = 0; part < assessment.entryCount(); part++) {
                    Entry entry = book.entry(i, place, part);
                    if (entry.is(EntryKind.NOT_HANDED_IN) || entry.isLate() || entry.isToFinish()) {
                        found.add(new ToChase(book.students().get(i), assessment, assessment.partAt(part), entry));
                    }
                }
            }
        }
        return found;
    }
}
