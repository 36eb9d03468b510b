package aestimo.app.goals;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.goals.GoalMapper.EvidenceRow;
import aestimo.app.goals.GoalMapper.GoalRow;
import aestimo.app.goals.GoalMapper.LevelRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.goal.Evidence;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.goal.Judge;
import aestimo.core.goal.LevelByHand;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.GoalId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes all goals of a class at once: as a markbook file or an earlier year has them, or listed with their evidence. */
@Service
public class GoalsMaker {
    private static final int MOST_NEEDED = 1000;

    private final GoalMapper mapper;
    private final BookService books;
    private final GoalService goals;
    private final EvidenceService evidence;

    GoalsMaker(GoalMapper mapper, BookService books, GoalService goals, EvidenceService evidence) {
        this.mapper = mapper;
        this.books = books;
        this.goals = goals;
        this.evidence = evidence;
    }

    /**
     * Makes the goals of a class that has none, as a markbook file or an earlier year has them.
     *
     * @param book the goals come from, whose ids they are told by
     * @throws FormException where they hold more than a class here can
     */
    @Transactional
    public void restore(
            TeacherId teacher,
            long classId,
            Goals own,
            Book book,
            Map<AssessmentId, Long> pieces,
            Map<StudentId, Long> students) {
        if (own.all().size() > GoalService.MOST_GOALS
                || own.all().stream()
                        .anyMatch(goal -> goal.title().isEmpty()
                                || goal.title().length() > GoalService.LONGEST_TITLE
                                || goal.statedNeeds().orElse(1) > MOST_NEEDED)) {
            throw new FormException("The goals are over " + GoalService.MOST_GOALS + ", or one has no words or over "
                    + GoalService.LONGEST_TITLE + " letters. Nothing was made.");
        }
        Book made = books.open(teacher, classId).book();
        Map<GoalId, Long> ids = new HashMap<>();
        // Those above first: a file may name them after the ones under them.
        for (boolean under : List.of(false, true)) {
            for (int i = 0; i < own.all().size(); i++) {
                Goal goal = own.all().get(i);
                if (goal.parent().isPresent() == under) {
                    ids.put(goal.id(), insert(teacher, classId, goal, i, ids));
                }
            }
        }
        for (Goal goal : own.all()) {
            for (Evidence evidence : goal.evidence()) {
                long piece = Objects.requireNonNull(pieces.get(evidence.assessment()));
                mapper.insertEvidence(
                        teacher,
                        new EvidenceRow(
                                classId,
                                Objects.requireNonNull(ids.get(goal.id())),
                                piece,
                                evidence.part()
                                        .map(part -> part(book, made, evidence.assessment(), piece, part))
                                        .orElse(null)));
            }
        }
        for (LevelByHand level : own.levels()) {
            mapper.writeLevel(
                    teacher,
                    new LevelRow(
                            classId,
                            Objects.requireNonNull(ids.get(level.goal())),
                            Objects.requireNonNull(students.get(level.student())),
                            level.level().name(),
                            level.date()));
        }
    }

    private long insert(TeacherId teacher, long classId, Goal goal, int place, Map<GoalId, Long> ids) {
        return mapper.insert(
                teacher,
                new GoalRow(
                        0,
                        classId,
                        goal.parent().map(ids::get).orElse(null),
                        place,
                        goal.title(),
                        goal.statedSecure()
                                .map(secure -> secure.exact().toDecimal(GoalService.PLACES))
                                .orElse(null),
                        goal.statedNeeds().orElse(null),
                        goal.statedJudge().map(Judge::name).orElse(null)));
    }

    /** The part of the same place in the class that was made. */
    private static Long part(Book book, Book made, AssessmentId from, long to, PartId part) {
        int place = book.assessments()
                .get(book.placeOf(from).orElseThrow())
                .indexOf(part)
                .orElseThrow();
        return Long.valueOf(made.assessments()
                .get(made.placeOf(new AssessmentId(Long.toString(to))).orElseThrow())
                .parts()
                .get(place)
                .id()
                .text());
    }

    /**
     * Adds goals with their evidence to a class that has none of them.
     *
     * @param listed by the goal as it would be pasted: titles of pieces, or a title and the number of a part as “Week 13/2”
     */
    @Transactional
    public void addAndLink(TeacherId teacher, long classId, Map<String, List<String>> listed) {
        goals.add(teacher, classId, GoalList.ofText(String.join("\n", listed.keySet())));
        Book book = books.open(teacher, classId).book();
        Set<Link> links = new HashSet<>(Link.of(GoalService.of(book)));
        listed.forEach((line, titles) -> {
            Goal goal = GoalService.of(book).all().stream()
                    .filter(own -> own.title().equals(line.strip()))
                    .findFirst()
                    .orElseThrow();
            for (String title : titles) {
                String[] parts = title.split("/");
                Assessment piece = book.assessments().stream()
                        .filter(own -> own.title().equals(parts[0]))
                        .findFirst()
                        .orElseThrow();
                links.add(new Link(
                        GoalService.id(goal.id()),
                        ClassBook.id(piece),
                        parts.length < 2
                                ? 0
                                : Long.parseLong(piece.parts()
                                        .get(Integer.parseInt(parts[1]) - 1)
                                        .id()
                                        .text())));
            }
        });
        evidence.link(teacher, classId, GoalService.stamp(book), link -> true, links);
    }
}
