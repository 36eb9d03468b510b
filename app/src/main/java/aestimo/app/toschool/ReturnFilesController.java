package aestimo.app.toschool;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.frame.OpenClass;
import aestimo.app.paper.ExportService;
import aestimo.app.returns.ReturnRow;
import aestimo.app.returns.ReturnService;
import aestimo.app.returns.SchoolReturn;
import aestimo.app.school.LayoutColumn;
import aestimo.app.school.SchoolService;
import aestimo.app.sealing.SealService;
import aestimo.app.sealing.SealedDocument;
import aestimo.app.sending.Progress;
import aestimo.app.sending.SendingService;
import aestimo.app.web.Download;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Term;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;

/** A return as files: the record to sign, what was sealed, and tables for schools that take no other. */
@Controller
@RequestMapping("/classes/{classId}/to-school/{returnId}")
class ReturnFilesController {
    private final BookService books;
    private final ReturnService returns;
    private final SealService seals;
    private final SchoolService school;
    private final SendingService sendings;
    private final ReturnZip zips;
    private final ExportService exports;

    ReturnFilesController(
            BookService books,
            ReturnService returns,
            SealService seals,
            SchoolService school,
            SendingService sendings,
            ReturnZip zips,
            ExportService exports) {
        this.books = books;
        this.returns = returns;
        this.seals = seals;
        this.school = school;
        this.sendings = sendings;
        this.zips = zips;
        this.exports = exports;
    }

    private static String termName(ClassBook classBook, SchoolReturn own) {
        return classBook.book().term(own.term()).map(Term::name).orElse("term");
    }

    @GetMapping({"/results.csv", "/results.xlsx", "/results.ods"})
    void table(OpenClass open, @PathVariable long returnId, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        SchoolReturn own = returns.get(open.teacher(), open.id(), returnId);
        String title = open.title() + ", " + termName(open.classBook(), own) + " results";
        exports.answer(
                open.teacher(),
                new ExportService.Export(
                        title,
                        termName(open.classBook(), own),
                        table(open, own, title),
                        1,
                        List.of(),
                        Optional.empty()),
                Download.ending(request),
                response);
    }

    private Table table(OpenClass open, SchoolReturn own, String title) {
        List<LayoutColumn> layout = school.layout(open.teacher());
        return new Table(
                title,
                layout.stream().map(LayoutColumn::heading).toList(),
                own.rows().stream()
                        .map(row -> layout.stream()
                                .map(column -> cell(open.classBook(), own, row, column.key()))
                                .toList())
                        .toList());
    }

    private static Cell cell(ClassBook classBook, SchoolReturn own, ReturnRow row, String key) {
        return switch (key) {
            case "number" -> Cell.of(classBook.student(row.enrolmentId()).number());
            case "student" -> Cell.of(row.name());
            case "class" -> Cell.of(classBook.row().title());
            case "term" -> Cell.of(termName(classBook, own));
            case "result" -> row.percent().isEmpty() ? Cell.EMPTY : Cell.of(new BigDecimal(row.percent()));
            case "grade" -> Cell.of(row.grade());
            case "sent" -> Cell.of(row.own().noGrade() ? "no grade" : row.gradeSent());
            case "reason" -> Cell.of(row.own().reason());
            case "comment" -> Cell.of(row.own().comment());
            default -> Cell.of(row.fields().getOrDefault(key.substring(key.indexOf(':') + 1), ""));
        };
    }

    /** For a school that takes OneRoster files: categories, line items and results in a zip. */
    @GetMapping("/oneroster.zip")
    void oneRoster(OpenClass open, @PathVariable long returnId, HttpServletResponse response) throws IOException {
        SchoolReturn own = returns.get(open.teacher(), open.id(), returnId);
        if (!own.isSealed()) {
            throw new NotFoundException("sealed return");
        }
        Download.file(
                response,
                open.title() + ", " + termName(open.classBook(), own) + ", OneRoster",
                "application/zip",
                ".zip",
                out -> zips.write(open.teacher(), open.classBook(), own, out));
    }

    /** The class as a markbook file, as the figures were taken from it. */
    @GetMapping("/markbook.json")
    void markbook(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            HttpServletResponse response)
            throws IOException {
        SchoolReturn own = returns.get(teacher.id(), classId, returnId);
        text(teacher, classId, own, "markbook", seals.markbook(teacher.id(), own), response);
    }

    /** What was sealed, byte for byte as it was hashed. */
    @GetMapping("/sealed.json")
    void sealed(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            HttpServletResponse response)
            throws IOException {
        SchoolReturn own = returns.get(teacher.id(), classId, returnId);
        text(teacher, classId, own, "sealed", seals.canonical(teacher.id(), own), response);
    }

    private void text(
            SignedInTeacher teacher,
            long classId,
            SchoolReturn own,
            String what,
            String content,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        Download.file(
                response,
                classBook.row().title() + ", " + termName(classBook, own) + ", " + what,
                "application/json",
                ".json",
                content.getBytes(StandardCharsets.UTF_8));
    }

    /** The record: all of it with the line to sign on. */
    @GetMapping("/record.pdf")
    void record(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            HttpServletResponse response)
            throws IOException {
        SchoolReturn own = returns.get(teacher.id(), classId, returnId);
        Progress progress = sendings.progress(teacher.id(), own);
        SealedDocument document = seals.document(teacher.id(), own);
        Map<String, Object> model = new HashMap<>();
        model.put("own", own);
        model.put("document", document);
        model.put("numbers", document.numbers());
        model.put("taken", Days.dated(own.taken()));
        model.put("sealed", own.sealed().map(Days::dated).orElse(""));
        model.put(
                "replaced",
                document.replaced()
                        .map(it -> Days.dated(OffsetDateTime.parse(it.sealed())))
                        .orElse(""));
        model.put("state", ReturnState.of(own, progress).words());
        model.put("progress", progress);
        model.put("received", progress.last().map(Days::dated).orElse(""));
        exports.pdf(
                teacher.id(),
                document.className(),
                document.term().name() + ", " + document.year()
                        + (own.number() > 1 ? ", correction " + (own.number() - 1) : ""),
                "record",
                model,
                document.className() + ", " + document.term().name() + ", record",
                response);
    }
}
