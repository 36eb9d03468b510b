package aestimo.app.sheet;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.SpanChoice;
import aestimo.app.groundwork.BoundaryService;
import aestimo.app.looseends.LooseEndService;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentService;
import aestimo.app.marks.PieceCopyService;
import aestimo.app.marks.RemarkService;
import aestimo.app.marks.StandingMarks;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.core.book.Assessment;
import aestimo.core.result.Standing;
import aestimo.core.statistics.AssessmentFigures;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The marks sheet of a class, its margin, and its assessments. */
@Controller
@RequestMapping("/classes/{classId}")
class MarksController {
    private final BookService books;
    private final FrameService frames;
    private final AssessmentService assessments;
    private final PieceCopyService copies;
    private final RemarkService remarks;
    private final BoundaryService boundaries;
    private final ChangeService changes;
    private final SheetLookService looks;
    private final Clock clock;

    MarksController(
            BookService books,
            FrameService frames,
            AssessmentService assessments,
            PieceCopyService copies,
            RemarkService remarks,
            BoundaryService boundaries,
            ChangeService changes,
            SheetLookService looks,
            Clock clock) {
        this.books = books;
        this.frames = frames;
        this.assessments = assessments;
        this.copies = copies;
        this.remarks = remarks;
        this.boundaries = boundaries;
        this.changes = changes;
        this.looks = looks;
        this.clock = clock;
    }

    @GetMapping
    String open(@PathVariable long classId, @AuthenticationPrincipal SignedInTeacher teacher) {
        return "redirect:/classes/" + books.classRow(teacher.id(), classId).id() + "/marks";
    }

    @GetMapping("/marks")
    String sheet(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        if (parameters.containsKey("new")) {
            model.addAttribute("form", newForm(classBook));
        } else if (!parameters.getOrDefault("edit", "").isEmpty()) {
            model.addAttribute(
                    "form", assessments.form(teacher.id(), classBook, FormFields.toNumber(parameters.get("edit"))));
        }
        return page(teacher, classBook, parameters, model);
    }

    private AssessmentForm newForm(ClassBook classBook) {
        long category = classBook.book().categories().stream()
                .findFirst()
                .map(ClassBook::id)
                .orElse(0L);
        return new AssessmentForm(0, 0, "", category, classBook.book().today().toString(), "");
    }

