package aestimo.app.whole;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.frame.FrameService;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.YearService;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.app.whole.NewClassService.Like;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** New classes: empty, or like one there is. */
@Controller
class NewClassController {
    private final NewClassService classes;
    private final YearService years;
    private final BookService books;
    private final FrameService frames;

    NewClassController(NewClassService classes, YearService years, BookService books, FrameService frames) {
        this.classes = classes;
        this.years = years;
        this.books = books;
        this.frames = frames;
    }

    @GetMapping("/classes/new")
    String form(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "0") long year,
            Model model) {
        List<YearService.Year> all = years.years(teacher.id());
        long shown = all.stream().anyMatch(own -> own.id() == year)
                ? year
                : all.isEmpty() ? 0 : all.get(0).id();
        return page(
                teacher, new ClassForm(shown, "", "", classes.freeTint(teacher.id(), shown)), new Like(0, true), model);
    }

    @PostMapping("/classes")
    String make(
            @AuthenticationPrincipal SignedInTeacher teacher,
            FormFields fields,
            Model model,
            RedirectAttributes flash) {
        ClassForm form = ClassForm.read(fields);
        Like like = new Like(fields.number("like"), fields.text("withPieces").equals("true"));
        return Sent.of(() -> classes.make(teacher.id(), form, like))
                .saying(
                        flash,
                        made -> made.size() == 1
                                ? form.name() + " is made. Now import its students."
                                : made.size() + " classes are made. Now import the students of "
                                        + NewClassService.names(form.name()).get(0)
                                        + "; the others are at the left.")
                .to(made -> "redirect:/classes/" + made.get(0) + "/groundwork/students")
                .orShow(model, () -> page(teacher, form, like, model));
    }

    private String page(SignedInTeacher teacher, ClassForm form, Like like, Model model) {
        model.addAttribute("form", form);
        model.addAttribute("like", like);
        List<YearService.Year> all = years.years(teacher.id());
        model.addAttribute("years", all);
        model.addAttribute("proposed", all.isEmpty() ? years.proposed(teacher.id()) : null);
        model.addAttribute("others", books.classes(teacher.id()));
        model.addAttribute("frame", frames.ofDesk(teacher, "New class", "Its name, its subject and its year", "years"));
        return "groundwork/new-class";
    }
}
