package aestimo.app.targets;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.SpanChoice;
import aestimo.app.paper.ExportService;
import aestimo.app.picture.AimPicture;
import aestimo.app.sealed.SealedTerms;
import aestimo.app.web.Download;
import aestimo.exchange.table.Table;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** A class against its targets as files, and on one page for a meeting. */
@Controller
@RequestMapping("/classes/{classId}")
class TargetsExportController {
    private final FrameService frames;
    private final HelpService helps;
    private final SealedTerms sealed;
    private final ExportService exports;

    TargetsExportController(FrameService frames, HelpService helps, SealedTerms sealed, ExportService exports) {
        this.frames = frames;
        this.helps = helps;
        this.sealed = sealed;
        this.exports = exports;
    }

    @GetMapping({"/targets.csv", "/targets.xlsx", "/targets.ods", "/targets.pdf"})
    void table(OpenClass open, HttpServletRequest request, HttpServletResponse response) throws IOException {
        TargetsChoice choice = TargetsChoice.read(open.parameters(), open.book());
        String heading = open.title() + ", targets";
        String span;
        ExportService.Export taken;
        if (choice.compare() == TargetsChoice.Compare.START) {
            SpanChoice chosen = open.span();
            span = chosen.inFull();
            StartView start = StartView.of(
                    open.classBook(), chosen.span(), choice, Map.of(), helps.helped(open.teacher(), open.id()));
            taken = taken(open.classBook(), heading, span, TargetsExport.of(start, heading + ", " + span));
        } else {
            span = open.classBook().row().yearName();
            TargetsView view = TargetsView.of(
                    open.classBook(),
                    choice,
                    helps.helped(open.teacher(), open.id()),
                    sealed.attained(open.teacher(), open.classBook()),
                    AimPicture.Size.SMALL);
            taken = taken(open.classBook(), heading, span, TargetsExport.of(view, heading + ", " + span));
        }
        exports.answer(open.teacher(), taken, Download.ending(request), response);
    }

    private static ExportService.Export taken(ClassBook classBook, String heading, String span, Table table) {
        return new ExportService.Export(
                heading, span, table, 2, List.of(ExportService.groundwork(classBook)), Optional.empty());
    }

    @GetMapping("/targets/meeting")
    String meeting(OpenClass open, Model model) {
        TargetsChoice choice = MeetingView.forMeeting(TargetsChoice.read(open.parameters(), open.book()));
        model.addAttribute("frame", frames.ofClass(open, "targets/meeting"));
        model.addAttribute("choice", choice);
        model.addAttribute(
                "meeting", MeetingView.of(open.classBook(), choice, sealed.attained(open.teacher(), open.classBook())));
        return "targets/meeting";
    }

    @GetMapping("/targets/meeting.pdf")
    void meetingPdf(OpenClass open, HttpServletResponse response) throws IOException {
        TargetsChoice choice = MeetingView.forMeeting(TargetsChoice.read(open.parameters(), open.book()));
        Map<String, Object> model = new HashMap<>();
        model.put(
                "meeting", MeetingView.of(open.classBook(), choice, sealed.attained(open.teacher(), open.classBook())));
        String span = "targets, " + open.classBook().row().yearName()
                + (choice.set().isEmpty() ? "" : ", " + choice.set())
                + (choice.only() == TargetsChoice.Only.ALL
                        ? ""
                        : ", " + choice.only().words());
        exports.pdf(
                open.teacher(),
                open.title(),
                span,
                "meeting",
                model,
                open.title() + ", targets for a meeting",
                response);
    }
}
