package aestimo.app.attendance;

import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.core.attendance.BesideMarks.Kind;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The attendance of a class, student by student, and what of its marks does not go with it. */
@Controller
@RequestMapping("/classes/{classId}/room")
class AttendanceController {
    private final FrameService frames;
    private final AbsentMarksService absent;

    AttendanceController(FrameService frames, AbsentMarksService absent) {
        this.frames = frames;
        this.absent = absent;
    }

    @GetMapping("/attendance")
    String attendance(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "room/attendance"));
        model.addAttribute("list", AttendanceList.of(open.book(), open.span().span(), open.parameters()));
        model.addAttribute("besides", BesideView.of(open.classBook()).size());
        return "register/attendance";
    }

    @GetMapping("/beside")
    String beside(OpenClass open, Model model) {
        Map<Kind, List<BesideView>> found =
                BesideView.of(open.classBook()).stream().collect(Collectors.groupingBy(BesideView::kind));
        model.addAttribute("frame", frames.ofClass(open, "room/beside"));
        model.addAttribute("blank", found.getOrDefault(Kind.AWAY_AND_BLANK, List.of()));
        model.addAttribute("here", found.getOrDefault(Kind.ABSENT_THOUGH_HERE, List.of()));
        model.addAttribute("marked", found.getOrDefault(Kind.MARKED_THOUGH_AWAY, List.of()));
        return "register/beside";
    }

    /** Enters absent for the blanks that are ticked. */
    @PostMapping("/beside")
    String enterAbsent(OpenClass open, FormFields fields, RedirectAttributes flash) {
        List<String> ticked = fields.texts("cell");
        return Sent.of(() -> {
                    if (ticked.isEmpty()) {
                        throw new FormException("Tick the blanks that become absent.");
                    }
                    return absent.enter(open.teacher(), open.id(), ticked);
                })
                .saying(flash, count -> count == 1 ? "1 absence is entered." : count + " are entered as absent.")
                .orSay(
                        flash,
                        "redirect:/classes/" + open.id() + "/room/beside?"
                                + open.span().query());
    }
}
