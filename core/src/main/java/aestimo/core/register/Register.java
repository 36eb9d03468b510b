package aestimo.core.register;

import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The register of a class: its lessons, and what was entered for whom (rules, section 13). Whether it fits the class is
 * for the book to check. Immutable.
 */
public final class Register {
    private static final Comparator<Lesson> BY_TIME =
            Comparator.comparing(Lesson::date).thenComparing(Lesson::at);

    private final ExcusedAbsence excusedAbsence;
    private final List<Lesson> lessons;
    private final List<Lesson> inOrder;
    private final List<RegisterEntry> entries;
    private final Map<LessonId, Map<StudentId, RegisterEntry>> byLesson = new HashMap<>();

    /**
     * @param lessons in any order
     * @param entries at most one for a student and a lesson; of two the later is taken
     */
    public Register(ExcusedAbsence excusedAbsence, List<Lesson> lessons, List<RegisterEntry> entries) {
        this.excusedAbsence = excusedAbsence;
        this.lessons = List.copyOf(lessons);
        this.inOrder = lessons.stream().sorted(BY_TIME).toList();
        this.entries = List.copyOf(entries);
        entries.forEach(entry -> byLesson.computeIfAbsent(entry.lesson(), none -> new HashMap<>())
                .put(entry.student(), entry));
    }

    public ExcusedAbsence excusedAbsence() {
        return excusedAbsence;
    }

    /** As they were given. */
    public List<Lesson> lessons() {
        return lessons;
    }

    /** By date, and by their number within the day. */
    public List<Lesson> inOrder() {
        return inOrder;
    }

    /** As they were given. */
    public List<RegisterEntry> entries() {
        return entries;
    }

    /** What was entered for a student in a lesson; empty where nothing was. */
    public Optional<RegisterEntry> entry(StudentId student, Lesson lesson) {
        return Optional.ofNullable(byLesson.getOrDefault(lesson.id(), Map.of()).get(student));
    }
}
