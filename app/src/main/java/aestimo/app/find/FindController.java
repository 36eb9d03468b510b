package aestimo.app.find;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.HiddenNames;
import aestimo.app.frame.FrameService;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One field that finds any student, class, assessment or page. */
@Controller
class FindController {
    private final FindService service;
    private final FrameService frames;

    FindController(FindService service, FrameService frames) {
        this.service = service;
        this.frames = frames;
    }

    @GetMapping("/find")
    String page(
            @AuthenticationPrincipal SignedInTeacher teacher, @RequestParam(defaultValue = "") String q, Model model) {
        model.addAttribute("frame", frames.ofDesk(teacher, "Find", "a student, class, assessment or page", ""));
        list(teacher, q, model);
        return "find/find";
    }

    /** What fits so far, for the field on every page. */
    @GetMapping("/find/list")
    String list(
            @AuthenticationPrincipal SignedInTeacher teacher, @RequestParam(defaultValue = "") String q, Model model) {
        model.addAttribute("q", q);
        model.addAttribute("kinds", service.find(teacher.id(), q));
        model.addAttribute("hidden", HiddenNames.areHidden());
        return "find/find :: found";
    }
}
