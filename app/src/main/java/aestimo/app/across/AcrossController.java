package aestimo.app.across;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.figures.Catalogue;
import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Condition;
import aestimo.app.figures.Figure;
import aestimo.app.frame.FrameService;
import aestimo.app.paper.ExportService;
import aestimo.app.web.Download;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.core.book.Term;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One list over all or some classes. */
@Controller
class AcrossController {
    /** Rows of the form for conditions beyond those there are. */
    private static final int BLANK_CONDITIONS = 2;

    private final AcrossService across;
    private final FrameService frames;
    private final ExportService exports;

    AcrossController(AcrossService across, FrameService frames, ExportService exports) {
        this.across = across;
        this.frames = frames;
        this.exports = exports;
    }

    @GetMapping("/across")
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam MultiValueMap<String, String> parameters,
            Model model) {
        return page(teacher, AcrossChoice.read(parameters), model);
    }

    private String page(SignedInTeacher teacher, AcrossChoice choice, Model model) {
        List<ClassFigures> classes = across.open(teacher.id(), choice);
        List<Figure> offered = Catalogue.of(classes);
        AcrossList list;
        try {
            List<Condition> conditions = choice.conditions(offered, classes);
            list = AcrossList.of(classes, choice, offered, conditions);
            model.addAttribute(
                    "missing",
                    conditions.stream()
                            .flatMap(own -> own.missing(classes).stream())
                            .toList());
        } catch (RefusedConditions refused) {
            // Nobody is listed until it can be asked: everybody would be the wrong answer.
            model.addAttribute("refused", refused.problems());
            list = AcrossList.nobody(AcrossList.of(classes, choice, offered, List.of()));
        }
        model.addAttribute("frame", frames.ofDesk(teacher, "Across classes", facts(list, classes.size()), "across"));
        model.addAttribute("list", list);
        model.addAttribute("choice", choice);
        model.addAttribute("offered", offered);
        model.addAttribute("classes", across.offered(teacher.id()));
        model.addAttribute("tests", Condition.Test.values());
        model.addAttribute("blanks", BLANK_CONDITIONS);
        model.addAttribute(
                "terms",
                classes.stream()
                        .flatMap(at -> at.book().terms().stream())
                        .map(Term::name)
                        .distinct()
                        .toList());
        model.addAttribute("saved", across.saved(teacher.id()));
        return "across/across";
    }

    private static String facts(AcrossList list, int classes) {
        return list.rows().size() + " of " + list.of() + " lines · "
                + (classes == 1 ? "1 class" : classes + " classes");
    }

    @GetMapping({"/across.csv", "/across.xlsx", "/across.ods", "/across.pdf"})
    void take(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam MultiValueMap<String, String> parameters,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        AcrossChoice choice = AcrossChoice.read(parameters);
        List<ClassFigures> classes = across.open(teacher.id(), choice);
        List<Figure> offered = Catalogue.of(classes);
        AcrossList list;
        try {
            list = AcrossList.of(classes, choice, offered, choice.conditions(offered, classes));
        } catch (RefusedConditions refused) {
            response.sendRedirect("/across?" + choice.query());
            return;
        }
        String span = choice.span().isEmpty() ? "the term of today" : choice.span();
        exports.answer(
                teacher.id(),
                new ExportService.Export(
                        "Across classes", span, list.table("Across classes, " + span), 3, List.of(), Optional.empty()),
                Download.ending(request),
                response);
    }

    @PostMapping("/across/save")
    String save(
            @AuthenticationPrincipal SignedInTeacher teacher,
            FormFields fields,
            Model model,
            RedirectAttributes flash) {
        AcrossChoice choice = AcrossChoice.parse(fields.raw("choices"));
        return Sent.of(() -> across.save(teacher.id(), fields.text("name"), choice))
                .saying(flash, "“" + fields.text("name") + "” is saved.")
                .to("redirect:/across?" + choice.query())
                .orShow(model, () -> page(teacher, choice, model));
    }

    @PostMapping("/across/{listId}/remove")
    String remove(
            @AuthenticationPrincipal SignedInTeacher teacher, @PathVariable long listId, RedirectAttributes flash) {
        across.remove(teacher.id(), listId);
        flash.addFlashAttribute("done", "The list is deleted.");
        return "redirect:/across";
    }
}
