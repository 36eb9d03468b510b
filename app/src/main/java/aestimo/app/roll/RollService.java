package aestimo.app.roll;

import aestimo.app.book.BookService;
import aestimo.app.changes.ChangeService;
import aestimo.app.roll.RollMapper.EnrolmentRow;
import aestimo.app.roll.RollMapper.StudentRow;
import aestimo.app.roll.RosterPreview.Outcome;
import aestimo.app.sealed.HeldByReturns;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import aestimo.core.typed.TypedDay;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.roster.PastedRoster;
import aestimo.exchange.roster.RosterLine;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Brings students into classes and keeps their names, sets and dates. */
@Service
public class RollService {
    /** Far more than any class has; a paste beyond it is not a class list. */
    private static final int MOST_STUDENTS = 200;

    private static final int LONGEST_NAME = 100;

    private final RollMapper mapper;
    private final BookService books;
    private final StudentService students;
    private final ChangeService changes;
    private final HeldByReturns held;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    RollService(
            RollMapper mapper,
            BookService books,
            StudentService students,
            ChangeService changes,
            HeldByReturns held,
            Clock clock,
            ApplicationEventPublisher events) {
        this.events = events;
        this.mapper = mapper;
        this.held = held;
        this.books = books;
        this.students = students;
        this.clock = clock;
        this.changes = changes;
    }

    /**
     * One student of a class, as the list shows and takes them back; dates are ISO texts, empty for open.
     *
     * @param removable nothing was ever entered, so the student can leave without a trace
     */
    public record RollLine(
            long enrolmentId,
            String number,
            String family,
            String given,
            String set,
            String joined,
            String left,
            boolean removable) {
        /** “Brandt, Ilva”. */
        String name() {
            return given.isEmpty() ? family : family + ", " + given;
        }

        String words() {
            return (family + ", " + given).strip()
                    + (set.isEmpty() ? "" : " (" + set + ")")
                    + (joined.isEmpty() ? "" : " from " + joined)
                    + (left.isEmpty() ? "" : " to " + left);
        }
    }

    @Transactional(readOnly = true)
    public List<RollLine> students(TeacherId teacher, long classId) {
        return mapper.findEnrolments(teacher, classId).stream()
                .map(RollService::line)
                .toList();
    }

    private static RollLine line(EnrolmentRow row) {
        return new RollLine(
                row.id(),
                row.number(),
                row.family(),
                row.given(),
                row.setName(),
                row.joined() == null ? "" : row.joined().toString(),
                row.leftOn() == null ? "" : row.leftOn().toString(),
                !row.hasEntries());
    }

    /** Reads a pasted class list and says what would happen; keeps nothing. */
    @Transactional(readOnly = true)
    public RosterPreview preview(TeacherId teacher, long classId, String text, String joined) {
        return preview(teacher, classId, text, joined, Set.of());
    }

    /** @param also lines of those who join although somebody of the class is called nearly so */
    private RosterPreview preview(TeacherId teacher, long classId, String text, String joined, Set<Long> also) {
        PastedRoster roster = PastedRoster.read(text);
        List<EnrolmentRow> there = mapper.findEnrolments(teacher, classId);
        StudentFinder finder = new StudentFinder(students.known(teacher, classId));
        List<RosterPreview.Line> lines =
                new RosterLines(there, mapper.findStudents(teacher), finder).of(roster.lines(), also);
        Set<Long> named = new HashSet<>();
        lines.forEach(line -> named.add(line.enrolmentId()));
        LocalDate today = LocalDate.now(clock);
        List<RosterPreview.Missing> missing = there.stream()
                .filter(row -> !named.contains(row.id()))
                .filter(row -> row.leftOn() == null || row.leftOn().isAfter(today))
                .map(row -> new RosterPreview.Missing(row.id(), line(row).name()))
                .toList();
        return new RosterPreview(roster, lines, lines.isEmpty() ? List.of() : missing, text, joined);
    }

    static String name(String family, String given) {
        return (family + "," + given).toLowerCase(Locale.ROOT);
    }

