package aestimo.app.toschool;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.paper.TakeAwayService;
import aestimo.app.school.SchoolField;
import aestimo.app.school.SchoolService;
import aestimo.app.web.Download;
import aestimo.core.book.Term;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.util.StringUtils;
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
    private final TakeAwayService takeAway;

    ReturnFilesController(
            BookService books,
            ReturnService returns,
            SealService seals,
            SchoolService school,
            SendingService sendings,
            TakeAwayService takeAway) {
        this.books = books;
        this.returns = returns;
        this.seals = seals;
        this.school = school;
        this.sendings = sendings;
        this.takeAway = takeAway;
    }

    private static String termName(ClassBook classBook, SchoolReturn own) {
        return classBook.book().terms().stream()
                .filter(term -> term.id().text().equals(Long.toString(own.termId())))
                .map(Term::name)
                .findFirst()
                .orElse("term");
    }

    @GetMapping({"/results.csv", "/results.xlsx", "/results.ods"})
    void table(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        SchoolReturn own = returns.get(teacher.id(), classId, returnId);
        String title = classBook.row().title() + ", " + termName(classBook, own) + " results";
        takeAway.answer(
                teacher.id(),
                new TakeAwayService.Taken(
                        title, termName(classBook, own), table(teacher, own, title), 1, List.of(), Optional.empty()),
                StringUtils.getFilenameExtension(request.getRequestURI()),
                response);
    }

    private Table table(SignedInTeacher teacher, SchoolReturn own, String title) {
        List<String> fields =
                school.fields(teacher.id()).stream().map(SchoolField::name).toList();
        List<String> headings = new ArrayList<>(List.of("Student", "Result %", "Grade", "Sent as", "Reason"));
        headings.addAll(fields);
        headings.add("Comment");
        List<List<Cell>> rows = new ArrayList<>();
        for (ReturnRow row : own.rows()) {
            List<Cell> cells = new ArrayList<>(List.of(
                    Cell.of(row.name()),
                    row.percent().isEmpty() ? Cell.EMPTY : Cell.of(new BigDecimal(row.percent())),
                    Cell.of(row.grade()),
                    Cell.of(row.own().noGrade() ? "no grade" : row.gradeSent()),
                    Cell.of(row.own().reason())));
            fields.forEach(field -> cells.add(Cell.of(row.fields().getOrDefault(field, ""))));
            cells.add(Cell.of(row.own().comment()));
            rows.add(cells);
        }
        return new Table(title, headings, rows);
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
        try (OutputStream out = Download.begin(
                response,
                classBook.row().title() + ", " + termName(classBook, own) + ", " + what,
                "application/json",
                ".json")) {
            out.write(content.getBytes(StandardCharsets.UTF_8));
        }
    }

    /** The record: all of it with the line to sign on. */
    @GetMapping("/record.pdf")
    void record(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        SchoolReturn own = returns.get(teacher.id(), classId, returnId);
        Progress progress = sendings.progress(teacher.id(), own);
        Map<String, Object> model = new HashMap<>();
        model.put("own", own);
        model.put("fields", school.fields(teacher.id()));
        model.put("taken", Days.at(own.taken()));
        model.put("sealed", own.sealed().map(Days::at).orElse(""));
        model.put("state", ReturnState.of(own, progress).words());
        model.put("progress", progress);
        model.put("received", progress.last().map(Days::at).orElse(""));
        model.put("bands", seals.bands(teacher.id(), own));
        model.put("feeding", ToSchoolView.feeding(classBook, own.termId()));
        takeAway.pdf(
                teacher.id(),
                classBook.row().title(),
                termName(classBook, own) + ", " + classBook.row().yearName()
                        + (own.number() > 1 ? ", correction " + (own.number() - 1) : ""),
                "record",
                model,
                classBook.row().title() + ", " + termName(classBook, own) + ", record",
                response);
    }
}
