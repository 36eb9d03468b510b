package aestimo.app.standing;

import aestimo.app.attendance.AttendanceView;
import aestimo.app.book.HiddenNames;
import aestimo.app.changes.ChangeFilter;
import aestimo.app.changes.ChangeService;
import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.SpanChoice;
import aestimo.app.goals.StudentGoals;
import aestimo.app.marks.RemarkService;
import aestimo.app.roll.StudentService;
import aestimo.app.sealed.SealedTerms;
import aestimo.app.targets.StudentTargets;
import aestimo.app.targets.TargetService;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.core.book.Student;
import aestimo.core.judging.ClassGoals;
import aestimo.core.result.Standing;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One student: for the teacher, beside a parent, and as the student sees it. */
@Controller
@RequestMapping("/classes/{classId}/standing")
class StudentPageController {
    private static final int LATEST_CHANGES = 8;

    private final FrameService frames;
    private final RemarkService remarks;
    private final StudentService students;
    private final ChangeService changes;
    private final EveningService evenings;
    private final TargetService targets;
    private final SealedTerms sealed;

    StudentPageController(
            FrameService frames,
            RemarkService remarks,
            StudentService students,
            ChangeService changes,
            EveningService evenings,
            TargetService targets,
            SealedTerms sealed) {
        this.frames = frames;
        this.remarks = remarks;
        this.students = students;
        this.changes = changes;
        this.evenings = evenings;
        this.targets = targets;
        this.sealed = sealed;
    }

    /** One recorded alteration of the student's entries. */
    record ChangeLine(String at, String what, String was, String became) {}

    @GetMapping("/{enrolmentId}")
    String show(OpenClass open, @PathVariable long enrolmentId, Model model) {
        Student student = open.classBook().student(enrolmentId);
        SpanChoice span = open.span();
        Standing standing = open.standing();
        model.addAttribute("frame", frames.ofClass(open, "standing/" + enrolmentId));
        model.addAttribute(
                "view",
                StudentView.of(open.classBook(), standing, student, remarks.ofClass(open.teacher(), open.id())));
        StandingChoice choice = StandingChoice.read(open.parameters(), open.book());
        ClassFigures figures = ClassFigures.of(open);
        List<StandingTable.Row> order = choice.applied(StandingTable.of(figures, List.of(), List.of()), figures)
                .rows();
        int at = order.stream().map(StandingTable.Row::id).toList().indexOf(Long.toString(enrolmentId));
        model.addAttribute("choice", choice);
        model.addAttribute("span", span);
        model.addAttribute("bands", !open.book().boundaries().isEmpty());
        model.addAttribute("before", at > 0 ? Optional.of(order.get(at - 1)) : Optional.empty());
        model.addAttribute(
                "after", at >= 0 && at + 1 < order.size() ? Optional.of(order.get(at + 1)) : Optional.empty());
        model.addAttribute(
                "said", HiddenNames.areHidden() ? "" : evenings.said(open.teacher(), open.id(), enrolmentId));
        model.addAttribute(
                "card",
                HiddenNames.areHidden()
                        ? Optional.empty()
                        : Optional.of(students.student(open.teacher(), open.id(), enrolmentId)));
        model.addAttribute(
                "targets",
                StudentTargets.of(
                        sealed.attained(open.teacher(), open.classBook()),
                        student,
                        open.parameters().containsKey("stage")));
        model.addAttribute("attendance", AttendanceView.of(open.book(), span.span(), student, StudentView.OVER_TIME));
        model.addAttribute(
                "goals", StudentGoals.of(ClassGoals.of(figures.standing().counting(), span.span()), student));
        model.addAttribute("id", enrolmentId);
        model.addAttribute("stageName", targets.stageName(open.teacher(), open.id()));
        ChangeFilter own = new ChangeFilter(0, enrolmentId, 0, "", null, null, true);
        model.addAttribute(
                "changes",
                changes.ofClass(open.teacher(), open.id(), own, LATEST_CHANGES).stream()
                        .map(change -> new ChangeLine(
                                Days.at(change.at()), change.assessment(), change.was(), change.became()))
                        .toList());
        if (open.parameters().containsKey("figure")) {
            open.parameters().put("student", Long.toString(enrolmentId));
            model.addAttribute("working", WorkingAsked.of(figures, open.parameters()));
        }
        return "standing/student";
    }

