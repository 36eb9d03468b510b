package aestimo.app.sheet;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.SpanChoice;
import aestimo.app.goals.PieceGoals;
import aestimo.app.groundwork.BoundaryService;
import aestimo.app.looseends.LooseEndService;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentService;
import aestimo.app.marks.ExistingMarks;
import aestimo.app.marks.PieceCopyService;
import aestimo.app.marks.RemarkService;
import aestimo.app.marks.Remarks;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.Standing;
import aestimo.core.statistics.AssessmentFigures;
import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The marks sheet of a class, its margin, and its assessments. */
@Controller
@RequestMapping("/classes/{classId}")
class MarksController {
    private final BookService books;
    private final FrameService frames;
    private final AssessmentService assessments;
    private final PieceGoalsService pieces;
    private final PieceCopyService copies;
    private final RemarkService remarks;
    private final BoundaryService boundaries;
    private final ChangeService changes;
    private final SheetOptionsService looks;
    private final Clock clock;

    MarksController(
            BookService books,
            FrameService frames,
            AssessmentService assessments,
            PieceGoalsService pieces,
            PieceCopyService copies,
            RemarkService remarks,
            BoundaryService boundaries,
            ChangeService changes,
            SheetOptionsService looks,
            Clock clock) {
        this.books = books;
        this.frames = frames;
        this.assessments = assessments;
        this.pieces = pieces;
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
    String sheet(OpenClass open, Model model) {
        if (open.parameters().containsKey("new")) {
            model.addAttribute("form", newForm(open.classBook()));
        } else if (!open.parameters().getOrDefault("edit", "").isEmpty()) {
            model.addAttribute(
                    "form",
                    assessments.form(
                            open.teacher(),
                            open.classBook(),
                            FormFields.toNumber(open.parameters().get("edit"))));
        }
        return page(open, model);
    }

    private AssessmentForm newForm(ClassBook classBook) {
        long category = classBook.book().categories().stream()
                .findFirst()
                .map(ClassBook::id)
                .orElse(0L);
        return new AssessmentForm(0, 0, "", category, classBook.book().today().toString(), "");
    }

    private String page(OpenClass open, Model model) {
        SpanChoice span = open.span();
        Standing standing = open.standing();
        model.addAttribute("frame", frames.ofClass(open, "marks"));
        SheetOptions look = looks.of(open.teacher(), open.id());
        SheetOptionsService.Beside beside = looks.beside(open.teacher(), open.id(), look);
        model.addAttribute(
                "sheet", SheetView.of(new Sight(open.classBook(), standing, look, beside.imported()), beside));
        model.addAttribute(
                "offered",
                standing.assessments().stream()
                        .map(AssessmentFigures::assessment)
                        .toList());
        model.addAttribute("nextToMark", nextToMark(open.book()).orElse(null));
        model.addAttribute("filled", open.book().countFilled());
        model.addAttribute(
                "savedAt",
                changes.latestEntry(open.teacher(), open.id()).map(Days::clock).orElse(""));
        model.addAttribute("here", path(open.classBook(), span));
        if (open.parameters().containsKey("ends")) {
            model.addAttribute("ends", LooseEndService.of(List.of(open.classBook())));
        }
        model.addAttribute("margin", margin(open, standing));
        model.addAttribute("takesResults", open.classBook().row().takesResults());
        model.addAttribute("noRemarks", Remarks.NONE);
        AssessmentForm form = (AssessmentForm) model.getAttribute("form");
        if (form != null) {
            model.addAttribute("blankPart", new AssessmentForm.PartLine(0, "", "", ""));
            model.addAttribute("blankCeiling", new AssessmentForm.CeilingLine(List.of(), "40", "1", "70"));
            model.addAttribute("library", boundaries.library(open.teacher()));
            model.addAttribute(
                    "formEntries", form.id() == 0 ? 0 : open.classBook().filled(form.id()));
            Optional<Assessment> piece = form.id() == 0
                    ? Optional.empty()
                    : Optional.of(open.classBook().assessment(form.id()));
            model.addAttribute("goalsOffered", PieceGoals.offered(open.book()));
            model.addAttribute("goalColumns", PieceGoals.columns(piece));
            model.addAttribute("from", open.parameters().getOrDefault("from", ""));
            model.addAttribute("begun", begun(open, form.id(), open.span().query()));
            if (!model.containsAttribute("pieceGoals")) {
                model.addAttribute("pieceGoals", PieceGoals.of(open.book(), piece));
            }
        }
        model.addAttribute("categories", open.book().categories());
        model.addAttribute("terms", open.book().terms());
        model.addAttribute("noStudents", open.book().students().isEmpty());
        model.addAttribute("noAssessments", open.book().assessments().isEmpty());
        return "sheet/sheet";
    }

    private MarginView margin(OpenClass open, Standing standing) {
        long student = FormFields.toNumber(open.parameters().getOrDefault("student", ""));
        long assessment = FormFields.toNumber(open.parameters().getOrDefault("assessment", ""));
        if (student == 0) {
            return MarginView.ofClass(standing);
        }
        if (assessment == 0) {
            return MarginView.ofStudent(
                    open.classBook(), standing, open.classBook().student(student));
        }
        CellId cell = new CellId(
                assessment, student, FormFields.toNumber(open.parameters().getOrDefault("part", "")));
        return MarginView.ofCell(
                open.classBook(),
                standing,
                cell,
                remarks.of(open.teacher(), cell),
                changes.ofCell(open.teacher(), cell));
    }

    /** The oldest piece nobody is marked on, else the oldest with somebody still to mark; empty where all are marked. */
    private static Optional<Long> nextToMark(Book book) {
        return LooseEnds.of(book).stream()
                .filter(end -> end.kind() == LooseEnd.Kind.UNMARKED)
                .min(Comparator.comparing((LooseEnd end) -> end.student().isPresent())
                        .thenComparing(end -> end.assessment().orElseThrow().date()))
                .map(end -> ClassBook.id(end.assessment().orElseThrow()));
    }

    /** Of the sheet over a span, for links out of the margin. */
    private static String path(ClassBook classBook, SpanChoice span) {
        return "/classes/" + classBook.row().id() + "/marks?" + span.query();
    }

    /** The margin alone, for the script of the sheet. */
    @GetMapping("/margin")
    String margin(OpenClass open, Model model) {
        SpanChoice span = open.span();
        model.addAttribute("here", path(open.classBook(), span));
        model.addAttribute("margin", margin(open, open.standing()));
        model.addAttribute("takesResults", open.classBook().row().takesResults());
        return "sheet/margin :: view";
    }

    /** How the sheet is looked at from now on. */
    @PostMapping("/marks/look")
    String look(OpenClass open, FormFields fields) {
        looks.save(
                open.teacher(),
                open.id(),
                SheetOptions.read(fields::texts),
                fields.texts("offered").stream().map(FormFields::toNumber).collect(Collectors.toSet()));
        return back(open.id(), open.span().query(), "");
    }

    @PostMapping("/assessments")
    String add(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        AssessmentForm form = AssessmentForm.read(fields, 0);
        PieceGoals goals = PieceGoals.read(fields);
        return Sent.of(() -> pieces.add(open.teacher(), open.id(), form, goals))
                .saying(flash, "“" + form.title() + "” is added.")
                .to(id -> back(open.id(), spanOf(open, id), "&open=" + id))
                .orShow(model, () -> {
                    model.addAttribute("form", form);
                    model.addAttribute("pieceGoals", goals);
                    return page(open, model);
                });
    }

    /** The span goes on unless the new piece lies outside it: then it must be seen, and its own term is opened. */
    private String spanOf(OpenClass open, long assessmentId) {
        ClassBook classBook = books.open(open.teacher(), open.id());
        SpanChoice span = SpanChoice.read(open.parameters(), classBook.book());
        Assessment assessment = classBook.assessment(assessmentId);
        return span.span().holds(classBook.book(), assessment)
                ? span.query()
                : "span=" + classBook.book().termOf(assessment);
    }

    @PostMapping("/assessments/{assessmentId}")
    String change(
            OpenClass open, @PathVariable long assessmentId, FormFields fields, Model model, RedirectAttributes flash) {
        AssessmentForm form = AssessmentForm.read(fields, assessmentId);
        PieceGoals goals = PieceGoals.read(fields);
        return Sent.of(() -> pieces.change(open.teacher(), open.id(), form, goals))
                .saying(flash, "“" + form.title() + "” is saved.")
                .to(it -> "redirect:" + begun(open, assessmentId, spanOf(open, assessmentId)))
                .orShow(model, refused -> {
                    int version = assessments
                            .form(open.teacher(), open.classBook(), assessmentId)
                            .version();
                    model.addAttribute("form", form.withVersion(version));
                    model.addAttribute("pieceGoals", goals);
                    // The question stays on the page once it was asked, so that the answer can be seen and changed.
                    model.addAttribute(
                            "marksStand",
                            !form.marks().isEmpty()
                                    || refused.problems().stream().anyMatch(ExistingMarks::isAsked));
                    return page(open, model);
                });
    }

    @PostMapping("/assessments/{assessmentId}/remove")
    String remove(OpenClass open, @PathVariable long assessmentId, RedirectAttributes flash) {
        int entries = assessments.remove(open.teacher(), open.id(), assessmentId);
        flash.addFlashAttribute(
                "done",
                "The assessment is removed from the sheet"
                        + (entries == 0
                                ? ""
                                : entries == 1 ? ", and 1 entry with it" : ", and " + entries + " entries with it")
                        + ". Groundwork, Assessments puts it back.");
        return back(open.id(), open.span().query(), "");
    }

    /** The same piece again, with its parts and ceilings, a week later. */
    @PostMapping("/assessments/{assessmentId}/again")
    String again(OpenClass open, @PathVariable long assessmentId, Model model, RedirectAttributes flash) {
        return Sent.of(() -> copies.again(open.teacher(), open.id(), assessmentId))
                .saying(flash, id -> {
                    Assessment made = books.open(open.teacher(), open.id()).assessment(id);
                    return "“" + made.title() + "” is added for " + Days.brief(made.date()) + ". Change what differs.";
                })
                .to(id -> back(open.id(), spanOf(open, id), "&edit=" + id))
                .orShow(model, () -> {
                    model.addAttribute("form", assessments.form(open.teacher(), open.classBook(), assessmentId));
                    return page(open, model);
                });
    }

    /** Where the editing of an assessment began, and goes back to: the list of assessments, a marking run, or the sheet. */
    private static String begun(OpenClass open, long assessmentId, String query) {
        String own = "/classes/" + open.id();
        return switch (open.parameters().getOrDefault("from", "")) {
            case "assessments" -> own + "/groundwork/assessments?" + query;
            case "run" -> own + "/run?" + query + "&assessment=" + assessmentId;
            default -> own + "/marks?" + query;
        };
    }

    private static String back(long classId, String query, String more) {
        return "redirect:/classes/" + classId + "/marks?" + query + more;
    }
}
