package aestimo.app.school;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.frame.Address;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.school.SchoolField.Holds;
import aestimo.app.school.SchoolService.FieldLine;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** How the school is reached and what it asks for; and its list of a class beside the teacher's own. */
@Controller
class SchoolController {
    private static final int SPARE_FIELDS = 2;

    private final SchoolService school;
    private final SchoolRosters rosters;
    private final CompareService compare;
    private final FrameService frames;

    SchoolController(SchoolService school, SchoolRosters rosters, CompareService compare, FrameService frames) {
        this.school = school;
        this.rosters = rosters;
        this.compare = compare;
        this.frames = frames;
    }

    /** A further field, as typed. */
    @GetMapping("/school")
    String show(@AuthenticationPrincipal SignedInTeacher teacher, Model model) {
        Optional<Connection> connection = school.connection(teacher.id());
        model.addAttribute(
                "frame", frames.ofDesk(teacher, "The school", "how results and class lists are exchanged", "school"));
        if (!model.containsAttribute("asked")) {
            model.addAttribute("asked", connection.orElse(new Connection("", "", "", "")));
        }
        model.addAttribute("holds", Holds.values());
        model.addAttribute("connected", connection.isPresent());
        model.addAttribute("layout", school.layoutToEdit(teacher.id()));
        if (!model.containsAttribute("fields")) {
            List<FieldLine> lines = new ArrayList<>();
            school.fields(teacher.id())
                    .forEach(field ->
                            lines.add(new FieldLine(field.name(), field.holds(), String.join(", ", field.labels()))));
            for (int i = 0; i < SPARE_FIELDS; i++) {
                lines.add(new FieldLine("", Holds.LABEL, ""));
            }
            model.addAttribute("fields", lines);
            model.addAttribute("commentLength", school.commentLength(teacher.id()));
        }
        return "school/school";
    }

    @PostMapping("/school")
    String connect(
            @AuthenticationPrincipal SignedInTeacher teacher,
            FormFields fields,
            Model model,
            RedirectAttributes flash) {
        Connection asked = new Connection(
                fields.text("address"), fields.text("client"), fields.text("secret"), fields.text("schoolTeacher"));
        if (!fields.text("disconnect").isEmpty()) {
            school.disconnect(teacher.id());
            flash.addFlashAttribute("done", "No school is connected any more. What was sent stays as it is.");
            return "redirect:/school";
        }
        try {
            school.connect(teacher.id(), asked);
            Connection connection = school.connection(teacher.id()).orElseThrow();
            int classes = rosters.classes(connection).size();
            school.saveDates(teacher.id(), rosters.periods(connection));
            flash.addFlashAttribute(
                    "done",
                    "The school answers: " + (classes == 1 ? "1 class" : classes + " classes") + " of yours there.");
        } catch (FormException refused) {
            Sent.refuse(model, Sent.PROBLEMS, refused);
            model.addAttribute("asked", asked);
            return show(teacher, model);
        } catch (SchoolException away) {
            flash.addFlashAttribute("problem", "The connection is saved, but does not work yet: " + away.getMessage());
        }
        return "redirect:/school";
    }

    @PostMapping("/school/asks")
    String asks(
            @AuthenticationPrincipal SignedInTeacher teacher,
            FormFields fields,
            Model model,
            RedirectAttributes flash) {
        List<FieldLine> lines = new ArrayList<>();
        for (int i = 0; i < fields.texts("name").size(); i++) {
            lines.add(new FieldLine(
                    fields.text("name", i),
                    Address.choice(Holds.class, fields.text("holds", i), Holds.LABEL),
                    fields.text("labels", i)));
        }
        return Sent.of(() -> school.saveAsked(teacher.id(), lines, fields.text("commentLength")))
                .saying(flash, "What the school asks for is saved.")
                .to("redirect:/school")
                .orShow(model, () -> {
                    model.addAttribute("fields", lines);
                    model.addAttribute("commentLength", fields.text("commentLength"));
                    return show(teacher, model);
                });
    }

    @PostMapping("/school/layout")
    String layout(@AuthenticationPrincipal SignedInTeacher teacher, FormFields fields, RedirectAttributes flash) {
        List<LayoutColumn> columns = new ArrayList<>();
        List<String> keys = fields.texts("key");
        for (int i = 0; i < keys.size(); i++) {
            columns.add(new LayoutColumn(keys.get(i), fields.text("heading", i)));
        }
        return Sent.of(() -> school.saveLayout(teacher.id(), columns))
                .saying(flash, "The columns are saved.")
                .orSay(flash, "redirect:/school");
    }

    @GetMapping("/classes/{classId}/groundwork/students/school")
    String compare(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "groundwork/students/school"));
        try {
            model.addAttribute(
                    "differences",
                    compare.differences(open.teacher(), open.id(), compare.people(open.teacher(), open.id())));
        } catch (SchoolException away) {
            model.addAttribute("away", away.getMessage());
        }
        return "school/compare";
    }

    @PostMapping("/classes/{classId}/groundwork/students/school")
    String take(OpenClass open, FormFields fields, RedirectAttributes flash, Model model) {
        String query = open.span().query();
        try {
            int taken = compare.take(
                    open.teacher(),
                    open.id(),
                    compare.people(open.teacher(), open.id()),
                    new HashSet<>(fields.texts("chosen")));
            flash.addFlashAttribute(
                    "done", taken == 1 ? "1 change is taken over." : taken + " changes are taken over.");
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            return compare(open, model);
        } catch (SchoolException away) {
            model.addAttribute("problems", List.of(away.getMessage()));
            return compare(open, model);
        }
        return "redirect:/classes/" + open.id() + "/groundwork/students/school?" + query;
    }
}
