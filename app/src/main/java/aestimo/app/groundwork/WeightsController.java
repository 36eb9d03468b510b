package aestimo.app.groundwork;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.OpenClass;
import aestimo.app.groundwork.CategoryService.CategoryCount;
import aestimo.app.groundwork.Forms.BandLine;
import aestimo.app.groundwork.Forms.BoundariesForm;
import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.Forms.WeightsForm;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page of categories, their weights, and boundaries. */
@Controller
@RequestMapping("/classes/{classId}/groundwork")
class WeightsController {
    private static final List<String> TINT_NAMES =
            List.of("ochre", "verdigris", "plum", "blue", "moss", "slate", "clay", "indigo");

    private final CategoryService categories;
    private final BoundaryService boundaries;
    private final GroundworkPages pages;

    WeightsController(CategoryService categories, BoundaryService boundaries, GroundworkPages pages) {
        this.categories = categories;
        this.boundaries = boundaries;
        this.pages = pages;
    }

    @GetMapping("/weights")
    String show(OpenClass open, Model model) {
        pages.frame(open, "weights", model);
        long retiring = FormFields.toNumber(open.parameters().getOrDefault("retire", ""));
        if (retiring != 0) {
            retirement(open, retiring, model);
        }
        return page(open, weightsForm(open), boundariesForm(open.classBook()), model);
    }

    /**
     * A category about to be retired, or to be taken back into use.
     *
     * @param others where its assessments could go
     */
    record Retirement(Category category, List<Assessment> assessments, List<Category> others) {
        static Retirement of(ClassBook classBook, long categoryId) {
            Category category = classBook.book().categories().stream()
                    .filter(other -> ClassBook.id(other) == categoryId)
                    .findFirst()
                    .orElseThrow(() -> new NotFoundException("category"));
            return new Retirement(
                    category,
                    classBook.book().assessments().stream()
                            .filter(assessment -> assessment.category().equals(category.id()))
                            .toList(),
                    classBook.book().categories().stream()
                            .filter(other -> other != category && !other.retired())
                            .toList());
        }
    }

    private void retirement(OpenClass open, long categoryId, Model model) {
        Retirement retirement = Retirement.of(open.classBook(), categoryId);
        model.addAttribute("retire", retirement);
        model.addAttribute(
                "alike",
                retirement.category().retired()
                        ? List.of()
                        : categories.alike(open.teacher(), open.classBook(), retirement.category()));
    }

