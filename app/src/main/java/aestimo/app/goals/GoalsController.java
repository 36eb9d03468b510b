package aestimo.app.goals;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.core.book.Assessment;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The goals of a class in its groundwork: the list of them, and which pieces are evidence of which. */
@Controller
@RequestMapping("/classes/{classId}/groundwork/goals")
class GoalsController {
    private static final String PAGE = "groundwork/goals";

    private final FrameService frames;
    private final GoalService goals;
    private final EvidenceService evidence;
    private final GoalsCopier copier;
    private final BookService books;

    GoalsController(
            FrameService frames, GoalService goals, EvidenceService evidence, GoalsCopier copier, BookService books) {
        this.frames = frames;
        this.goals = goals;
        this.evidence = evidence;
        this.copier = copier;
        this.books = books;
    }

    private static String to(OpenClass open, String page) {
        return "redirect:/classes/" + open.id() + "/" + PAGE + page + "?"
                + open.span().query();
    }

    @GetMapping
    String list(OpenClass open, Model model) {
        Goals all = GoalService.of(open.book());
        if (!model.containsAttribute("lines")) {
            model.addAttribute("lines", GoalLine.of(all));
            model.addAttribute("stamp", GoalService.stamp(open.book()));
        }
        model.addAttribute("frame", frames.ofClass(open, PAGE));
        model.addAttribute("blank", GoalLine.BLANK);
        model.addAttribute(
                "counts",
                all.all().stream()
                        .collect(Collectors.toMap(
                                goal -> Long.valueOf(goal.id().text()),
                                goal -> goal.evidence().size())));
        model.addAttribute(
                "without",
                all.all().stream()
                        .filter(goal ->
                                goal.evidence().isEmpty() && all.under(goal).isEmpty())
                        .map(Goal::title)
                        .toList());
        model.addAttribute("loose", loose(open, all));
        model.addAttribute(
                "aboves",
                all.all().stream()
                        .filter(goal -> !all.under(goal).isEmpty())
                        .map(goal -> GoalService.id(goal.id()))
                        .collect(Collectors.toSet()));
        model.addAttribute(
                "others",
                books.classes(open.teacher()).stream()
                        .filter(row -> row.id() != open.id())
                        .toList());
        return "goals/goals";
    }

    /** Titles of marked pieces that are evidence of nothing, whole or in part. */
    private static List<String> loose(OpenClass open, Goals all) {
        Set<Long> linked = Link.of(all).stream().map(Link::assessment).collect(Collectors.toSet());
        return open.book().assessments().stream()
                .filter(piece -> piece.kind().isMarked() && !linked.contains(ClassBook.id(piece)))
                .map(Assessment::title)
                .toList();
    }

    @PostMapping
    String save(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        List<GoalLine> lines = GoalLine.read(fields);
        return Sent.of(() -> goals.save(
                        open.teacher(),
                        open.id(),
                        fields.text("stamp"),
                        lines,
                        fields.text("really").equals("true")))
                .saying(flash, "The goals are saved.")
                .to(to(open, ""))
                .orShow(model, () -> {
                    model.addAttribute("lines", lines);
                    model.addAttribute("stamp", fields.text("stamp"));
                    model.addAttribute(
                            "asksReally",
                            lines.size() < GoalService.of(open.book()).all().size());
                    return list(open, model);
                });
    }

    /** Goals pasted as an indented list, or from a file. */
    @PostMapping("/add")
    String add(
            OpenClass open,
            @RequestParam(name = "file", required = false) @Nullable MultipartFile file,
            FormFields fields,
            Model model,
            RedirectAttributes flash)
            throws IOException {
        String pasted = fields.raw("pasted");
        return Sent.ofFile(() -> goals.add(
                        open.teacher(),
                        open.id(),
                        file == null || file.isEmpty() ? GoalList.ofText(pasted) : GoalList.ofFile(file.getBytes())))
                .saying(flash, count -> count == 1 ? "1 goal is added." : count + " goals are added.")
                .to(to(open, ""))
                .orShow(model, "addProblems", () -> {
                    model.addAttribute("pasted", pasted);
                    return list(open, model);
                });
    }

    /**
     * A line of the grid: a piece, or a part of one.
     *
     * @param part 0 for a whole piece
     */
    record Row(long assessment, long part, String title, String date) {
        public String link(Goal goal) {
            return goal.id().text() + ":" + assessment + ":" + part;
        }
    }

    /**
     * The part of the grid that is shown: all of it, one goal or one piece.
     *
     * @param goal 0 for all, as {@code piece}
     */
    private record Shown(long goal, long piece) {
        static Shown of(OpenClass open) {
            return new Shown(
                    FormFields.toNumber(open.parameters().get("goal")),
                    FormFields.toNumber(open.parameters().get("piece")));
        }

        boolean holds(Goal own) {
            return goal == 0 || GoalService.id(own.id()) == goal;
        }

        boolean holds(Assessment own) {
            return piece == 0 || ClassBook.id(own) == piece;
        }

        boolean holds(Link link) {
            return (goal == 0 || link.goal() == goal) && (piece == 0 || link.assessment() == piece);
        }

        /** As an address holds it. */
        String query() {
            return (goal == 0 ? "" : "&goal=" + goal) + (piece == 0 ? "" : "&piece=" + piece);
        }
    }

    @GetMapping("/evidence")
    String grid(OpenClass open, Model model) {
        Shown shown = Shown.of(open);
        model.addAttribute("frame", frames.ofClass(open, PAGE + "/evidence"));
        model.addAttribute("stamp", GoalService.stamp(open.book()));
        model.addAttribute(
                "goals",
                PieceGoals.offered(open.book()).stream().filter(shown::holds).toList());
        model.addAttribute("rows", rows(open, shown));
        model.addAttribute("shown", shown.query());
        if (!model.containsAttribute("links")) {
            model.addAttribute(
                    "links",
                    Link.of(GoalService.of(open.book())).stream()
                            .map(Link::toString)
                            .collect(Collectors.toSet()));
        }
        return "goals/evidence";
    }

    private static List<Row> rows(OpenClass open, Shown shown) {
        List<Row> rows = new ArrayList<>();
        for (Assessment piece : open.book().assessments()) {
            if (piece.kind().isMarked() && shown.holds(piece)) {
                String date = Days.brief(piece.date());
                rows.add(new Row(ClassBook.id(piece), 0, piece.title(), date));
                piece.parts()
                        .forEach(part -> rows.add(new Row(
                                ClassBook.id(piece), Long.parseLong(part.id().text()), part.title(), "")));
            }
        }
        return rows;
    }

    @PostMapping("/evidence")
    String link(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        Shown shown = Shown.of(open);
        Set<String> ticked = Set.copyOf(fields.texts("link"));
        return Sent.of(() -> evidence.link(
                        open.teacher(),
                        open.id(),
                        fields.text("stamp"),
                        shown::holds,
                        ticked.stream().flatMap(link -> Link.of(link).stream()).collect(Collectors.toSet())))
                .saying(flash, "The evidence is saved.")
                .to(to(open, "/evidence") + shown.query())
                .orShow(model, () -> {
                    model.addAttribute("links", ticked);
                    return grid(open, model);
                });
    }

    /** The goals again in other classes, with the evidence they have there by the same titles. */
    @PostMapping("/copy")
    String copy(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        List<Long> classes =
                fields.texts("to").stream().map(FormFields::toNumber).toList();
        return Sent.of(() -> copier.copy(open.teacher(), open.id(), classes))
                .saying(flash, made -> String.join(" ", made))
                .to(to(open, ""))
                .orShow(model, "copyProblems", () -> list(open, model));
    }
}
