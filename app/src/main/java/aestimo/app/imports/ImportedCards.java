package aestimo.app.imports;

import aestimo.app.book.ClassBook;
import aestimo.app.imports.ImportPlan.Line;
import aestimo.app.roll.CardFacts;
import aestimo.app.roll.CardFactsService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes what a sheet says for the cards of students, and takes it back. */
@Component
class ImportedCards {
    private final CardFactsService cards;
    private final Clock clock;

    ImportedCards(CardFactsService cards, Clock clock) {
        this.cards = cards;
        this.clock = clock;
    }

    /** What became of one student's card. */
    record Written(long enrolmentId, CardFacts before, CardFacts became) {}

    ExistingCards standing(TeacherId teacher, long classId) {
        return new ExistingCards(cards.ofClass(teacher, classId), LocalDate.now(clock));
    }

    /** @param added enrolments of those who joined with the sheet */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Written> write(TeacherId teacher, long classId, ImportPlan plan, Map<Line, Long> added, String source) {
        List<Written> written = new ArrayList<>();
        Map<Long, CardFacts> standing = cards.ofClass(teacher, classId);
        for (Line line : plan.lines()) {
            long enrolment = added.getOrDefault(line, line.enrolmentId());
            CardFacts before = standing.getOrDefault(enrolment, CardFacts.NONE);
            CardFacts became = ExistingCards.after(before, plan.columns(), line.facts());
            if (line.isTaken() && !became.equals(before)) {
                cards.save(teacher, classId, enrolment, became);
                written.add(new Written(enrolment, before, became));
            }
        }
        cards.record(teacher, classId, "imported from " + source, written.size());
        return written;
    }

    /**
     * Puts back what the cards said before; of students who leave the class too, for they may be in another.
     *
     * @throws FormException when a card was altered since, naming whose
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void undo(TeacherId teacher, ClassBook classBook, List<Written> written) {
        long classId = classBook.row().id();
        Map<Long, CardFacts> now = cards.ofClass(teacher, classId);
        for (Written own : written) {
            if (!own.became().equals(now.get(own.enrolmentId()))) {
                throw new FormException("The card of "
                        + classBook.student(own.enrolmentId()).listName() + " was altered since. Nothing was undone.");
            }
        }
        written.forEach(own -> cards.save(teacher, classId, own.enrolmentId(), own.before()));
        cards.record(teacher, classId, "put back, import undone", written.size());
    }
}
