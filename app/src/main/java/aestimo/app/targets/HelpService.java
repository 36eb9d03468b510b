package aestimo.app.targets;

import aestimo.app.book.BookService;
import aestimo.app.store.TeacherId;
import aestimo.app.targets.HelpMapper.HelpRow;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import aestimo.core.typed.TypedDay;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps whom the teacher marked for help. For the teacher alone: it moves no figure and leaves with no file. */
@Service
public class HelpService {
    private static final int LONGEST = 500;

    private final HelpMapper mapper;
    private final BookService books;
    private final Clock clock;

    HelpService(HelpMapper mapper, BookService books, Clock clock) {
        this.mapper = mapper;
        this.books = books;
        this.clock = clock;
    }

    /**
     * One student marked for help.
     *
     * @param doing what will be done
     * @param lookAgain the day to look at it again
     * @param ended empty while it goes on
     * @param outcome what came of it; empty text while it goes on
     */
    public record Help(
            long id,
            long classId,
            long enrolmentId,
            LocalDate since,
            String reason,
            String doing,
            LocalDate lookAgain,
            Optional<LocalDate> ended,
            String outcome) {
        private static Help of(HelpRow row) {
            return new Help(
                    row.id(),
                    row.classId(),
                    row.enrolmentId(),
                    row.since(),
                    row.reason(),
                    row.doing(),
                    row.lookAgain(),
                    Optional.ofNullable(row.ended()),
                    row.outcome());
        }
    }

    /** Those of a class, those that go on first, by the day to look again. */
    @Transactional(readOnly = true)
    public List<Help> ofClass(TeacherId teacher, long classId) {
        return mapper.findOfClass(teacher, classId).stream().map(Help::of).toList();
    }

    /** The enrolments of those who are marked for help now. */
    @Transactional(readOnly = true)
    public Set<Long> helped(TeacherId teacher, long classId) {
        return ofClass(teacher, classId).stream()
                .filter(help -> help.ended().isEmpty())
                .map(Help::enrolmentId)
                .collect(Collectors.toSet());
    }

    /** Those of all classes that are to be looked at again today or were to be before. */
    @Transactional(readOnly = true)
    public List<Help> due(TeacherId teacher) {
        return mapper.findDue(teacher, LocalDate.now(clock)).stream()
                .map(Help::of)
                .toList();
    }

    /**
     * Marks a student for help from today on.
     *
     * @param lookAgain as typed
     * @throws FormException when a field will not do, or the student is marked for help already
     */
    @Transactional
    public void begin(
            TeacherId teacher, long classId, long enrolmentId, String reason, String doing, String lookAgain) {
        String name = books.open(teacher, classId).student(enrolmentId).listName();
        Problems problems = new Problems();
        LocalDate day = checked(reason, doing, lookAgain, problems);
        HelpRow row = new HelpRow(0, classId, enrolmentId, LocalDate.now(clock), reason, doing, day, null, "");
        if (mapper.insert(teacher, row) == 0) {
            throw new FormException(name + " is already marked for help. What is written there was not changed.");
        }
    }

    private LocalDate checked(String reason, String doing, String lookAgain, Problems problems) {
        checkWords("reason", reason, "Say why the student is marked for help", problems);
        checkWords("doing", doing, "Say what will be done", problems);
        LocalDate today = LocalDate.now(clock);
        Optional<LocalDate> day = TypedDay.read(lookAgain);
        if (day.isEmpty()) {
            problems.at("lookAgain", "Choose the day to look again.");
        } else if (day.get().isBefore(today)) {
            problems.at("lookAgain", "The day to look again is past. Choose today or a later one.");
        }
        problems.refuse();
        return day.orElseThrow();
    }

    private static void checkWords(String field, String words, String otherwise, Problems problems) {
        if (words.isEmpty() || words.length() > LONGEST) {
            problems.at(field, otherwise + ", in at most " + LONGEST + " letters.");
        }
    }

    /**
     * Alters reason, plan and the day to look again.
     *
     * @throws FormException when a field will not do, or it has ended meanwhile
     */
    @Transactional
    public void alter(TeacherId teacher, long classId, long helpId, String reason, String doing, String lookAgain) {
        HelpRow row = find(teacher, classId, helpId);
        LocalDate day = checked(reason, doing, lookAgain, new Problems());
        update(
                teacher,
                new HelpRow(
                        row.id(), classId, row.enrolmentId(), row.since(), reason, doing, day, null, row.outcome()));
    }

    /**
     * Ends it today.
     *
     * @throws FormException when the outcome is too long, or it has ended meanwhile
     */
    @Transactional
    public void end(TeacherId teacher, long classId, long helpId, String outcome) {
        HelpRow row = find(teacher, classId, helpId);
        if (outcome.length() > LONGEST) {
            throw new FormException("What came of it has over " + LONGEST + " letters. It was not saved.");
        }
        update(
                teacher,
                new HelpRow(
                        row.id(),
                        classId,
                        row.enrolmentId(),
                        row.since(),
                        row.reason(),
                        row.doing(),
                        row.lookAgain(),
                        LocalDate.now(clock),
                        outcome));
    }

    private HelpRow find(TeacherId teacher, long classId, long helpId) {
        return mapper.find(teacher, classId, helpId).orElseThrow(() -> new NotFoundException("help"));
    }

    private void update(TeacherId teacher, HelpRow row) {
        if (mapper.update(teacher, row) == 0) {
            throw new FormException("This has ended meanwhile, in another window. It was left as it is.");
        }
    }
}
