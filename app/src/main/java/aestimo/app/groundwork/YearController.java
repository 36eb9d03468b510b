package aestimo.app.groundwork;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.frame.FrameService;
import aestimo.app.groundwork.Forms.YearForm;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** School years, their terms, and new classes in them. */
@Controller
class YearController {
    private final YearService years;
    private final ArchiveService archive;
    private final FrameService frames;

    YearController(YearService years, ArchiveService archive, FrameService frames) {
        this.archive = archive;
        this.years = years;
        this.frames = frames;
    }

    @GetMapping("/years")
    String list(@AuthenticationPrincipal SignedInTeacher teacher, Model model) {
        model.addAttribute("years", years.years(teacher.id()));
        model.addAttribute("classes", years.classes(teacher.id()));
        return page(teacher, "Years", "School years and their terms", "groundwork/years", model);
    }

    @GetMapping("/years/new")
    String newYear(@AuthenticationPrincipal SignedInTeacher teacher, Model model) {
        return yearPage(teacher, 0, years.proposed(teacher.id()), model);
    }

    @PostMapping("/years")
    String create(
            @AuthenticationPrincipal SignedInTeacher teacher,
            FormFields fields,
            Model model,
            RedirectAttributes flash) {
        YearForm form = YearForm.read(fields);
        return Sent.of(() -> years.create(teacher.id(), form))
                .saying(flash, form.name() + " is saved. Now make a class in it.")
                .to(id -> "redirect:/classes/new?year=" + id)
                .orShow(model, () -> yearPage(teacher, 0, form, model));
    }

    @GetMapping("/years/{yearId}")
    String show(@AuthenticationPrincipal SignedInTeacher teacher, @PathVariable long yearId, Model model) {
        return yearPage(teacher, yearId, years.year(teacher.id(), yearId).toForm(), model);
    }

    @PostMapping("/years/{yearId}")
    String change(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long yearId,
            FormFields fields,
            Model model,
            RedirectAttributes flash) {
        YearForm form = YearForm.read(fields);
        return Sent.of(() -> years.change(teacher.id(), yearId, form))
                .saying(flash, form.name() + " is saved.")
                .to("redirect:/years")
                .orShow(model, refused -> {
                    model.addAttribute("asksToMove", refused instanceof YearService.MovesException);
                    int version = years.year(teacher.id(), yearId).version();
                    return yearPage(teacher, yearId, new YearForm(form.name(), version, form.terms()), model);
                });
    }

    /** Deletes it with all its classes, once its name is typed. */
    @PostMapping("/years/{yearId}/delete")
    String delete(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long yearId,
            @RequestParam(defaultValue = "") String typed,
            Model model,
            RedirectAttributes flash) {
        return Sent.of(() -> archive.deleteYear(teacher.id(), yearId, typed))
                .saying(flash, typed.strip() + " is deleted, with its classes.")
                .to("redirect:/years")
                .orShow(model, () -> {
                    model.addAttribute("typed", typed);
                    return show(teacher, yearId, model);
                });
    }

    private String yearPage(SignedInTeacher teacher, long yearId, YearForm form, Model model) {
        model.addAttribute("form", form);
        model.addAttribute("yearId", yearId);
        model.addAttribute(
                "held",
                years.classes(teacher.id()).stream()
                        .filter(row -> row.yearId() == yearId)
                        .count());
        return page(
                teacher,
                yearId == 0 ? "New year" : "Year " + form.name(),
                "Its name and its terms",
                "groundwork/year",
                model);
    }

    private String page(SignedInTeacher teacher, String title, String facts, String view, Model model) {
        model.addAttribute("frame", frames.ofDesk(teacher, title, facts, "years"));
        return view;
    }
}
