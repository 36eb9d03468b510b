package aestimo.app.register;

import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.register.RegisterMapper.DayOffRow;
import aestimo.app.register.RegisterMapper.TimeRow;
import aestimo.app.roll.StudentService;
import aestimo.app.seats.SeatGrid;
import aestimo.app.seats.SeatPlan;
import aestimo.app.seats.SeatService;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.core.book.Term;
import aestimo.core.register.ExcusedAbsence;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What a teacher uses standing in the room: the register, lesson by lesson, and when there are lessons. */
@Controller
@RequestMapping("/classes/{classId}/room")
class RoomController {
    private static final int MOST_TYPED = 999;

    private final FrameService frames;
    private final RegisterService registers;
    private final LessonService lessons;
    private final SeatService seats;
    private final StudentService students;
    private final Clock clock;

    RoomController(
            FrameService frames,
            RegisterService registers,
            LessonService lessons,
            SeatService seats,
            StudentService students,
            Clock clock) {
        this.clock = clock;
        this.frames = frames;
        this.seats = seats;
        this.students = students;
        this.registers = registers;
        this.lessons = lessons;
    }

    @GetMapping
    String register(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "room"));
        Optional<Lesson> lesson = lesson(open);
        model.addAttribute(
                "clock",
                lesson.flatMap(own -> lessons.clock(open.teacher(), open.id(), own))
                        .map(LessonService.Clocked::words)
                        .orElse(""));
        Optional<SeatPlan> plan = seats.inUse(open.teacher(), open.id());
        boolean bySeat = plan.isPresent() && !"name".equals(open.parameters().get("by"));
        model.addAttribute("hasSeats", plan.isPresent());
        model.addAttribute("bySeat", bySeat);
        if (bySeat) {
            model.addAttribute("plan", plan.orElseThrow());
            model.addAttribute("grid", SeatGrid.of(plan.orElseThrow(), true));
            model.addAttribute("people", students.people(open.teacher(), open.id()));
        }
        lesson.ifPresent(own -> {
            long id = Long.parseLong(own.id().text());
            model.addAttribute(
                    "register", RegisterView.of(open.classBook(), own, registers.versions(open.teacher(), id)));
            model.addAttribute(
                    "filled",
                    open.book().register().map(all -> all.entries().size()).orElse(0));
            model.addAttribute("reasons", registers.reasons(open.teacher(), open.id()));
        });
        model.addAttribute("lesson", lesson.isPresent());
        return "register/register";
    }

    /** The one asked for, else the first of today that is not over by the clock, else the last of today, else the latest before, else the first there is. */
    private Optional<Lesson> lesson(OpenClass open) {
        String asked = open.parameters().getOrDefault("lesson", "");
        if (!asked.isEmpty()) {
            return Optional.of(RegisterService.lesson(open.classBook(), FormFields.toNumber(asked)));
        }
        List<Lesson> all = open.book().register().map(Register::inOrder).orElse(List.of());
        LocalDate today = open.book().today();
        List<Lesson> ofToday =
                all.stream().filter(lesson -> lesson.date().equals(today)).toList();
        return ofToday.stream()
                .filter(lesson -> ofToday.size() == 1 || !isOver(open, lesson))
                .findFirst()
                .or(() -> ofToday.stream().reduce((one, later) -> later))
                .or(() -> all.stream()
                        .filter(lesson -> lesson.date().isBefore(today))
                        .reduce((one, later) -> later))
                .or(() -> all.stream().findFirst());
    }

    private boolean isOver(OpenClass open, Lesson lesson) {
        String now = LocalTime.now(clock).toString();
        return lessons.clock(open.teacher(), open.id(), lesson)
                .map(LessonService.Clocked::ends)
                .filter(ends -> !ends.isEmpty() && ends.compareTo(now) < 0)
                .isPresent();
    }

    @GetMapping("/lessons")
    String lessons(OpenClass open, Model model) {
        LessonService.Pattern pattern = lessons.pattern(open.teacher(), open.id());
        model.addAttribute("times", pattern.times());
        model.addAttribute("daysOff", typed(pattern.daysOff()));
        model.addAttribute(
                "excusedCounts",
                open.book()
                        .register()
                        .map(register -> register.excusedAbsence() == ExcusedAbsence.COUNTS)
                        .orElse(true));
        return lessonsPage(open, model);
    }

    private String lessonsPage(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "room/lessons"));
        model.addAttribute(
                "lessons",
                open.book().register().map(Register::inOrder).orElse(List.of()).size());
        return "register/lessons";
    }

    @PostMapping("/lessons")
    String saveLessons(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        boolean counts = !fields.text("excused").equals("left-out");
        return Sent.of(() -> lessons.save(open.teacher(), open.id(), times(fields), fields.raw("daysOff"), counts))
                .saying(flash, count -> count == 1 ? "There is 1 lesson." : "There are " + count + " lessons.")
                .to("redirect:/classes/" + open.id() + "/room/lessons?"
                        + open.span().query())
                .orShow(model, () -> typedPage(open, fields, fields.raw("daysOff"), model));
    }

    /** Days off are put into the form as if typed: nothing is saved by it, and nothing typed is lost. */
    @PostMapping("/lessons/calendar")
    String takeCalendar(
            OpenClass open,
            @RequestParam(name = "calendar", required = false) MultipartFile file,
            FormFields fields,
            Model model)
            throws IOException {
        String before = fields.raw("daysOff").stripTrailing();
        return Sent.ofFile(() -> {
                    if (file == null || file.isEmpty()) {
                        throw FormException.at("calendar", "Choose the calendar file first: it ends in .ics.");
                    }
                    List<Term> terms = open.book().terms();
                    return CalendarFile.daysOff(
                            file.getBytes(),
                            terms.get(0).firstDay(),
                            terms.get(terms.size() - 1).lastDay());
                })
                .to(days -> {
                    model.addAttribute(
                            "taken",
                            (days.size() == 1 ? "1 day" : days.size() + " days")
                                    + " of the calendar are put in below. Look through them, then save.");
                    return typedPage(open, fields, (before + "\n" + typed(days)).strip(), model);
                })
                .orShow(model, () -> typedPage(open, fields, before, model));
    }

    private static List<TimeRow> times(FormFields fields) {
        List<TimeRow> times = new ArrayList<>();
        List<String> weekdays = fields.texts("weekday");
        for (int i = 0; i < weekdays.size(); i++) {
            String week = fields.text("week", i);
            times.add(new TimeRow(
                    number(weekdays.get(i)),
                    number(fields.text("at", i)),
                    week.equals("A") || week.equals("B") ? week : "EVERY",
                    clock(fields.text("starts", i)),
                    clock(fields.text("ends", i))));
        }
        return times;
    }

    /** As it is kept: “8.05” and “8:05” are “08:05”; what is no time stays as typed, to be refused beside its field. */
    private static String clock(String text) {
        String plain = text.replace('.', ':');
        return plain.matches("[0-9]:[0-9]{2}") ? "0" + plain : plain;
    }

    /** A number far out of any range is as wrong as 0. */
    private static int number(String text) {
        long number = FormFields.toNumber(text);
        return number > MOST_TYPED ? 0 : (int) number;
    }

    private String typedPage(OpenClass open, FormFields fields, String daysOff, Model model) {
        model.addAttribute("times", times(fields));
        model.addAttribute("daysOff", daysOff);
        model.addAttribute("excusedCounts", !fields.text("excused").equals("left-out"));
        return lessonsPage(open, model);
    }

    @PostMapping("/lessons/add")
    String add(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        return Sent.of(() -> lessons.add(open.teacher(), open.id(), fields.text("day"), number(fields.text("number"))))
                .saying(flash, "The lesson is added.")
                .to("redirect:/classes/" + open.id() + "/room/lessons?"
                        + open.span().query())
                .orShow(model, () -> {
                    model.addAttribute("day", fields.text("day"));
                    model.addAttribute("number", fields.text("number"));
                    return lessons(open, model);
                });
    }

    @PostMapping("/lessons/{lessonId}/delete")
    String delete(OpenClass open, @PathVariable long lessonId, RedirectAttributes flash) {
        return Sent.of(() -> lessons.delete(open.teacher(), open.id(), lessonId))
                .saying(flash, "The lesson is deleted.")
                .to("redirect:/classes/" + open.id() + "/room?" + open.span().query())
                .orSay(flash, "redirect:/classes/" + open.id() + "/room?lesson=" + lessonId);
    }

    /** Days one after the other with the same words are a stretch. */
    static String typed(List<DayOffRow> days) {
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < days.size(); i++) {
            int end = i;
            while (end + 1 < days.size()
                    && days.get(end + 1).words().equals(days.get(i).words())
                    && days.get(end + 1).date().equals(days.get(end).date().plusDays(1))) {
                end++;
            }
            String until = end == i ? "" : " to " + days.get(end).date();
            lines.add((days.get(i).date() + until + " " + days.get(i).words()).strip());
            i = end;
        }
        return lines.stream().collect(Collectors.joining("\n"));
    }
}
