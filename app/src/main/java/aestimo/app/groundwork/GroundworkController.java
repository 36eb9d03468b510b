package aestimo.app.groundwork;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.PageFrame;
import aestimo.app.frame.SpanChoice;
import aestimo.app.groundwork.Forms.BandLine;
import aestimo.app.groundwork.Forms.BoundariesForm;
import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.Forms.WeightsForm;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
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

/** The groundwork of one class: the class itself, weights and boundaries. */
@Controller
@RequestMapping("/classes/{classId}/groundwork")
class GroundworkController {
    private static final List<String> TINT_NAMES =
            List.of("ochre", "verdigris", "plum", "blue", "moss", "slate", "clay", "indigo");

    private final GroundworkService groundwork;
    private final YearService years;
    private final BookService books;
    private final FrameService frames;

    GroundworkController(GroundworkService groundwork, YearService years, BookService books, FrameService frames) {
        this.groundwork = groundwork;
        this.years = years;
        this.books = books;
        this.frames = frames;
    }

    /** Where the groundwork of a class goes on: at the first thing that is not there yet. */
    @GetMapping
    String next(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters) {
        ClassBook classBook = books.open(teacher.id(), classId);
        String page = classBook.book().students().isEmpty() ? "students" : "weights";
        return redirect(
                classId, page, SpanChoice.read(parameters, classBook.book()).query());
    }

    private static String redirect(long classId, String page, String query) {
        return "redirect:/classes/" + classId + "/groundwork/" + page + (query.isEmpty() ? "" : "?" + query);
    }

    @GetMapping("/class")
    String showClass(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = frame(teacher, classId, parameters, "class", model);
        model.addAttribute(
                "form",
                new ClassForm(
                        classBook.row().yearId(),
                        classBook.row().name(),
                        classBook.row().subject(),
                        classBook.row().tint()));
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
        ClassBook classBook = frame(teacher, classId, parameters, "class", model);
        ClassForm form = ClassForm.read(fields);
        try {
            groundwork.changeClass(teacher.id(), classId, form);
        } catch (FormException refused) {
            model.addAttribute("form", form);
            model.addAttribute("problems", refused.problems());
            return classPage(teacher, classBook, model);
        }
        told.addFlashAttribute("done", "The class is kept.");
        return redirect(classId, "class", query(model));
    }

    @GetMapping("/weights")
    String showWeights(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = frame(teacher, classId, parameters, "weights", model);
        return weightsPage(teacher, classBook, weightsForm(teacher, classBook), boundariesForm(classBook), model);
    }

    private WeightsForm weightsForm(SignedInTeacher teacher, ClassBook classBook) {
        return new WeightsForm(
                classBook.row().version(),
                groundwork.categories(teacher.id(), classBook.row().id()).stream()
                        .map(GroundworkService.CategoryCount::line)
                        .toList());
    }

    private static BoundariesForm boundariesForm(ClassBook classBook) {
        List<BandLine> bands = classBook.book().boundaries().bands().stream()
                .map(band -> new BandLine(
                        band.label(),
                        band.from().exact().toDecimal(4).stripTrailingZeros().toPlainString()))
                .toList();
        return new BoundariesForm(classBook.row().version(), bands);
    }

    private String weightsPage(
            SignedInTeacher teacher, ClassBook classBook, WeightsForm weights, BoundariesForm boundaries, Model model) {
        // Forms sent again after another window's save are about the groundwork as it is now.
        int version = classBook.row().version();
        model.addAttribute("weights", new WeightsForm(version, weights.categories()));
        model.addAttribute("boundaries", new BoundariesForm(version, boundaries.bands()));
        model.addAttribute("shapes", GroundworkService.SHAPES);
        model.addAttribute("tints", GroundworkService.TINTS);
        model.addAttribute("tintNames", TINT_NAMES);
        model.addAttribute("blank", new CategoryLine(0, "", "", "circle", 4));
        model.addAttribute("weightBar", WeightBar.of(classBook));
        model.addAttribute(
                "counts",
                groundwork.categories(teacher.id(), classBook.row().id()).stream()
                        .collect(java.util.stream.Collectors.toMap(
                                count -> count.line().id(), GroundworkService.CategoryCount::assessments)));
        model.addAttribute("rail", BoundaryRail.of(Standing.of(classBook.book(), new Span.Year())));
        return "groundwork/weights";
    }

    @PostMapping("/weights")
    String saveWeights(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = frame(teacher, classId, parameters, "weights", model);
        WeightsForm form = WeightsForm.read(fields);
        try {
            groundwork.saveWeights(teacher.id(), classId, form);
        } catch (FormException refused) {
            model.addAttribute("weightProblems", refused.problems());
            return weightsPage(teacher, classBook, form, boundariesForm(classBook), model);
        }
        told.addFlashAttribute("done", "Categories and weights are kept.");
        return redirect(classId, "weights", query(model));
    }

    @PostMapping("/weights/scale")
    String scaleWeights(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model) {
        ClassBook classBook = frame(teacher, classId, parameters, "weights", model);
        WeightsForm form = WeightsForm.read(fields);
        try {
            form = groundwork.scaled(form);
            model.addAttribute("done", "Scaled to 100, not kept yet. Look, then keep the weights.");
        } catch (FormException refused) {
            model.addAttribute("weightProblems", refused.problems());
        }
        return weightsPage(teacher, classBook, form, boundariesForm(classBook), model);
    }

    @PostMapping("/boundaries")
    String saveBoundaries(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = frame(teacher, classId, parameters, "weights", model);
        BoundariesForm form = BoundariesForm.read(fields);
        try {
            groundwork.saveBoundaries(teacher.id(), classId, form);
        } catch (FormException refused) {
            model.addAttribute("boundaryProblems", refused.problems());
            return weightsPage(teacher, classBook, weightsForm(teacher, classBook), form, model);
        }
        told.addFlashAttribute(
                "done",
                form.bands().isEmpty()
                        ? "Boundaries are kept: none, so percents stand without grades."
                        : "Boundaries are kept.");
        return redirect(classId, "weights", query(model));
    }

    private ClassBook frame(
            SignedInTeacher teacher, long classId, Map<String, String> parameters, String page, Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "groundwork/" + page));
        return classBook;
    }

    private static String query(Model model) {
        return ((PageFrame) model.getAttribute("frame")).query();
    }
}
