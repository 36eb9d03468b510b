package aestimo.app.standing;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.SpanChoice;
import aestimo.app.marks.RemarkService;
import aestimo.app.paper.TakeAwayService;
import aestimo.app.picture.Rail;
import aestimo.core.book.Student;
import aestimo.core.result.Standing;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
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
import org.springframework.web.bind.annotation.RequestParam;

/** The standing of a class, one student's pieces, and students' sheets as files. */
@Controller
@RequestMapping("/classes/{classId}")
class StandingTakeAwayController {
    private static final int PAPER_WIDTH = 980;

    private final BookService books;
    private final RemarkService remarks;
    private final TakeAwayService takeAway;

    StandingTakeAwayController(BookService books, RemarkService remarks, TakeAwayService takeAway) {
        this.books = books;
        this.remarks = remarks;
        this.takeAway = takeAway;
    }

    @GetMapping({"/standing.csv", "/standing.xlsx", "/standing.ods", "/standing.pdf"})
    void standing(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        Standing standing = Standing.of(classBook.book(), span.span());
        StandingTable table =
                StandingChoice.read(parameters, classBook.book()).applied(StandingTable.of(classBook, standing));
        takeAway.answer(
                teacher.id(),
                new TakeAwayService.Taken(
                        classBook.row().title() + ", standing",
                        span.words(),
                        StandingTaken.of(table, classBook.row().title() + ", standing, " + span.words()),
                        2,
                        List.of(TakeAwayService.groundwork(classBook)),
                        classBook.book().boundaries().isEmpty()
                                ? Optional.empty()
                                : Optional.of(Rail.of(standing, PAPER_WIDTH))),
                StringUtils.getFilenameExtension(request.getRequestURI()),
                response);
    }

    @GetMapping({"/standing/spread.csv", "/standing/spread.xlsx", "/standing/spread.ods", "/standing/spread.pdf"})
    void spread(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        String heading = classBook.row().title() + ", the spread of each piece";
        takeAway.answer(
                teacher.id(),
                new TakeAwayService.Taken(
                        heading,
                        span.words(),
                        StandingTaken.of(
                                SpreadView.of(classBook, Standing.of(classBook.book(), span.span())),
                                heading + ", " + span.words()),
                        2,
                        List.of(TakeAwayService.groundwork(classBook)),
                        Optional.empty()),
                StringUtils.getFilenameExtension(request.getRequestURI()),
                response);
    }

    @GetMapping({
        "/standing/{enrolmentId}/pieces.csv",
        "/standing/{enrolmentId}/pieces.xlsx",
        "/standing/{enrolmentId}/pieces.ods"
    })
    void pieces(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long enrolmentId,
            @RequestParam Map<String, String> parameters,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        Student student = classBook.student(enrolmentId);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        StudentView view = StudentView.of(
                classBook, Standing.of(classBook.book(), span.span()), student, remarks.ofClass(teacher.id(), classId));
        takeAway.answer(
                teacher.id(),
                new TakeAwayService.Taken(
                        view.called(),
                        span.words(),
                        StandingTaken.of(
                                view, view.called() + ", " + classBook.row().title() + ", " + span.words()),
                        2,
                        List.of(TakeAwayService.groundwork(classBook)),
                        Optional.empty()),
                StringUtils.getFilenameExtension(request.getRequestURI()),
                response);
    }

    /** One student, some or all on A4, each beginning a page. */
    @GetMapping("/standing/sheets.pdf")
    void sheets(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        List<Student> chosen = Sheets.chosen(classBook, span, parameters);
        Map<String, Object> model = new HashMap<>();
        model.put(
                "sheets",
                Sheets.of(classBook, span, chosen, remarks.ofClass(teacher.id(), classId), Shown.read(parameters)));
        String of = chosen.size() == 1 ? chosen.get(0).listName() + ", " : "";
        takeAway.pdf(
                teacher.id(),
                classBook.row().title(),
                span.words(),
                "sheets",
                model,
                of + classBook.row().title() + ", " + span.words(),
                response);
    }
}
