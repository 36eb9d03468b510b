package aestimo.app.goals;

import aestimo.app.book.BookService;
import aestimo.app.changes.ChangeService;
import aestimo.app.goals.GoalMapper.GoalRow;
import aestimo.app.groundwork.Renamed;
import aestimo.app.store.Sha256;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import aestimo.core.book.Book;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.id.GoalId;
import aestimo.core.value.Percent;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the goals of classes. */
@Service
public class GoalService {
    static final int MOST_GOALS = 200;
    static final int LONGEST_TITLE = 200;
    static final int PLACES = 4;
    private static final Goals NONE = new Goals(List.of(), List.of());

    private final GoalMapper mapper;
    private final BookService books;
    private final ChangeService changes;
    private final ApplicationEventPublisher events;

    GoalService(GoalMapper mapper, BookService books, ChangeService changes, ApplicationEventPublisher events) {
        this.events = events;
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
    }

    static Goals of(Book book) {
        return book.goals().orElse(NONE);
    }

    /** What a page of goals was shown from: another one means that they were altered since. */
    static String stamp(Book book) {
        return Sha256.of(of(book).all().toString());
    }

    /**
     * Saves the goals of a class as a form holds them.
     *
     * @param stamp of what the page was shown from
     * @param really whether goals that are gone may take their evidence and levels along
     * @throws FormException naming everything that will not do; nothing is saved then
     */
    @Transactional
    public void save(TeacherId teacher, long classId, String stamp, List<GoalLine> lines, boolean really) {
        Book book = opened(teacher, classId, stamp);
        Goals before = of(book);
        Problems problems = new Problems();
        check(lines, before, problems);
        Set<Long> kept = lines.stream().map(GoalLine::id).collect(Collectors.toSet());
        List<Goal> gone = before.all().stream()
                .filter(goal -> !kept.contains(id(goal.id())))
                .toList();
        List<Goal> used = gone.stream().filter(goal -> isUsed(before, goal)).toList();
        if (!used.isEmpty() && !really) {
            problems.at(
                    "really",
                    used.stream().map(Goal::title).collect(Collectors.joining(", "))
                            + (used.size() == 1 ? " has" : " have")
                            + " evidence or levels, which would be deleted too. Tick to confirm, or load the page again.");
        }
        problems.refuse();
        write(teacher, classId, lines);
        Map<String, String> renamed = renamed(before, lines);
        if (!renamed.isEmpty()) {
            events.publishEvent(new Renamed(teacher, Renamed.Kind.GOAL, renamed));
        }
        gone.forEach(goal -> mapper.delete(teacher, classId, id(goal.id())));
        List<GoalLine> were = GoalLine.of(before);
        changes.recordGroundwork(teacher, classId, "goals", onlyIn(were, lines), onlyIn(lines, were));
    }

    /** The goals of one list that the other has not just so, in words: what was altered, taken out or added. */
    private static String onlyIn(List<GoalLine> one, List<GoalLine> other) {
        return ChangeService.listed(one.stream()
                .filter(line -> !other.contains(line))
                .map(GoalLine::words)
                .toList());
    }

    /** The titles that were altered: the new ones by the old ones. */
    private static Map<String, String> renamed(Goals before, List<GoalLine> lines) {
        Map<String, String> renamed = new HashMap<>();
        for (GoalLine line : lines) {
            before.find(new GoalId(Long.toString(line.id())))
                    .map(Goal::title)
                    .filter(old -> !old.equals(line.title()))
                    .ifPresent(old -> renamed.put(old, line.title()));
        }
        return renamed;
    }

    /** Whether something hangs on the goal itself, which would be lost with it. */
    private static boolean isUsed(Goals goals, Goal goal) {
        return !goal.evidence().isEmpty()
                || goals.levels().stream().anyMatch(level -> level.goal().equals(goal.id()));
    }

    static String count(int goals) {
        return goals == 1 ? "1 goal" : goals + " goals";
    }

    /** @throws FormException where the goals of the class are others than those a page was shown from */
    Book opened(TeacherId teacher, long classId, String stamp) {
        Book book = books.open(teacher, classId).book();
        if (!stamp(book).equals(stamp)) {
            throw new FormException(
                    "The goals were altered in another window since this page was shown. Nothing was saved; load the page again.");
        }
        return book;
    }

