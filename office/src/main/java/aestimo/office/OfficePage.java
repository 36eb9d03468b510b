package aestimo.office;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The school's own page: its dates, how the service behaves, whom it refuses, and what came in. */
@Controller
class OfficePage {
    private final Roster roster = Roster.load();
    private final RosterApi rostering;
    private final Store store;

    OfficePage(RosterApi rostering, Store store) {
        this.rostering = rostering;
        this.store = store;
    }

    record TermLine(String id, String title, LocalDate from, LocalDate to) {}

    record ResultLine(
            String student, String status, String score, String grade, String comment, String at, int times) {}

    record ItemLine(String title, String schoolClass, List<ResultLine> results) {}

    record RefusedLine(String id, String name, String reason) {}

    @GetMapping("/")
    String show(Model model) {
        model.addAttribute("school", roster.school());
        model.addAttribute(
                "terms",
                roster.terms().stream()
                        .map(term -> new TermLine(
                                RosterApi.periodId(term),
                                term.title(),
                                rostering.takes(term).from(),
                                rostering.takes(term).to()))
                        .toList());
        model.addAttribute("temper", store.temper());
        model.addAttribute("students", roster.students());
        List<RefusedLine> refused = new ArrayList<>();
        store.refused().forEach((id, reason) -> refused.add(new RefusedLine(id, name(id), reason)));
        model.addAttribute("refused", refused);
        model.addAttribute(
                "items", store.all("lineItems").stream().map(this::item).toList());
        return "office";
    }

    private ItemLine item(Store.Kept kept) {
        String classId =
                String.valueOf(((Map<?, ?>) Objects.requireNonNull(kept.body().get("class"))).get("sourcedId"));
        return new ItemLine(
                String.valueOf(kept.body().get("title")),
                roster.classes().stream()
                        .filter(own -> (RosterApi.PREFIX + own.id()).equals(classId))
                        .map(Roster.SchoolClass::title)
                        .findFirst()
                        .orElse(classId),
                store.results(kept.id()).stream().map(this::result).toList());
    }

    private ResultLine result(Store.Result result) {
        return new ResultLine(
                name(result.studentId()),
                said(result, "scoreStatus"),
                said(result, "score"),
                said(result, "textScore"),
                said(result, "comment"),
                result.lastAt().toString(),
                result.times());
    }

    private static String said(Store.Result result, String name) {
        Object value = result.body().get(name);
        return value == null ? "" : value.toString();
    }

    private String name(String userId) {
        return roster.students().stream()
                .filter(own -> RosterApi.userId(own).equals(userId))
                .findFirst()
                .map(own -> own.family() + ", " + own.given())
                .orElse(userId);
    }

    @PostMapping("/dates")
    String dates(@RequestParam Map<String, String> form, RedirectAttributes told) {
        try {
            for (Roster.Term term : roster.terms()) {
                String id = RosterApi.periodId(term);
                LocalDate from = LocalDate.parse(form.getOrDefault("from-" + id, ""));
                LocalDate to = LocalDate.parse(form.getOrDefault("to-" + id, ""));
                if (to.isBefore(from)) {
                    told.addFlashAttribute("told", term.title() + " would end before it begins. Nothing was changed.");
                    return "redirect:/";
                }
            }
            for (Roster.Term term : roster.terms()) {
                String id = RosterApi.periodId(term);
                store.setTakes(
                        id,
                        new Store.Takes(
                                LocalDate.parse(form.get("from-" + id)), LocalDate.parse(form.get("to-" + id))));
            }
            told.addFlashAttribute("told", "The dates are saved.");
        } catch (DateTimeParseException none) {
            told.addFlashAttribute("told", "One of the dates is no day. Nothing was changed.");
        }
        return "redirect:/";
    }

    @PostMapping("/temper")
    String temper(@RequestParam Map<String, String> form, RedirectAttributes told) {
        String delay = form.getOrDefault("delay", "");
        String every = form.getOrDefault("every", "");
        String how = form.getOrDefault("how", "500");
        if (!delay.matches("[0-9]{1,5}") || !every.matches("[0-9]{1,4}") || !how.matches("500|429|hang|after")) {
            told.addFlashAttribute("told", "Milliseconds and every so many are whole numbers. Nothing was changed.");
        } else {
            store.setTemper(new Store.Temper(Math.min(60_000, Integer.parseInt(delay)), Integer.parseInt(every), how));
            told.addFlashAttribute("told", "The service behaves so from now on.");
        }
        return "redirect:/";
    }

    @PostMapping("/refuse")
    String refuse(@RequestParam Map<String, String> form, RedirectAttributes told) {
        String id = form.getOrDefault("student", "");
        if (form.containsKey("no-longer")) {
            store.refuseNoLonger(id);
            told.addFlashAttribute("told", name(id) + " is refused no longer.");
        } else {
            String reason = form.getOrDefault("reason", "").strip();
            store.refuse(id, reason.isEmpty() ? "The record of this student is closed." : reason);
            told.addFlashAttribute("told", name(id) + " is refused.");
        }
        return "redirect:/";
    }
}
