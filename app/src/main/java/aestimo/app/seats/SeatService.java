package aestimo.app.seats;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.seats.SeatMapper.PlanRow;
import aestimo.app.seats.SeatPlan.Door;
import aestimo.app.seats.SeatPlan.Placed;
import aestimo.app.seats.SeatPlan.Windows;
import aestimo.app.seats.WishService.Asked;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Student;
import aestimo.core.id.StudentId;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.seating.Arrangement;
import aestimo.core.seating.Seat;
import aestimo.core.seating.Wish;
import aestimo.core.value.Fraction;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Keeps the seating plans of a class and what is asked of them. Every alteration of a plan names the version it was made
 * over: what was altered elsewhere meanwhile is never overwritten.
 */
@Service
public class SeatService {
    /** The last column and row a plan can have. */
    static final int MOST_ACROSS = 39;

    static final int MOST_SEATS = 120;
    private static final int MOST_PLANS = 12;
    private static final int LONGEST_NAME = 60;

    private final SeatMapper mapper;
    private final BookService books;
    private final WishService wishes;
    private final JsonMapper json;

    SeatService(SeatMapper mapper, BookService books, WishService wishes, JsonMapper json) {
        this.mapper = mapper;
        this.books = books;
        this.wishes = wishes;
        this.json = json;
    }

    /** How students are put on seats. */
    public enum Order {
        NAME,
        /** Who does best beside who does least well, and so on. */
        RESULT,
        CHANCE
    }

    /** @param unkept in words, each with what it contradicts */
    public record Arranged(int seated, List<String> unkept) {}

    @Transactional(readOnly = true)
    public List<SeatPlan> plans(TeacherId teacher, long classId) {
        return plans(mapper, teacher, classId);
    }

    static List<SeatPlan> plans(SeatMapper mapper, TeacherId teacher, long classId) {
        Map<Long, List<Placed>> seats = mapper.findSeats(teacher, classId).stream()
                .collect(Collectors.groupingBy(
                        SeatMapper.SeatRow::planId,
                        Collectors.mapping(
                                row -> new Placed(row.column(), row.row(), row.broken(), row.student()),
                                Collectors.toList())));
        return mapper.findPlans(teacher, classId).stream()
                .map(row -> plan(row, seats.getOrDefault(row.id(), List.of())))
                .toList();
    }

    private static SeatPlan plan(PlanRow row, List<Placed> seats) {
        return new SeatPlan(
                row.id(),
                row.name(),
                Door.of(row.door()),
                Windows.of(row.windows()),
                row.inUse(),
                row.version(),
                row.undoable(),
                seats);
    }

    /** The plan in use; empty where a class has none. */
    @Transactional(readOnly = true)
    public Optional<SeatPlan> inUse(TeacherId teacher, long classId) {
        return plans(teacher, classId).stream().filter(SeatPlan::inUse).findFirst();
    }

    /** @throws NotFoundException where the class has no such plan */
    @Transactional(readOnly = true)
    public SeatPlan plan(TeacherId teacher, long classId, long planId) {
        return plans(teacher, classId).stream()
                .filter(own -> own.id() == planId)
                .findFirst()
                .orElseThrow(() -> new NotFoundException("seating plan"));
    }

    /**
     * Makes a plan with tables drawn by count, empty; the first of a class is in use at once.
     *
     * @throws FormException where the name or a number will not do
     */
    @Transactional
    public long create(TeacherId teacher, long classId, String name, Shape shape, List<Integer> numbers) {
        books.classRow(teacher, classId);
        return insert(
                teacher,
                classId,
                checkedName(name),
                shape.draw(numbers).stream()
                        .map(seat -> new Placed(seat.column(), seat.row(), false, 0))
                        .toList());
    }

    private long insert(TeacherId teacher, long classId, String name, List<Placed> seats) {
        List<SeatPlan> before = plans(teacher, classId);
        if (before.size() >= MOST_PLANS) {
            throw new FormException("A class has at most " + MOST_PLANS + " seating plans. Delete one first.");
        }
        long id = mapper.insertPlan(teacher, classId, name, before.isEmpty());
        write(teacher, classId, id, seats);
        return id;
    }

