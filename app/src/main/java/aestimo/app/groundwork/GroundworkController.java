package aestimo.app.groundwork;

import aestimo.app.frame.OpenClass;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The groundwork of one class, and the class itself: its name, subject and colour. */
@Controller
@RequestMapping("/classes/{classId}/groundwork")
class GroundworkController {
    private final GroundworkService groundwork;
    private final YearService years;
    private final GroundworkPages pages;
    private final ArchiveService archive;

    GroundworkController(
            GroundworkService groundwork, YearService years, GroundworkPages pages, ArchiveService archive) {
        this.groundwork = groundwork;
        this.years = years;
        this.pages = pages;
        this.archive = archive;
    }

    /** Where the groundwork of a class goes on: at the first thing that is not there yet. */
    @GetMapping
    String next(OpenClass open, Model model) {
        pages.frame(open, "weights", model);
        return GroundworkPages.redirect(open.id(), open.book().students().isEmpty() ? "students" : "weights", model);
    }

    @GetMapping("/class")
    String showClass(OpenClass open, Model model) {
        pages.frame(open, "class", model);
        model.addAttribute(
                "form",
                new ClassForm(
                        open.classBook().row().yearId(),
                        open.classBook().row().name(),
                        open.classBook().row().subject(),
                        open.classBook().row().tint(),
                        open.classBook().row().takesResults()));
        return classPage(open, model);
    }

    private String classPage(OpenClass open, Model model) {
        model.addAttribute("archived", open.classBook().row().archived());
        model.addAttribute("holds", archive.holds(open.teacher(), open.id()));
        model.addAttribute("version", open.classBook().row().version());
        model.addAttribute(
                "year", years.year(open.teacher(), open.classBook().row().yearId()));
        return "groundwork/class";
    }

    /** Puts the class out of sight, or brings it back. */
    @PostMapping("/class/archive")
    String archive(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "class", model);
        boolean away = fields.text("archived").equals("true");
        String name = open.classBook().row().title();
        return Sent.of(() -> archive.archive(open.teacher(), open.id(), away))
                .saying(flash, away ? name + " is archived." : name + " is back.")
                .orSay(flash, GroundworkPages.redirect(open.id(), "class", model));
    }

    /** Deletes the class where its name was typed. */
    @PostMapping("/class/delete")
    String delete(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "class", model);
        String name = open.classBook().row().title();
        return Sent.of(() -> archive.delete(open.teacher(), open.id(), fields.text("typed")))
                .saying(flash, name + " is deleted.")
                .to("redirect:/years")
                .orShow(model, () -> {
                    model.addAttribute("typed", fields.text("typed"));
                    return showClass(open, model);
                });
    }

    @PostMapping("/class")
    String saveClass(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "class", model);
        ClassForm form = ClassForm.read(fields);
        return Sent.of(() -> groundwork.changeClass(open.teacher(), open.id(), (int) fields.number("version"), form))
                .saying(flash, "The class is saved.")
                .to(GroundworkPages.redirect(open.id(), "class", model))
                .orShow(model, () -> {
                    model.addAttribute("form", form);
                    return classPage(open, model);
                });
    }
}
