package aestimo.app.roll;

import aestimo.app.frame.Days;
import aestimo.app.store.TeacherId;
import java.time.Clock;
import java.time.LocalDate;
import java.time.MonthDay;
import java.util.Comparator;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Whose birthday it is, over all classes of the year. */
@Service
public class BirthdayService {
    private static final int DAYS_OF_WEEK = 7;

    private final StudentMapper mapper;
    private final Clock clock;

    BirthdayService(StudentMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /**
     * A birthday.
     *
     * @param name given name first
     * @param born the day itself, with its year
     * @param next when it comes round; on 1 March of a year without 29 February
     */
    public record Birthday(long studentId, String name, String ofClass, LocalDate born, LocalDate next) {}

    /** Everybody's, from today on. */
    @Transactional(readOnly = true)
    public List<Birthday> all(TeacherId teacher) {
        return from(teacher, LocalDate.now(clock));
    }

    /** Those from Monday to Sunday of this week. */
    @Transactional(readOnly = true)
    public List<Birthday> thisWeek(TeacherId teacher) {
        LocalDate monday = Days.monday(LocalDate.now(clock));
        return from(teacher, monday).stream()
                .filter(own -> own.next().isBefore(monday.plusDays(DAYS_OF_WEEK)))
                .toList();
    }

    private List<Birthday> from(TeacherId teacher, LocalDate day) {
        return mapper.findBirthdays(teacher, LocalDate.now(clock)).stream()
                .map(row -> new Birthday(
                        row.studentId(),
                        ((row.preferred().isEmpty() ? row.given() : row.preferred()) + " " + row.family()).strip(),
                        row.className(),
                        row.birthday(),
                        next(row.birthday(), day)))
                .sorted(Comparator.comparing(Birthday::next).thenComparing(Birthday::name))
                .toList();
    }

    static LocalDate next(LocalDate born, LocalDate from) {
        LocalDate thisYear = in(born, from.getYear());
        return thisYear.isBefore(from) ? in(born, from.getYear() + 1) : thisYear;
    }

    private static LocalDate in(LocalDate born, int year) {
        MonthDay day = MonthDay.from(born);
        return day.isValidYear(year) ? day.atYear(year) : LocalDate.of(year, 3, 1);
    }
}
