package aestimo.app.roll;

import aestimo.app.changes.ChangeService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.NotFoundException;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what students started with: a standardised score out of the class's top. */
@Service
public class StartingScoreService {
    private final StudentMapper mapper;
    private final ChangeService changes;

    StartingScoreService(StudentMapper mapper, ChangeService changes) {
        this.mapper = mapper;
        this.changes = changes;
    }

    /** What the scores of a class are out of; told even where nobody has one. */
    @Transactional(readOnly = true)
    public OutOf top(TeacherId teacher, long classId) {
        return mapper.findTop(teacher, classId).orElseThrow(() -> new NotFoundException("class"));
    }

    /** The top must not be below a score that stands. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void saveTop(TeacherId teacher, long classId, OutOf top) {
        OutOf before = top(teacher, classId);
        if (!before.equals(top)) {
            mapper.updateTop(teacher, classId, top);
            changes.recordGroundwork(teacher, classId, "top starting score", before.toString(), top.toString());
        }
    }

    /**
     * Puts a score in place; nothing where the same stands.
     *
     * @param name of the student, for the record
     * @param score read by {@link #parse}; empty for none
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void save(TeacherId teacher, long classId, long enrolmentId, String name, Optional<Mark> score) {
        Optional<Mark> before = Optional.ofNullable(mapper.findCard(teacher, classId, enrolmentId)
                .orElseThrow(() -> new NotFoundException("student"))
                .startingScore());
        if (!before.equals(score)) {
            mapper.updateScore(teacher, classId, enrolmentId, score.orElse(null));
            changes.recordGroundwork(teacher, classId, "starting score of " + name, words(before), words(score));
        }
    }

    private static String words(Optional<Mark> score) {
        return score.map(Mark::toString).orElse("");
    }

    /**
     * Understands a score as typed; a comma does for a point.
     *
     * @param whose before the problem, such as “The starting score”
     * @param wrong takes the reason where it is none
     * @return empty for empty text, and for what is no score
     */
    public static Optional<Mark> parse(String text, OutOf top, String whose, Consumer<String> wrong) {
        if (text.isEmpty()) {
            return Optional.empty();
        }
        try {
            Mark score = Mark.parse(text.replace(',', '.'));
            if (!score.isNegative() && !top.isExceededBy(score)) {
                return Optional.of(score);
            }
        } catch (IllegalArgumentException none) {
            // Refused below in the same words as one outside the range.
        }
        wrong.accept(whose + " is “" + text + "”. It must be a number from 0 to " + top + ", or empty.");
        return Optional.empty();
    }
}
