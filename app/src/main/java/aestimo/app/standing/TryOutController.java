package aestimo.app.standing;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.groundwork.TryOutService;
import aestimo.app.groundwork.TryOutService.TryOut;
import aestimo.app.groundwork.WouldMove;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.core.book.Book;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Trying out other weights, rounding and boundaries: looked at, named, compared, adopted or left. */
@Controller
@RequestMapping("/classes/{classId}/standing/try")
class TryOutController {
    private final FrameService frames;
    private final TryOutService tryOuts;

    TryOutController(FrameService frames, TryOutService tryOuts) {
        this.frames = frames;
        this.tryOuts = tryOuts;
    }

    @GetMapping
    String show(OpenClass open, Model model) {
        TryOut tryOut = open.parameters().containsKey("kept")
                ? tryOuts.saved(
                                open.teacher(),
                                open.id(),
                                FormFields.toNumber(open.parameters().get("kept")))
                        .tryOut()
                : TryOutService.of(open.classBook());
        return page(open, tryOut, model);
    }

    /** A try-out that cannot be looked at, such as one kept before a category was taken out, says why. */
    private String page(OpenClass open, TryOut tryOut, Model model) {
        Span span = open.span().span();
        model.addAttribute("frame", frames.ofClass(open, "standing/try"));
        model.addAttribute("form", tryOut);
        model.addAttribute("version", open.classBook().row().version());
        model.addAttribute("kept", tryOuts.saved(open.teacher(), open.id()));
        try {
            model.addAttribute(
                    "tried", view(open.classBook(), tryOuts.tried(open.classBook(), tryOut), span, true, true));
        } catch (FormException refused) {
            List<String> problems = new ArrayList<>(refused.problems());
            if (model.getAttribute("problems") instanceof List<?> others) {
                others.forEach(other -> problems.add(other.toString()));
            }
            model.addAttribute("problems", problems.stream().distinct().toList());
            model.addAttribute("tried", view(open.classBook(), open.book(), span, true, true));
        }
        return "standing/try";
    }

    private static TryOutView view(ClassBook classBook, Book tried, Span span, boolean wide, boolean narrow) {
        return TryOutView.of(Standing.of(classBook.book(), span), Standing.of(tried, span), wide, narrow);
    }

    /** What a form would move, for the script of the page; keeps nothing. */
    @PostMapping("/look")
    String look(OpenClass open, FormFields fields, Model model) {
        boolean narrow = fields.text("narrow").equals("yes");
        try {
            model.addAttribute(
                    "tried",
                    view(
                            open.classBook(),
                            tryOuts.tried(open.classBook(), TryOut.read(fields)),
                            open.span().span(),
                            !narrow,
                            narrow));
            return "standing/try :: moved";
        } catch (FormException refused) {
            Sent.refuse(model, Sent.PROBLEMS, refused);
            return "standing/try :: refused";
        }
    }

    @PostMapping("/adopt")
    String adopt(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        TryOut tryOut = TryOut.read(fields);
        return Sent.of(() -> adopted(open, tryOut))
                .saying(flash, words -> words)
                .to("redirect:/classes/" + open.id() + "/standing?"
                        + open.span().query())
                .orShow(model, () -> page(open, tryOut, model));
    }

    /** Adopts it, and says in words what that has changed. */
    private String adopted(OpenClass open, TryOut tryOut) {
        Standing now = open.standing();
        Book then = tryOuts.tried(open.classBook(), tryOut);
        String former = tryOuts.adopt(open.teacher(), open.id(), tryOut);
        int grades =
                WouldMove.between(now, Standing.of(then, now.span())).grades().size();
        String elsewhere = TryOutView.elsewhere(now, then);
        return "Adopted: "
                + (grades == 1 ? "1 grade has" : grades == 0 ? "no grade here has" : grades + " grades have")
                + " changed" + (elsewhere.isEmpty() ? "" : ", and " + elsewhere) + ". “" + former
                + "” is saved among the try-outs: adopt it to undo this.";
    }

    @PostMapping("/save")
    String save(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        TryOut tryOut = TryOut.read(fields);
        String name = fields.text("tryOutName");
        return Sent.of(() -> tryOuts.save(open.teacher(), open.id(), name, tryOut))
                .saying(flash, "“" + name + "” is saved as a try-out. The class is as it was.")
                .to(done -> back(
                        open,
                        "&kept="
                                + tryOuts.saved(open.teacher(), open.id()).stream()
                                        .filter(own -> own.name().equals(name))
                                        .findFirst()
                                        .orElseThrow()
                                        .id()))
                .orShow(model, () -> page(open, tryOut, model));
    }

    @PostMapping("/{tryOutId}/remove")
    String remove(OpenClass open, @PathVariable long tryOutId, RedirectAttributes flash) {
        String name = tryOuts.saved(open.teacher(), open.id(), tryOutId).name();
        tryOuts.remove(open.teacher(), open.id(), tryOutId);
        flash.addFlashAttribute("done", "“" + name + "” is deleted.");
        return back(open, "");
    }

    private static String back(OpenClass open, String more) {
        return "redirect:/classes/" + open.id() + "/standing/try?" + open.span().query() + more;
    }

    /** The kept try-outs beside each other and beside how the class stands. */
    @GetMapping("/compare")
    String compare(OpenClass open, Model model) {
        Span span = open.span().span();
        model.addAttribute("frame", frames.ofClass(open, "standing/try"));
        model.addAttribute(
                "compared",
                TryOutsCompared.of(open.classBook(), tryOuts, tryOuts.saved(open.teacher(), open.id()), span));
        return "standing/compare";
    }
}
