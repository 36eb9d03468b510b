package aestimo.app.standing;

import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.picture.Rail;
import aestimo.core.result.Standing;
import java.util.Arrays;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Where everybody of a class stands, and the working of any figure. */
@Controller
@RequestMapping("/classes/{classId}")
class StandingController {
    static final int WIDE = 880;
    static final int NARROW = 358;

    private final FrameService frames;

    StandingController(FrameService frames) {
        this.frames = frames;
    }

    @GetMapping("/standing")
    String show(OpenClass open, Model model) {
        if (!open.classBook().row().takesResults()) {
            return frames.withoutResults(open, "standing", model);
        }
        Standing standing = open.standing();
        StandingChoice choice = StandingChoice.read(open.parameters(), open.book());
        model.addAttribute("frame", frames.ofClass(open, "standing"));
        model.addAttribute("choice", choice);
        StandingTable table = StandingTable.of(open.classBook(), standing);
        model.addAttribute("table", choice.applied(table));
        model.addAttribute("students", table.rows().size());
        model.addAttribute("orders", StandingChoice.Order.values());
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
            model.addAttribute("working", new FigureAsked(open.classBook(), standing, open.parameters()).working());
        }
        return "standing/standing";
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
        model.addAttribute("working", new FigureAsked(open.classBook(), open.standing(), open.parameters()).working());
        return "standing/working :: told";
    }
}