    /** Beside a parent: this student alone, in the order of the appointments. */
    @GetMapping("/{enrolmentId}/parent")
    String parent(OpenClass open, @PathVariable long enrolmentId, Model model) {
        Student student = open.classBook().student(enrolmentId);
        SpanChoice span = open.span();
        StudentSheets sheets = StudentSheets.of(
                open.classBook(),
                span,
                List.of(student),
                remarks.ofClass(open.teacher(), open.id()),
                Shown.read(open.parameters()));
        model.addAttribute("look", frames.look(open.signedIn()));
        model.addAttribute("sheets", sheets);
        model.addAttribute("span", span);
        model.addAttribute("fields", Shown.Field.values());
        model.addAttribute("neighbours", evenings.neighbours(open.teacher(), enrolmentId));
        String said = evenings.said(open.teacher(), open.id(), enrolmentId);
        model.addAttribute("wasSaid", said);
        if (!model.containsAttribute("said")) {
            model.addAttribute("said", said);
        }
        model.addAttribute("here", "/classes/" + open.id() + "/standing/" + enrolmentId);
        model.addAttribute("teacherId", open.teacher().value());
        return "standing/parent";
    }

    @PostMapping("/{enrolmentId}/parent")
    String saveSaid(
            OpenClass open, @PathVariable long enrolmentId, FormFields fields, Model model, RedirectAttributes flash) {
        String said = fields.text("said").replace("\r\n", "\n");
        return Sent.of(() -> evenings.saveSaid(
                        open.teacher(),
                        open.id(),
                        enrolmentId,
                        fields.raw("was").replace("\r\n", "\n"),
                        said))
                .saying(flash, "● Saved, for you alone")
                .to("redirect:/classes/" + open.id() + "/standing/" + enrolmentId + "/parent?"
                        + open.span().query() + "&"
                        + Shown.read(open.parameters()).query() + "#said")
                .orShow(model, () -> {
                    model.addAttribute("said", said);
                    return parent(open, enrolmentId, model);
                });
    }

    /** The times at which the parents of a class come. */
    @GetMapping("/evening")
    String evening(OpenClass open, Model model) {
        Map<Long, EveningService.Slot> slots = evenings.ofClass(open.teacher(), open.id());
        Map<Long, String> times = new LinkedHashMap<>();
        slots.forEach((enrolment, slot) -> times.put(enrolment, slot.words()));
        String day = slots.values().stream()
                .findFirst()
                .map(slot -> slot.day().toString())
                .orElse("");
        return eveningPage(open, day, times, model);
    }

    private String eveningPage(OpenClass open, String day, Map<Long, String> times, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "standing/evening"));
        model.addAttribute(
                "students",
                open.book().students().stream()
                        .filter(student -> student.isEnrolledOn(open.book().today()))
                        .toList());
        model.addAttribute("day", day);
        Map<String, String> byId = new LinkedHashMap<>();
        times.forEach((enrolment, time) -> byId.put(Long.toString(enrolment), time));
        model.addAttribute("times", byId);
        return "standing/evening";
    }

    @PostMapping("/evening")
    String saveEvening(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        Map<Long, String> times = new LinkedHashMap<>();
        List<String> ids = fields.texts("enrolment");
        for (int i = 0; i < ids.size(); i++) {
            times.put(FormFields.toNumber(ids.get(i)), fields.text("at", i));
        }
        return Sent.of(() -> evenings.save(open.teacher(), open.id(), fields.text("day"), times))
                .saying(flash, "The times are saved.")
                .to("redirect:/classes/" + open.id() + "/standing/evening?"
                        + open.span().query())
                .orShow(model, () -> eveningPage(open, fields.text("day"), times, model));
    }

    /** Students' sheets one below the other, as they are shown to them. */
    @GetMapping("/sheets")
    String sheets(OpenClass open, Model model) {
        SpanChoice span = open.span();
        model.addAttribute("frame", frames.ofClass(open, "standing/sheets"));
        model.addAttribute(
                "sheets",
                StudentSheets.of(
                        open.classBook(),
                        span,
                        StudentSheets.chosen(open.classBook(), span, open.parameters()),
                        remarks.ofClass(open.teacher(), open.id()),
                        Shown.read(open.parameters())));
        model.addAttribute("all", StudentSheets.present(open.classBook(), span));
        model.addAttribute("fields", Shown.Field.values());
        model.addAttribute("of", open.parameters().getOrDefault("of", ""));
        return "standing/sheets";
    }
}
