package aestimo.app.sealed;

import aestimo.app.store.TeacherId;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What returns hold on to, draft or sealed: their students stay in the class, their terms in the year. */
@Service
public class HeldByReturns {
    private final SealedMapper mapper;

    HeldByReturns(SealedMapper mapper) {
        this.mapper = mapper;
    }

    /** Those of these enrolments, as “Brandt, Ilva”, that stand in a return; in the order of their names. */
    @Transactional(readOnly = true)
    public List<String> students(TeacherId teacher, List<Long> enrolmentIds) {
        return enrolmentIds.isEmpty() ? List.of() : mapper.findHeldStudents(teacher, enrolmentIds);
    }

    /** The terms of a year, by their names, that have a return and are not among those kept. */
    @Transactional(readOnly = true)
    public List<String> termsBut(TeacherId teacher, long yearId, List<Long> keptTermIds) {
        return mapper.findHeldTerms(teacher, yearId).stream()
                .filter(term -> !keptTermIds.contains(term.id()))
                .map(SealedMapper.HeldTerm::name)
                .toList();
    }
}
