package aestimo.app.sheet;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.marks.RemarkService;
import aestimo.app.marks.Remarks;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Marking one assessment down the class, or along one student. Entries go the way those of the sheet go. */
@Controller
@RequestMapping("/classes/{classId}/run")
class RunController {
    private final FrameService frames;
    private final RemarkService remarks;
    private final ChangeService changes;

    RunController(FrameService frames, RemarkService remarks, ChangeService changes) {
        this.frames = frames;
        this.remarks = remarks;
        this.changes = changes;
    }

    @GetMapping
    String run(OpenClass open, Model model) {
        fill(open, remarks.ofClass(open.teacher(), open.id()), model);
        model.addAttribute("frame", frames.ofClass(open, "marks"));
        model.addAttribute("only", open.parameters().containsKey("only"));
        model.addAttribute("filled", open.book().countFilled());
        model.addAttribute(
                "savedAt",
                changes.latestEntry(open.teacher(), open.id()).map(Days::clock).orElse(""));
        return "sheet/run";
    }

    /** What the marks typed meanwhile make of it, for the script of the run. */
    @GetMapping("/beside")
    String beside(OpenClass open, Model model) {
        fill(open, Map.of(), model);
        return "sheet/run :: moving";
    }

    /**
     * A piece outside the span is looked at over its own term.
     *
     * @param notes none where the answer shows none
     */
    private static void fill(OpenClass open, Map<CellId, Remarks> notes, Model model) {
        ClassBook classBook = open.classBook();
        Standing standing = open.standing();
        String asked = open.parameters().getOrDefault("student", "");
        if (!asked.isEmpty()) {
            Student student = classBook.student(FormFields.toNumber(asked));
            model.addAttribute("run", RunView.along(classBook, standing, student, notes));
            model.addAttribute(
                    "here", "/classes/" + open.id() + "/marks?" + open.span().query());
            model.addAttribute("margin", MarginView.ofStudent(classBook, standing, student));
            return;
        }
        Assessment piece = piece(classBook, standing, open.parameters().getOrDefault("assessment", ""));
        Standing own = standing.assessment(piece.id()).isPresent()
                ? standing
                : Standing.of(
                        standing.counting(),
                        new Span.Terms(Set.of(classBook.book().termOf(piece))));
        model.addAttribute("run", RunView.down(classBook, own, piece, notes));
        model.addAttribute("spread", RunBeside.of(classBook, own, piece));
    }

    /** Where none is named, the latest begun or due of the span. */
    private static Assessment piece(ClassBook classBook, Standing standing, String id) {
        if (!id.isEmpty()) {
            return classBook.assessment(FormFields.toNumber(id));
        }
        return standing.assessments().stream()
                .map(figures -> figures.assessment())
                .filter(piece -> !piece.date().isAfter(classBook.book().today()))
                .reduce((earlier, later) -> later)
                .or(() -> standing.assessments().stream()
                        .map(figures -> figures.assessment())
                        .findFirst())
                .orElseThrow(() -> new NotFoundException("assessment"));
    }
}
