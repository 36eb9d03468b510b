package aestimo.app.attendance;

import aestimo.app.contacts.ContactService;
import aestimo.app.contacts.Reach;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.goals.PieceGoals;
import aestimo.app.goals.StudentGoals;
import aestimo.app.roll.Person;
import aestimo.app.roll.StudentService;
import aestimo.app.seats.SeatService;
import aestimo.app.seats.WishService;
import aestimo.app.web.FormFields;
import aestimo.core.book.Student;
import aestimo.core.counting.Counting;
import aestimo.core.judging.ClassGoals;
import aestimo.core.register.Lesson;
import java.time.LocalDate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** What one wants to know of a student while standing in the room, for the margin. */
@Controller
class AboutController {
    private static final int STRIP = 262;

    private final FrameService frames;
    private final StudentService students;
    private final ContactService contacts;
    private final SeatService seats;
    private final WishService wishes;

    AboutController(
            FrameService frames,
            StudentService students,
            ContactService contacts,
            SeatService seats,
            WishService wishes) {
        this.frames = frames;
        this.students = students;
        this.contacts = contacts;
        this.seats = seats;
        this.wishes = wishes;
    }

    /** @param line such as “2210 · North · row 2, seat 4” */
    record About(String called, String line) {}

    @GetMapping("/classes/{classId}/room/students/{enrolmentId}")
    String about(OpenClass open, @PathVariable long enrolmentId, Model model) {
        Student student = open.classBook().student(enrolmentId);
        String seat = seats.inUse(open.teacher(), open.id())
                .flatMap(plan -> plan.seatOf(enrolmentId))
                .orElse("");
        model.addAttribute("frame", frames.ofClass(open, "room"));
        model.addAttribute(
                "student",
                new About(
                        student.fullName(),
                        Stream.of(student.number(), student.set().orElse(""), seat)
                                .filter(text -> !text.isEmpty())
                                .collect(Collectors.joining(" · "))));
        model.addAttribute(
                "attendance", AttendanceView.of(open.book(), open.span().span(), student, STRIP));
        model.addAttribute(
                "beside",
                BesideView.of(open.classBook()).stream()
                        .filter(own -> own.student().equals(student.id().text()))
                        .toList());
        model.addAttribute(
                "asked",
                wishes.of(open.teacher(), open.id()).stream()
                        .filter(own -> own.wish().student().equals(student.id())
                                || own.wish()
                                        .other()
                                        .filter(student.id()::equals)
                                        .isPresent())
                        .toList());
        model.addAttribute(
                "person", students.people(open.teacher(), open.id()).getOrDefault(enrolmentId, Person.UNKNOWN));
        model.addAttribute(
                "contacts",
                contacts.ofClass(open.teacher(), open.id())
                        .getOrDefault(enrolmentId, Reach.NONE)
                        .contacts());
        addGoals(open, student, model);
        return "register/about :: about";
    }

    /** How far with the goals, and what is needed to set a level by hand on the day of the lesson that is open. */
    private static void addGoals(OpenClass open, Student student, Model model) {
        long lesson = FormFields.toNumber(open.parameters().get("lesson"));
        LocalDate today = open.book().today();
        LocalDate day = open.book()
                .register()
                .flatMap(register -> register.lessons().stream()
                        .filter(own -> own.id().text().equals(Long.toString(lesson)))
                        .findFirst())
                .map(Lesson::date)
                .filter(date -> date.isBefore(today))
                .orElse(today);
        model.addAttribute(
                "goals",
                StudentGoals.of(
                        ClassGoals.of(Counting.of(open.book()), open.span().span()), student));
        model.addAttribute("goalsOffered", PieceGoals.offered(open.book()));
        model.addAttribute("levels", StudentGoals.levels());
        model.addAttribute("day", day);
        model.addAttribute("dayWords", Days.brief(day));
        model.addAttribute(
                "page", "room-" + lesson + ("name".equals(open.parameters().get("by")) ? "-name" : ""));
    }
}
