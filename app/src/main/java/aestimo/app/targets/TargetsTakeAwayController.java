package aestimo.app.targets;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.SpanChoice;
import aestimo.app.paper.TakeAwayService;
import aestimo.app.picture.AimPicture;
import aestimo.app.sealed.SealedTerms;
import aestimo.exchange.table.Table;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.StringUtils;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A class against its targets as files, and on one page for a meeting. */
@Controller
@RequestMapping("/classes/{classId}")
class TargetsTakeAwayController {
    private final BookService books;
    private final FrameService frames;
    private final HelpService helps;
    private final SealedTerms sealed;
    private final TakeAwayService takeAway;

    TargetsTakeAwayController(
            BookService books, FrameService frames, HelpService helps, SealedTerms sealed, TakeAwayService takeAway) {
        this.books = books;
        this.frames = frames;
        this.helps = helps;
        this.sealed = sealed;
        this.takeAway = takeAway;
    }

    @GetMapping({"/targets.csv", "/targets.xlsx", "/targets.ods", "/targets.pdf"})
    void table(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        TargetsChoice choice = TargetsChoice.read(parameters, classBook.book());
        String heading = classBook.row().title() + ", targets";
        String span;
        TakeAwayService.Taken taken;
        if (choice.compare() == TargetsChoice.Compare.START) {
            SpanChoice chosen = SpanChoice.read(parameters, classBook.book());
            span = chosen.words();
            StartView start =
                    StartView.of(classBook, chosen.span(), choice, Map.of(), helps.helped(teacher.id(), classId));
            taken = taken(classBook, heading, span, TargetsTaken.of(start, heading + ", " + span));
        } else {
            span = classBook.row().yearName();
            TargetsView view = TargetsView.of(
                    classBook,
                    choice,
                    helps.helped(teacher.id(), classId),
                    sealed.attained(teacher.id(), classBook),
                    AimPicture.Size.SMALL);
            taken = taken(classBook, heading, span, TargetsTaken.of(view, heading + ", " + span));
        }
        takeAway.answer(teacher.id(), taken, StringUtils.getFilenameExtension(request.getRequestURI()), response);
    }

    private static TakeAwayService.Taken taken(ClassBook classBook, String heading, String span, Table table) {
        return new TakeAwayService.Taken(
                heading, span, table, 1, List.of(TakeAwayService.groundwork(classBook)), Optional.empty());
    }

    @GetMapping("/targets/meeting")
    String meeting(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        TargetsChoice choice = TargetsChoice.read(parameters, classBook.book());
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "targets/meeting"));
        model.addAttribute("choice", choice);
        model.addAttribute(
                "meeting",
                MeetingView.of(
                        classBook,
                        choice,
                        helps.helped(teacher.id(), classId),
                        sealed.attained(teacher.id(), classBook),
                        false));
        return "targets/meeting";
    }

    @GetMapping("/targets/meeting.pdf")
    void meetingPdf(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        TargetsChoice choice = TargetsChoice.read(parameters, classBook.book());
        Map<String, Object> model = new HashMap<>();
        model.put(
                "meeting",
                MeetingView.of(
                        classBook,
                        choice,
                        helps.helped(teacher.id(), classId),
                        sealed.attained(teacher.id(), classBook),
                        true));
        String span = "targets, " + classBook.row().yearName()
                + (choice.set().isEmpty() ? "" : ", " + choice.set())
                + (choice.only() == TargetsChoice.Only.ALL
                        ? ""
                        : ", " + choice.only().words());
        takeAway.pdf(
                teacher.id(),
                classBook.row().title(),
                span,
                "meeting",
                model,
                classBook.row().title() + ", targets for a meeting",
                response);
    }
}
