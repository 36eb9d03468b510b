package aestimo.app.sealing;

import aestimo.app.account.AccountService;
import aestimo.app.account.AccountSettings;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Plain;
import aestimo.app.returns.Check;
import aestimo.app.returns.ReturnChecks;
import aestimo.app.returns.ReturnRow;
import aestimo.app.returns.ReturnService;
import aestimo.app.returns.SchoolReturn;
import aestimo.app.school.SchoolField;
import aestimo.app.school.SchoolField.Holds;
import aestimo.app.school.SchoolService;
import aestimo.app.store.Sha256;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.counting.Counting;
import aestimo.core.id.StudentId;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.working.ResultWorking;
import aestimo.exchange.markbook.MarkbookException;
import aestimo.exchange.markbook.MarkbookReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Seals a return: all it fixes becomes one document with its SHA-256. From then on the database refuses every alteration.
 */
@Service
public class SealService {
    private final SealMapper mapper;
    private final ReturnService returns;
    private final ReturnChecks checks;
    private final SchoolService school;
    private final BookService books;
    private final AccountService accounts;
    private final Clock clock;

    SealService(
            SealMapper mapper,
            ReturnService returns,
            ReturnChecks checks,
            SchoolService school,
            BookService books,
            AccountService accounts,
            Clock clock) {
        this.mapper = mapper;
        this.returns = returns;
        this.checks = checks;
        this.school = school;
        this.books = books;
        this.accounts = accounts;
        this.clock = clock;
    }

    /**
     * Seals it.
     *
     * @param shown the stamp of what was looked at before: nothing else is sealed than what was seen
     * @throws FormException when it is sealed already, is not as it was shown, something must be corrected first, or its
     *     figures are no longer those of its markbook file; nothing is changed then
     */
    @Transactional
    public void seal(TeacherId teacher, long classId, long returnId, String shown) {
        ClassBook classBook = books.open(teacher, classId);
        SchoolReturn own = returns.get(teacher, classId, returnId);
        if (own.isSealed()) {
            throw new FormException(
                    "This return was sealed meanwhile, in another window. It stays as it was sealed then.");
        }
        if (!own.stamp().equals(shown)) {
            throw new FormException(
                    "The return was changed since you were asked, in another window. Nothing is sealed; look at it again.");
        }
        List<String> problems = checks.of(teacher, classBook, own).stream()
                .filter(Check::must)
                .map(Check::inOneLine)
                .toList();
        if (!problems.isEmpty()) {
            throw new FormException(problems);
        }
        OffsetDateTime now = OffsetDateTime.now(clock).truncatedTo(ChronoUnit.MICROS);
        SealedDocument document =
                document(teacher, own, classBook, now.toInstant().toString());
        String canonical = document.canonical();
        mapper.seal(teacher, returnId, now, document.bandsAsText(), canonical, Sha256.of(canonical));
    }

    /** The class as a markbook file, as the return's figures were taken from it. */
    @Transactional(readOnly = true)
    public String markbook(TeacherId teacher, SchoolReturn own) {
        return mapper.findMarkbook(teacher, own.id());
    }

    /** What was sealed, as it was hashed; empty text while the return is a draft. */
    @Transactional(readOnly = true)
    public String canonical(TeacherId teacher, SchoolReturn own) {
        return mapper.findCanonical(teacher, own.id());
    }

    /**
     * All that the return fixes; while it is a draft, all that it would fix now.
     *
     * @throws FormException when its figures are no longer those of its markbook file
     */
    @Transactional(readOnly = true)
    public SealedDocument document(TeacherId teacher, SchoolReturn own) {
        return own.isSealed()
                ? SealedDocument.read(canonical(teacher, own))
                : document(teacher, own, books.open(teacher, own.classId()), "");
    }

