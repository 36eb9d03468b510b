package aestimo.app.erase;

import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.web.Sent;
import aestimo.core.book.Student;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Erasing a student: what goes, what stays, and the name to be typed first. */
@Controller
class EraseController {
    private final FrameService frames;
    private final EraseService erases;

    EraseController(FrameService frames, EraseService erases) {
        this.frames = frames;
        this.erases = erases;
    }

    @GetMapping("/classes/{classId}/room/people/{enrolmentId}/erase")
    String show(OpenClass open, @PathVariable long enrolmentId, Model model) {
        Student student = open.classBook().student(enrolmentId);
        model.addAttribute("frame", frames.ofClass(open, "room/people/" + enrolmentId + "/erase"));
        model.addAttribute("name", student.fullName());
        model.addAttribute("family", student.family());
        model.addAttribute("id", enrolmentId);
        model.addAttribute("sealed", erases.sealedWith(open.teacher(), open.id(), enrolmentId));
        model.addAttribute("erased", erases.isErased(open.teacher(), open.id(), enrolmentId));
        return "erase/student";
    }

    @PostMapping("/classes/{classId}/room/people/{enrolmentId}/erase")
    String erase(
            OpenClass open,
            @PathVariable long enrolmentId,
            @RequestParam(defaultValue = "") String typed,
            @RequestParam(defaultValue = "false") boolean alsoSealed,
            Model model,
            RedirectAttributes flash) {
        return Sent.of(() -> erases.erase(open.teacher(), open.id(), enrolmentId, typed, alsoSealed))
                .to(gone -> {
                    flash.addFlashAttribute("gone", gone);
                    return "redirect:/classes/" + open.id() + "/room/people/" + enrolmentId + "/erase?"
                            + open.span().query();
                })
                .orShow(model, () -> {
                    model.addAttribute("typed", typed);
                    model.addAttribute("alsoSealed", alsoSealed);
                    return show(open, enrolmentId, model);
                });
    }
}
