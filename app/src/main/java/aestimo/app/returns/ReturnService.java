package aestimo.app.returns;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeFilter;
import aestimo.app.changes.ChangeService;
import aestimo.app.changes.ListedChange;
import aestimo.app.returns.ReturnMapper.HeadRow;
import aestimo.app.returns.ReturnMapper.StudentRow;
import aestimo.app.school.SchoolField;
import aestimo.app.school.SchoolField.Holds;
import aestimo.app.school.SchoolService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.whole.WholeClassService;
import aestimo.core.attendance.ClassAttendance;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.goal.Level;
import aestimo.core.grading.Result;
import aestimo.core.id.TermId;
import aestimo.core.judging.ClassGoals;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.targets.Attainments;
import aestimo.exchange.markbook.Markbook;
import aestimo.exchange.markbook.MarkbookWriter;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Takes the figures of a class and term into a return, and keeps what the teacher adds until it is sealed. */
@Service
public class ReturnService {
    private static final int LONGEST_WHY = 500;
    private static final int MOST_CHANGES = 500;

    private final ReturnMapper mapper;
    private final BookService books;
    private final WholeClassService whole;
    private final SchoolService school;
    private final ChangeService changes;
    private final JsonMapper json;
    private final Clock clock;

    ReturnService(
            ReturnMapper mapper,
            BookService books,
            WholeClassService whole,
            SchoolService school,
            ChangeService changes,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.books = books;
        this.whole = whole;
        this.school = school;
        this.changes = changes;
        this.json = json;
        this.clock = clock;
    }

    /** Those of a class, with their rows, in the order of their terms and numbers. */
    @Transactional(readOnly = true)
    public List<SchoolReturn> ofClass(TeacherId teacher, long classId) {
        return mapper.findOfClass(teacher, classId).stream()
                .map(head -> of(teacher, head))
                .toList();
    }

    /** The terms of a class beside one another, with what its students were sent in earlier years. */
    @Transactional(readOnly = true)
    public TermsCompared compared(TeacherId teacher, ClassBook classBook) {
        long classId = classBook.row().id();
        return TermsCompared.of(classBook, ofClass(teacher, classId), mapper.findOfEarlierYears(teacher, classId));
    }

    /** @throws NotFoundException when the class has no such return */
    @Transactional(readOnly = true)
    public SchoolReturn get(TeacherId teacher, long classId, long returnId) {
        return mapper.find(teacher, classId, returnId)
                .map(head -> of(teacher, head))
                .orElseThrow(() -> new NotFoundException("return"));
    }

    private SchoolReturn of(TeacherId teacher, HeadRow head) {
        return new SchoolReturn(
                head.id(),
                head.classId(),
                head.termId(),
                head.number(),
                head.begun(),
                head.taken(),
                Optional.ofNullable(head.sealed()),
                head.sha256(),
                head.why(),
                head.erased(),
                mapper.findRows(teacher, head.id()).stream().map(this::row).toList());
    }

    private ReturnRow row(StudentRow row) {
        return new ReturnRow(
                row.enrolmentId(),
                row.place(),
                row.name(),
                row.percent(),
                row.exact(),
                row.grade(),
                row.aim(),
                new ReturnRow.Own(
                        row.sentAs(),
                        row.noGrade(),
                        row.reason(),
                        json.readValue(row.fields(), new TypeReference<TreeMap<String, String>>() {}),
                        row.comment()));
    }

    /**
     * Begins a return with the figures of now: the first of the term, or a correction of the last one that was sealed. One
     * that is there as a draft is gone on with.
     *
     * @return its id
     */
    @Transactional
    public long begin(TeacherId teacher, long classId, long termId) {
        ClassBook classBook = books.open(teacher, classId);
        requireTerm(classBook.book(), termId);
        List<HeadRow> ofTerm = mapper.findOfClass(teacher, classId).stream()
                .filter(head -> head.termId() == termId)
                .toList();
        Optional<HeadRow> inHand =
                ofTerm.stream().filter(head -> head.sealed() == null).findFirst();
        if (inHand.isPresent()) {
            return inHand.get().id();
        }
        long id = mapper.insert(
                teacher, classId, termId, ofTerm.size() + 1, OffsetDateTime.now(clock), markbook(teacher, classId));
        // A correction begins with what was added to the one it replaces.
        Map<Long, ReturnRow.Own> before = new HashMap<>();
        ofTerm.stream()
                .reduce((one, later) -> later)
                .ifPresent(last -> mapper.findRows(teacher, last.id())
                        .forEach(row -> before.put(row.enrolmentId(), row(row).own())));
        write(teacher, classBook, id, termId, before);
        return id;
    }

