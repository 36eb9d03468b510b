package aestimo.core.attendance;

import aestimo.core.book.Student;
import aestimo.core.register.Lesson;
import aestimo.core.register.Presence;
import aestimo.core.register.Register;
import java.time.DayOfWeek;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;

/**
 * A student who is away on one weekday above all: absent, excused or not, at least {@value #FEWEST} times on it, and at
 * least twice as often as on all other weekdays together, in a class that has lessons on others too.
 *
 * @param absent how often on that day
 * @param lessons of theirs on that day that were taken
 * @param elsewhere how often on other days
 */
public record OftenAway(DayOfWeek day, int absent, int lessons, int elsewhere) {
    private static final int FEWEST = 4;

    /** Over the lessons given. */
    static Optional<OftenAway> of(Register register, Iterable<Lesson> lessons, Student student) {
        Map<DayOfWeek, int[]> counted = new EnumMap<>(DayOfWeek.class);
        for (Lesson lesson : lessons) {
            int[] day = counted.computeIfAbsent(lesson.date().getDayOfWeek(), key -> new int[2]);
            register.entry(student.id(), lesson).ifPresent(entry -> {
                day[0] += entry.presence() == Presence.ABSENT ? 1 : 0;
                day[1]++;
            });
        }
        int all = counted.values().stream().mapToInt(day -> day[0]).sum();
        return counted.size() < 2
                ? Optional.empty()
                : counted.entrySet().stream()
                        .filter(day ->
                                day.getValue()[0] >= FEWEST && 2 * (all - day.getValue()[0]) <= day.getValue()[0])
                        .findFirst()
                        .map(day -> new OftenAway(
                                day.getKey(), day.getValue()[0], day.getValue()[1], all - day.getValue()[0]));
    }
}
