package aestimo.app.groundwork;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.frame.FrameService;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.Forms.TermLine;
import aestimo.app.groundwork.Forms.YearForm;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
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
    private static final int JUNE = 6;

    private final YearService years;
    private final GroundworkService groundwork;
    private final FrameService frames;
    private final Clock clock;

    YearController(YearService years, GroundworkService groundwork, FrameService frames, Clock clock) {
        this.years = years;
        this.groundwork = groundwork;
        this.frames = frames;
        this.clock = clock;
    }

    @GetMapping("/years")
    String list(@AuthenticationPrincipal SignedInTeacher teacher, Model model) {
        model.addAttribute("years", years.years(teacher.id()));
        return page(teacher, "Years", "School years and their terms", "groundwork/years", model);
    }

    @GetMapping("/years/new")
    String newYear(@AuthenticationPrincipal SignedInTeacher teacher, Model model) {
        LocalDate today = LocalDate.now(clock);
        int first = today.getMonthValue() > JUNE ? today.getYear() : today.getYear() - 1;
        List<TermLine> empty = List.of(
                new TermLine(0, "Term 1", "", ""),
                new TermLine(0, "Term 2", "", ""),
                new TermLine(0, "Term 3", "", ""));
        return yearPage(teacher, 0, new YearForm(first + "/" + (first + 1) % 100, 0, empty), model);
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

    @GetMapping("/classes/new")
    String newClass(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "0") long year,
            Model model) {
        if (years.years(teacher.id()).isEmpty()) {
            return "redirect:/years/new";
        }
        return classPage(teacher, new ClassForm(year, "", "", 2), model);
    }

    @PostMapping("/classes")
    String createClass(
            @AuthenticationPrincipal SignedInTeacher teacher,
            FormFields fields,
            Model model,
            RedirectAttributes flash) {
        ClassForm form = ClassForm.read(fields);
        return Sent.of(() -> groundwork.createClass(teacher.id(), form))
                .saying(flash, form.name() + " is made. Now import its students.")
                .to(id -> "redirect:/classes/" + id + "/groundwork/students")
                .orShow(model, () -> classPage(teacher, form, model));
    }

    private String yearPage(SignedInTeacher teacher, long yearId, YearForm form, Model model) {
        model.addAttribute("form", form);
        model.addAttribute("yearId", yearId);
        return page(
                teacher,
                yearId == 0 ? "New year" : "Year " + form.name(),
                "Its name and its terms",
                "groundwork/year",
                model);
    }

    private String classPage(SignedInTeacher teacher, ClassForm form, Model model) {
        model.addAttribute("form", form);
        model.addAttribute("years", years.years(teacher.id()));
        return page(teacher, "New class", "Its name, its subject and its year", "groundwork/new-class", model);
    }

    private String page(SignedInTeacher teacher, String title, String facts, String view, Model model) {
        model.addAttribute("frame", frames.ofDesk(teacher, title, facts, "years"));
        return view;
    }
}
