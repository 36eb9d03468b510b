package aestimo.app.marks;

import aestimo.app.book.BookService;
import aestimo.app.book.CategoryStyle;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.PageFrame;
import aestimo.app.groundwork.CategoryService;
import aestimo.app.marks.PieceCopyService.Copy;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page of all assessments of a class, by category. */
@Controller
@RequestMapping("/classes/{classId}/groundwork/assessments")
class PiecesController {
    private final BookService books;
    private final FrameService frames;
    private final AssessmentService assessments;
    private final PieceCopyService copies;

    private final CategoryService categories;

    PiecesController(
            BookService books,
            FrameService frames,
            AssessmentService assessments,
            PieceCopyService copies,
            CategoryService categories) {
        this.categories = categories;
        this.books = books;
        this.frames = frames;
        this.assessments = assessments;
        this.copies = copies;
    }

    /** A category with its pieces. */
    record Group(Category category, CategoryStyle look, List<Line> pieces) {}

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
    String show(OpenClass open, Model model) {
        frame(open, model);
        Map<Assessment, List<LooseEnd>> byPiece = LooseEnds.of(open.book()).stream()
                .filter(end -> end.assessment().isPresent())
                .collect(Collectors.groupingBy(end -> end.assessment().orElseThrow()));
        model.addAttribute(
                "groups",
                open.book().categories().stream()
                        .map(category -> new Group(
                                category,
                                open.classBook().look(category),
                                open.book().assessments().stream()
                                        .filter(piece -> piece.category().equals(category.id()))
                                        .map(piece ->
                                                line(open.classBook(), piece, byPiece.getOrDefault(piece, List.of())))
                                        .toList()))
                        .toList());
        model.addAttribute("removed", assessments.removed(open.teacher(), open.id()));
        model.addAttribute(
                "others",
                books.classes(open.teacher()).stream()
                        .filter(row -> row.id() != open.id())
                        .toList());
        model.addAttribute(
                "takers",
                open.book().categories().stream()
                        .filter(category -> !category.retired())
                        .toList());
        model.addAttribute(
                "elsewhere",
                books.classes(open.teacher()).stream()
                        .filter(row -> row.id() != open.id())
                        .flatMap(row -> books.open(open.teacher(), row.id()).book().categories().stream())
                        .filter(category -> !category.retired())
                        .map(Category::name)
                        .distinct()
                        .sorted(String.CASE_INSENSITIVE_ORDER)
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
    String putBack(OpenClass open, @PathVariable long assessmentId, Model model, RedirectAttributes flash) {
        frame(open, model);
        return Sent.of(() -> assessments.putBack(open.teacher(), open.id(), assessmentId))
                .saying(flash, "It is back on the sheet, with its entries.")
                .orSay(flash, to(open.id(), model));
    }

    /** To another category of the class, all that are ticked or none. */
    @PostMapping("/move")
    String move(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        frame(open, model);
        List<Long> pieces =
                fields.texts("piece").stream().map(FormFields::toNumber).toList();
        return Sent.of(() -> {
                    if (pieces.isEmpty()) {
                        throw new FormException("Tick the assessments to be moved.");
                    }
                    return categories.move(open.teacher(), open.id(), pieces, fields.number("category"));
                })
                .saying(flash, moved -> moved == 1 ? "1 assessment is moved." : moved + " assessments are moved.")
                .orSay(flash, to(open.id(), model));
    }

    @PostMapping("/copy")
    String copy(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        frame(open, model);
        List<Long> pieces =
                fields.texts("piece").stream().map(FormFields::toNumber).toList();
        List<Long> classes =
                fields.texts("to").stream().map(FormFields::toNumber).toList();
        if (pieces.isEmpty() || classes.isEmpty()) {
            flash.addFlashAttribute(
                    "problems",
                    List.of(
                            pieces.isEmpty()
                                    ? "Tick the assessments to be copied."
                                    : "Tick the classes they are copied to."));
            return to(open.id(), model);
        }
        List<Copy> made = copies.copy(open.teacher(), open.id(), pieces, classes, fields.text("instead"));
        long kept = made.stream().filter(copy -> copy.refused().isEmpty()).count();
        flash.addFlashAttribute(
                "done",
                (kept == 1 ? "1 copy is made" : kept + " copies are made") + ", without entries."
                        + (kept < made.size() ? " The others were refused, as said below." : ""));
        flash.addFlashAttribute(
                "problems",
                made.stream()
                        .filter(copy -> !copy.refused().isEmpty())
                        .map(copy -> "“" + copy.piece() + "” was not copied to " + copy.className() + ": "
                                + copy.refused() + ".")
                        .toList());
        return to(open.id(), model);
    }

    private void frame(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "groundwork/assessments"));
    }

    private static String to(long classId, Model model) {
        PageFrame frame = PageFrame.of(model);
        return "redirect:/classes/" + classId + "/groundwork/assessments?" + frame.query();
    }
}
