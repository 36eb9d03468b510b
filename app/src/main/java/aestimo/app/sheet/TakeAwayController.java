package aestimo.app.sheet;

import aestimo.app.frame.OpenClass;
import aestimo.app.frame.SpanChoice;
import aestimo.app.paper.TakeAwayService;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.util.StringUtils;
import org.springframework.web.bind.annotation.GetMapping;

/** The marks of a class as a file. */
@Controller
class TakeAwayController {
    /** Family and given name, after the number. */
    private static final int LEADING = 4;

    private final TakeAwayService takeAway;

    TakeAwayController(TakeAwayService takeAway) {
        this.takeAway = takeAway;
    }

    @GetMapping({
        "/classes/{classId}/marks.csv",
        "/classes/{classId}/marks.xlsx",
        "/classes/{classId}/marks.ods",
        "/classes/{classId}/marks.pdf"
    })
    void take(OpenClass open, HttpServletRequest request, HttpServletResponse response) throws IOException {
        SpanChoice span = open.span();
        takeAway.answer(
                open.teacher(),
                new TakeAwayService.Taken(
                        open.title() + ", marks",
                        span.inFull(),
                        TakeAway.of(open.classBook(), open.standing(), span.inFull()),
                        LEADING,
                        List.of(TakeAwayService.groundwork(open.classBook())),
                        Optional.empty()),
                StringUtils.getFilenameExtension(request.getRequestURI()),
                response);
    }
}
