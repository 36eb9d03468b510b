package aestimo.app.standing;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.Problems;
import aestimo.core.typed.TypedDay;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Appointments with parents over all classes, and what was said at them. */
@Service
class EveningService {
    static final int LONGEST_SAID = 2000;

    private final EveningMapper mapper;
    private final BookService books;

    EveningService(EveningMapper mapper, BookService books) {
        this.mapper = mapper;
        this.books = books;
    }

    /** One appointment. */
    record Slot(long classId, long enrolmentId, LocalDate day, LocalTime at) {
        public String words() {
            return at.toString();
        }
    }

    /** An appointment's neighbours on its day; told by their times alone. */
    record Neighbours(Optional<Slot> own, Optional<Slot> before, Optional<Slot> after) {}

    @Transactional(readOnly = true)
    public Neighbours neighbours(TeacherId teacher, long enrolmentId) {
        List<Slot> all = slots(teacher);
        Optional<Slot> own =
                all.stream().filter(slot -> slot.enrolmentId() == enrolmentId).findFirst();
        List<Slot> evening = all.stream()
                .filter(slot -> own.isPresent() && slot.day().equals(own.get().day()))
                .toList();
        int at = own.map(evening::indexOf).orElse(-1);
        return new Neighbours(
                own,
                at > 0 ? Optional.of(evening.get(at - 1)) : Optional.empty(),
                at >= 0 && at + 1 < evening.size() ? Optional.of(evening.get(at + 1)) : Optional.empty());
    }

    private List<Slot> slots(TeacherId teacher) {
        return mapper.findSlots(teacher).stream()
                .map(row -> new Slot(
                        row.classId(),
                        row.enrolmentId(),
                        Objects.requireNonNull(row.day()),
                        Objects.requireNonNull(row.at())))
                .toList();
    }

    /** Those of one class by enrolment. */
    @Transactional(readOnly = true)
    public Map<Long, Slot> ofClass(TeacherId teacher, long classId) {
        Map<Long, Slot> own = new LinkedHashMap<>();
        slots(teacher).stream()
                .filter(slot -> slot.classId() == classId)
                .forEach(slot -> own.put(slot.enrolmentId(), slot));
        return own;
    }

    /**
     * Fixes the times of a class for one day; an empty time takes the appointment away.
     *
     * @throws FormException naming every time that is none, and every one given twice; nothing is kept then
     */
    @Transactional
    public void save(TeacherId teacher, long classId, String day, Map<Long, String> times) {
        ClassBook classBook = books.open(teacher, classId);
        Problems problems = new Problems();
        LocalDate evening = TypedDay.read(day).orElse(null);
        if (evening == null && times.values().stream().anyMatch(time -> !time.isEmpty())) {
            problems.at("day", "Choose the day the parents come.");
        }
        Map<LocalTime, String> taken = new LinkedHashMap<>();
        slots(teacher).stream()
                .filter(slot -> slot.day().equals(evening) && slot.classId() != classId)
                .forEach(slot -> taken.put(slot.at(), "a student of another class"));
        List<EveningMapper.SlotRow> rows = new ArrayList<>();
        int place = 0;
        for (Map.Entry<Long, String> line : times.entrySet()) {
            int i = place++;
            long enrolment = line.getKey();
            String text = line.getValue();
            String name = classBook.student(enrolment).listName();
            LocalTime at = time(text);
            if (at == null && !text.isEmpty()) {
                problems.at("at", i, "“" + text + "” for " + name + " is not a time such as 17:40.");
            }
            String other = at == null ? null : taken.putIfAbsent(at, name);
            if (other != null) {
                problems.at("at", i, at + " is given to " + name + " and to " + other + ".");
            }
            rows.add(new EveningMapper.SlotRow(classId, enrolment, at == null ? null : evening, at));
        }
        problems.refuse();
        rows.forEach(row -> mapper.writeSlot(teacher, row));
    }

    private static @Nullable LocalTime time(String text) {
        try {
            return text.isEmpty() ? null : LocalTime.parse(text.length() == 4 ? "0" + text : text);
        } catch (DateTimeParseException none) {
            return null;
        }
    }

    /** What was said, for the teacher alone; empty text for nothing. */
    @Transactional(readOnly = true)
    public String said(TeacherId teacher, long classId, long enrolmentId) {
        return mapper.findSaid(teacher, classId, enrolmentId).orElse("");
    }

    /**
     * Keeps what was said.
     *
     * @param was what stood there when it was begun
     * @throws FormException when it is too long, or was altered elsewhere meanwhile
     */
    @Transactional
    public void saveSaid(TeacherId teacher, long classId, long enrolmentId, String was, String said) {
        books.open(teacher, classId).student(enrolmentId);
        if (said.length() > LONGEST_SAID) {
            throw new FormException("The note has over " + LONGEST_SAID + " characters. It was not saved.");
        }
        if (mapper.writeSaid(teacher, classId, enrolmentId, was, said) == 0) {
            throw new FormException("The note was altered in another window meanwhile. What you wrote is still here,"
                    + " not saved; what is there now is: “" + said(teacher, classId, enrolmentId) + "”");
        }
    }
}