    @PostMapping("/weights")
    String save(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "weights", model);
        WeightsForm form = WeightsForm.read(fields);
        return Sent.of(() -> categories.saveWeights(open.teacher(), open.id(), form))
                .saying(flash, "Categories and weights are saved.")
                .to(GroundworkPages.redirect(open.id(), "weights", model))
                .orShow(model, "weightProblems", () -> page(open, form, boundariesForm(open.classBook()), model));
    }

    @PostMapping("/weights/scale")
    String scale(OpenClass open, FormFields fields, Model model) {
        pages.frame(open, "weights", model);
        WeightsForm form = WeightsForm.read(fields);
        try {
            form = categories.scaled(form);
            model.addAttribute("done", "Scaled to 100, not saved yet. Look, then save the weights.");
        } catch (FormException refused) {
            Sent.refuse(model, "weightProblems", refused);
        }
        return page(open, form, boundariesForm(open.classBook()), model);
    }

    @PostMapping("/weights/look")
    String look(OpenClass open, FormFields fields, Model model) {
        pages.frame(open, "weights", model);
        return GroundworkPages.wouldMove(
                open.classBook(), () -> categories.tried(open.classBook(), WeightsForm.read(fields)), model);
    }

    @PostMapping("/categories/{categoryId}/retire")
    String retire(
            OpenClass open, @PathVariable long categoryId, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "weights", model);
        boolean retired = fields.text("retired").equals("true");
        Map<Long, Long> moves = new HashMap<>();
        for (int i = 0; i < fields.texts("piece").size(); i++) {
            long to = FormFields.toNumber(fields.text("moveTo", i));
            if (to != 0) {
                moves.put(FormFields.toNumber(fields.text("piece", i)), to);
            }
        }
        List<Long> also =
                fields.texts("also").stream().map(FormFields::toNumber).toList();
        return Sent.of(() -> {
                    if (retired) {
                        categories.retireInAll(
                                open.teacher(), open.id(), categoryId, moves, also, fields.text("alsoTo"));
                    } else {
                        categories.retire(open.teacher(), open.id(), categoryId, false, moves);
                    }
                })
                .saying(
                        flash,
                        !retired
                                ? "The category is in use again."
                                : also.isEmpty()
                                        ? "The category is retired."
                                        : "The category is retired in " + (also.size() + 1) + " classes.")
                .to(GroundworkPages.redirect(open.id(), "weights", model))
                .orShow(model, "weightProblems", () -> {
                    retirement(open, categoryId, model);
                    return page(open, weightsForm(open), boundariesForm(open.classBook()), model);
                });
    }

    @PostMapping("/boundaries")
    String saveBoundaries(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "weights", model);
        BoundariesForm form = BoundariesForm.read(fields);
        return Sent.of(() -> boundaries.save(open.teacher(), open.id(), form))
                .saying(
                        flash,
                        form.bands().isEmpty()
                                ? "Boundaries are saved: none, so there are percents without grades."
                                : "Boundaries are saved.")
                .to(GroundworkPages.redirect(open.id(), "weights", model))
                .orShow(model, "boundaryProblems", () -> page(open, weightsForm(open), form, model));
    }

    /** Has the class use a set of the library. */
    @PostMapping("/boundaries/use")
    String useBoundaries(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "weights", model);
        return Sent.of(() ->
                        boundaries.use(open.teacher(), open.id(), fields.number("set"), (int) fields.number("version")))
                .saying(flash, "The class uses these boundaries now.")
                .to(GroundworkPages.redirect(open.id(), "weights", model))
                .orShow(
                        model,
                        "boundaryProblems",
                        () -> page(open, weightsForm(open), boundariesForm(open.classBook()), model));
    }

    @PostMapping("/boundaries/name")
    String nameBoundaries(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        pages.frame(open, "weights", model);
        return Sent.of(() -> boundaries.saveInLibrary(open.teacher(), open.id(), fields.text("setName")))
                .saying(flash, "“" + fields.text("setName") + "” is in the library: other classes can use it.")
                .to(GroundworkPages.redirect(open.id(), "weights", model))
                .orShow(
                        model,
                        "boundaryProblems",
                        () -> page(open, weightsForm(open), boundariesForm(open.classBook()), model));
    }

    @PostMapping("/boundaries/look")
    String lookAtBoundaries(OpenClass open, FormFields fields, Model model) {
        pages.frame(open, "weights", model);
        BoundariesForm form = BoundariesForm.read(fields);
        if (form.forAll()) {
            model.addAttribute("otherMoves", otherMoves(open, form));
        }
        return GroundworkPages.wouldMove(open.classBook(), () -> BoundaryService.tried(open.classBook(), form), model);
    }

    /** What a change for all would do to another class over its year. */
    record OtherMove(String className, WouldMove move) {}

    private List<OtherMove> otherMoves(OpenClass open, BoundariesForm form) {
        try {
            return boundaries.of(open.teacher(), open.classBook().row()).usedBy().stream()
                    .filter(row -> row.id() != open.id())
                    .map(row -> pages.book(open.teacher(), row.id()))
                    .map(other -> new OtherMove(
                            other.row().title(),
                            WouldMove.between(other.book(), BoundaryService.tried(other, form), new Span.Year())))
                    .toList();
        } catch (FormException refused) {
            // The class's own part of the answer says why.
            return List.of();
        }
    }

    private WeightsForm weightsForm(OpenClass open) {
        return new WeightsForm(
                open.classBook().row().version(),
                categories.categories(open.teacher(), open.id()).stream()
                        .map(CategoryCount::line)
                        .toList());
    }

    private static BoundariesForm boundariesForm(ClassBook classBook) {
        List<BandLine> bands = classBook.book().boundaries().bands().stream()
                .map(BoundaryService::line)
                .toList();
        return new BoundariesForm(classBook.row().version(), bands);
    }

    private String page(OpenClass open, WeightsForm weights, BoundariesForm boundaryForm, Model model) {
        // Forms sent again after another window's save are about the groundwork as it is now.
        int version = open.classBook().row().version();
        model.addAttribute("weights", new WeightsForm(version, weights.categories()));
        model.addAttribute("boundaries", new BoundariesForm(version, boundaryForm.bands(), boundaryForm.forAll()));
        model.addAttribute("set", boundaries.of(open.teacher(), open.classBook().row()));
        model.addAttribute("library", boundaries.library(open.teacher()));
        model.addAttribute("blankBand", new BandLine("", ""));
        model.addAttribute("rules", open.book().rules());
        model.addAttribute("shapes", CategoryService.SHAPES);
        model.addAttribute("tints", GroundworkService.TINTS);
        model.addAttribute("tintNames", TINT_NAMES);
        model.addAttribute("highestDrop", CategoryService.HIGHEST_DROP);
        boolean takes = open.classBook().row().takesResults();
        model.addAttribute("blank", new CategoryLine(0, "", "", "circle", 4, "EQUAL", 0, takes, false));
        model.addAttribute("weightBar", WeightBar.of(open.classBook()));
        model.addAttribute(
                "counts",
                categories.categories(open.teacher(), open.id()).stream()
                        .collect(Collectors.toMap(count -> count.line().id(), CategoryCount::assessments)));
        model.addAttribute("rail", BoundaryRail.of(Standing.of(open.book(), new Span.Year())));
        return "groundwork/weights";
    }
}
