package aestimo.app.changes;

import aestimo.app.book.CellId;
import aestimo.app.store.TeacherId;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps the record of alterations. Writing joins the transaction of the alteration itself and refuses to run outside
 * one, so that the two can only happen together.
 */
@Service
public class ChangeService {
    private static final int MOST_LISTED = 20;

    private final ChangeMapper mapper;
    private final Clock clock;

    ChangeService(ChangeMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /**
     * Records the alteration of one entry, asked for by one request of a browser.
     *
     * @param how in a word, such as “typed”
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void recordEntry(
            TeacherId teacher,
            long classId,
            CellId cell,
            String was,
            String became,
            String how,
            @Nullable UUID request) {
        mapper.insert(teacher, classId, cell, new Change(now(), "entry", was, became, how), request);
    }

    /** Records the alteration of one entry that came another way, such as “out-of changed”. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void recordEntry(TeacherId teacher, long classId, CellId cell, String was, String became, String how) {
        recordEntry(teacher, classId, cell, was, became, how, null);
    }

    /** Records the alteration of one entry in the register. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void recordPresence(
            TeacherId teacher,
            long classId,
            long lessonId,
            long enrolmentId,
            String was,
            String became,
            String how,
            UUID request) {
        mapper.insertOfLesson(
                teacher, classId, lessonId, enrolmentId, new Change(now(), "register", was, became, how), request);
    }

    /**
     * Records the alteration of one level set by hand.
     *
     * @param step one for all that are altered at once
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void recordLevel(TeacherId teacher, long classId, LevelChange level, String how, UUID step) {
        mapper.insertOfLevel(teacher, classId, level, now(), how, step);
    }

    /** The levels altered in one step, in the order they were; none for a step of another class. */
    @Transactional(readOnly = true)
    public List<LevelChange> levelsOf(TeacherId teacher, long classId, UUID step) {
        return mapper.findLevelsOfStep(teacher, classId, step);
    }

    /** One alteration of a level. */
    @Transactional(readOnly = true)
    public Optional<LevelChange> level(TeacherId teacher, long classId, long changeId) {
        return mapper.findLevel(teacher, classId, changeId);
    }

    /** Records an alteration of the groundwork; nothing where nothing was altered. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void recordGroundwork(TeacherId teacher, long classId, String what, String was, String became) {
        if (!was.equals(became)) {
            mapper.insert(teacher, classId, null, new Change(now(), what, was, became, "groundwork"), null);
        }
    }

    /** “Reads contours; Surveys”, and how many more where there are many. */
    public static String listed(List<String> words) {
        return words.size() <= MOST_LISTED
                ? String.join("; ", words)
                : String.join("; ", words.subList(0, MOST_LISTED)) + "; and " + (words.size() - MOST_LISTED) + " more";
    }

    /** Whether a browser's request was applied already. */
    @Transactional(readOnly = true)
    public boolean isApplied(TeacherId teacher, UUID request) {
        return mapper.hasRequest(teacher, request);
    }

    /** The alterations of one entry, oldest first. */
    @Transactional(readOnly = true)
    public List<Change> ofCell(TeacherId teacher, CellId cell) {
        return mapper.findOfCell(teacher, cell);
    }

    /** The alterations of a class, the latest first, as many as asked for at most. */
    @Transactional(readOnly = true)
    public List<ListedChange> ofClass(TeacherId teacher, long classId, ChangeFilter filter, int most) {
        return mapper.findOfClass(teacher, classId, filter, most);
    }

    /** The latest alterations of each of these classes, the latest first, as many of each as asked for at most. */
    @Transactional(readOnly = true)
    public Map<Long, List<LatestChange>> latestOf(TeacherId teacher, List<Long> classes, int mostOfEach) {
        return mapper.findLatestOfClasses(teacher, classes.toArray(Long[]::new), mostOfEach).stream()
                .collect(Collectors.groupingBy(LatestChange::classId));
    }

    /** When an entry of the class was last altered; empty before the first. */
    @Transactional(readOnly = true)
    public Optional<OffsetDateTime> latestEntry(TeacherId teacher, long classId) {
        return Optional.ofNullable(mapper.findLatest(teacher, classId));
    }

    private OffsetDateTime now() {
        return OffsetDateTime.now(clock);
    }
}
