package aestimo.app.sheet;

import aestimo.app.frame.OpenClass;
import aestimo.app.frame.SpanChoice;
import aestimo.app.paper.ExportService;
import aestimo.app.web.Download;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

/** The marks of a class as a file. */
@Controller
class ExportController {
    /** Family and given name, after the number. */
    private static final int LEADING = 4;

    private final ExportService exports;

    ExportController(ExportService exports) {
        this.exports = exports;
    }

    @GetMapping({
        "/classes/{classId}/marks.csv",
        "/classes/{classId}/marks.xlsx",
        "/classes/{classId}/marks.ods",
        "/classes/{classId}/marks.pdf"
    })
    void take(OpenClass open, HttpServletRequest request, HttpServletResponse response) throws IOException {
        SpanChoice span = open.span();
        String ending = Download.ending(request);
        exports.answer(
                open.teacher(),
                new ExportService.Export(
                        open.title() + ", marks",
                        span.inFull(),
                        MarksExport.of(open.classBook(), open.standing(), span.inFull(), ending.equals("pdf")),
                        LEADING,
                        List.of(ExportService.groundwork(open.classBook())),
                        Optional.empty()),
                ending,
                response);
    }
}
