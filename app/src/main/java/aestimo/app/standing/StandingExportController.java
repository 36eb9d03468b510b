package aestimo.app.standing;

import aestimo.app.figures.Catalogue;
import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.SpanChoice;
import aestimo.app.marks.RemarkService;
import aestimo.app.paper.ExportService;
import aestimo.app.picture.Rail;
import aestimo.app.web.Download;
import aestimo.core.book.Student;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;

/** The standing of a class, one student's pieces, and students' sheets as files. */
@Controller
@RequestMapping("/classes/{classId}")
class StandingExportController {
    private static final int PAPER_WIDTH = 980;

    private final RemarkService remarks;
    private final ExportService exports;
    private final StandingColumnsService columns;

    StandingExportController(RemarkService remarks, ExportService exports, StandingColumnsService columns) {
        this.columns = columns;
        this.remarks = remarks;
        this.exports = exports;
    }

    @GetMapping({"/standing.csv", "/standing.xlsx", "/standing.ods", "/standing.pdf"})
    void standing(OpenClass open, HttpServletRequest request, HttpServletResponse response) throws IOException {
        SpanChoice span = open.span();
        ClassFigures at = ClassFigures.of(open);
        StandingTable table = StandingChoice.read(open.parameters(), open.book())
                .applied(StandingTable.of(at, Catalogue.of(List.of(at)), columns.of(open.teacher(), open.id())), at);
        exports.answer(
                open.teacher(),
                new ExportService.Export(
                        open.title() + ", standing",
                        span.inFull(),
                        table.toTable(open.title() + ", standing, " + span.inFull()),
                        2,
                        List.of(ExportService.groundwork(open.classBook())),
                        open.book().boundaries().isEmpty()
                                ? Optional.empty()
                                : Optional.of(Rail.of(at.standing(), PAPER_WIDTH))),
                Download.ending(request),
                response);
    }

    @GetMapping({"/standing/spread.csv", "/standing/spread.xlsx", "/standing/spread.ods", "/standing/spread.pdf"})
    void spread(OpenClass open, HttpServletRequest request, HttpServletResponse response) throws IOException {
        SpanChoice span = open.span();
        String heading = open.title() + ", the spread of marks";
        exports.answer(
                open.teacher(),
                new ExportService.Export(
                        heading,
                        span.inFull(),
                        StandingExport.of(
                                SpreadView.of(open.classBook(), open.standing()), heading + ", " + span.inFull()),
                        2,
                        List.of(ExportService.groundwork(open.classBook())),
                        Optional.empty()),
                Download.ending(request),
                response);
    }

    @GetMapping({
        "/standing/{enrolmentId}/pieces.csv",
        "/standing/{enrolmentId}/pieces.xlsx",
        "/standing/{enrolmentId}/pieces.ods"
    })
    void pieces(
            OpenClass open, @PathVariable long enrolmentId, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        Student student = open.classBook().student(enrolmentId);
        SpanChoice span = open.span();
        StudentView view =
                StudentView.of(open.classBook(), open.standing(), student, remarks.ofClass(open.teacher(), open.id()));
        exports.answer(
                open.teacher(),
                new ExportService.Export(
                        view.called() + view.numbered(),
                        span.inFull(),
                        StandingExport.of(
                                view, view.called() + view.numbered() + ", " + open.title() + ", " + span.inFull()),
                        2,
                        List.of(ExportService.groundwork(open.classBook())),
                        Optional.empty()),
                Download.ending(request),
                response);
    }

    /** One student, some or all on A4, each beginning a page. */
    @GetMapping("/standing/sheets.pdf")
    void sheets(OpenClass open, HttpServletResponse response) throws IOException {
        SpanChoice span = open.span();
        List<Student> chosen = StudentSheets.chosen(open.classBook(), span, open.parameters());
        Map<String, Object> model = new HashMap<>();
        model.put(
                "sheets",
                StudentSheets.of(
                        open.classBook(),
                        span,
                        chosen,
                        remarks.ofClass(open.teacher(), open.id()),
                        Shown.read(open.parameters())));
        String of = chosen.size() == 1 ? chosen.get(0).listName() + ", " : "";
        exports.pdf(
                open.teacher(),
                open.title(),
                span.inFull(),
                "sheets",
                model,
                of + open.title() + ", " + span.inFull(),
                response);
    }
}
