package aestimo.app.standing;

import aestimo.app.figures.Figure;
import aestimo.app.store.TeacherId;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which figures the table of a class's standing shows: kept for each class, and moving none of them. */
@Service
public class StandingColumnsService {
    private final StandingColumnsMapper mapper;

    StandingColumnsService(StandingColumnsMapper mapper) {
        this.mapper = mapper;
    }

    /** The keys chosen; empty for the usual ones. */
    @Transactional(readOnly = true)
    public List<String> of(TeacherId teacher, long classId) {
        return mapper.findKeys(teacher, classId)
                .map(keys -> keys.lines().toList())
                .orElse(List.of());
    }

    /**
     * Keeps a choice. Keys the class has no figure for are left out.
     *
     * @param keys none for the usual figures
     */
    @Transactional
    public void save(TeacherId teacher, long classId, List<Figure> offered, Set<String> keys) {
        String known = offered.stream().map(Figure::key).filter(keys::contains).collect(Collectors.joining("\n"));
        if (known.isEmpty()) {
            mapper.delete(teacher, classId);
        } else {
            mapper.write(teacher, classId, known);
        }
    }
}
