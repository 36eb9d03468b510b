package aestimo.app.standing;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.SpanChoice;
import aestimo.app.picture.Rail;
import aestimo.core.result.Standing;
import java.util.Arrays;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Where everybody of a class stands, and the working of any figure. */
@Controller
@RequestMapping("/classes/{classId}")
class StandingController {
    static final int WIDE = 880;
    static final int NARROW = 358;

    private final BookService books;
    private final FrameService frames;

    StandingController(BookService books, FrameService frames) {
        this.books = books;
        this.frames = frames;
    }

    @GetMapping("/standing")
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        Standing standing = standing(classBook, parameters);
        StandingChoice choice = StandingChoice.read(parameters, classBook.book());
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "standing"));
        model.addAttribute("choice", choice);
        StandingTable table = StandingTable.of(classBook, standing);
        model.addAttribute("table", choice.applied(table));
        model.addAttribute("students", table.rows().size());
        model.addAttribute("orders", StandingChoice.Order.values());
        model.addAttribute(
                "onlies",
                Arrays.stream(StandingChoice.Only.values())
                        .filter(only -> only.isOffered(choice, classBook.book()))
                        .toList());
        model.addAttribute("setNames", classBook.book().sets());
        model.addAttribute("rail", Rail.of(standing, WIDE));
        model.addAttribute("narrowRail", Rail.of(standing, NARROW));
        model.addAttribute("bands", !classBook.book().boundaries().isEmpty());
        model.addAttribute("margin", StandingMargin.of(standing, choice));
        if (parameters.containsKey("figure")) {
            model.addAttribute("working", new FigureAsked(classBook, standing, parameters).working());
        }
        return "standing/standing";
    }

    /** Every piece of the span on one scale. */
    @GetMapping("/standing/spread")
    String spread(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "standing/spread"));
        model.addAttribute("spread", SpreadView.of(classBook, standing(classBook, parameters)));
        return "standing/spread";
    }

    private static Standing standing(ClassBook classBook, Map<String, String> parameters) {
        return Standing.of(
                classBook.book(), SpanChoice.read(parameters, classBook.book()).span());
    }

    /** The working of one figure, for the margin of any page. */
    @GetMapping("/working")
    String working(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        model.addAttribute(
                "working", new FigureAsked(classBook, standing(classBook, parameters), parameters).working());
        return "standing/working :: told";
    }
}