    private String page(SignedInTeacher teacher, ClassBook classBook, Map<String, String> parameters, Model model) {
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        Standing standing = Standing.of(classBook.book(), span.span());
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "marks"));
        SheetLook look = looks.of(teacher.id(), classBook.row().id());
        SheetLookService.Beside beside =
                looks.beside(teacher.id(), classBook.row().id(), look);
        model.addAttribute("sheet", SheetView.of(new Sight(classBook, standing, look, beside.brought()), beside));
        model.addAttribute(
                "offered",
                standing.assessments().stream()
                        .map(AssessmentFigures::assessment)
                        .toList());
        model.addAttribute("filled", classBook.book().countFilled());
        model.addAttribute(
                "savedAt",
                changes.latestEntry(teacher.id(), classBook.row().id())
                        .map(Days::clock)
                        .orElse(""));
        model.addAttribute("here", path(classBook, span));
        if (parameters.containsKey("ends")) {
            model.addAttribute("ends", LooseEndService.of(List.of(classBook)));
        }
        model.addAttribute("margin", margin(teacher, classBook, standing, parameters));
        AssessmentForm form = (AssessmentForm) model.getAttribute("form");
        if (form != null) {
            model.addAttribute("blankPart", new AssessmentForm.PartLine(0, "", "", ""));
            model.addAttribute("blankCeiling", new AssessmentForm.CeilingLine(List.of(), "40", "1", "70"));
            model.addAttribute("library", boundaries.library(teacher.id()));
            model.addAttribute("formEntries", form.id() == 0 ? 0 : classBook.filled(form.id()));
        }
        model.addAttribute("categories", classBook.book().categories());
        model.addAttribute("terms", classBook.book().terms());
        model.addAttribute("noStudents", classBook.book().students().isEmpty());
        model.addAttribute("noAssessments", classBook.book().assessments().isEmpty());
        return "sheet/sheet";
    }

    private MarginView margin(
            SignedInTeacher teacher, ClassBook classBook, Standing standing, Map<String, String> parameters) {
        long student = FormFields.toNumber(parameters.getOrDefault("student", ""));
        long assessment = FormFields.toNumber(parameters.getOrDefault("assessment", ""));
        if (student == 0) {
            return MarginView.ofClass(standing);
        }
        if (assessment == 0) {
            return MarginView.ofStudent(classBook, standing, classBook.student(student));
        }
        CellId cell = new CellId(assessment, student, FormFields.toNumber(parameters.getOrDefault("part", "")));
        return MarginView.ofCell(
                classBook, standing, cell, remarks.of(teacher.id(), cell), changes.ofCell(teacher.id(), cell));
    }

    /** Of the sheet over a span, for links out of the margin. */
    private static String path(ClassBook classBook, SpanChoice span) {
        return "/classes/" + classBook.row().id() + "/marks?" + span.query();
    }

    /** The margin alone, for the script of the sheet. */
    @GetMapping("/margin")
    String margin(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        model.addAttribute("here", path(classBook, span));
        model.addAttribute(
                "margin", margin(teacher, classBook, Standing.of(classBook.book(), span.span()), parameters));
        return "sheet/margin :: view";
    }

    /** How the sheet is looked at from now on. */
    @PostMapping("/marks/look")
    String look(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields) {
        ClassBook classBook = books.open(teacher.id(), classId);
        looks.keep(
                teacher.id(),
                classId,
                SheetLook.read(fields::texts),
                fields.texts("offered").stream().map(FormFields::toNumber).collect(Collectors.toSet()));
        return back(classId, SpanChoice.read(parameters, classBook.book()).query(), "");
    }

    @PostMapping("/assessments")
    String add(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = books.open(teacher.id(), classId);
        AssessmentForm form = AssessmentForm.read(fields, 0);
        try {
            long id = assessments.add(teacher.id(), classId, form);
            told.addFlashAttribute("done", "“" + form.title() + "” is added.");
            return back(classId, spanOf(teacher, classId, parameters, id), "&open=" + id);
        } catch (FormException refused) {
            model.addAttribute("form", form);
            model.addAttribute("problems", refused.problems());
            return page(teacher, classBook, parameters, model);
        }
    }

    /** The span goes on unless the new piece lies outside it: then it must be seen, and its own term is opened. */
    private String spanOf(SignedInTeacher teacher, long classId, Map<String, String> parameters, long assessmentId) {
        ClassBook classBook = books.open(teacher.id(), classId);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        Assessment assessment = classBook.assessment(assessmentId);
        return span.span().holds(classBook.book(), assessment)
                ? span.query()
                : "span=" + classBook.book().termOf(assessment);
    }

    @PostMapping("/assessments/{assessmentId}")
    String change(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long assessmentId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = books.open(teacher.id(), classId);
        AssessmentForm form = AssessmentForm.read(fields, assessmentId);
        try {
            assessments.change(teacher.id(), classId, form);
            told.addFlashAttribute("done", "“" + form.title() + "” is kept.");
            return back(classId, spanOf(teacher, classId, parameters, assessmentId), "");
        } catch (FormException refused) {
            model.addAttribute(
                    "form",
                    form.withVersion(assessments
                            .form(teacher.id(), classBook, assessmentId)
                            .version()));
            // The question stays on the page once it was asked, so that the answer can be seen and changed.
            model.addAttribute(
                    "marksStand",
                    !form.marks().isEmpty() || refused.problems().stream().anyMatch(StandingMarks::isAsked));
            model.addAttribute("problems", refused.problems());
            return page(teacher, classBook, parameters, model);
        }
    }

    @PostMapping("/assessments/{assessmentId}/remove")
    String remove(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long assessmentId,
            @RequestParam Map<String, String> parameters,
            RedirectAttributes told) {
        ClassBook classBook = books.open(teacher.id(), classId);
        int entries = assessments.remove(teacher.id(), classId, assessmentId);
        told.addFlashAttribute(
                "done",
                "The assessment is taken off the sheet"
                        + (entries == 0
                                ? ""
                                : entries == 1 ? ", and 1 entry with it" : ", and " + entries + " entries with it")
                        + ". Groundwork, Assessments puts it back.");
        return back(classId, SpanChoice.read(parameters, classBook.book()).query(), "");
    }

    /** The same piece again, with its parts and ceilings, a week later. */
    @PostMapping("/assessments/{assessmentId}/again")
    String again(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long assessmentId,
            @RequestParam Map<String, String> parameters,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = books.open(teacher.id(), classId);
        try {
            long id = copies.again(teacher.id(), classId, assessmentId);
            Assessment made = books.open(teacher.id(), classId).assessment(id);
            told.addFlashAttribute(
                    "done",
                    "“" + made.title() + "” is added for " + Days.brief(made.date()) + ". Change what differs.");
            return back(classId, spanOf(teacher, classId, parameters, id), "&edit=" + id);
        } catch (FormException refused) {
            model.addAttribute("form", assessments.form(teacher.id(), classBook, assessmentId));
            model.addAttribute("problems", refused.problems());
            return page(teacher, classBook, parameters, model);
        }
    }

    private static String back(long classId, String query, String more) {
        return "redirect:/classes/" + classId + "/marks?" + query + more;
    }
}
