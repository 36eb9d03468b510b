package aestimo.app.groundwork;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.PageFrame;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
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

/** The rules of a class: each with a line that shows what its other choice would do. */
@Controller
@RequestMapping("/classes/{classId}/groundwork/rules")
class RulesController {
    private final GroundworkService groundwork;
    private final GroundworkPages pages;

    RulesController(GroundworkService groundwork, GroundworkPages pages) {
        this.groundwork = groundwork;
        this.pages = pages;
    }

    @GetMapping
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = pages.open(teacher, classId, parameters, "rules", model);
        return page(classBook, RulesForm.of(classBook), model);
    }

    @PostMapping
    String save(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = pages.open(teacher, classId, parameters, "rules", model);
        RulesForm form = RulesForm.read(fields);
        try {
            groundwork.saveRules(teacher.id(), classId, form);
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            return page(classBook, form.withVersion(classBook.row().version()), model);
        }
        told.addFlashAttribute("done", "The rules are kept.");
        return GroundworkPages.redirect(classId, "rules", model);
    }

    @PostMapping("/look")
    String look(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model) {
        ClassBook classBook = pages.open(teacher, classId, parameters, "rules", model);
        return GroundworkPages.wouldMove(classBook, () -> groundwork.tried(classBook, RulesForm.read(fields)), model);
    }

    private static String page(ClassBook classBook, RulesForm form, Model model) {
        PageFrame frame = (PageFrame) model.getAttribute("frame");
        model.addAttribute("form", form);
        model.addAttribute("bands", classBook.book().boundaries().bands());
        model.addAttribute(
                "effects",
                RuleEffects.of(classBook.book(), frame.span().orElseThrow().span()));
        return "groundwork/rules";
    }
}
