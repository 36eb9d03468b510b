package aestimo.app.goals;

import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.goals.GoalsView.AtGoal;
import aestimo.app.goals.GoalsView.Said;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import aestimo.app.web.Undo;
import aestimo.core.book.Student;
import aestimo.core.counting.Counting;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.goal.Level;
import aestimo.core.goal.LevelByHand;
import aestimo.core.id.GoalId;
import aestimo.core.judging.ClassGoals;
import aestimo.core.judging.GoalStanding;
import aestimo.core.typed.TypedDay;
import aestimo.core.value.Places;
import aestimo.core.working.GoalWorking;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** How far the class, and each student, is with the goals; levels set by hand. */
@Controller
@RequestMapping("/classes/{classId}/targets/goals")
class TargetGoalsController {
    private static final String PAGE = "targets/goals";
    private static final Pattern ROOM = Pattern.compile("room-([0-9]{1,18})(-name)?");

    private final FrameService frames;
    private final LevelService levels;

    TargetGoalsController(FrameService frames, LevelService levels) {
        this.frames = frames;
        this.levels = levels;
    }

    /** @param page under this one, or “room-12” or “room-12-name” for a lesson in the room */
    private static String to(OpenClass open, String page) {
        Matcher room = ROOM.matcher(page);
        return "redirect:/classes/" + open.id() + "/"
                + (room.matches()
                        ? "room?" + open.span().query() + "&lesson=" + room.group(1)
                                + (room.group(2) == null ? "" : "&by=name")
                        : PAGE + page + "?" + open.span().query());
    }

    /** The page to come back to as a form sends it; nothing where it is none of ours, or of a goal that is gone. */
    private static String page(OpenClass open, FormFields fields) {
        String page = fields.text("page");
        boolean gone = page.startsWith("/of/")
                && GoalService.of(open.book()).find(id(page.substring(4))).isEmpty();
        return !gone && page.matches("(/of)?/[0-9]{1,18}") || ROOM.matcher(page).matches() ? page : "";
    }

    private static String set(OpenClass open) {
        String asked = open.parameters().getOrDefault("set", "");
        return open.book().sets().contains(asked) ? asked : "";
    }