    /**
     * Keeps what {@link #preview} showed. Reading it afresh makes a second click, or a second window, add nobody twice.
     *
     * @return how many joined
     * @throws FormException when there is nobody to take, or far too many
     * @throws NotFoundException when the teacher has no such class
     */
    @Transactional
    public int save(TeacherId teacher, long classId, String text, String joined) {
        return save(teacher, classId, text, joined, List.of(), "", false, Set.of())
                .joined();
    }

    /** What came of a class list. */
    public record Kept(int joined, int left, int otherSets) {
        /** “2 students joined, 1 left.”. */
        public String words() {
            List<String> words = new ArrayList<>();
            if (joined > 0) {
                words.add(joined == 1 ? "1 student joined" : joined + " students joined");
            }
            if (left > 0) {
                words.add(left + " left");
            }
            if (otherSets > 0) {
                words.add(otherSets + " changed set");
            }
            return String.join(", ", words) + ".";
        }
    }

    /**
     * The same, with those who left, and the sets that changed.
     *
     * @param gone enrolments of those who left, of those the list does not name
     * @param leftOn their last day; empty: yesterday
     * @param moveSets whether those in another set on the list move to it
     * @param also lines of those who join although somebody of the class is called nearly so
     */
    @Transactional
    public Kept save(
            TeacherId teacher,
            long classId,
            String text,
            String joined,
            List<Long> gone,
            String leftOn,
            boolean moveSets,
            Set<Long> also) {
        books.hold(teacher, classId);
        LocalDate from = date("joined", joined, "The day they join");
        RosterPreview preview = preview(teacher, classId, text, joined, also);
        int otherSets = moveSets ? moveSets(teacher, classId, preview) : 0;
        int left = leave(teacher, classId, preview, gone, date("leftOn", leftOn, "The day they left"));
        if (preview.taken() + left + otherSets == 0) {
            throw new FormException("There is no new student in what was pasted. Nothing was changed.");
        }
        if (preview.taken() + mapper.findEnrolments(teacher, classId).size() > MOST_STUDENTS) {
            throw new FormException(
                    "That would make over " + MOST_STUDENTS + " students in one class. Nothing was changed.");
        }
        List<Long> joining = new ArrayList<>();
        for (RosterPreview.Line line : preview.lines()) {
            if (line.isTaken()) {
                RosterLine as = line.line();
                long student = line.outcome() == Outcome.KNOWN
                        ? line.studentId()
                        : mapper.insertStudent(teacher, as.number(), as.family(), as.given());
                joining.add(mapper.insertEnrolment(teacher, classId, student, as.set(), from));
                changes.recordGroundwork(
                        teacher,
                        classId,
                        "students",
                        "",
                        as.given().isEmpty() ? as.family() : as.family() + ", " + as.given());
            }
        }
        if (!joining.isEmpty()) {
            events.publishEvent(new StudentsJoined(teacher, classId, text, joining));
        }
        return new Kept(Math.toIntExact(preview.taken()), left, otherSets);
    }

    private int moveSets(TeacherId teacher, long classId, RosterPreview preview) {
        int moved = 0;
        for (RosterPreview.Line line : preview.lines()) {
            if (line.outcome() == Outcome.OTHER_SET) {
                moved += students.putIntoSet(
                        teacher,
                        classId,
                        List.of(line.enrolmentId()),
                        line.line().set(),
                        "");
            }
        }
        return moved;
    }

    private int leave(
            TeacherId teacher, long classId, RosterPreview preview, List<Long> gone, @Nullable LocalDate leftOn) {
        int left = 0;
        LocalDate last = leftOn == null ? LocalDate.now(clock).minusDays(1) : leftOn;
        for (EnrolmentRow row : mapper.findEnrolments(teacher, classId)) {
            boolean missing = preview.missing().stream().anyMatch(own -> own.enrolmentId() == row.id());
            if (missing && gone.contains(row.id())) {
                RollLine before = line(row);
                change(
                        teacher,
                        classId,
                        row,
                        new RollLine(
                                row.id(),
                                before.number(),
                                before.family(),
                                before.given(),
                                before.set(),
                                before.joined(),
                                last.toString(),
                                false));
                left++;
            }
        }
        return left;
    }

