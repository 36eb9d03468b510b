package aestimo.app.people;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.roll.BirthdayService;
import aestimo.app.roll.BirthdayService.Birthday;
import aestimo.app.web.Download;
import biweekly.Biweekly;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import biweekly.property.DateStart;
import biweekly.property.RecurrenceRule;
import biweekly.util.DateTimeComponents;
import biweekly.util.Frequency;
import biweekly.util.ICalDate;
import biweekly.util.Recurrence;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

/** The birthdays of all classes as a calendar: whole days that come round every year, without the year of birth. */
@Controller
class BirthdaysController {
    private final BirthdayService birthdays;

    BirthdaysController(BirthdayService birthdays) {
        this.birthdays = birthdays;
    }

    @GetMapping("/birthdays.ics")
    void calendar(@AuthenticationPrincipal SignedInTeacher teacher, HttpServletResponse response) throws IOException {
        ICalendar calendar = new ICalendar();
        calendar.setProductId("-//Aestimo//EN");
        birthdays.all(teacher.id()).forEach(own -> calendar.addEvent(event(own)));
        Download.file(
                response,
                "Birthdays",
                "text/calendar;charset=UTF-8",
                ".ics",
                Biweekly.write(calendar).go().getBytes(StandardCharsets.UTF_8));
    }

    private static VEvent event(Birthday own) {
        VEvent event = new VEvent();
        event.setUid("birthday-" + own.studentId() + "@aestimo");
        event.setSummary(own.name() + "'s birthday (" + own.ofClass() + ")");
        event.setDateStart(new DateStart(new ICalDate(
                new DateTimeComponents(
                        own.next().getYear(),
                        own.next().getMonthValue(),
                        own.next().getDayOfMonth()),
                false)));
        event.setRecurrenceRule(new RecurrenceRule(new Recurrence.Builder(Frequency.YEARLY).build()));
        return event;
    }
}