    /** The sealed return that another takes the place of; empty for the first of a class and term. */
    @Transactional(readOnly = true)
    public Optional<SchoolReturn> corrected(TeacherId teacher, SchoolReturn own) {
        return mapper.findOfClass(teacher, own.classId()).stream()
                .filter(head -> head.termId() == own.termId() && head.number() < own.number() && head.sealed() != null)
                .reduce((one, later) -> later)
                .map(head -> of(teacher, head));
    }

    /**
     * Keeps why a correction corrects.
     *
     * @throws FormException when it is too long, or the return is sealed
     */
    @Transactional
    public void saveWhy(TeacherId teacher, long classId, long returnId, String why) {
        books.hold(teacher, classId);
        SchoolReturn own = get(teacher, classId, returnId).requireOpen();
        if (why.length() > LONGEST_WHY) {
            throw new FormException("The reason has over " + LONGEST_WHY + " letters. It was not saved.");
        }
        mapper.updateWhy(teacher, own.id(), why);
    }

    /** Whether a later return of its term was sealed in its place. */
    @Transactional(readOnly = true)
    public boolean isReplaced(TeacherId teacher, SchoolReturn own) {
        return mapper.findOfClass(teacher, own.classId()).stream()
                .anyMatch(other ->
                        other.termId() == own.termId() && other.number() > own.number() && other.sealed() != null);
    }

    private static void requireTerm(Book book, long termId) {
        if (book.term(new TermId(Long.toString(termId))).isEmpty()) {
            throw new NotFoundException("term");
        }
    }

    private String markbook(TeacherId teacher, long classId) {
        Markbook markbook = whole.exports(teacher, classId, false);
        ByteArrayOutputStream text = new ByteArrayOutputStream();
        MarkbookWriter.write(markbook, text);
        return text.toString(StandardCharsets.UTF_8);
    }

    private void write(
            TeacherId teacher, ClassBook classBook, long returnId, long termId, Map<Long, ReturnRow.Own> own) {
        List<SchoolField> fields = school.fields(teacher);
        Map<Long, Map<Holds, String>> filled = filled(classBook.book(), termId, fields);
        figures(classBook.book(), termId)
                .forEach(row -> writeRow(
                        teacher,
                        classBook.row().id(),
                        returnId,
                        row.with(own.getOrDefault(row.enrolmentId(), ReturnRow.Own.NOTHING)
                                .filled(fields, filled.getOrDefault(row.enrolmentId(), Map.of())))));
    }

    /**
     * The figures of a term that the fields of the school hold, as shown, by enrolment: the attendance of whom a lesson
     * counts for, and in how many goals of a class that has any a student is secure. What no field holds is not worked out.
     */
    public static Map<Long, Map<Holds, String>> filled(Book book, long termId, List<SchoolField> fields) {
        Span term = new Span.Terms(Set.of(new TermId(Long.toString(termId))));
        Optional<ClassAttendance> attendance =
                asks(fields, Holds.ATTENDANCE) ? ClassAttendance.of(book, term) : Optional.empty();
        Optional<ClassGoals> goals =
                asks(fields, Holds.GOALS) ? ClassGoals.of(Counting.of(book), term) : Optional.empty();
        Map<Long, Map<Holds, String>> filled = new HashMap<>();
        for (Student student : book.students()) {
            Map<Holds, String> own = new EnumMap<>(Holds.class);
            attendance
                    .flatMap(all -> all.of(student).percent())
                    .ifPresent(percent ->
                            own.put(Holds.ATTENDANCE, percent.shown(book.rules().places())));
            goals.ifPresent(all -> own.put(Holds.GOALS, Integer.toString(all.countAt(Level.SECURE, student))));
            filled.put(ClassBook.id(student), own);
        }
        return filled;
    }

    private static boolean asks(List<SchoolField> fields, Holds figure) {
        return fields.stream().anyMatch(field -> field.holds() == figure);
    }

    private void writeRow(TeacherId teacher, long classId, long returnId, ReturnRow row) {
        mapper.writeRow(
                teacher,
                classId,
                new StudentRow(
                        returnId,
                        row.enrolmentId(),
                        row.place(),
                        row.name(),
                        row.percent(),
                        row.exact(),
                        row.grade(),
                        row.aim(),
                        row.own().sentAs(),
                        row.own().noGrade(),
                        row.own().reason(),
                        json.writeValueAsString(row.own().fields()),
                        row.own().comment()));
    }

