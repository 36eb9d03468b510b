package aestimo.app.groundwork;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.PageFrame;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
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
    String show(OpenClass open, Model model) {
        pages.frame(open, "rules", model);
        return page(open.classBook(), RulesForm.of(open.classBook()), model);
    }

    @PostMapping
    String save(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "rules", model);
        RulesForm form = RulesForm.read(fields);
        return Sent.of(() -> groundwork.saveRules(open.teacher(), open.id(), form))
                .saying(flash, "The rules are saved.")
                .to(GroundworkPages.redirect(open.id(), "rules", model))
                .orShow(
                        model,
                        () -> page(
                                open.classBook(),
                                form.withVersion(open.classBook().row().version()),
                                model));
    }

    @PostMapping("/look")
    String look(OpenClass open, FormFields fields, Model model) {
        pages.frame(open, "rules", model);
        return GroundworkPages.wouldMove(
                open.classBook(), () -> groundwork.tried(open.classBook(), RulesForm.read(fields)), model);
    }

    private static String page(ClassBook classBook, RulesForm form, Model model) {
        PageFrame frame = PageFrame.of(model);
        model.addAttribute("form", form);
        model.addAttribute("bands", classBook.book().boundaries().bands());
        model.addAttribute(
                "effects",
                RuleEffects.of(classBook.book(), frame.span().orElseThrow().span()));
        return "groundwork/rules";
    }
}