    @GetMapping
    String goals(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, PAGE));
        model.addAttribute("levels", GoalsView.levels());
        model.addAttribute("sets", open.book().sets());
        model.addAttribute("set", set(open));
        if (GoalService.of(open.book()).all().isEmpty()) {
            return "goals/standing";
        }
        ClassGoals judged =
                ClassGoals.of(Counting.of(open.book()), open.span().span()).orElseThrow();
        Optional<Goal> chosen = judged.goals().find(id(open.parameters().getOrDefault("goal", "")));
        Optional<Level> level = GoalsView.level(open.parameters().getOrDefault("level", ""));
        GoalsView view = GoalsView.of(open, judged, set(open));
        Optional<Level> filter = level.filter(own -> chosen.isEmpty());
        model.addAttribute("view", filter.map(view::at).orElse(view));
        model.addAttribute("chosenLevel", level.map(Said::new).orElse(null));
        filter.ifPresent(own -> {
            model.addAttribute("filtered", own);
            model.addAttribute("byStudent", GoalsView.byStudent(open, judged, own, set(open)));
        });
        chosen.ifPresent(goal -> {
            model.addAttribute("chosen", goal);
            model.addAttribute(
                    "students",
                    GoalsView.students(open, judged, goal, set(open)).stream()
                            .filter(own -> level.map(own.said().level()::equals).orElse(true))
                            .toList());
        });
        return "goals/standing";
    }

    private static GoalId id(String text) {
        return new GoalId(text.isBlank() ? "0" : text);
    }

    private static Goal goal(Goals all, long goalId) {
        return all.find(new GoalId(Long.toString(goalId))).orElseThrow(() -> new NotFoundException("goal"));
    }

    /** One goal down the class, with levels to set by hand. */
    @GetMapping("/of/{goalId}")
    String ofGoal(OpenClass open, @PathVariable long goalId, Model model) {
        Goal goal = goal(GoalService.of(open.book()), goalId);
        ClassGoals judged =
                ClassGoals.of(Counting.of(open.book()), open.span().span()).orElseThrow();
        List<AtGoal> students = GoalsView.students(open, judged, goal, set(open));
        model.addAttribute("frame", frames.ofClass(open, PAGE + "/of/" + goalId));
        model.addAttribute("goal", goal);
        model.addAttribute("above", !judged.goals().under(goal).isEmpty());
        model.addAttribute("students", students);
        model.addAttribute("levels", GoalsView.levels());
        if (!model.containsAttribute("day")) {
            model.addAttribute("day", open.book().today().toString());
        }
        return "goals/goal";
    }

    /** Levels set by hand down the class, all of one day; those left alone stay as they are. */
    @PostMapping("/of/{goalId}")
    String setDown(
            OpenClass open, @PathVariable long goalId, FormFields fields, Model model, RedirectAttributes flash) {
        List<String> enrolments = fields.texts("enrolment");
        return Sent.of(() -> {
                    Map<Long, Optional<Level>> asked = new LinkedHashMap<>();
                    for (int i = 0; i < enrolments.size(); i++) {
                        String level = fields.text("level", i);
                        if (!level.isEmpty()) {
                            asked.put(
                                    FormFields.toNumber(enrolments.get(i)),
                                    level.equals("none") ? Optional.empty() : Optional.of(level(level)));
                        }
                    }
                    if (asked.isEmpty()) {
                        throw new FormException("Choose a level for somebody first.");
                    }
                    return levels.setLevels(open.teacher(), open.id(), goalId, asked, day(fields));
                })
                .saying(flash, TargetGoalsController::set)
                .undoable(flash, step -> undo(open, step, "/of/" + goalId))
                .to(to(open, "/of/" + goalId))
                .orShow(model, () -> {
                    model.addAttribute("day", fields.text("day"));
                    return ofGoal(open, goalId, model);
                });
    }

    private static String set(LevelService.Step step) {
        return step.levels() == 0
                ? "These levels were set already."
                : step.levels() == 1 ? "1 level is set." : step.levels() + " levels are set.";
    }

    private static Optional<Undo> undo(OpenClass open, LevelService.Step step, String page) {
        return step.levels() == 0
                ? Optional.empty()
                : Optional.of(new Undo(
                        "/classes/" + open.id() + "/" + PAGE + "/undo?"
                                + open.span().query(),
                        step.id().toString(),
                        page));
    }

    /** Puts back what was set at once; the page it was set on says so, and can do it again. */
    @PostMapping("/undo")
    String undo(OpenClass open, FormFields fields, RedirectAttributes flash) {
        String page = page(open, fields);
        boolean again = fields.text("words").equals("Redo");
        UUID step = Undo.step(fields).orElseThrow(() -> new NotFoundException("step"));
        return Sent.of(() -> levels.undo(open.teacher(), open.id(), step))
                .saying(flash, again ? "Done again." : "Undone. Everything is as it was before.")
                .undoable(flash, undone -> undo(open, undone, page).map(undo -> again ? undo : undo.redo()))
                .orSay(flash, to(open, page));
    }

    private static LocalDate day(FormFields fields) {
        return TypedDay.read(fields.text("day"))
                .orElseThrow(() -> FormException.at(
                        "day", "The day is “" + fields.text("day") + "”. It must be one such as 2027-02-24."));
    }

    private static Level level(String asked) {
        return GoalsView.level(asked).orElseThrow(() -> FormException.at("level", "Choose one of the levels."));
    }

    /**
     * A goal of one student.
     *
     * @param terms the level in each term up to the one looked at
     * @param hand levels set by hand, the latest first
     */
    record Own(
            long id,
            String title,
            boolean under,
            boolean above,
            Said said,
            String why,
            List<TermLevel> terms,
            List<GoalStanding.Piece> pieces,
            List<HandLevel> hand) {
        public boolean isOpen() {
            return !above;
        }
    }

    record TermLevel(String term, Said said) {}

    record HandLevel(Said said, LocalDate date) {}

    /** One student with every goal, its evidence, and levels to set by hand. */
    @GetMapping("/{enrolmentId}")
    String ofStudent(OpenClass open, @PathVariable long enrolmentId, Model model) {
        Student student = open.classBook().student(enrolmentId);
        model.addAttribute("frame", frames.ofClass(open, PAGE + "/" + enrolmentId));
        model.addAttribute("student", student);
        model.addAttribute("id", enrolmentId);
        model.addAttribute("levels", GoalsView.levels());
        model.addAttribute("own", own(open, student));
        model.addAttribute("places", open.book().rules().places());
        if (!model.containsAttribute("day")) {
            model.addAttribute("day", open.book().today().toString());
        }
        return "goals/student";
    }

    private static List<Own> own(OpenClass open, Student student) {
        Goals all = GoalService.of(open.book());
        if (all.all().isEmpty()) {
            return List.of();
        }
        Counting counting = Counting.of(open.book());
        ClassGoals judged = ClassGoals.of(counting, open.span().span()).orElseThrow();
        List<ClassGoals> byTerm = GoalsView.byTerm(open.book(), counting);
        return GoalsView.inOrder(all).stream()
                .map(goal -> own(open, student, judged, byTerm, goal))
                .toList();
    }

    private static Own own(OpenClass open, Student student, ClassGoals judged, List<ClassGoals> byTerm, Goal goal) {
        Places places = open.book().rules().places();
        GoalStanding standing = judged.of(student, goal);
        List<TermLevel> terms = new ArrayList<>();
        for (int i = 0; i < byTerm.size(); i++) {
            terms.add(new TermLevel(
                    open.book().terms().get(i).name(),
                    new Said(byTerm.get(i).of(student, goal).level())));
        }
        List<HandLevel> hand = judged.goals().levels(student.id(), goal).stream()
                .sorted(Comparator.comparing(LevelByHand::date).reversed())
                .map(level -> new HandLevel(new Said(level.level()), level.date()))
                .toList();
        return new Own(
                Long.parseLong(goal.id().text()),
                goal.title(),
                goal.parent().isPresent(),
                !judged.goals().under(goal).isEmpty(),
                new Said(standing.level()),
                GoalWorking.why(judged, student, goal, places),
                terms,
                standing.pieces(),
                hand);
    }

    /** Sets one level by hand, or takes it back. */
    @PostMapping("/{enrolmentId}")
    String setOne(
            OpenClass open, @PathVariable long enrolmentId, FormFields fields, Model model, RedirectAttributes flash) {
        String asked = fields.text("level");
        String page = page(open, fields).isEmpty() ? "/" + enrolmentId : page(open, fields);
        Student student = open.classBook().student(enrolmentId);
        return Sent.of(() -> levels.setLevel(
                        open.teacher(),
                        open.id(),
                        enrolmentId,
                        fields.number("goal"),
                        asked.equals("none") ? Optional.empty() : Optional.of(level(asked)),
                        day(fields)))
                .saying(
                        flash,
                        step -> step.levels() == 0
                                ? set(step)
                                : student.listName() + ", "
                                        + goal(GoalService.of(open.book()), fields.number("goal"))
                                                .title() + ": "
                                        + (asked.equals("none")
                                                ? "the level set by hand is deleted."
                                                : GoalWorking.words(level(asked)) + " from " + Days.brief(day(fields))
                                                        + "."))
                .undoable(flash, step -> undo(open, step, page))
                .to(to(open, page))
                .orShow(model, () -> {
                    model.addAttribute("day", fields.text("day"));
                    return ofStudent(open, enrolmentId, model);
                });
    }
}
