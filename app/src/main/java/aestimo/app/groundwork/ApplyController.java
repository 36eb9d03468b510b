package aestimo.app.groundwork;

import aestimo.app.frame.OpenClass;
import aestimo.app.web.FormFields;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page that gives a class's categories, or its boundaries, to others. */
@Controller
@RequestMapping("/classes/{classId}/groundwork/weights/apply")
class ApplyController {
    private final CategoryCopyService copies;
    private final BoundaryCopyService boundaries;
    private final GroundworkPages pages;

    ApplyController(CategoryCopyService copies, BoundaryCopyService boundaries, GroundworkPages pages) {
        this.copies = copies;
        this.boundaries = boundaries;
        this.pages = pages;
    }

    @GetMapping
    String show(OpenClass open, Model model) {
        pages.frame(open, "weights/apply", model);
        model.addAttribute("proposals", copies.proposals(open.teacher(), open.id()));
        model.addAttribute("bandProposals", boundaries.proposals(open.teacher(), open.classBook()));
        return "groundwork/apply";
    }

    @PostMapping
    String apply(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "weights/apply", model);
        return told(open, copies.apply(open.teacher(), open.id(), ticked(fields)), "categories", model, flash);
    }

    @PostMapping("/boundaries")
    String applyBoundaries(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "weights/apply", model);
        return told(
                open, boundaries.apply(open.teacher(), open.classBook(), ticked(fields)), "boundaries", model, flash);
    }

    private static List<Long> ticked(FormFields fields) {
        return fields.texts("to").stream().map(FormFields::toNumber).toList();
    }

    private static String told(
            OpenClass open, List<Applied> applied, String what, Model model, RedirectAttributes flash) {
        List<String> done = applied.stream()
                .filter(one -> one.refused().isEmpty())
                .map(Applied::className)
                .toList();
        flash.addFlashAttribute(
                "problems",
                applied.isEmpty()
                        ? List.of("Tick the classes they are for.")
                        : applied.stream()
                                .filter(one -> !one.refused().isEmpty())
                                .map(one -> one.className() + " was left as it is. " + one.refused())
                                .toList());
        if (!done.isEmpty()) {
            flash.addFlashAttribute(
                    "done",
                    String.join(", ", done) + (done.size() == 1 ? " now has" : " now have") + " these " + what + ".");
        }
        return GroundworkPages.redirect(open.id(), "weights/apply", model);
    }
}
