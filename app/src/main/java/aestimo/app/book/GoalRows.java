package aestimo.app.book;

import aestimo.core.goal.Evidence;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.goal.Judge;
import aestimo.core.goal.Level;
import aestimo.core.goal.LevelByHand;
import aestimo.core.id.GoalId;
import aestimo.core.value.Percent;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The goals of a class as rows. */
final class GoalRows {
    private GoalRows() {}

    /** @param parentId null for one under no other; settings are null where they are the usual ones */
    record GoalRow(
            long id,
            @Nullable Long parentId,
            String title,
            @Nullable Percent secure,
            @Nullable Integer needs,
            @Nullable Judge judge) {}

    /** @param partId null for the whole piece */
    record EvidenceRow(
            long goalId, long assessmentId, @Nullable Long partId) {}

    record LevelRow(long goalId, long enrolmentId, Level level, LocalDate onDay) {}

    /** A class without goals has none to tell of. */
    static Optional<Goals> goals(ClassRows rows) {
        if (rows.goals().isEmpty()) {
            return Optional.empty();
        }
        // Judged by those under them: what waits in their own rows, as evidence of a piece that was put back, is not
        // read.
        Set<Long> above = rows.goals().stream()
                .flatMap(row -> Stream.ofNullable(row.parentId()))
                .collect(Collectors.toSet());
        Map<Long, List<Evidence>> evidence = new HashMap<>();
        rows.evidence()
                .forEach(row -> evidence.computeIfAbsent(row.goalId(), none -> new ArrayList<>())
                        .add(new Evidence(
                                BookService.assessmentId(row.assessmentId()),
                                Optional.ofNullable(row.partId()).map(BookService::partId))));
        return Optional.of(new Goals(
                rows.goals().stream()
                        .map(row -> new Goal(
                                goalId(row.id()),
                                row.title(),
                                Optional.ofNullable(row.parentId()).map(GoalRows::goalId),
                                Optional.ofNullable(row.secure()),
                                Optional.ofNullable(row.needs()),
                                Optional.ofNullable(row.judge()),
                                above.contains(row.id()) ? List.of() : evidence.getOrDefault(row.id(), List.of())))
                        .toList(),
                rows.goalLevels().stream()
                        .filter(row -> !above.contains(row.goalId()))
                        .map(row -> new LevelByHand(
                                BookService.studentId(row.enrolmentId()),
                                goalId(row.goalId()),
                                row.level(),
                                row.onDay()))
                        .toList()));
    }

    private static GoalId goalId(long id) {
        return new GoalId(Long.toString(id));
    }
}
