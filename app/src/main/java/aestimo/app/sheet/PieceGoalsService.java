package aestimo.app.sheet;

import aestimo.app.goals.EvidenceService;
import aestimo.app.goals.PieceGoals;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Saves a piece together with the goals it is evidence of: both or neither. */
@Service
class PieceGoalsService {
    private final AssessmentService assessments;
    private final EvidenceService evidence;

    PieceGoalsService(AssessmentService assessments, EvidenceService evidence) {
        this.assessments = assessments;
        this.evidence = evidence;
    }

    /**
     * Adds a piece.
     *
     * @return its id
     * @throws FormException naming every reason why it cannot be saved
     */
    @Transactional
    long add(TeacherId teacher, long classId, AssessmentForm form, PieceGoals goals) {
        long id = assessments.add(teacher, classId, form);
        evidence.relink(teacher, classId, id, goals.were(), goals.ticked());
        return id;
    }

    /**
     * Changes a piece.
     *
     * @throws FormException naming every reason why it cannot be saved
     */
    @Transactional
    void change(TeacherId teacher, long classId, AssessmentForm form, PieceGoals goals) {
        assessments.change(teacher, classId, form);
        evidence.relink(teacher, classId, form.id(), goals.were(), goals.ticked());
    }
}
