package aestimo.app.standing;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.HiddenNames;
import aestimo.app.changes.ChangeFilter;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.SpanChoice;
import aestimo.app.marks.RemarkService;
import aestimo.app.roll.StudentService;
import aestimo.app.sealed.SealedTerms;
import aestimo.app.targets.StudentTargets;
import aestimo.app.targets.TargetService;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.core.book.Student;
import aestimo.core.result.Standing;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One student: for the teacher, beside a parent, and as the student sees it. */
@Controller
@RequestMapping("/classes/{classId}/standing")
class StudentPageController {
    private static final int LATEST_CHANGES = 8;

    private final BookService books;
    private final FrameService frames;
    private final RemarkService remarks;
    private final StudentService students;
    private final ChangeService changes;
    private final EveningService evenings;
    private final TargetService targets;
    private final SealedTerms sealed;

    StudentPageController(
            BookService books,
            FrameService frames,
            RemarkService remarks,
            StudentService students,
            ChangeService changes,
            EveningService evenings,
            TargetService targets,
            SealedTerms sealed) {
        this.books = books;
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
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long enrolmentId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        Student student = classBook.student(enrolmentId);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        Standing standing = Standing.of(classBook.book(), span.span());
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "standing/" + enrolmentId));
        model.addAttribute(
                "view", StudentView.of(classBook, standing, student, remarks.ofClass(teacher.id(), classId)));
        StandingChoice choice = StandingChoice.read(parameters, classBook.book());
        List<StandingTable.Row> order =
                choice.applied(StandingTable.of(classBook, standing)).rows();
        int at = order.stream().map(StandingTable.Row::id).toList().indexOf(Long.toString(enrolmentId));
        model.addAttribute("choice", choice);
        model.addAttribute("span", span);
        model.addAttribute("bands", !classBook.book().boundaries().isEmpty());
        model.addAttribute("before", at > 0 ? Optional.of(order.get(at - 1)) : Optional.empty());
        model.addAttribute(
                "after", at >= 0 && at + 1 < order.size() ? Optional.of(order.get(at + 1)) : Optional.empty());
        model.addAttribute("said", HiddenNames.areHidden() ? "" : evenings.said(teacher.id(), classId, enrolmentId));
        model.addAttribute(
                "card",
                HiddenNames.areHidden()
                        ? Optional.empty()
                        : Optional.of(students.student(teacher.id(), classId, enrolmentId)));
        model.addAttribute(
                "targets",
                StudentTargets.of(sealed.attained(teacher.id(), classBook), student, parameters.containsKey("stage")));
        model.addAttribute("stageName", targets.stageName(teacher.id(), classId));
        ChangeFilter own = new ChangeFilter(0, enrolmentId, 0, "", null, null, true);
        model.addAttribute(
                "changes",
                changes.ofClass(teacher.id(), classId, own, LATEST_CHANGES).stream()
                        .map(change -> new ChangeLine(
                                Days.at(change.at()), change.assessment(), change.was(), change.became()))
                        .toList());
        if (parameters.containsKey("figure")) {
            parameters.put("student", Long.toString(enrolmentId));
            model.addAttribute("working", new FigureAsked(classBook, standing, parameters).working());
        }
        return "standing/student";
    }

    /** Beside a parent: this student alone, in the order of the appointments. */
    @GetMapping("/{enrolmentId}/parent")
    String parent(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long enrolmentId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        return parentPage(teacher, classId, enrolmentId, parameters, model);
    }

    private String parentPage(
            SignedInTeacher teacher, long classId, long enrolmentId, Map<String, String> parameters, Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        Student student = classBook.student(enrolmentId);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        Sheets sheets = Sheets.of(
                classBook, span, List.of(student), remarks.ofClass(teacher.id(), classId), Shown.read(parameters));
        model.addAttribute("look", frames.look(teacher));
        model.addAttribute("sheets", sheets);
        model.addAttribute("span", span);
        model.addAttribute("fields", Shown.Field.values());
        model.addAttribute("neighbours", evenings.neighbours(teacher.id(), enrolmentId));
        String said = evenings.said(teacher.id(), classId, enrolmentId);
        model.addAttribute("wasSaid", said);
        if (!model.containsAttribute("said")) {
            model.addAttribute("said", said);
        }
        model.addAttribute("here", "/classes/" + classId + "/standing/" + enrolmentId);
        model.addAttribute("teacherId", teacher.id().value());
        return "standing/parent";
    }

    @PostMapping("/{enrolmentId}/parent")
    String keepSaid(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long enrolmentId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        String said = fields.text("said").replace("\r\n", "\n");
        try {
            evenings.keepSaid(
                    teacher.id(), classId, enrolmentId, fields.raw("was").replace("\r\n", "\n"), said);
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            model.addAttribute("said", said);
            return parentPage(teacher, classId, enrolmentId, parameters, model);
        }
        told.addFlashAttribute("done", "The note is kept, for you alone.");
        return "redirect:/classes/" + classId + "/standing/" + enrolmentId + "/parent?"
                + SpanChoice.read(parameters, books.open(teacher.id(), classId).book())
                        .query() + "&"
                + Shown.read(parameters).query();
    }

    /** The times at which the parents of a class come. */
    @GetMapping("/evening")
    String evening(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        Map<Long, EveningService.Slot> slots = evenings.ofClass(teacher.id(), classId);
        Map<Long, String> times = new LinkedHashMap<>();
        slots.forEach((enrolment, slot) -> times.put(enrolment, slot.words()));
        String day = slots.values().stream()
                .findFirst()
                .map(slot -> slot.day().toString())
                .orElse("");
        return eveningPage(teacher, classId, parameters, day, times, model);
    }

    private String eveningPage(
            SignedInTeacher teacher,
            long classId,
            Map<String, String> parameters,
            String day,
            Map<Long, String> times,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "standing/evening"));
        model.addAttribute(
                "students",
                classBook.book().students().stream()
                        .filter(student -> student.isEnrolledOn(classBook.book().today()))
                        .toList());
        model.addAttribute("day", day);
        Map<String, String> byId = new LinkedHashMap<>();
        times.forEach((enrolment, time) -> byId.put(Long.toString(enrolment), time));
        model.addAttribute("times", byId);
        return "standing/evening";
    }

    @PostMapping("/evening")
    String keepEvening(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        Map<Long, String> times = new LinkedHashMap<>();
        List<String> ids = fields.texts("enrolment");
        for (int i = 0; i < ids.size(); i++) {
            times.put(FormFields.toNumber(ids.get(i)), fields.text("at", i));
        }
        try {
            evenings.keep(teacher.id(), classId, fields.text("day"), times);
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            return eveningPage(teacher, classId, parameters, fields.text("day"), times, model);
        }
        told.addFlashAttribute("done", "The times are kept.");
        ClassBook classBook = books.open(teacher.id(), classId);
        return "redirect:/classes/" + classId + "/standing/evening?"
                + SpanChoice.read(parameters, classBook.book()).query();
    }

    /** Students' sheets one below the other, as they are shown to them. */
    @GetMapping("/sheets")
    String sheets(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "standing/sheets"));
        model.addAttribute(
                "sheets",
                Sheets.of(
                        classBook,
                        span,
                        Sheets.chosen(classBook, span, parameters),
                        remarks.ofClass(teacher.id(), classId),
                        Shown.read(parameters)));
        model.addAttribute("all", Sheets.present(classBook, span));
        model.addAttribute("fields", Shown.Field.values());
        model.addAttribute("of", parameters.getOrDefault("of", ""));
        return "standing/sheets";
    }
}
