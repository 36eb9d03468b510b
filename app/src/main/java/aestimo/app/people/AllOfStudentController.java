package aestimo.app.people;

import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.paper.ExportService;
import aestimo.app.web.Download;
import aestimo.core.book.Student;
import aestimo.exchange.table.Table;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import tools.jackson.databind.json.JsonMapper;

/** All that is kept of one student, on one page and in one file: for whoever asks what that is. */
@Controller
class AllOfStudentController {
    private final FrameService frames;
    private final AllOfStudent all;
    private final ExportService exports;

    private final JsonMapper json;

    AllOfStudentController(FrameService frames, AllOfStudent all, ExportService exports, JsonMapper json) {
        this.json = json;
        this.frames = frames;
        this.all = all;
        this.exports = exports;
    }

    /** A table with its cells as text. */
    record Shown(String title, List<String> headings, List<List<String>> rows) {
        static Shown of(Table table) {
            return new Shown(
                    table.title(),
                    table.headings(),
                    table.rows().stream()
                            .map(row -> row.stream()
                                    .map(cell -> ((Table.Text) cell).text())
                                    .toList())
                            .toList());
        }

        private Map<String, String> named(List<String> row) {
            Map<String, String> named = new LinkedHashMap<>();
            for (int i = 0; i < row.size(); i++) {
                named.put(headings.get(i), row.get(i));
            }
            return named;
        }
    }

    @GetMapping("/classes/{classId}/room/people/{enrolmentId}")
    String page(OpenClass open, @PathVariable long enrolmentId, Model model) {
        Student student = open.classBook().student(enrolmentId);
        model.addAttribute("frame", frames.ofClass(open, "room/people/" + enrolmentId));
        model.addAttribute("name", student.fullName());
        model.addAttribute("id", enrolmentId);
        model.addAttribute(
                "tables",
                all.tables(open.teacher(), open.id(), enrolmentId).stream()
                        .map(Shown::of)
                        .toList());
        return "people/all";
    }

    /** The same for another program: each part with its lines, headings as names. */
    @GetMapping("/classes/{classId}/room/people/{enrolmentId}/all.json")
    void json(OpenClass open, @PathVariable long enrolmentId, HttpServletResponse response) throws IOException {
        Student student = open.classBook().student(enrolmentId);
        Map<String, List<Map<String, String>>> parts = new LinkedHashMap<>();
        for (Table table : all.tables(open.teacher(), open.id(), enrolmentId)) {
            Shown shown = Shown.of(table);
            parts.put(shown.title(), shown.rows().stream().map(shown::named).toList());
        }
        Download.file(
                response,
                student.listName() + ", everything saved",
                "application/json",
                ".json",
                json.writeValueAsBytes(parts));
    }

    @GetMapping({
        "/classes/{classId}/room/people/{enrolmentId}/all.xlsx",
        "/classes/{classId}/room/people/{enrolmentId}/all.ods"
    })
    void file(OpenClass open, @PathVariable long enrolmentId, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        Student student = open.classBook().student(enrolmentId);
        List<Table> tables = new ArrayList<>(all.tables(open.teacher(), open.id(), enrolmentId));
        exports.sheets(tables, student.listName() + ", everything saved", Download.ending(request), response);
    }
}
