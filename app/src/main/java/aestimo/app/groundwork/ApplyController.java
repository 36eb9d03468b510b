package aestimo.app.groundwork;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.groundwork.CategoryCopyService.Applied;
import aestimo.app.web.FormFields;
import java.util.List;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
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
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        pages.open(teacher, classId, parameters, "weights/apply", model);
        model.addAttribute("proposals", copies.proposals(teacher.id(), classId));
        return "groundwork/apply";
    }

    @PostMapping
    String apply(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        pages.open(teacher, classId, parameters, "weights/apply", model);
        List<Applied> applied = copies.apply(
                teacher.id(),
                classId,
                fields.texts("to").stream().map(FormFields::toNumber).toList());
        List<String> kept = applied.stream()
                .filter(one -> one.refused().isEmpty())
                .map(Applied::className)
                .toList();
        if (applied.isEmpty()) {
            told.addFlashAttribute("problems", List.of("Tick the classes they are for."));
        } else {
            told.addFlashAttribute(
                    "problems",
                    applied.stream()
                            .filter(one -> !one.refused().isEmpty())
                            .map(one -> one.className() + " was left as it is. " + one.refused())
                            .toList());
        }
        if (!kept.isEmpty()) {
            told.addFlashAttribute("done", String.join(", ", kept) + " now has these categories.");
        }
        return GroundworkPages.redirect(classId, "weights/apply", model);
    }
}
