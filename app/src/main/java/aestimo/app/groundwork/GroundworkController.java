package aestimo.app.groundwork;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.ClassBook;
import aestimo.app.groundwork.Forms.ClassForm;
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

/** The groundwork of one class, and the class itself: its name, subject and colour. */
@Controller
@RequestMapping("/classes/{classId}/groundwork")
class GroundworkController {
    private final GroundworkService groundwork;
    private final YearService years;
    private final GroundworkPages pages;

    GroundworkController(GroundworkService groundwork, YearService years, GroundworkPages pages) {
        this.groundwork = groundwork;
        this.years = years;
        this.pages = pages;
    }

    /** Where the groundwork of a class goes on: at the first thing that is not there yet. */
    @GetMapping
    String next(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = pages.open(teacher, classId, parameters, "weights", model);
        return GroundworkPages.redirect(classId, classBook.book().students().isEmpty() ? "students" : "weights", model);
    }

    @GetMapping("/class")
    String showClass(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = pages.open(teacher, classId, parameters, "class", model);
        model.addAttribute(
                "form",
                new ClassForm(
                        classBook.row().yearId(),
                        classBook.row().name(),
                        classBook.row().subject(),
                        classBook.row().tint(),
                        classBook.row().takesResults()));
        return classPage(teacher, classBook, model);
    }

    private String classPage(SignedInTeacher teacher, ClassBook classBook, Model model) {
        model.addAttribute("year", years.year(teacher.id(), classBook.row().yearId()));
        return "groundwork/class";
    }

    @PostMapping("/class")
    String saveClass(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = pages.open(teacher, classId, parameters, "class", model);
        ClassForm form = ClassForm.read(fields);
        try {
            groundwork.changeClass(teacher.id(), classId, form);
        } catch (FormException refused) {
            model.addAttribute("form", form);
            model.addAttribute("problems", refused.problems());
            return classPage(teacher, classBook, model);
        }
        told.addFlashAttribute("done", "The class is kept.");
        return GroundworkPages.redirect(classId, "class", model);
    }
}
