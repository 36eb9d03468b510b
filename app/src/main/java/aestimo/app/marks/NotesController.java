package aestimo.app.marks;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.core.book.Assessment;
import aestimo.core.book.Part;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** All notes and memos of a class, and a search over both. */
@Controller
class NotesController {
    private final FrameService frames;
    private final RemarkService remarks;

    NotesController(FrameService frames, RemarkService remarks) {
        this.frames = frames;
        this.remarks = remarks;
    }

    /** One entry's note and memo, and where the entry is seen. */
    record Line(String student, String piece, String day, String note, String memo, String href) {
        /** Whether every word asked for stands somewhere in it, whatever its accents and capitals. */
        boolean holds(List<String> words) {
            String all = plain(student + " " + piece + " " + note + " " + memo);
            return words.stream().allMatch(all::contains);
        }
    }

    @GetMapping("/classes/{classId}/notes")
    String notes(OpenClass open, Model model) {
        String asked = open.parameters().getOrDefault("words", "").strip();
        List<String> words = Arrays.stream(plain(asked).split("\\s+"))
                .filter(word -> !word.isEmpty())
                .toList();
        List<Line> all = remarks.ofClass(open.teacher(), open.id()).entrySet().stream()
                .map(own -> line(open.classBook(), own.getKey(), own.getValue()))
                .toList();
        model.addAttribute("frame", frames.ofClass(open, "notes"));
        model.addAttribute("words", asked);
        model.addAttribute("count", all.size());
        model.addAttribute(
                "lines", all.stream().filter(line -> line.holds(words)).toList());
        return "marks/notes";
    }

    private static Line line(ClassBook classBook, CellId cell, Remarks own) {
        Assessment piece = classBook.assessment(cell.assessmentId());
        String part = piece.partAt(classBook.part(cell)).map(Part::title).orElse("");
        return new Line(
                classBook.student(cell.enrolmentId()).listName(),
                part.isEmpty() ? piece.title() : piece.title() + ", " + part,
                Days.brief(piece.date()),
                own.note(),
                own.memo(),
                "/classes/" + classBook.row().id() + "/marks?span="
                        + classBook.book().termOf(piece) + "&student=" + cell.enrolmentId() + "&assessment="
                        + cell.assessmentId() + (cell.partId() == 0 ? "" : "&part=" + cell.partId()));
    }

    private static String plain(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT);
    }
}
