package aestimo.app.marks;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.CategoryLook;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.PageFrame;
import aestimo.app.marks.PieceCopyService.Copy;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page of all assessments of a class, by category. */
@Controller
@RequestMapping("/classes/{classId}/groundwork/assessments")
class PiecesController {
    private final BookService books;
    private final FrameService frames;
    private final AssessmentService assessments;
    private final PieceCopyService copies;

    PiecesController(BookService books, FrameService frames, AssessmentService assessments, PieceCopyService copies) {
        this.books = books;
        this.frames = frames;
        this.assessments = assessments;
        this.copies = copies;
    }

    /** A category with its pieces. */
    record Group(Category category, CategoryLook look, List<Line> pieces) {}

    /**
     * One piece.
     *
     * @param term the id of its term, for the way to its column
     * @param filled of its students' entries, how many hold something
     * @param meant how many there are
     * @param toSettle other loose ends than marks in doubt and blanks
     */
    record Line(
            long id,
            String title,
            String date,
            String term,
            String termName,
            String of,
            String extras,
            int filled,
            int meant,
            long inDoubt,
            long toSettle) {}

    @GetMapping
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = open(teacher, classId, parameters, model);
        Map<Assessment, List<LooseEnd>> byPiece = LooseEnds.of(classBook.book()).stream()
                .filter(end -> end.assessment().isPresent())
                .collect(Collectors.groupingBy(end -> end.assessment().orElseThrow()));
        model.addAttribute(
                "groups",
                classBook.book().categories().stream()
                        .map(category -> new Group(
                                category,
                                classBook.look(category),
                                classBook.book().assessments().stream()
                                        .filter(piece -> piece.category().equals(category.id()))
                                        .map(piece -> line(classBook, piece, byPiece.getOrDefault(piece, List.of())))
                                        .toList()))
                        .toList());
        model.addAttribute("removed", assessments.removed(teacher.id(), classId));
        model.addAttribute(
                "others",
                books.classes(teacher.id()).stream()
                        .filter(row -> row.id() != classId)
                        .toList());
        return "marks/pieces";
    }

    private static Line line(ClassBook classBook, Assessment piece, List<LooseEnd> ends) {
        List<Student> meant = classBook.book().students().stream()
                .filter(student -> student.isMeant(piece))
                .toList();
        String of = switch (piece.kind()) {
            case MARKS -> piece.outOf().toString();
            case GRADES -> "grades";
            case CHECK -> "check";
            case NOTE -> "notes";
        };
        long inDoubt = ends.stream()
                .filter(end -> end.kind() == LooseEnd.Kind.IN_DOUBT)
                .count();
        long unmarked = ends.stream()
                .filter(end -> end.kind() == LooseEnd.Kind.UNMARKED)
                .count();
        return new Line(
                ClassBook.id(piece),
                piece.title(),
                Days.brief(piece.date()),
                classBook.book().termOf(piece).text(),
                classBook
                        .book()
                        .term(classBook.book().termOf(piece))
                        .map(term -> term.name())
                        .orElse(""),
                of,
                extras(piece),
                (int) meant.stream()
                        .flatMap(student -> ClassBook.cells(student, piece).stream())
                        .filter(cell -> !classBook.entry(cell).isNothing())
                        .count(),
                meant.size() * piece.entryCount(),
                inDoubt,
                ends.size() - inDoubt - unmarked);
    }

    private static String extras(Assessment piece) {
        StringBuilder extras = new StringBuilder();
        if (piece.hasParts()) {
            extras.append(piece.parts().size()).append(" parts");
        }
        if (!piece.ceilings().isEmpty()) {
            extras.append(extras.isEmpty() ? "" : ", ").append("ceiling");
        }
        if (piece.isBonus()) {
            extras.append(extras.isEmpty() ? "" : ", ").append("bonus");
        }
        return extras.toString();
    }

    @PostMapping("/{assessmentId}/back")
    String putBack(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long assessmentId,
            @RequestParam Map<String, String> parameters,
            Model model,
            RedirectAttributes told) {
        open(teacher, classId, parameters, model);
        try {
            assessments.putBack(teacher.id(), classId, assessmentId);
            told.addFlashAttribute("done", "It is back on the sheet, with its entries.");
        } catch (FormException refused) {
            told.addFlashAttribute("problems", refused.problems());
        }
        return to(classId, model);
    }

    @PostMapping("/copy")
    String copy(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        open(teacher, classId, parameters, model);
        List<Long> pieces =
                fields.texts("piece").stream().map(FormFields::toNumber).toList();
        List<Long> classes =
                fields.texts("to").stream().map(FormFields::toNumber).toList();
        if (pieces.isEmpty() || classes.isEmpty()) {
            told.addFlashAttribute(
                    "problems",
                    List.of(
                            pieces.isEmpty()
                                    ? "Tick the assessments to be copied."
                                    : "Tick the classes they are copied to."));
            return to(classId, model);
        }
        List<Copy> made = copies.copy(teacher.id(), classId, pieces, classes);
        long kept = made.stream().filter(copy -> copy.refused().isEmpty()).count();
        told.addFlashAttribute(
                "done",
                (kept == 1 ? "1 copy is made" : kept + " copies are made") + ", without entries."
                        + (kept < made.size() ? " The others were refused, as said below." : ""));
        told.addFlashAttribute(
                "problems",
                made.stream()
                        .filter(copy -> !copy.refused().isEmpty())
                        .map(copy -> "“" + copy.piece() + "” was not copied to " + copy.className() + ": "
                                + copy.refused() + ".")
                        .toList());
        return to(classId, model);
    }

    private ClassBook open(SignedInTeacher teacher, long classId, Map<String, String> parameters, Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "groundwork/assessments"));
        return classBook;
    }

    private static String to(long classId, Model model) {
        PageFrame frame = (PageFrame) model.getAttribute("frame");
        return "redirect:/classes/" + classId + "/groundwork/assessments?" + frame.query();
    }
}