    private SealedDocument document(TeacherId teacher, SchoolReturn own, ClassBook classBook, String sealed) {
        String markbook = mapper.findMarkbook(teacher, own.id());
        Book book = read(markbook);
        refuseMoved(own, book, school.fields(teacher));
        Counting counting = Counting.of(book);
        AccountSettings look = accounts.look(teacher);
        Term term = book.term(own.term())
                .orElseThrow(() -> new FormException("The term of this return is gone from the year."));
        return new SealedDocument(
                SealedDocument.FORMAT,
                SealedDocument.VERSION,
                look.school(),
                look.name(),
                classBook.row().yearName(),
                classBook.row().title(),
                new SealedDocument.SealedTerm(
                        term.id().text(),
                        term.name(),
                        term.firstDay().toString(),
                        term.lastDay().toString()),
                own.number(),
                replaced(teacher, own),
                own.taken().toInstant().toString(),
                sealed,
                book.boundaries().bands().stream()
                        .map(band -> new SealedDocument.SealedBand(band.label(), Plain.words(band.from())))
                        .toList(),
                categories(counting, term),
                fields(school.fields(teacher)),
                students(own, counting, term),
                markbook);
    }

    /** Null for the first of a class and term. */
    private SealedDocument.@Nullable Replaced replaced(TeacherId teacher, SchoolReturn own) {
        return returns.corrected(teacher, own)
                .map(before -> new SealedDocument.Replaced(
                        before.number(),
                        before.sealed().orElseThrow().toInstant().toString(),
                        before.sha256(),
                        own.why()))
                .orElse(null);
    }

    private static Book read(String markbook) {
        try {
            return MarkbookReader.read(new ByteArrayInputStream(markbook.getBytes(StandardCharsets.UTF_8)))
                    .book();
        } catch (IOException | MarkbookException broken) {
            throw new FormException(
                    "The figures cannot be sealed: " + broken.getMessage() + " Copy today's results first.");
        }
    }

    /** The file alone must give the very same figures. */
    private static void refuseMoved(SchoolReturn own, Book book, List<SchoolField> fields) {
        List<ReturnRow> again = ReturnService.figures(book, own.termId());
        Map<Long, Map<Holds, String>> filled = ReturnService.filled(book, own.termId(), fields);
        boolean same = again.size() == own.rows().size();
        for (int i = 0; same && i < again.size(); i++) {
            ReturnRow row = own.rows().get(i);
            same = again.get(i).equals(row.with(ReturnRow.Own.NOTHING))
                    && row.isFilled(fields, filled.getOrDefault(row.enrolmentId(), Map.of()));
        }
        if (!same) {
            throw new FormException(
                    "The figures do not come out of their markbook file. Copy today's results, then seal.");
        }
    }

    private static List<SealedDocument.Made> categories(Counting counting, Term term) {
        Book book = counting.book();
        return book.categories().stream()
                .filter(book::countsTowardsResult)
                .map(category -> new SealedDocument.Made(
                        category.name(),
                        category.weight().toString(),
                        ReturnService.feeding(counting, category, term.id())))
                .toList();
    }

    private static List<SealedDocument.Field> fields(List<SchoolField> fields) {
        return fields.stream()
                .map(field -> new SealedDocument.Field(
                        field.name(), field.labels(), field.holds() == Holds.GOALS ? SealedDocument.GOALS : null))
                .toList();
    }

    private static List<SealedDocument.Row> students(SchoolReturn own, Counting counting, Term term) {
        Standing standing = Standing.of(counting, new Span.Terms(Set.of(term.id())));
        List<SealedDocument.Row> students = new ArrayList<>();
        for (ReturnRow row : own.rows()) {
            String id = Long.toString(row.enrolmentId());
            students.add(new SealedDocument.Row(
                    id,
                    row.name(),
                    row.percent(),
                    row.exact(),
                    row.grade(),
                    row.aim(),
                    row.gradeSent(),
                    row.own().noGrade(),
                    row.own().reason(),
                    new TreeMap<>(row.fields()),
                    row.own().comment(),
                    ResultWorking.of(standing, standing.of(new StudentId(id))).asText()));
        }
        return students;
    }
}
