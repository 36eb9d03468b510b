package aestimo.app.targets;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.roll.StartingScoreService;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
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
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Setting targets down the class: typed, pasted, or suggested. */
@Controller
@RequestMapping("/classes/{classId}/targets/set")
class SetTargetsController {
    private static final int SPARE_STEPS = 3;

    private final FrameService frames;
    private final TargetService targets;
    private final StartingScoreService scores;
    private final ScoreTableService tables;

    SetTargetsController(
            FrameService frames, TargetService targets, StartingScoreService scores, ScoreTableService tables) {
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
    String show(OpenClass open, Model model) {
        return page(open, standing(open), model);
    }

    /** The form as it stands, with everybody who is in the class today. */
    private TargetsForm standing(OpenClass open) {
        Map<Long, TargetBands> own = targets.ofClass(open.teacher(), open.id());
        List<TargetsForm.Line> lines = new ArrayList<>();
        for (Student student : open.book().students()) {
            if (student.isEnrolledOn(open.book().today())) {
                TargetBands bands = own.getOrDefault(ClassBook.id(student), TargetBands.NONE);
                String score = open.book()
                        .startingScores()
                        .map(all -> all.scores().get(student.id()))
                        .map(Object::toString)
                        .orElse("");
                lines.add(new TargetsForm.Line(ClassBook.id(student), bands, bands, score));
            }
        }
        String stage = targets.stageName(open.teacher(), open.id());
        return new TargetsForm(
                scores.top(open.teacher(), open.id()).toString(),
                stage.equals(TargetService.STAGE) ? "" : stage,
                lines,
                "",
                true);
    }

    private String page(OpenClass open, TargetsForm form, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "targets/set"));
        model.addAttribute("form", form);
        model.addAttribute("bands", open.book().boundaries().bands());
        model.addAttribute("terms", terms(open.classBook()));
        model.addAttribute("sets", !open.book().sets().isEmpty());
        Attainments attained = Attainments.of(Counting.of(open.book()));
        Map<Long, Beside> beside = new HashMap<>();
        form.lines().forEach(line -> {
            Student student = open.classBook().student(line.enrolmentId());
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
            model.addAttribute("steps", steps(tables.of(open.teacher(), open.id())));
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
    String save(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        TargetsForm form = read(fields, open.classBook());
        return Sent.of(() -> targets.save(open.teacher(), open.id(), form))
                .saying(
                        flash,
                        changed -> changed == 0
                                ? "The starting scores are saved; no target was changed."
                                : changed == 1 ? "1 target is saved." : changed + " targets are saved.")
                .to("redirect:/classes/" + open.id() + "/targets?" + open.span().query())
                .orShow(model, () -> page(open, form, model));
    }

    /** Fills the form; nothing is kept until it is saved. */
    @PostMapping("/suggest")
    String suggest(OpenClass open, FormFields fields, Model model) {
        TargetsForm form = read(fields, open.classBook());
        TargetsForm.Way way = switch (fields.text("way")) {
            case "end" -> TargetsForm.Way.END;
            case "start" -> TargetsForm.Way.START;
            default -> TargetsForm.Way.ABOVE;
        };
        TargetsForm suggested = form.suggested(
                way,
                (int) Math.min(
                        fields.number("above"), open.book().boundaries().bands().size()),
                !fields.text("onlyEmpty").isEmpty(),
                tables.of(open.teacher(), open.id()),
                open.book().boundaries());
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
                        + " Nothing is saved yet.");
        return page(open, suggested, model);
    }

    @PostMapping("/scores")
    String saveScores(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        List<List<String>> lines = new ArrayList<>();
        List<String> from = fields.texts("from");
        for (int i = 0; i < from.size(); i++) {
            lines.add(List.of(from.get(i), fields.text("label", i)));
        }
        return Sent.of(() -> tables.save(open.teacher(), open.id(), lines))
                .saying(flash, "The table is saved.")
                .to("redirect:/classes/" + open.id() + "/targets/set?"
                        + open.span().query())
                .orShow(model, () -> {
                    model.addAttribute(
                            "steps",
                            lines.stream()
                                    .map(line -> new Step(line.get(0), line.get(1)))
                                    .toList());
                    return page(open, standing(open), model);
                });
    }
}
