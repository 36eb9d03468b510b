package aestimo.app.demo;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.seats.SeatPlan;
import aestimo.app.seats.SeatService;
import aestimo.app.seats.Shape;
import aestimo.app.seats.WishService;
import aestimo.app.store.TeacherId;
import aestimo.core.result.Span;
import aestimo.core.seating.Wish;
import java.util.List;
import org.springframework.stereotype.Component;

/** Where a demo class sits: pairs of tables in four rows, with a few who have to be near the front or apart. */
@Component
class DemoSeats {
    private static final List<Integer> ROWS = List.of(4, 6, 2);

    private final SeatService seats;
    private final WishService wishes;
    private final BookService books;

    DemoSeats(SeatService seats, WishService wishes, BookService books) {
        this.seats = seats;
        this.wishes = wishes;
        this.books = books;
    }

    void make(TeacherId teacher, long classId) {
        List<Long> students = books.open(teacher, classId).book().students().stream()
                .map(ClassBook::id)
                .toList();
        long plan = seats.create(teacher, classId, "Room 4", Shape.ROWS, ROWS);
        wishes.ask(teacher, classId, Wish.Kind.NEAR_FRONT, students.get(20), 0, plan);
        wishes.ask(teacher, classId, Wish.Kind.NEAR_FRONT, students.get(9), 0, plan);
        wishes.ask(teacher, classId, Wish.Kind.NOT_BESIDE, students.get(9), students.get(19), plan);
        wishes.ask(teacher, classId, Wish.Kind.NOT_BESIDE, students.get(2), students.get(3), plan);
        wishes.ask(teacher, classId, Wish.Kind.BESIDE, students.get(14), students.get(17), plan);
        seats.save(
                teacher,
                classId,
                plan,
                seats.plan(teacher, classId, plan).version(),
                "Room 4",
                SeatPlan.Door.FRONT_LEFT,
                SeatPlan.Windows.RIGHT,
                true);
        seats.arrange(
                teacher,
                classId,
                plan,
                seats.plan(teacher, classId, plan).version(),
                new Span.Year(),
                SeatService.Order.NAME,
                0);
    }
}