    private static String checkedName(String name) {
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            throw FormException.at("name", "The plan needs a name of 1 to " + LONGEST_NAME + " characters.");
        }
        return name;
    }

    private void write(TeacherId teacher, long classId, long planId, List<Placed> seats) {
        mapper.deleteSeats(teacher, classId, planId);
        mapper.insertSeats(teacher, classId, planId, json.writeValueAsString(seats));
    }

    /** A copy to try another arrangement on. */
    @Transactional
    public long copy(TeacherId teacher, long classId, long planId) {
        SeatPlan plan = plan(teacher, classId, planId);
        String name = plan.name() + ", copy";
        long id = insert(teacher, classId, name.substring(0, Math.min(LONGEST_NAME, name.length())), plan.seats());
        mapper.updatePlan(
                teacher,
                classId,
                new SeatPlan(
                        id,
                        name.substring(0, Math.min(LONGEST_NAME, name.length())),
                        plan.door(),
                        plan.windows(),
                        false,
                        1,
                        false,
                        List.of()));
        return id;
    }

    /** @throws FormException where the name will not do */
    @Transactional
    public void save(
            TeacherId teacher,
            long classId,
            long planId,
            int version,
            String name,
            Door door,
            Windows windows,
            boolean use) {
        SeatPlan plan = plan(teacher, classId, planId);
        SeatPlan called =
                new SeatPlan(planId, checkedName(name), door, windows, use, version, plan.undoable(), plan.seats());
        if (mapper.updatePlan(teacher, classId, called) == 0) {
            throw new FormException("This plan was changed in another window meanwhile; it is now called “"
                    + plan.name() + "”. What you typed is still here, not saved: save again to replace it.");
        }
        if (use) {
            mapper.useNone(teacher, classId);
            mapper.use(teacher, classId, planId);
        }
    }

    /** Where it was in use, the next by name is. */
    @Transactional
    public void delete(TeacherId teacher, long classId, long planId) {
        SeatPlan plan = plan(teacher, classId, planId);
        mapper.deletePlan(teacher, classId, planId);
        if (plan.inUse()) {
            plans(teacher, classId).stream().findFirst().ifPresent(next -> mapper.use(teacher, classId, next.id()));
        }
    }

    /**
     * Takes all seats of a plan as they are now, with who sits where.
     *
     * @return the version it has now
     * @throws FormException where a seat or a student stands twice, or the plan was altered elsewhere
     */
    @Transactional
    public int place(TeacherId teacher, long classId, long planId, int version, List<Placed> seats) {
        check(books.open(teacher, classId), seats);
        alter(teacher, classId, planId, version, null, seats);
        return version + 1;
    }

    private static void check(ClassBook classBook, List<Placed> seats) {
        if (seats.size() > MOST_SEATS) {
            throw new FormException("A plan has at most " + MOST_SEATS + " seats. Delete some.");
        }
        Set<Seat> taken = new HashSet<>();
        Set<Long> seated = new HashSet<>();
        for (Placed own : seats) {
            if (own.column() < 0 || own.row() < 0 || own.column() > MOST_ACROSS || own.row() > MOST_ACROSS) {
                throw new FormException("A seat is outside the room. Load the page again.");
            }
            if (!taken.add(own.seat())) {
                throw new FormException("One seat is there twice. Load the page again.");
            }
            if (own.student() == 0) {
                continue;
            }
            String name = classBook.student(own.student()).listName();
            if (own.broken()) {
                throw new FormException(name + " would be on a seat that is marked as broken. Choose another.");
            }
            if (!seated.add(own.student())) {
                throw new FormException(name + " would be on two seats. Choose one.");
            }
        }
    }

    private void alter(
            TeacherId teacher, long classId, long planId, int version, @Nullable String before, List<Placed> seats) {
        plan(teacher, classId, planId);
        if (mapper.claim(teacher, classId, planId, version, before) == 0) {
            throw new FormException(
                    "This plan was changed elsewhere meanwhile and was not changed here. Load the page again.");
        }
        write(teacher, classId, planId, seats);
    }

    /**
     * Draws tables by count in the place of those there are. Who had a seat has one again, in the same order, as far as
     * there are seats.
     *
     * @throws FormException where a number will not do, or the plan was altered elsewhere
     */
    @Transactional
    public void draw(TeacherId teacher, long classId, long planId, int version, Shape shape, List<Integer> numbers) {
        SeatPlan plan = plan(teacher, classId, planId);
        Deque<Long> seated = new ArrayDeque<>(plan.seats().stream()
                .map(Placed::student)
                .filter(student -> student != 0)
                .toList());
        List<Placed> seats = shape.draw(numbers).stream()
                .sorted()
                .map(seat -> new Placed(
                        seat.column(), seat.row(), false, Objects.requireNonNullElse(seated.pollFirst(), 0L)))
                .toList();
        alter(teacher, classId, planId, version, json.writeValueAsString(plan.seats()), seats);
    }

    /**
     * Seats everybody who is in the class today, with what is asked kept as far as it can be.
     *
     * @param span the part of the year whose results an order by result follows
     * @param chance what an order by chance is made of: the same for the same
     * @throws FormException where there are fewer seats than students, or the plan was altered elsewhere
     */
    @Transactional
    public Arranged arrange(
            TeacherId teacher, long classId, long planId, int version, Span span, Order order, long chance) {
        SeatPlan plan = plan(teacher, classId, planId);
        ClassBook classBook = books.open(teacher, classId);
        List<StudentId> seated = order(classBook, span, order, chance);
        List<Seat> usable = plan.usable();
        if (seated.size() > usable.size()) {
            throw new FormException("There are " + seated.size() + " students and " + usable.size()
                    + " seats that can be used. Draw " + (seated.size() - usable.size())
                    + " more first; nobody was moved.");
        }
        List<Asked> asked = wishes.of(teacher, classId);
        Arrangement made = Arrangement.of(
                usable,
                seated,
                asked.stream().filter(own -> own.isFor(planId)).map(Asked::wish).toList());
        Map<Seat, Long> bySeat = made.seats().entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getValue,
                        entry -> Long.parseLong(entry.getKey().text())));
        List<Placed> seats = plan.seats().stream()
                .map(own -> new Placed(own.column(), own.row(), own.broken(), bySeat.getOrDefault(own.seat(), 0L)))
                .toList();
        alter(teacher, classId, planId, version, json.writeValueAsString(plan.seats()), seats);
        Map<Wish, String> words =
                asked.stream().collect(Collectors.toMap(Asked::wish, Asked::words, (one, two) -> one));
        return new Arranged(
                seated.size(),
                made.unkept().entrySet().stream()
                        .map(entry -> words.get(entry.getKey())
                                + (entry.getValue().isEmpty()
                                        ? ": the room has no seat for it"
                                        : ": it contradicts "
                                                + entry.getValue().stream()
                                                        .map(words::get)
                                                        .collect(Collectors.joining("; "))))
                        .toList());
    }

    private static List<StudentId> order(ClassBook classBook, Span span, Order order, long chance) {
        List<Student> present = classBook.book().students().stream()
                .filter(student -> student.isEnrolledOn(classBook.book().today()))
                .sorted(Comparator.comparing(Student::listName))
                .toList();
        List<StudentId> ids = new ArrayList<>(present.stream().map(Student::id).toList());
        switch (order) {
            case NAME -> {}
            case CHANCE -> Collections.shuffle(ids, new Random(chance));
            case RESULT -> {
                Standing standing = Standing.of(classBook.book(), span);
                ids.sort(Comparator.comparing(
                        id -> standing.of(id)
                                .result()
                                .map(result -> result.exact().exact())
                                .orElse(Fraction.ZERO),
                        Comparator.reverseOrder()));
                return Arrangement.alternating(ids);
            }
        }
        return ids;
    }

    /**
     * Puts the seats back as they were before they were drawn or arranged.
     *
     * @throws FormException where there is nothing to undo, or the plan was altered elsewhere
     */
    @Transactional
    public void undo(TeacherId teacher, long classId, long planId, int version) {
        SeatPlan plan = plan(teacher, classId, planId);
        Set<Long> there = books.open(teacher, classId).book().students().stream()
                .map(ClassBook::id)
                .collect(Collectors.toSet());
        List<Placed> before = mapper.findBefore(teacher, classId, planId)
                .map(text -> Arrays.asList(json.readValue(text, Placed[].class)))
                .orElseThrow(() -> new FormException("There is nothing to undo: the seats were altered since."));
        alter(
                teacher,
                classId,
                planId,
                version,
                json.writeValueAsString(plan.seats()),
                before.stream()
                        .map(own -> there.contains(own.student())
                                ? own
                                : new Placed(own.column(), own.row(), own.broken(), 0))
                        .toList());
    }
}
