package aestimo.app.seats;

import aestimo.app.book.ClassBook;
import aestimo.app.figures.Catalogue;
import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Figure;
import aestimo.app.figures.Value;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.paper.ExportService;
import aestimo.app.roll.Person;
import aestimo.app.roll.StudentService;
import aestimo.app.seats.SeatPlan.Door;
import aestimo.app.seats.SeatPlan.Windows;
import aestimo.app.web.FormFields;
import aestimo.app.web.PictureFile;
import aestimo.app.web.Sent;
import aestimo.core.book.Student;
import aestimo.core.seating.Wish;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Seating plans: drawn, given out, arranged, and on paper. */
@Controller
@RequestMapping("/classes/{classId}/room/seats")
class SeatsController {
    private static final int MOST_COUNTED = 999;

    private final FrameService frames;
    private final SeatService seats;
    private final WishService wishes;
    private final StudentService students;
    private final ExportService exports;

    SeatsController(
            FrameService frames,
            SeatService seats,
            WishService wishes,
            StudentService students,
            ExportService exports) {
        this.frames = frames;
        this.seats = seats;
        this.wishes = wishes;
        this.students = students;
        this.exports = exports;
    }

    @GetMapping
    String plan(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "room/seats"));
        List<SeatPlan> plans = seats.plans(open.teacher(), open.id());
        model.addAttribute("plans", plans);
        model.addAttribute("shapes", Shape.values());
        long asked = FormFields.toNumber(open.parameters().get("plan"));
        Optional<SeatPlan> plan =
                asked == 0 ? plans.stream().findFirst() : Optional.of(seats.plan(open.teacher(), open.id(), asked));
        model.addAttribute("making", plan.isEmpty() || open.parameters().containsKey("new"));
        model.addAttribute("planHere", plan.isPresent());
        plan.ifPresent(own -> shown(open, own, model));
        return "seats/seats";
    }

    private void shown(OpenClass open, SeatPlan plan, Model model) {
        List<Student> present = present(open);
        boolean fromDesk = !"students".equals(open.parameters().get("side"));
        model.addAttribute("plan", plan);
        model.addAttribute("grid", SeatGrid.of(plan, fromDesk));
        model.addAttribute("people", students.people(open.teacher(), open.id()));
        model.addAttribute("present", present);
        model.addAttribute(
                "unseated",
                present.stream()
                        .map(ClassBook::id)
                        .filter(id -> plan.of(id).isEmpty())
                        .toList());
        model.addAttribute("wishes", wishes.of(open.teacher(), open.id()));
        figures(open, model);
    }

    /** One figure a seat may show; none unless it is asked for. */
    private static void figures(OpenClass open, Model model) {
        ClassFigures at = ClassFigures.of(open);
        List<Figure> offered = Catalogue.of(List.of(at)).stream()
                .filter(figure -> figure.isForFew() || !at.isOfFew())
                .toList();
        model.addAttribute("figures", offered);
        String asked = open.parameters().getOrDefault("shows", "");
        Map<Long, Value> values = new HashMap<>();
        offered.stream()
                .filter(figure -> figure.key().equals(asked))
                .findFirst()
                .ifPresent(figure -> at.standing()
                        .students()
                        .forEach(own -> values.put(ClassBook.id(own.student()), figure.of(at, own))));
        model.addAttribute("shows", values.isEmpty() ? "" : asked);
        model.addAttribute("values", values);
        model.addAttribute("shades", SeatShades.of(values));
    }

    private static List<Student> present(OpenClass open) {
        return open.book().students().stream()
                .filter(student -> student.isEnrolledOn(open.book().today()))
                .toList();
    }

    private static String there(OpenClass open, long planId) {
        return "redirect:/classes/" + open.id() + "/room/seats?" + open.span().query() + "&plan=" + planId;
    }

    @PostMapping("/new")
    String create(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        Shape shape = Shape.of(fields.text("shape"));
        return Sent.of(() -> seats.create(open.teacher(), open.id(), fields.text("name"), shape, counts(shape, fields)))
                .saying(flash, "The plan is made. Put students on its seats, or arrange all at once.")
                .to(id -> there(open, id))
                .orShow(model, "planProblems", () -> {
                    model.addAttribute("fields", fields);
                    open.parameters().put("new", "");
                    return plan(open, model);
                });
    }

    private static List<Integer> counts(Shape shape, FormFields fields) {
        return IntStream.range(0, shape.counts().size())
                .mapToObj(i -> (int) Math.min(MOST_COUNTED, fields.number(shape.key() + i)))
                .toList();
    }

    @PostMapping("/{planId}/draw")
    String draw(OpenClass open, @PathVariable long planId, FormFields fields, Model model, RedirectAttributes flash) {
        Shape shape = Shape.of(fields.text("shape"));
        return Sent.of(() ->
                        seats.draw(open.teacher(), open.id(), planId, version(fields), shape, counts(shape, fields)))
                .saying(flash, "The tables are drawn.")
                .to(there(open, planId))
                .orShow(model, "drawProblems", () -> again(open, planId, fields, model));
    }

    private String again(OpenClass open, long planId, FormFields fields, Model model) {
        model.addAttribute("fields", fields);
        open.parameters().put("plan", Long.toString(planId));
        return plan(open, model);
    }

    private static int version(FormFields fields) {
        return (int) Math.min(Integer.MAX_VALUE, fields.number("version"));
    }

    @PostMapping("/{planId}/arrange")
    String arrange(OpenClass open, @PathVariable long planId, FormFields fields, RedirectAttributes flash) {
        SeatService.Order order =
                SeatPlan.chosen(SeatService.Order.values(), fields.text("order"), SeatService.Order.NAME);
        return Sent.of(() -> {
                    SeatService.Arranged made = seats.arrange(
                            open.teacher(),
                            open.id(),
                            planId,
                            version(fields),
                            open.span().span(),
                            order,
                            version(fields));
                    flash.addFlashAttribute("unkept", made.unkept());
                    return made;
                })
                .saying(
                        flash,
                        made -> made.seated() + " students are seated"
                                + (made.unkept().isEmpty() ? ", and all wishes are met." : "."))
                .to(there(open, planId))
                .orSay(flash, there(open, planId));
    }

    @PostMapping("/{planId}/undo")
    String undo(OpenClass open, @PathVariable long planId, FormFields fields, RedirectAttributes flash) {
        return Sent.of(() -> seats.undo(open.teacher(), open.id(), planId, version(fields)))
                .saying(flash, "The seats are as they were before.")
                .to(there(open, planId))
                .orSay(flash, there(open, planId));
    }

    @PostMapping("/{planId}")
    String save(OpenClass open, @PathVariable long planId, FormFields fields, Model model, RedirectAttributes flash) {
        return Sent.of(() -> seats.save(
                        open.teacher(),
                        open.id(),
                        planId,
                        version(fields),
                        fields.text("name"),
                        Door.of(fields.text("door")),
                        Windows.of(fields.text("windows")),
                        fields.text("use").equals("true")))
                .saying(flash, "The plan is saved.")
                .to(there(open, planId))
                .orShow(model, "planProblems", () -> again(open, planId, fields, model));
    }

    @PostMapping("/{planId}/copy")
    String copy(OpenClass open, @PathVariable long planId, RedirectAttributes flash) {
        return Sent.of(() -> seats.copy(open.teacher(), open.id(), planId))
                .saying(flash, "This is the copy.")
                .to(id -> there(open, id))
                .orSay(flash, there(open, planId));
    }

    @PostMapping("/{planId}/delete")
    String delete(OpenClass open, @PathVariable long planId, RedirectAttributes flash) {
        return Sent.of(() -> seats.delete(open.teacher(), open.id(), planId))
                .saying(flash, "The plan is deleted.")
                .to("redirect:/classes/" + open.id() + "/room/seats?"
                        + open.span().query())
                .orSay(flash, there(open, planId));
    }

    @PostMapping("/{planId}/wishes")
    String ask(OpenClass open, @PathVariable long planId, FormFields fields, Model model, RedirectAttributes flash) {
        return Sent.of(() -> wishes.ask(
                        open.teacher(),
                        open.id(),
                        SeatPlan.chosen(Wish.Kind.values(), fields.text("kind"), Wish.Kind.NEAR_FRONT),
                        fields.number("student"),
                        fields.number("other"),
                        planId))
                .saying(flash, "The wish is added. The next arrangement follows it.")
                .to(there(open, planId))
                .orShow(model, "wishProblems", () -> again(open, planId, fields, model));
    }

    @PostMapping("/{planId}/wishes/{wishId}/delete")
    String takeBack(OpenClass open, @PathVariable long planId, @PathVariable long wishId, RedirectAttributes flash) {
        seats.plan(open.teacher(), open.id(), planId);
        return Sent.of(() -> wishes.takeBack(open.teacher(), open.id(), wishId))
                .saying(flash, "The wish is deleted.")
                .to(there(open, planId))
                .orSay(flash, there(open, planId));
    }

    /** One page, lying; without figures, since it is left lying about. */
    @GetMapping("/{planId}/plan.pdf")
    void pdf(OpenClass open, @PathVariable long planId, HttpServletResponse response) throws IOException {
        SeatPlan plan = seats.plan(open.teacher(), open.id(), planId);
        boolean fromDesk = !"students".equals(open.parameters().get("side"));
        Map<Long, Person> people = students.people(open.teacher(), open.id());
        Map<Long, String> photos = people.values().stream()
                .filter(Person::hasPhoto)
                .collect(Collectors.toMap(
                        Person::enrolmentId,
                        person -> students.photo(open.teacher(), open.id(), person.enrolmentId())
                                .map(PictureFile::inline)
                                .orElse("")));
        exports.pdf(
                open.teacher(),
                open.title(),
                plan.name(),
                "seats",
                Map.of(
                        "grid",
                        SeatGrid.of(plan, fromDesk),
                        "plan",
                        plan,
                        "people",
                        people,
                        "photos",
                        photos,
                        "lying",
                        true),
                open.title() + ", seats, " + plan.name(),
                response);
    }
}