    private static void check(List<GoalLine> lines, Goals before, Problems problems) {
        Set<Long> seen = new HashSet<>();
        for (int i = 0; i < lines.size(); i++) {
            GoalLine line = lines.get(i);
            boolean above =
                    !line.under() && i + 1 < lines.size() && lines.get(i + 1).under();
            if (line.title().isEmpty() || line.title().length() > LONGEST_TITLE) {
                problems.at("title", i, "A goal needs 1 to " + LONGEST_TITLE + " letters.");
            }
            if (i == 0 && line.under()) {
                problems.at("under", i, "The first goal cannot be under another.");
            }
            if (line.id() != 0
                    && (!seen.add(line.id())
                            || before.find(new GoalId(Long.toString(line.id()))).isEmpty())) {
                throw new NotFoundException("goal");
            }
            if (above) {
                if (before.find(new GoalId(Long.toString(line.id())))
                        .filter(goal -> isUsed(before, goal))
                        .isPresent()) {
                    problems.at(
                            "title",
                            i,
                            line.title()
                                    + " has evidence or levels of its own. Delete them first: a goal with others under it is judged by these.");
                }
                if (!line.secure().isEmpty()
                        || !line.needs().isEmpty()
                        || !line.judge().isEmpty()) {
                    problems.at(
                            "secure",
                            i,
                            line.title() + " has others under it and is judged by them. Leave its fields empty.");
                }
            }
            if (!line.secure().isEmpty() && secure(line).isEmpty()) {
                problems.at(
                        "secure",
                        i,
                        "Secure from “" + line.secure() + "” is not valid. It must be a percent from 0 to 100.");
            }
            if (!line.needs().matches("|[1-9][0-9]{0,2}")) {
                problems.at(
                        "needs",
                        i,
                        "“" + line.needs()
                                + "” pieces needed is not valid. It must be a whole number, or empty for all.");
            }
        }
        if (lines.size() > MOST_GOALS) {
            problems.add("A class has at most " + MOST_GOALS + " goals.");
        }
    }

    private static Optional<BigDecimal> secure(GoalLine line) {
        try {
            return line.secure().isEmpty()
                    ? Optional.empty()
                    : Optional.of(
                            Percent.parseWithinHundred(line.secure()).exact().toDecimal(PLACES));
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    private static @Nullable String judge(GoalLine line) {
        return line.judge().equals("mean") || line.judge().equals("best")
                ? line.judge().toUpperCase(Locale.ROOT)
                : null;
    }

    private void write(TeacherId teacher, long classId, List<GoalLine> lines) {
        Long above = null;
        for (int i = 0; i < lines.size(); i++) {
            GoalLine line = lines.get(i);
            GoalRow row = new GoalRow(
                    line.id(),
                    classId,
                    line.under() ? above : null,
                    i,
                    line.title(),
                    secure(line).orElse(null),
                    line.needs().isEmpty() ? null : Integer.valueOf(line.needs()),
                    judge(line));
            long id = line.id();
            if (id == 0) {
                id = mapper.insert(teacher, row);
            } else {
                mapper.update(teacher, row);
            }
            above = line.under() ? above : Long.valueOf(id);
        }
    }

    /**
     * Adds goals behind those there are.
     *
     * @return how many
     * @throws FormException naming everything that will not do
     */
    @Transactional
    public int add(TeacherId teacher, long classId, List<GoalLine> lines) {
        if (lines.isEmpty()) {
            throw FormException.at("pasted", "There is no goal in it. Write one in each line.");
        }
        Goals before = of(books.open(teacher, classId).book());
        List<GoalLine> all = new ArrayList<>(GoalLine.of(before));
        all.addAll(lines);
        Problems problems = new Problems();
        for (GoalLine line : lines) {
            if (line.title().length() > LONGEST_TITLE) {
                problems.at(
                        "pasted", "“" + line.title().substring(0, 60) + "…” has over " + LONGEST_TITLE + " letters.");
            }
        }
        if (all.size() > MOST_GOALS) {
            problems.at("pasted", "A class has at most " + MOST_GOALS + " goals; these would make " + all.size() + ".");
        }
        problems.refuse();
        write(teacher, classId, all);
        changes.recordGroundwork(teacher, classId, "goals", count(before.all().size()), count(all.size()));
        return lines.size();
    }

    static long id(GoalId id) {
        return Long.parseLong(id.text());
    }
}
