package aestimo.app.register;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.marks.EntryService;
import aestimo.app.marks.TypedEntry;
import aestimo.app.register.RegisterMapper.EntryRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Student;
import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.typed.RegisterText;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps who was in a lesson. As with marks, each entry arrives with an id and the version it was made over: delivered
 * twice it is applied once, and what was altered elsewhere meanwhile is never overwritten.
 */
@Service
public class RegisterService {
    static final int MOST_AT_ONCE = 500;
    static final int LONGEST_TEXT = 140;
    static final int LONGEST_REASON = 100;
    private static final int MOST_MINUTES = 999;

    private final RegisterMapper mapper;
    private final BookService books;
    private final ChangeService changes;

    RegisterService(RegisterMapper mapper, BookService books, ChangeService changes) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
    }

    /**
     * What became of one entry.
     *
     * @param kept whether it is in the register, or was
     * @param overtaken altered elsewhere since it was applied
     * @param version of what stands there by now
     * @param text what stands there by now, as it would be typed
     */
    record Outcome(TypedEntry typed, boolean kept, boolean overtaken, int version, String text) {}

    /** @param classBook the class as it stands afterwards */
    record Applied(List<Outcome> outcomes, ClassBook classBook) {}

    /**
     * Applies entries, all or none.
     *
     * @throws FormException when there are too many, or one cannot be understood
     * @throws NotFoundException when the class, a student or a lesson is not the teacher's
     */
    @Transactional
    public Applied apply(TeacherId teacher, long classId, List<TypedEntry> typed) {
        TypedEntry.check(typed, MOST_AT_ONCE);
        ClassBook before = books.open(teacher, classId);
        Map<TypedEntry, EntryService.Outcome> became = new HashMap<>();
        Map<LessonId, Map<StudentId, Optional<RegisterEntry>>> written = new HashMap<>();
        boolean behind = false;
        // The same order for everybody, so that two devices saving at once cannot block each other.
        for (TypedEntry one : typed.stream()
                .sorted(Comparator.comparingLong(TypedEntry::assessment).thenComparingLong(TypedEntry::student))
                .toList()) {
            Lesson lesson = lesson(before, one.assessment());
            Student student = before.student(one.student());
            Optional<RegisterEntry> said = understand(one, student, lesson);
            // The same student may come twice, as when a line was lost between two taps.
            Map<StudentId, Optional<RegisterEntry>> here =
                    written.computeIfAbsent(lesson.id(), none -> new HashMap<>());
            Optional<RegisterEntry> stood =
                    here.containsKey(student.id()) ? here.get(student.id()) : entry(before, student, lesson);
            if (said.equals(stood)) {
                became.put(one, EntryService.Outcome.STOOD_ALREADY);
            } else if (write(teacher, classId, one, one.base(), stood, said)) {
                became.put(one, EntryService.Outcome.WRITTEN);
                here.put(student.id(), said);
            } else {
                behind = true;
                became.put(
                        one,
                        EntryService.Outcome.ofOvertaken(
                                one,
                                changes.isApplied(teacher, one.id()),
                                requests -> versionLeftBy(teacher, one, requests),
                                version -> write(
                                        teacher,
                                        classId,
                                        one,
                                        version,
                                        entry(books.open(teacher, classId), student, lesson),
                                        said)));
            }
        }
        ClassBook after = behind ? books.open(teacher, classId) : before.withPresence(written);
        Map<Long, Map<Long, Integer>> versions = new HashMap<>();
        List<Outcome> outcomes = new ArrayList<>();
        for (TypedEntry one : typed) {
            outcomes.add(new Outcome(
                    one,
                    Objects.requireNonNull(became.get(one)).isKept(),
                    became.get(one) == EntryService.Outcome.OVERTAKEN,
                    versions.computeIfAbsent(one.assessment(), id -> versions(teacher, id))
                            .getOrDefault(one.student(), 0),
                    text(after, after.student(one.student()), lesson(after, one.assessment()))));
        }
        return new Applied(outcomes, after);
    }

    /** An entry of a lesson nobody was entered in before. */
    public record Taken(Lesson lesson, Student student, String text) {}

    /**
     * Enters many at once, where nothing stands; without a change for each, as a class that comes with its register.
     *
     * @throws IllegalArgumentException where one cannot be understood
     */
    @Transactional
    public void takeAll(TeacherId teacher, long classId, List<Taken> taken) {
        for (Taken one : taken) {
            RegisterText.understand(one.text(), one.student().id(), one.lesson().id())
                    .ifPresent(entry -> mapper.write(teacher, EntryRow.of(classId, entry), 0));
        }
    }

    /**
     * Makes the register of a class that has none, as a markbook file has it.
     *
     * @param enrolments by the file's own students
     * @throws FormException where the register holds more than a class here can
     */
    @Transactional
    public void restore(TeacherId teacher, long classId, Register register, Map<StudentId, Long> enrolments) {
        Map<LessonId, Long> made = new HashMap<>();
        for (Lesson lesson : register.lessons()) {
            if (lesson.at() > LessonService.MOST_AT) {
                throw new FormException("The register has a lesson " + lesson.at() + " on " + lesson.date()
                        + "; a day has at most " + LessonService.MOST_AT + ". Nothing was made.");
            }
            mapper.insertLesson(teacher, classId, lesson.date(), lesson.at(), true);
        }
        Map<LessonService.Hour, Long> ids = new HashMap<>();
        mapper.findLessons(teacher, classId)
                .forEach(row -> ids.put(new LessonService.Hour(row.date(), row.at()), row.id()));
        register.lessons()
                .forEach(lesson -> made.put(
                        lesson.id(),
                        Objects.requireNonNull(ids.get(new LessonService.Hour(lesson.date(), lesson.at())))));
        mapper.updateExcusedAbsence(teacher, classId, register.excusedAbsence().name());
        for (RegisterEntry entry : register.entries()) {
            if (entry.reason().length() > LONGEST_REASON || entry.minutes() > MOST_MINUTES) {
                throw new FormException("The register holds a reason of over " + LONGEST_REASON
                        + " characters, or more than " + MOST_MINUTES + " minutes. Nothing was made.");
            }
            mapper.write(
                    teacher,
                    new EntryRow(
                            classId,
                            Objects.requireNonNull(made.get(entry.lesson())),
                            Objects.requireNonNull(enrolments.get(entry.student())),
                            entry.presence().name(),
                            entry.excused(),
                            entry.minutes(),
                            entry.reason()),
                    0);
        }
    }

    /** The versions of a lesson's entries, by enrolment. */
    @Transactional(readOnly = true)
    public Map<Long, Integer> versions(TeacherId teacher, long lessonId) {
        Map<Long, Integer> versions = new HashMap<>();
        mapper.findVersions(teacher, lessonId).forEach(row -> versions.put(row.enrolmentId(), row.version()));
        return versions;
    }

    /** Reasons given in this class before, the most frequent first. */
    @Transactional(readOnly = true)
    public List<String> reasons(TeacherId teacher, long classId) {
        return mapper.findReasons(teacher, classId);
    }

    /** @throws NotFoundException where the class has no such lesson */
    static Lesson lesson(ClassBook classBook, long lessonId) {
        return classBook.book().register().stream()
                .flatMap(register -> register.lessons().stream())
                .filter(lesson -> lesson.id().text().equals(Long.toString(lessonId)))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("lesson"));
    }

    /** What stands there, as it would be typed; empty for nothing. */
    static String text(ClassBook classBook, Student student, Lesson lesson) {
        return entry(classBook, student, lesson).map(RegisterText::of).orElse("");
    }

    private static Optional<RegisterEntry> entry(ClassBook classBook, Student student, Lesson lesson) {
        Register register = classBook.book().register().orElseThrow();
        return register.entry(student.id(), lesson);
    }

    private static Optional<RegisterEntry> understand(TypedEntry typed, Student student, Lesson lesson) {
        if (typed.text().length() > LONGEST_TEXT) {
            throw new FormException("An entry has over " + LONGEST_TEXT + " characters. It was not saved.");
        }
        try {
            Optional<RegisterEntry> said = RegisterText.understand(typed.text(), student.id(), lesson.id());
            if (said.filter(entry -> entry.reason().length() > LONGEST_REASON).isPresent()) {
                throw new FormException("The reason has over " + LONGEST_REASON + " characters. It was not saved.");
            }
            return said;
        } catch (IllegalArgumentException refused) {
            throw new FormException(String.valueOf(refused.getMessage()) + ". It was not saved.");
        }
    }

    /** Whether the entry had the version given, and so is written, with its change. */
    private boolean write(
            TeacherId teacher,
            long classId,
            TypedEntry typed,
            int base,
            Optional<RegisterEntry> stood,
            Optional<RegisterEntry> said) {
        EntryRow row = said.map(entry -> EntryRow.of(classId, entry))
                .orElseGet(() -> EntryRow.none(classId, typed.assessment(), typed.student()));
        if (mapper.write(teacher, row, base) == 0) {
            return false;
        }
        changes.recordPresence(
                teacher,
                classId,
                typed.assessment(),
                typed.student(),
                stood.map(RegisterText::of).orElse(""),
                said.map(RegisterText::of).orElse(""),
                typed.way(),
                typed.id());
        return true;
    }

    private Optional<Integer> versionLeftBy(TeacherId teacher, TypedEntry typed, List<UUID> requests) {
        return requests.isEmpty()
                ? Optional.empty()
                : Optional.ofNullable(mapper.findVersionLeftBy(
                        teacher,
                        typed.assessment(),
                        typed.student(),
                        requests.stream().map(UUID::toString).toArray(String[]::new)));
    }
}
