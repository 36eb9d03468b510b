package aestimo.app.standing;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.SpanChoice;
import aestimo.app.groundwork.TryOutService;
import aestimo.app.groundwork.TryOutService.TryOut;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.core.book.Book;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.util.ArrayList;
import java.util.List;
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

/** Trying out other weights, rounding and boundaries: looked at, named, compared, adopted or left. */
@Controller
@RequestMapping("/classes/{classId}/standing/try")
class TryOutController {
    private final BookService books;
    private final FrameService frames;
    private final TryOutService tryOuts;

    TryOutController(BookService books, FrameService frames, TryOutService tryOuts) {
        this.books = books;
        this.frames = frames;
        this.tryOuts = tryOuts;
    }

    @GetMapping
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        TryOut tryOut = parameters.containsKey("kept")
                ? tryOuts.kept(teacher.id(), classId, FormFields.toNumber(parameters.get("kept")))
                        .tryOut()
                : TryOutService.of(classBook);
        return page(teacher, classBook, parameters, tryOut, model);
    }

    /** A try-out that cannot be looked at, such as one kept before a category was taken out, says why. */
    private String page(
            SignedInTeacher teacher, ClassBook classBook, Map<String, String> parameters, TryOut tryOut, Model model) {
        Span span = SpanChoice.read(parameters, classBook.book()).span();
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "standing/try"));
        model.addAttribute("form", tryOut);
        model.addAttribute("version", classBook.row().version());
        model.addAttribute("kept", tryOuts.kept(teacher.id(), classBook.row().id()));
        try {
            model.addAttribute("tried", view(classBook, tryOuts.tried(classBook, tryOut), span, true, true));
        } catch (FormException refused) {
            List<String> problems = new ArrayList<>(refused.problems());
            if (model.getAttribute("problems") instanceof List<?> others) {
                others.forEach(other -> problems.add(other.toString()));
            }
            model.addAttribute("problems", problems.stream().distinct().toList());
            model.addAttribute("tried", view(classBook, classBook.book(), span, true, true));
        }
        return "standing/try";
    }

    private static TryOutView view(ClassBook classBook, Book tried, Span span, boolean wide, boolean narrow) {
        return TryOutView.of(Standing.of(classBook.book(), span), Standing.of(tried, span), wide, narrow);
    }

    /** What a form would move, for the script of the page; keeps nothing. */
    @PostMapping("/look")
    String look(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        boolean narrow = fields.text("narrow").equals("yes");
        try {
            model.addAttribute(
                    "tried",
                    view(
                            classBook,
                            tryOuts.tried(classBook, TryOut.read(fields)),
                            SpanChoice.read(parameters, classBook.book()).span(),
                            !narrow,
                            narrow));
            return "standing/try :: moved";
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            return "standing/try :: refused";
        }
    }

    @PostMapping("/adopt")
    String adopt(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = books.open(teacher.id(), classId);
        TryOut tryOut = TryOut.read(fields);
        try {
            String former = tryOuts.adopt(teacher.id(), classId, tryOut);
            told.addFlashAttribute(
                    "done", "Adopted. “" + former + "” is kept among the try-outs: adopt it, and all is as it was.");
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            return page(teacher, classBook, parameters, tryOut, model);
        }
        return "redirect:/classes/" + classId + "/standing?"
                + SpanChoice.read(parameters, classBook.book()).query();
    }

    @PostMapping("/keep")
    String keep(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = books.open(teacher.id(), classId);
        TryOut tryOut = TryOut.read(fields);
        String name = fields.text("tryOutName");
        try {
            tryOuts.keep(teacher.id(), classId, name, tryOut);
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            return page(teacher, classBook, parameters, tryOut, model);
        }
        long id = tryOuts.kept(teacher.id(), classId).stream()
                .filter(own -> own.name().equals(name))
                .findFirst()
                .orElseThrow()
                .id();
        told.addFlashAttribute("done", "“" + name + "” is kept as a try-out. The class stands as it did.");
        return back(classId, classBook, parameters, "&kept=" + id);
    }

    @PostMapping("/{tryOutId}/remove")
    String remove(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long tryOutId,
            @RequestParam Map<String, String> parameters,
            RedirectAttributes told) {
        ClassBook classBook = books.open(teacher.id(), classId);
        String name = tryOuts.kept(teacher.id(), classId, tryOutId).name();
        tryOuts.remove(teacher.id(), classId, tryOutId);
        told.addFlashAttribute("done", "“" + name + "” is taken away.");
        return back(classId, classBook, parameters, "");
    }

    private static String back(long classId, ClassBook classBook, Map<String, String> parameters, String more) {
        return "redirect:/classes/" + classId + "/standing/try?"
                + SpanChoice.read(parameters, classBook.book()).query() + more;
    }

    /** The kept try-outs beside each other and beside how the class stands. */
    @GetMapping("/compare")
    String compare(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        Span span = SpanChoice.read(parameters, classBook.book()).span();
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "standing/try"));
        model.addAttribute(
                "compared", TryOutsCompared.of(classBook, tryOuts, tryOuts.kept(teacher.id(), classId), span));
        return "standing/compare";
    }
}
