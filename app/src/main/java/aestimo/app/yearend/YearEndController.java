package aestimo.app.yearend;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.frame.FrameService;
import aestimo.app.groundwork.YearService;
import aestimo.app.web.Sent;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page on which a year is closed. */
@Controller
class YearEndController {
    private final YearEndService ends;
    private final YearService years;
    private final FrameService frames;

    YearEndController(YearEndService ends, YearService years, FrameService frames) {
        this.ends = ends;
        this.years = years;
        this.frames = frames;
    }

    @GetMapping("/years/{yearId}/end")
    String show(@AuthenticationPrincipal SignedInTeacher teacher, @PathVariable long yearId, Model model) {
        String name = years.year(teacher.id(), yearId).name();
        model.addAttribute("yearId", yearId);
        model.addAttribute("year", name);
        model.addAttribute("lines", ends.lines(teacher.id(), yearId));
        model.addAttribute(
                "frame", frames.ofDesk(teacher, "End of " + name, "What was left, and into the archive", "years"));
        return "yearend/end";
    }

    @PostMapping("/years/{yearId}/end")
    String archive(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long yearId,
            @RequestParam(defaultValue = "false") boolean allTheSame,
            Model model,
            RedirectAttributes flash) {
        String name = years.year(teacher.id(), yearId).name();
        return Sent.of(() -> ends.archive(teacher.id(), yearId, allTheSame))
                .saying(flash, "The classes of " + name + " are archived. They can be read and exported from here.")
                .to("redirect:/years")
                .orShow(model, () -> show(teacher, yearId, model));
    }
}
