package aestimo.app.standing;

import aestimo.app.figures.Catalogue;
import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Figure;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.picture.Rail;
import aestimo.app.web.FormFields;
import aestimo.core.result.Standing;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Where everybody of a class stands, and the working of any figure. */
@Controller
@RequestMapping("/classes/{classId}")
class StandingController {
    static final int WIDE = 880;
    static final int NARROW = 358;

    private final FrameService frames;
    private final StandingColumnsService columns;

    StandingController(FrameService frames, StandingColumnsService columns) {
        this.frames = frames;
        this.columns = columns;
    }

    @GetMapping("/standing")
    String show(OpenClass open, Model model) {
        if (!open.classBook().row().takesResults()) {
            return frames.withoutResults(open, "standing", model);
        }
        ClassFigures at = ClassFigures.of(open);
        Standing standing = at.standing();
        List<Figure> offered = Catalogue.of(List.of(at));
        List<String> chosen = columns.of(open.teacher(), open.id());
        StandingChoice choice = StandingChoice.read(open.parameters(), open.book());
        StandingTable table = StandingTable.of(at, offered, chosen);
        model.addAttribute("frame", frames.ofClass(open, "standing"));
        model.addAttribute("choice", choice);
        model.addAttribute("table", choice.applied(table, at));
        model.addAttribute("students", table.rows().size());
        model.addAttribute("offered", offered);
        model.addAttribute("areUsual", chosen.isEmpty());
        model.addAttribute(
                "shownKeys",
                table.columns().stream().map(StandingTable.Column::key).toList());
        model.addAttribute(
                "onlies",
                Arrays.stream(StandingChoice.Only.values())
                        .filter(only -> only.isOffered(choice, open.book()))
                        .toList());
        model.addAttribute("setNames", open.book().sets());
        model.addAttribute("rail", Rail.of(standing, WIDE));
        model.addAttribute("narrowRail", Rail.of(standing, NARROW));
        model.addAttribute("bands", !open.book().boundaries().isEmpty());
        model.addAttribute("margin", StandingMargin.of(standing, choice));
        if (open.parameters().containsKey("figure")) {
            model.addAttribute("working", WorkingAsked.of(at, open.parameters()));
        }
        return "standing/standing";
    }

    /** Which figures the table shows. */
    @PostMapping("/standing/columns")
    String columns(OpenClass open, FormFields fields) {
        columns.save(
                open.teacher(),
                open.id(),
                Catalogue.of(List.of(ClassFigures.of(open))),
                fields.text("usual").isEmpty() ? Set.copyOf(fields.texts("column")) : Set.of());
        return "redirect:/classes/" + open.id() + "/standing?"
                + StandingChoice.read(open.parameters(), open.book()).but("", "");
    }

    /** Every piece of the span on one scale. */
    @GetMapping("/standing/spread")
    String spread(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "standing/spread"));
        model.addAttribute("spread", SpreadView.of(open.classBook(), open.standing()));
        return "standing/spread";
    }

    /** The working of one figure, for the margin of any page. */
    @GetMapping("/working")
    String working(OpenClass open, Model model) {
        model.addAttribute("working", WorkingAsked.of(ClassFigures.of(open), open.parameters()));
        return "standing/working :: told";
    }
}