    /**
     * Keeps the list as typed: numbers, names, sets, dates; and takes out those marked, of whom nothing was entered.
     *
     * @param removed enrolments to take out
     * @throws FormException naming every reason why it cannot be kept; nothing is changed then
     */
    @Transactional
    public void save(TeacherId teacher, long classId, List<RollLine> lines, Set<Long> removed) {
        books.hold(teacher, classId);
        List<EnrolmentRow> before = mapper.findEnrolments(teacher, classId);
        Problems problems = new Problems();
        for (int i = 0; i < lines.size(); i++) {
            RollLine line = lines.get(i);
            EnrolmentRow row = before.stream()
                    .filter(it -> it.id() == line.enrolmentId())
                    .findFirst()
                    .orElseThrow(() -> new NotFoundException("student"));
            try {
                if (removed.contains(row.id())) {
                    remove(teacher, classId, row);
                } else if (!line(row).words().equals(line.words())
                        || !row.number().equals(line.number())) {
                    change(teacher, classId, row, line);
                }
            } catch (FormException refused) {
                problems.addAll(refused, i);
            }
        }
        problems.refuse();
    }

    private void remove(TeacherId teacher, long classId, EnrolmentRow row) {
        if (row.hasEntries()) {
            throw new FormException(row.family() + ", " + row.given()
                    + " has entries and stays on the list. Give the day they left instead.");
        }
        if (!held.students(teacher, List.of(row.id())).isEmpty()) {
            throw new FormException(row.family() + ", " + row.given()
                    + " is in a return to the school and stays on the list. Give the day they left instead.");
        }
        mapper.deleteEnrolment(teacher, classId, row.id());
        mapper.deleteStudentWithoutClass(teacher, row.studentId());
        changes.recordGroundwork(teacher, classId, "students", line(row).words(), "");
    }

    private void change(TeacherId teacher, long classId, EnrolmentRow row, RollLine line) {
        String called = row.family() + ", " + row.given();
        if (line.family().isEmpty()
                || Math.max(line.family().length(), line.given().length()) > LONGEST_NAME) {
            throw FormException.at(
                    "family", called + " needs a family name, and no name over " + LONGEST_NAME + " letters.");
        }
        if (line.set().length() > LONGEST_NAME || line.number().length() > LONGEST_NAME) {
            throw FormException.at(
                    line.set().length() > LONGEST_NAME ? "set" : "number",
                    called + ": the set and the number have at most " + LONGEST_NAME + " letters.");
        }
        LocalDate joined = date("joined", line.joined(), "The day " + called + " joined");
        LocalDate left = date("left", line.left(), "The day " + called + " left");
        if (joined != null && left != null && left.isBefore(joined)) {
            throw FormException.at(
                    "left", called + " cannot have left on " + left + ", before joining on " + joined + ".");
        }
        boolean numberTaken = mapper.findStudents(teacher).stream()
                .anyMatch(other -> other.id() != row.studentId()
                        && !line.number().isEmpty()
                        && other.number().equals(line.number()));
        if (numberTaken) {
            throw FormException.at(
                    "number",
                    "Number " + line.number() + " belongs to another student; " + called + " cannot have it.");
        }
        mapper.updateStudent(teacher, new StudentRow(row.studentId(), line.number(), line.family(), line.given()));
        students.putIntoSet(teacher, classId, List.of(row.id()), line.set(), "");
        mapper.updateEnrolment(teacher, classId, row.id(), line.set(), joined, left);
        changes.recordGroundwork(teacher, classId, "students", line(row).words(), line.words());
    }

    /** Null for an open date. */
    private static @Nullable LocalDate date(String field, String text, String what) {
        if (text.isEmpty()) {
            return null;
        }
        return TypedDay.read(text)
                .orElseThrow(() -> FormException.at(
                        field, what + " is “" + text + "”. It must be a date such as 2027-01-11, or stay empty."));
    }
}
