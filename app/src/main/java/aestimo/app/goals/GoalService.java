package aestimo.app.goals;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.goals.GoalMapper.EvidenceRow;
import aestimo.app.goals.GoalMapper.GoalRow;
import aestimo.app.store.Sha256;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.GoalId;
import aestimo.core.id.PartId;
import aestimo.core.value.Percent;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the goals of classes, and what is evidence of them. */
@Service
public class GoalService {
    static final int MOST_GOALS = 200;
    static final int LONGEST_TITLE = 200;
    static final int PLACES = 4;
    private static final Goals NONE = new Goals(List.of(), List.of());

    private final GoalMapper mapper;
    private final BookService books;
    private final ChangeService changes;

    GoalService(GoalMapper mapper, BookService books, ChangeService changes) {
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

    /** A piece, or a part of it, as the evidence of a goal. */
    record Link(long goal, long assessment, long part) {
        /** “12:34:0”; nothing where it is written otherwise. */
        static Optional<Link> of(String text) {
            String[] ids = text.split(":", -1);
            return ids.length == 3 && text.matches("[0-9:]{5,60}")
                    ? Optional.of(new Link(number(ids[0]), number(ids[1]), number(ids[2])))
                    : Optional.empty();
        }

        private static long number(String digits) {
            return digits.matches("[0-9]{1,18}") ? Long.parseLong(digits) : 0;
        }
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
        Book book = lock(teacher, classId, stamp);
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
                            + " evidence or levels, which would be deleted too. Tick that this is meant, or load the page again.");
        }
        problems.refuse();
        write(teacher, classId, lines);
        gone.forEach(goal -> mapper.delete(teacher, classId, id(goal.id())));
        changes.recordGroundwork(teacher, classId, "goals", count(before.all().size()), count(lines.size()));
    }

    /** Whether something hangs on the goal itself, which would be lost with it. */
    private static boolean isUsed(Goals goals, Goal goal) {
        return !goal.evidence().isEmpty()
                || goals.levels().stream().anyMatch(level -> level.goal().equals(goal.id()));
    }

    private static String count(int goals) {
        return goals == 1 ? "1 goal" : goals + " goals";
    }

    private Book lock(TeacherId teacher, long classId, String stamp) {
        if (mapper.lockClass(teacher, classId) == null) {
            throw new NotFoundException("class");
        }
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
                problems.at("title", i, "A goal is said in 1 to " + LONGEST_TITLE + " letters.");
            }
            if (i == 0 && line.under()) {
                problems.at("under", i, "The first goal can be under no other.");
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
                                    + " has evidence or levels of its own. Take them back first: a goal with others under it is judged by these.");
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
                        "Secure from “" + line.secure() + "” will not do. It must be a percent from 0 to 100.");
            }
            if (!line.needs().matches("|[1-9][0-9]{0,2}")) {
                problems.at(
                        "needs",
                        i,
                        "“" + line.needs()
                                + "” pieces needed will not do. It must be a whole number, or empty for all.");
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
        if (mapper.lockClass(teacher, classId) == null) {
            throw new NotFoundException("class");
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

    /**
     * Saves what is evidence of which goal.
     *
     * @param links all there are to be
     * @throws FormException where a piece would be evidence whole and in part; nothing is saved then
     * @throws NotFoundException where a goal, piece or part is not of the class
     */
    @Transactional
    public void link(TeacherId teacher, long classId, String stamp, Set<Link> links) {
        Book book = lock(teacher, classId, stamp);
        Goals goals = of(book);
        Set<Link> before = links(goals);
        for (Link link : links) {
            Goal goal =
                    goals.find(new GoalId(Long.toString(link.goal()))).orElseThrow(() -> new NotFoundException("goal"));
            Assessment piece = book.placeOf(new AssessmentId(Long.toString(link.assessment())))
                    .map(book.assessments()::get)
                    .orElseThrow(() -> new NotFoundException("assessment"));
            if (link.part() != 0
                            && piece.indexOf(new PartId(Long.toString(link.part())))
                                    .isEmpty()
                    || !piece.kind().isMarked()
                    || !goals.under(goal).isEmpty()) {
                throw new NotFoundException("assessment");
            }
            if (link.part() != 0 && links.contains(new Link(link.goal(), link.assessment(), 0))) {
                throw new FormException(piece.title() + " would be evidence of “" + goal.title()
                        + "” whole and in part. Choose one of them; nothing was saved.");
            }
        }
        before.stream()
                .filter(link -> !links.contains(link))
                .forEach(link -> mapper.deleteEvidence(teacher, row(classId, link)));
        // New ones in the order of the book, so that those of one day are judged in that order.
        for (Assessment piece : book.assessments()) {
            links.stream()
                    .filter(link -> link.assessment() == ClassBook.id(piece) && !before.contains(link))
                    .sorted(Comparator.comparingLong(Link::goal).thenComparingLong(Link::part))
                    .forEach(link -> mapper.insertEvidence(teacher, row(classId, link)));
        }
        changes.recordGroundwork(teacher, classId, "evidence of goals", pieces(before.size()), pieces(links.size()));
    }

    private static String pieces(int count) {
        return count == 1 ? "1 link" : count + " links";
    }

    static Set<Link> links(Goals goals) {
        Set<Link> links = new HashSet<>();
        goals.all()
                .forEach(goal -> goal.evidence()
                        .forEach(own -> links.add(new Link(
                                id(goal.id()),
                                Long.parseLong(own.assessment().text()),
                                own.part()
                                        .map(part -> Long.parseLong(part.text()))
                                        .orElse(0L)))));
        return links;
    }

    private static EvidenceRow row(long classId, Link link) {
        return new EvidenceRow(classId, link.goal(), link.assessment(), link.part() == 0 ? null : link.part());
    }

    static long id(GoalId id) {
        return Long.parseLong(id.text());
    }
}
