package aestimo.app.groundwork;

import aestimo.app.frame.OpenClass;
import aestimo.app.groundwork.CategoryCopyService.Applied;
import aestimo.app.web.FormFields;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page that gives a class's categories to others. */
@Controller
@RequestMapping("/classes/{classId}/groundwork/weights/apply")
class ApplyController {
    private final CategoryCopyService copies;
    private final GroundworkPages pages;

    ApplyController(CategoryCopyService copies, GroundworkPages pages) {
        this.copies = copies;
        this.pages = pages;
    }

    @GetMapping
    String show(OpenClass open, Model model) {
        pages.frame(open, "weights/apply", model);
        model.addAttribute("proposals", copies.proposals(open.teacher(), open.id()));
        return "groundwork/apply";
    }

    @PostMapping
    String apply(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "weights/apply", model);
        List<Applied> applied = copies.apply(
                open.teacher(),
                open.id(),
                fields.texts("to").stream().map(FormFields::toNumber).toList());
        List<String> kept = applied.stream()
                .filter(one -> one.refused().isEmpty())
                .map(Applied::className)
                .toList();
        if (applied.isEmpty()) {
            flash.addFlashAttribute("problems", List.of("Tick the classes they are for."));
        } else {
            flash.addFlashAttribute(
                    "problems",
                    applied.stream()
                            .filter(one -> !one.refused().isEmpty())
                            .map(one -> one.className() + " was left as it is. " + one.refused())
                            .toList());
        }
        if (!kept.isEmpty()) {
            flash.addFlashAttribute("done", String.join(", ", kept) + " now has these categories.");
        }
        return GroundworkPages.redirect(open.id(), "weights/apply", model);
    }
}