    /** The figures of a term for those present at its end, or today; nothing added. */
    public static List<ReturnRow> figures(Book book, long termId) {
        Counting counting = Counting.of(book);
        TermId term = new TermId(Long.toString(termId));
        Standing standing = Standing.of(counting, new Span.Terms(Set.of(term)));
        Attainments attained = Attainments.of(counting);
        int at = book.terms().stream().map(own -> own.id()).toList().indexOf(term);
        List<ReturnRow> rows = new ArrayList<>();
        for (StudentStanding own : standing.students()) {
            if (own.present()) {
                rows.add(new ReturnRow(
                        ClassBook.id(own.student()),
                        rows.size(),
                        own.student().listName(),
                        own.result().map(Result::shown).orElse(""),
                        own.result()
                                .map(result -> result.exact().exact().toString())
                                .orElse(""),
                        own.result().flatMap(Result::grade).map(Band::label).orElse(""),
                        attained.aim(own.student(), at).map(Band::label).orElse(""),
                        ReturnRow.Own.NOTHING));
            }
        }
        return rows;
    }

    /** The titles of a category's pieces that the results of a term are made of: those that count for anybody. */
    public static List<String> feeding(Counting counting, Category category, TermId term) {
        Book book = counting.book();
        return book.assessments().stream()
                .filter(piece -> book.countsTowardsResult(category)
                        && piece.category().equals(category.id())
                        && book.termOf(piece).equals(term)
                        && counts(counting, book.placeOf(piece.id()).orElseThrow()))
                .map(Assessment::title)
                .toList();
    }

    private static boolean counts(Counting counting, int assessment) {
        return IntStream.range(0, counting.book().students().size())
                .anyMatch(student -> counting.outcome(student, assessment).counts());
    }

    /**
     * Takes the figures anew; what was added stays.
     *
     * @throws FormException when it is sealed
     */
    @Transactional
    public void take(TeacherId teacher, long classId, long returnId) {
        ClassBook classBook = books.open(teacher, classId);
        SchoolReturn standing = get(teacher, classId, returnId).requireOpen();
        Map<Long, ReturnRow.Own> own =
                standing.rows().stream().collect(Collectors.toMap(ReturnRow::enrolmentId, ReturnRow::own));
        standing.rows().forEach(row -> mapper.deleteRow(teacher, returnId, row.enrolmentId()));
        write(teacher, classBook, returnId, standing.termId(), own);
        mapper.updateTaken(teacher, returnId, OffsetDateTime.now(clock), markbook(teacher, classId));
    }

    /**
     * What the teacher changed of one row.
     *
     * @param was what stood when the page was shown
     */
    public record Edit(long enrolmentId, ReturnRow.Own was, ReturnRow.Own asked) {}

    /**
     * Why a field could not be saved.
     *
     * @param column the key of the column that holds it, as in a layout
     * @param elsewhere whether it was altered in another window meanwhile: then the teacher decides whose goes
     */
    public record RefusedEdit(long enrolmentId, String column, String words, boolean elsewhere) {}

    /**
     * Saves what was changed field by field: one that cannot be saved keeps no other from it.
     *
     * @return why some were not saved
     * @throws FormException when the return is sealed
     */
    @Transactional
    public List<RefusedEdit> save(TeacherId teacher, long classId, long returnId, List<Edit> edits) {
        ClassBook classBook = books.open(teacher, classId);
        SchoolReturn standing = get(teacher, classId, returnId).requireOpen();
        EditedRows edited =
                EditedRows.of(standing.rows(), edits, classBook.book().boundaries(), school.fields(teacher));
        edited.changed().forEach(row -> writeRow(teacher, classId, returnId, row));
        return edited.refused();
    }

    /**
     * Deletes a draft return.
     *
     * @throws FormException when it is sealed
     */
    @Transactional
    public void leave(TeacherId teacher, long classId, long returnId) {
        books.hold(teacher, classId);
        get(teacher, classId, returnId).requireOpen();
        mapper.deleteInHand(teacher, classId, returnId);
    }

    /** The alterations of entries since a moment, the latest first. */
    @Transactional(readOnly = true)
    public List<ListedChange> movedSince(TeacherId teacher, long classId, OffsetDateTime moment) {
        ChangeFilter filter = new ChangeFilter(
                0, 0, 0, "", moment.atZoneSameInstant(clock.getZone()).toLocalDate(), null, false);
        return changes.ofClass(teacher, classId, filter, MOST_CHANGES).stream()
                .filter(change -> change.isEntry() && change.at().isAfter(moment))
                .toList();
    }
}
