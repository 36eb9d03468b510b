package aestimo.app.sheet;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.SpanChoice;
import aestimo.app.paper.TakeAwayService;
import aestimo.core.result.Standing;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.util.StringUtils;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The marks of a class as a file. */
@Controller
class TakeAwayController {
    /** Family and given name, after the number. */
    private static final int LEADING = 4;

    private final BookService books;
    private final TakeAwayService takeAway;

    TakeAwayController(BookService books, TakeAwayService takeAway) {
        this.books = books;
        this.takeAway = takeAway;
    }

    @GetMapping({
        "/classes/{classId}/marks.csv",
        "/classes/{classId}/marks.xlsx",
        "/classes/{classId}/marks.ods",
        "/classes/{classId}/marks.pdf"
    })
    void take(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        takeAway.answer(
                teacher.id(),
                new TakeAwayService.Taken(
                        classBook.row().title() + ", marks",
                        span.words(),
                        TakeAway.of(classBook, Standing.of(classBook.book(), span.span()), span.words()),
                        LEADING,
                        List.of(TakeAwayService.groundwork(classBook)),
                        Optional.empty()),
                StringUtils.getFilenameExtension(request.getRequestURI()),
                response);
    }
}
