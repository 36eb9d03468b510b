package aestimo.app.targets;

import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Whom the teacher marked for help, why, and what came of it. */
@Controller
@RequestMapping("/classes/{classId}/targets/help")
class HelpController {
    private final FrameService frames;
    private final HelpService helps;

    HelpController(FrameService frames, HelpService helps) {
        this.frames = frames;
        this.helps = helps;
    }

    @GetMapping
    String show(OpenClass open, Model model) {
        return page(open, model);
    }

    private String page(OpenClass open, Model model) {
        List<HelpView> all = HelpView.of(open.classBook(), helps.ofClass(open.teacher(), open.id()));
        model.addAttribute("frame", frames.ofClass(open, "targets/help"));
        model.addAttribute(
                "open",
                all.stream().filter(view -> view.help().ended().isEmpty()).toList());
        model.addAttribute(
                "past",
                all.stream().filter(view -> view.help().ended().isPresent()).toList());
        model.addAttribute("today", open.book().today());
        return "targets/help";
    }

    @PostMapping
    String begin(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        long enrolment = fields.number("enrolment");
        String name = open.classBook().student(enrolment).listName();
        Begun begun = new Begun(enrolment, name, fields.text("reason"), fields.text("doing"), fields.text("lookAgain"));
        return Sent.of(() -> helps.begin(
                        open.teacher(), open.id(), enrolment, begun.reason(), begun.doing(), begun.lookAgain()))
                .saying(flash, name + " is marked for help.")
                .to(there(open))
                .orShow(model, () -> {
                    model.addAttribute("begun", begun);
                    return page(open, model);
                });
    }

    /** A form that was refused, as it was typed. */
    record Begun(long enrolmentId, String name, String reason, String doing, String lookAgain) {}

    @PostMapping("/{helpId}")
    String alter(OpenClass open, @PathVariable long helpId, FormFields fields, Model model, RedirectAttributes flash) {
        boolean ends = !fields.text("end").isEmpty();
        return Sent.of(() -> {
                    if (ends) {
                        helps.end(open.teacher(), open.id(), helpId, fields.text("outcome"));
                    } else {
                        helps.alter(
                                open.teacher(),
                                open.id(),
                                helpId,
                                fields.text("reason"),
                                fields.text("doing"),
                                fields.text("lookAgain"));
                    }
                })
                .saying(flash, ends ? "It is ended, and is listed below." : "It is saved.")
                .to(there(open))
                .orShow(model, () -> {
                    model.addAttribute(
                            "typed",
                            Map.of(
                                    "id", Long.toString(helpId),
                                    "reason", fields.text("reason"),
                                    "doing", fields.text("doing"),
                                    "lookAgain", fields.text("lookAgain"),
                                    "outcome", fields.text("outcome")));
                    return page(open, model);
                });
    }

    private static String there(OpenClass open) {
        return "redirect:/classes/" + open.id() + "/targets/help?" + open.span().query();
    }
}
