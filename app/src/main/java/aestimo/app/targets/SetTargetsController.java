package aestimo.app.targets;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.SpanChoice;
import aestimo.app.roll.StartingScoreService;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.targets.Attainment;
import aestimo.core.targets.Attainments;
import aestimo.core.targets.ScoreTable;
import java.util.ArrayList;
import java.util.HashMap;
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

/** Setting targets down the class: typed, pasted, or suggested. */
@Controller
@RequestMapping("/classes/{classId}/targets/set")
class SetTargetsController {
    private static final int SPARE_STEPS = 3;

    private final BookService books;
    private final FrameService frames;
    private final TargetService targets;
    private final StartingScoreService scores;
    private final ScoreTableService tables;

    SetTargetsController(
            BookService books,
            FrameService frames,
            TargetService targets,
            StartingScoreService scores,
            ScoreTableService tables) {
        this.books = books;
        this.frames = frames;
        this.targets = targets;
        this.scores = scores;
        this.tables = tables;
    }

    /** A term over its column. */
    record TermColumn(long id, String name) {}

    /** What is shown beside a line of the form. */
    record Beside(String name, String set, String reached) {}

    /** A line of the table from score to band, as typed. */
    record Step(String from, String label) {}

    @GetMapping
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        return page(teacher, classBook, parameters, standing(teacher, classBook), model);
    }

    /** The form as it stands, with everybody who is in the class today. */
    private TargetsForm standing(SignedInTeacher teacher, ClassBook classBook) {
        long classId = classBook.row().id();
        Map<Long, TargetBands> own = targets.ofClass(teacher.id(), classId);
        List<TargetsForm.Line> lines = new ArrayList<>();
        for (Student student : classBook.book().students()) {
            if (student.isEnrolledOn(classBook.book().today())) {
                TargetBands bands = own.getOrDefault(ClassBook.id(student), TargetBands.NONE);
                String score = classBook
                        .book()
                        .startingScores()
                        .map(all -> all.scores().get(student.id()))
                        .map(Object::toString)
                        .orElse("");
                lines.add(new TargetsForm.Line(ClassBook.id(student), bands, bands, score));
            }
        }
        String stage = targets.stageName(teacher.id(), classId);
        return new TargetsForm(
                scores.top(teacher.id(), classId).toString(),
                stage.equals(TargetService.STAGE) ? "" : stage,
                lines,
                "",
                true);
    }

    private String page(
            SignedInTeacher teacher,
            ClassBook classBook,
            Map<String, String> parameters,
            TargetsForm form,
            Model model) {
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "targets/set"));
        model.addAttribute("form", form);
        model.addAttribute("bands", classBook.book().boundaries().bands());
        model.addAttribute("terms", terms(classBook));
        model.addAttribute("sets", !classBook.book().sets().isEmpty());
        Attainments attained = Attainments.of(Counting.of(classBook.book()));
        Map<Long, Beside> beside = new HashMap<>();
        form.lines().forEach(line -> {
            Student student = classBook.student(line.enrolmentId());
            beside.put(
                    line.enrolmentId(),
                    new Beside(
                            student.listName(),
                            student.set().orElse(""),
                            attained.now(student)
                                    .flatMap(Attainment::reached)
                                    .map(Band::label)
                                    .orElse("")));
        });
        model.addAttribute("students", beside);
        model.addAttribute(
                "reachedIn",
                attained.terms().isEmpty()
                        ? ""
                        : attained.terms().get(attained.terms().size() - 1).name());
        if (!model.containsAttribute("steps")) {
            model.addAttribute(
                    "steps", steps(tables.of(teacher.id(), classBook.row().id())));
        }
        return "targets/set";
    }

    private static List<TermColumn> terms(ClassBook classBook) {
        return classBook.book().terms().stream()
                .map(term -> new TermColumn(FormFields.toNumber(term.id().text()), term.name()))
                .toList();
    }

    private static List<Step> steps(ScoreTable table) {
        List<Step> steps = new ArrayList<>();
        table.steps().forEach(step -> steps.add(new Step(step.from().toString(), step.label())));
        for (int i = 0; i < SPARE_STEPS; i++) {
            steps.add(new Step("", ""));
        }
        return steps;
    }

    private static TargetsForm read(FormFields fields, ClassBook classBook) {
        return TargetsForm.read(
                fields, terms(classBook).stream().map(TermColumn::id).toList());
    }

    @PostMapping
    String keep(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = books.open(teacher.id(), classId);
        TargetsForm form = read(fields, classBook);
        int changed;
        try {
            changed = targets.save(teacher.id(), classId, form);
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            return page(teacher, classBook, parameters, form, model);
        }
        told.addFlashAttribute(
                "done",
                changed == 0
                        ? "The starting scores are kept; no target was changed."
                        : changed == 1 ? "1 target is kept." : changed + " targets are kept.");
        return "redirect:/classes/" + classId + "/targets?"
                + SpanChoice.read(parameters, classBook.book()).query();
    }

    /** Fills the form; nothing is kept until it is saved. */
    @PostMapping("/suggest")
    String suggest(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        TargetsForm form = read(fields, classBook);
        TargetsForm.Way way = switch (fields.text("way")) {
            case "end" -> TargetsForm.Way.END;
            case "start" -> TargetsForm.Way.START;
            default -> TargetsForm.Way.ABOVE;
        };
        TargetsForm suggested = form.suggested(
                way,
                (int) Math.min(
                        fields.number("above"),
                        classBook.book().boundaries().bands().size()),
                !fields.text("onlyEmpty").isEmpty(),
                tables.of(teacher.id(), classId),
                classBook.book().boundaries());
        long filled = suggested.differs(form);
        model.addAttribute(
                "suggested",
                (filled == 0
                                ? "Nothing could be suggested: "
                                        + (way == TargetsForm.Way.ABOVE
                                                ? "no student has a start band"
                                                : "no score leads to a band of the table")
                                        + ", or all is filled already."
                                : filled == 1 ? "1 target is suggested." : filled + " targets are suggested.")
                        + " Nothing is kept yet.");
        return page(teacher, classBook, parameters, suggested, model);
    }

    @PostMapping("/scores")
    String keepScores(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = books.open(teacher.id(), classId);
        List<List<String>> lines = new ArrayList<>();
        List<String> from = fields.texts("from");
        for (int i = 0; i < from.size(); i++) {
            lines.add(List.of(from.get(i), fields.text("label", i)));
        }
        try {
            tables.keep(teacher.id(), classId, lines);
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            model.addAttribute(
                    "steps",
                    lines.stream()
                            .map(line -> new Step(line.get(0), line.get(1)))
                            .toList());
            return page(teacher, classBook, parameters, standing(teacher, classBook), model);
        }
        told.addFlashAttribute("done", "The table is kept.");
        return "redirect:/classes/" + classId + "/targets/set?"
                + SpanChoice.read(parameters, classBook.book()).query();
    }
}
