package aestimo.app.toschool;

import aestimo.app.account.AccountService;
import aestimo.app.account.Look;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Plain;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.StudentId;
import aestimo.core.book.Term;
import aestimo.core.book.TermId;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.working.ResultWorking;
import aestimo.exchange.markbook.MarkbookException;
import aestimo.exchange.markbook.MarkbookReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Seals a return: its figures, the markbook file they were computed from, the working, the bands, who and when, as one
 * document with its SHA-256. From then on the database refuses every alteration.
 */
@Service
public class SealService {
    /** Keys in the order of their letters, no white space: the same document always gives the same bytes. */
    private static final JsonMapper CANONICAL = JsonMapper.builder()
            .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
            .build();

    private final ReturnMapper mapper;
    private final ReturnService returns;
    private final ReturnChecks checks;
    private final BookService books;
    private final AccountService accounts;
    private final Clock clock;

    SealService(
            ReturnMapper mapper,
            ReturnService returns,
            ReturnChecks checks,
            BookService books,
            AccountService accounts,
            Clock clock) {
        this.mapper = mapper;
        this.returns = returns;
        this.checks = checks;
        this.books = books;
        this.accounts = accounts;
        this.clock = clock;
    }

    /**
     * Seals it.
     *
     * @throws FormException when it is sealed already, something must be mended first, or its figures are no longer those
     *     of its markbook file; nothing is changed then
     */
    @Transactional
    public void seal(TeacherId teacher, long classId, long returnId) {
        if (mapper.lockClass(teacher, classId) == null) {
            throw new NotFoundException("class");
        }
        SchoolReturn own = returns.get(teacher, classId, returnId);
        if (own.isSealed()) {
            throw new FormException(
                    "This return was sealed meanwhile, in another window. It stands as it was sealed then.");
        }
        ClassBook classBook = books.open(teacher, classId);
        List<String> problems = checks.of(teacher, classBook, own).stream()
                .filter(ReturnChecks.Check::must)
                .map(check -> check.words() + (check.detail().isEmpty() ? "." : ": " + check.detail() + "."))
                .toList();
        if (!problems.isEmpty()) {
            throw new FormException(problems);
        }
        String markbook = mapper.findMarkbook(teacher, returnId);
        OffsetDateTime now = OffsetDateTime.now(clock).truncatedTo(ChronoUnit.MICROS);
        Map<String, Object> document = document(own, classBook, accounts.look(teacher), markbook, now);
        String canonical = CANONICAL.writeValueAsString(document);
        mapper.seal(
                teacher,
                returnId,
                now,
                CANONICAL.writeValueAsString(document.get("bands")),
                canonical,
                sha256(canonical));
    }

    /** The class as a markbook file, as the return's figures were taken from it. */
    @Transactional(readOnly = true)
    public String markbook(TeacherId teacher, SchoolReturn own) {
        return mapper.findMarkbook(teacher, own.id());
    }

    /** What was sealed, as it was hashed; empty text while the return is in hand. */
    @Transactional(readOnly = true)
    public String canonical(TeacherId teacher, SchoolReturn own) {
        return mapper.findCanonical(teacher, own.id());
    }

    /** The bands the figures were graded by: those of their markbook file. */
    @Transactional(readOnly = true)
    public List<Band> bands(TeacherId teacher, SchoolReturn own) {
        return read(mapper.findMarkbook(teacher, own.id())).boundaries().bands();
    }

    static String sha256(String text) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException none) {
            throw new IllegalStateException("bug: every Java has SHA-256", none);
        }
    }

    private static Map<String, Object> document(
            SchoolReturn own, ClassBook classBook, Look look, String markbook, OffsetDateTime now) {
        Book book = read(markbook);
        Term term = book.terms().stream()
                .filter(it -> it.id().text().equals(Long.toString(own.termId())))
                .findFirst()
                .orElseThrow(() -> new FormException("The term of this return is gone from the year."));
        refuseMoved(own, book);
        Map<String, Object> document = new TreeMap<>();
        document.put("format", "aestimo-return");
        document.put("version", 1);
        document.put("school", look.school());
        document.put("teacher", look.name());
        document.put("year", classBook.row().yearName());
        document.put("class", classBook.row().title());
        document.put(
                "term",
                Map.of(
                        "id", term.id().text(),
                        "name", term.name(),
                        "starts", term.firstDay().toString(),
                        "ends", term.lastDay().toString()));
        document.put("number", own.number());
        document.put("taken", own.taken().toInstant().toString());
        document.put("sealed", now.toInstant().toString());
        document.put(
                "bands",
                book.boundaries().bands().stream().map(SealService::band).toList());
        document.put(
                "categories",
                book.categories().stream()
                        .filter(book::hasSay)
                        .map(SealService::category)
                        .toList());
        document.put("students", students(own, book, term.id()));
        document.put("markbook", markbook);
        return document;
    }

    private static Book read(String markbook) {
        try {
            return MarkbookReader.read(new ByteArrayInputStream(markbook.getBytes(StandardCharsets.UTF_8)))
                    .book();
        } catch (IOException | MarkbookException broken) {
            throw new FormException(
                    "The figures cannot be sealed: " + broken.getMessage() + " Take today's figures first.");
        }
    }

    /** The file alone must give the very same figures. */
    private static void refuseMoved(SchoolReturn own, Book book) {
        List<ReturnRow> again = ReturnService.figures(book, own.termId());
        boolean same = again.size() == own.rows().size();
        for (int i = 0; same && i < again.size(); i++) {
            same = again.get(i).equals(own.rows().get(i).with(ReturnRow.Own.NOTHING));
        }
        if (!same) {
            throw new FormException(
                    "The figures do not come out of their markbook file. Take today's figures, then seal.");
        }
    }

    private static Map<String, Object> band(Band band) {
        return Map.of("label", band.label(), "from", Plain.words(band.from()));
    }

    private static Map<String, Object> category(Category category) {
        return Map.of("name", category.name(), "weight", category.weight().toString());
    }

    private static List<Map<String, Object>> students(SchoolReturn own, Book book, TermId term) {
        Standing standing = Standing.of(Counting.of(book), new Span.Terms(Set.of(term)));
        List<Map<String, Object>> students = new ArrayList<>();
        for (ReturnRow row : own.rows()) {
            Map<String, Object> student = new LinkedHashMap<>();
            student.put("id", Long.toString(row.enrolmentId()));
            student.put("name", row.name());
            student.put("percent", row.percent());
            student.put("exact", row.exact());
            student.put("grade", row.grade());
            student.put("aim", row.aim());
            student.put("sentAs", row.gradeSent());
            student.put("noGrade", row.own().noGrade());
            student.put("reason", row.own().reason());
            student.put("fields", row.own().fields());
            student.put("comment", row.own().comment());
            student.put(
                    "working",
                    ResultWorking.of(standing, standing.of(new StudentId(Long.toString(row.enrolmentId()))))
                            .asText());
            students.add(student);
        }
        return students;
    }
}
