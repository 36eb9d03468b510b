package aestimo.app.register;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.marks.EntryService;
import aestimo.app.marks.TypedEntry;
import aestimo.app.register.RegisterMapper.EntryRow;
import aestimo.app.register.RegisterMapper.PlaceRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Student;
import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.typed.RegisterText;
import java.time.Clock;
import java.time.LocalDate;
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
    private final Clock clock;

    RegisterService(RegisterMapper mapper, BookService books, ChangeService changes, Clock clock) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
        this.clock = clock;
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

    /**
     * What came of entries.
     *
     * @param looseEnds how many the class has by now; empty where these entries can have altered none, as those of today
     * @param filled how many entries the register holds
     */
    record Applied(List<Outcome> outcomes, Optional<Integer> looseEnds, int filled) {}

    private record Place(long lesson, long student) {
        static Place of(TypedEntry typed) {
            return new Place(typed.assessment(), typed.student());
        }
    }

    /**
     * Applies entries, all or none. The class is not opened for it: a lesson is taken as fast in June as in September.
     *
     * @throws FormException when there are too many, or one cannot be understood
     * @throws NotFoundException when the class, a student or a lesson is not the teacher's
     */
    @Transactional
    public Applied apply(TeacherId teacher, long classId, List<TypedEntry> typed) {
        TypedEntry.check(typed, MOST_AT_ONCE);
        books.classRow(teacher, classId);
        Map<Place, PlaceRow> before = places(teacher, classId, typed);
        Map<TypedEntry, EntryService.Outcome> became = new HashMap<>();
        // The same student may come twice, as when a line was lost between two taps.
        Map<Place, Optional<RegisterEntry>> written = new HashMap<>();
        // The same order for everybody, so that two devices saving at once cannot block each other.
        for (TypedEntry one : typed.stream()
                .sorted(Comparator.comparingLong(TypedEntry::assessment).thenComparingLong(TypedEntry::student))
                .toList()) {
            Place place = Place.of(one);
            PlaceRow there = Optional.ofNullable(before.get(place)).orElseThrow(() -> new NotFoundException("lesson"));
            Optional<RegisterEntry> said = understand(one);
            Optional<RegisterEntry> stood = written.containsKey(place) ? written.get(place) : there.entry();
            if (said.equals(stood)) {
                became.put(one, EntryService.Outcome.STOOD_ALREADY);
            } else if (write(teacher, classId, one, one.base(), stood, said)) {
                became.put(one, EntryService.Outcome.WRITTEN);
                written.put(place, said);
            } else {
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
                                        // What it follows may have been applied after it was looked.
                                        Objects.requireNonNull(places(teacher, classId, List.of(one))
                                                        .get(place))
                                                .entry(),
                                        said)));
            }
        }
        Map<Place, PlaceRow> after = places(teacher, classId, typed);
        List<Outcome> outcomes = typed.stream()
                .map(one -> {
                    PlaceRow there = Objects.requireNonNull(after.get(Place.of(one)));
                    EntryService.Outcome outcome = Objects.requireNonNull(became.get(one));
                    return new Outcome(
                            one,
                            outcome.isKept(),
                            outcome == EntryService.Outcome.OVERTAKEN,
                            there.version(),
                            there.entry().map(RegisterText::of).orElse(""));
                })
                .toList();
        LocalDate today = LocalDate.now(clock);
        boolean past = after.values().stream().anyMatch(there -> there.date().isBefore(today));
        return new Applied(
                outcomes,
                past
                        ? Optional.of(LooseEnds.of(books.open(teacher, classId).book())
                                .size())
                        : Optional.empty(),
                mapper.countEntries(teacher, classId));
    }

    /** What stands at every student of the class in the lessons of some entries. */
    private Map<Place, PlaceRow> places(TeacherId teacher, long classId, List<TypedEntry> typed) {
        Map<Place, PlaceRow> places = new HashMap<>();
        mapper.findPlaces(
                        teacher,
                        classId,
                        typed.stream().map(TypedEntry::assessment).distinct().toArray(Long[]::new))
                .forEach(row -> places.put(new Place(row.lessonId(), row.enrolmentId()), row));
        return places;
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
        return classBook
                .book()
                .register()
                .flatMap(register -> register.entry(student.id(), lesson))
                .map(RegisterText::of)
                .orElse("");
    }

    private static Optional<RegisterEntry> understand(TypedEntry typed) {
        if (typed.text().length() > LONGEST_TEXT) {
            throw new FormException("An entry has over " + LONGEST_TEXT + " characters. It was not saved.");
        }
        try {
            Optional<RegisterEntry> said = RegisterText.understand(
                    typed.text(),
                    new StudentId(Long.toString(typed.student())),
                    new LessonId(Long.toString(typed.assessment())));
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
