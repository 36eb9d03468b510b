package aestimo.app.goals;

import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.paper.ExportService;
import aestimo.app.web.Download;
import aestimo.app.web.NotFoundException;
import aestimo.core.counting.Counting;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Level;
import aestimo.core.judging.ClassGoals;
import aestimo.core.working.GoalWorking;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** The levels of a class as files, and on one page for a meeting. */
@Controller
@RequestMapping("/classes/{classId}/targets")
class GoalsExportController {
    private final FrameService frames;
    private final ExportService exports;

    GoalsExportController(FrameService frames, ExportService exports) {
        this.frames = frames;
        this.exports = exports;
    }

    private static ClassGoals goals(OpenClass open) {
        return ClassGoals.of(Counting.of(open.book()), open.span().span())
                .filter(goals -> !goals.goals().all().isEmpty())
                .orElseThrow(() -> new NotFoundException("goals"));
    }

    @GetMapping({"/goals.csv", "/goals.xlsx", "/goals.ods"})
    void table(OpenClass open, HttpServletRequest request, HttpServletResponse response) throws IOException {
        exports.sheets(List.of(table(open, goals(open))), Download.ending(request), response);
    }

    /** A line for each student present, a column for each goal, and how many are secure. */
    private static Table table(OpenClass open, ClassGoals goals) {
        List<Goal> all = GoalsView.inOrder(goals.goals());
        List<String> headings = new ArrayList<>(List.of("Number", "Student", "Set"));
        all.forEach(goal -> headings.add(goal.title()));
        headings.add("Secure");
        List<List<Cell>> rows = GoalsView.present(open, "").stream()
                .map(student -> {
                    List<Cell> row = new ArrayList<>(List.of(
                            Cell.of(student.number()),
                            Cell.of(student.listName()),
                            Cell.of(student.set().orElse(""))));
                    all.forEach(goal -> row.add(
                            Cell.of(GoalWorking.words(goals.of(student, goal).level()))));
                    row.add(Cell.of(BigDecimal.valueOf(goals.countAt(Level.SECURE, student))));
                    return row;
                })
                .toList();
        return new Table(open.title() + ", goals, " + open.span().inFull(), headings, rows);
    }

    @GetMapping("/goals/meeting")
    String meeting(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "targets/goals/meeting"));
        model.addAttribute("meeting", GoalsMeeting.of(open, goals(open)));
        model.addAttribute("levels", GoalsView.levels());
        return "goals/meeting";
    }

    @GetMapping("/goals/meeting.pdf")
    void meetingPdf(OpenClass open, HttpServletResponse response) throws IOException {
        Map<String, Object> model = new HashMap<>();
        model.put("meeting", GoalsMeeting.of(open, goals(open)));
        model.put("levels", GoalsView.levels());
        exports.pdf(
                open.teacher(),
                open.title(),
                "goals, " + open.span().inFull(),
                "goals",
                model,
                open.title() + ", goals for a meeting",
                response);
    }
}
