package aestimo.app.seats;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.roll.Person;
import aestimo.app.roll.StudentService;
import aestimo.app.seats.SeatMapper.WishRow;
import aestimo.app.seats.SeatPlan.Placed;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.id.StudentId;
import aestimo.core.seating.Seat;
import aestimo.core.seating.Wish;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what is asked of any arrangement of a class. */
@Service
public class WishService {
    private static final int MOST_WISHES = 60;

    private final SeatMapper mapper;
    private final BookService books;
    private final StudentService students;

    WishService(SeatMapper mapper, BookService books, StudentService students) {
        this.mapper = mapper;
        this.books = books;
        this.students = students;
    }

    /**
     * A wish with what it is called.
     *
     * @param planId the plan whose seat it is about; 0 for none
     */
    public record Asked(long id, long planId, Wish wish, String words) {
        /** A seat is asked for in one plan alone; everything else in all. */
        boolean isFor(long asked) {
            return planId == 0 || planId == asked;
        }
    }

    /** What is asked of any arrangement, as it was asked. */
    @Transactional(readOnly = true)
    public List<Asked> of(TeacherId teacher, long classId) {
        List<WishRow> rows = mapper.findWishes(teacher, classId);
        if (rows.isEmpty()) {
            return List.of();
        }
        Map<Long, Person> people = students.people(teacher, classId);
        Map<Long, SeatPlan> plans = SeatService.plans(mapper, teacher, classId).stream()
                .collect(Collectors.toMap(SeatPlan::id, plan -> plan));
        return rows.stream()
                .map(row -> new Asked(
                        row.id(), Objects.requireNonNullElse(row.planId(), 0L), wish(row), words(row, people, plans)))
                .toList();
    }

    private static Wish wish(WishRow row) {
        return new Wish(
                Wish.Kind.valueOf(row.kind()),
                id(row.student()),
                Optional.ofNullable(row.other()).map(WishService::id),
                row.column() == null || row.row() == null
                        ? Optional.empty()
                        : Optional.of(new Seat(row.column(), row.row())));
    }

    private static StudentId id(long enrolmentId) {
        return new StudentId(Long.toString(enrolmentId));
    }

    private static String words(WishRow row, Map<Long, Person> people, Map<Long, SeatPlan> plans) {
        String one = called(people, row.student());
        Wish wish = wish(row);
        return switch (wish.kind()) {
            case NEAR_FRONT -> one + " near the front";
            case BESIDE -> one + " beside " + called(people, Objects.requireNonNull(row.other()));
            case NOT_BESIDE -> one + " not beside " + called(people, Objects.requireNonNull(row.other()));
            case THIS_SEAT -> {
                SeatPlan plan = Objects.requireNonNull(plans.get(Objects.requireNonNull(row.planId())));
                yield one + " in " + new SeatWords(plan.seats()).of(wish.seat().orElseThrow())
                        + (plans.size() > 1 ? " of " + plan.name() : "");
            }
        };
    }

    private static String called(Map<Long, Person> people, long student) {
        return people.getOrDefault(student, Person.UNKNOWN).called();
    }

    /**
     * Asks for something.
     *
     * @param other 0 for none
     * @param planId the plan whose seat the student has now, where it is that seat that is asked for
     * @throws FormException where the same is asked already, or something is missing
     */
    @Transactional
    public void ask(TeacherId teacher, long classId, Wish.Kind kind, long student, long other, long planId) {
        ClassBook classBook = books.open(teacher, classId);
        classBook.student(student);
        boolean two = kind == Wish.Kind.BESIDE || kind == Wish.Kind.NOT_BESIDE;
        if (two) {
            if (other == 0 || other == student) {
                throw FormException.at("other", "Choose who else it is about.");
            }
            classBook.student(other);
        }
        Optional<Placed> seat = kind == Wish.Kind.THIS_SEAT
                ? SeatService.plans(mapper, teacher, classId).stream()
                        .filter(plan -> plan.id() == planId)
                        .findFirst()
                        .flatMap(plan -> plan.of(student))
                : Optional.empty();
        if (kind == Wish.Kind.THIS_SEAT && seat.isEmpty()) {
            throw FormException.at("student", "Put the student on the seat first, then add the wish for it.");
        }
        WishRow row = new WishRow(
                0,
                kind.name(),
                student,
                two ? Long.valueOf(other) : null,
                seat.map(own -> planId).orElse(null),
                seat.map(Placed::column).orElse(null),
                seat.map(Placed::row).orElse(null));
        List<WishRow> before = mapper.findWishes(teacher, classId);
        if (before.stream().anyMatch(own -> isSame(own, row))) {
            throw FormException.at("student", "That wish is there already.");
        }
        if (before.size() >= MOST_WISHES) {
            throw new FormException("At most " + MOST_WISHES + " wishes fit. Delete one first.");
        }
        mapper.insertWish(teacher, classId, row);
    }

    /** Who sits beside whom is the same either way round. */
    private static boolean isSame(WishRow one, WishRow other) {
        boolean turned = one.other() != null
                && Objects.equals(one.other(), other.student())
                && Objects.equals(other.other(), one.student());
        return one.kind().equals(other.kind())
                && (turned || (one.student() == other.student() && Objects.equals(one.other(), other.other())))
                && Objects.equals(one.planId(), other.planId())
                && Objects.equals(one.column(), other.column())
                && Objects.equals(one.row(), other.row());
    }

    /** @throws NotFoundException where nothing such is asked */
    @Transactional
    public void takeBack(TeacherId teacher, long classId, long wishId) {
        if (mapper.deleteWish(teacher, classId, wishId) == 0) {
            throw new NotFoundException("wish");
        }
    }
}
