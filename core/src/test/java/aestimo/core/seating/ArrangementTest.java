package aestimo.core.seating;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.core.id.StudentId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class ArrangementTest {
    private static final int SMALL_CLASSES = 60;

    private static StudentId student(int number) {
        return new StudentId("s" + number);
    }

    private static List<StudentId> students(int count) {
        return IntStream.range(0, count).mapToObj(ArrangementTest::student).toList();
    }

    /** Every way to put the students on seats, those of the first student on the first seats first. */
    private static List<Map<StudentId, Seat>> allWays(List<Seat> seats, List<StudentId> order) {
        if (order.isEmpty()) {
            return List.of(Map.of());
        }
        List<Map<StudentId, Seat>> ways = new ArrayList<>();
        for (Seat seat : seats) {
            List<Seat> left = new ArrayList<>(seats);
            left.remove(seat);
            for (Map<StudentId, Seat> rest : allWays(left, order.subList(1, order.size()))) {
                Map<StudentId, Seat> way = new LinkedHashMap<>();
                way.put(order.get(0), seat);
                way.putAll(rest);
                ways.add(way);
            }
        }
        return ways;
    }

    private static boolean isKept(Wish wish, Map<StudentId, Seat> way, List<Seat> seats) {
        Seat own = way.get(wish.student());
        return switch (wish.kind()) {
            case THIS_SEAT -> wish.seat().equals(Optional.of(own));
            case NEAR_FRONT ->
                seats.stream().map(Seat::row).distinct().sorted().limit(2).anyMatch(row -> row == own.row());
            case BESIDE -> own.isBeside(way.get(wish.other().orElseThrow()));
            case NOT_BESIDE -> !own.isBeside(way.get(wish.other().orElseThrow()));
        };
    }

    private static Wish wish(Random random, List<Seat> seats, int students) {
        StudentId one = student(random.nextInt(students));
        StudentId other =
                student((Integer.parseInt(one.text().substring(1)) + 1 + random.nextInt(students - 1)) % students);
        return switch (random.nextInt(4)) {
            case 0 -> Wish.seat(one, seats.get(random.nextInt(seats.size())));
            case 1 -> Wish.nearFront(one);
            case 2 -> Wish.beside(one, other);
            default -> Wish.notBeside(one, other);
        };
    }

    static IntStream seeds() {
        return IntStream.range(0, SMALL_CLASSES);
    }

    /** Against all ways there are: which wishes are kept, and that everybody has the first seat that leaves them. */
    @ParameterizedTest
    @MethodSource("seeds")
    void isTheFirstOfAllWaysThatKeepWhatCanBeKept(int seed) {
        Random random = new Random(seed);
        List<Seat> room =
                new ArrayList<>(random.nextBoolean() ? Tables.rows(3, 2, 1 + random.nextInt(2)) : Tables.groups(2, 3));
        List<StudentId> order = new ArrayList<>(students(3 + random.nextInt(3)));
        Collections.shuffle(order, random);
        List<Wish> wishes = IntStream.range(0, 2 + random.nextInt(6))
                .mapToObj(i -> wish(random, room, order.size()))
                .distinct()
                .toList();
        List<Map<StudentId, Seat>> ways = allWays(room.stream().sorted().toList(), order);
        List<Wish> unkept = new ArrayList<>();
        for (Wish wish :
                wishes.stream().sorted((a, b) -> a.kind().compareTo(b.kind())).toList()) {
            List<Map<StudentId, Seat>> left =
                    ways.stream().filter(way -> isKept(wish, way, room)).toList();
            if (left.isEmpty()) {
                unkept.add(wish);
            } else {
                ways = left;
            }
        }

        Arrangement made = Arrangement.of(room, order, wishes);

        assertThat(made.unkept().keySet()).containsExactlyElementsOf(unkept);
        assertThat(made.seats()).isEqualTo(ways.get(0));
        assertThat(Arrangement.of(room, order, wishes)).isEqualTo(made);
        List<Map<StudentId, Seat>> all = allWays(room, order);
        made.unkept().forEach((wish, against) -> {
            List<Wish> together = new ArrayList<>(against);
            together.add(wish);
            assertThat(all).noneMatch(way -> together.stream().allMatch(one -> isKept(one, way, room)));
            for (Wish one : against) {
                assertThat(all)
                        .as("%s is needed for it", one)
                        .anyMatch(way -> together.stream()
                                .filter(other -> !other.equals(one))
                                .allMatch(other -> isKept(other, way, room)));
            }
        });
    }

    @Test
    void thirtyTwoWithTwentyWishesAreAllSeatedAndKept() {
        List<Seat> room = Tables.rows(4, 8, 2);
        List<StudentId> order = students(32);
        List<Wish> wishes = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            wishes.add(Wish.nearFront(student(20 + i)));
            wishes.add(Wish.notBeside(student(i), student(i + 1)));
            wishes.add(Wish.beside(student(10 + i), student(31 - i)));
            wishes.add(Wish.seat(student(6 + i % 4), room.get(i * 3)));
        }

        Arrangement made = Arrangement.of(room, order, wishes);

        // The fifth asks the first one's student onto another seat.
        assertThat(made.unkept()).containsOnlyKeys(Wish.seat(student(6), room.get(12)));
        assertThat(made.unkept().get(Wish.seat(student(6), room.get(12))))
                .containsExactly(Wish.seat(student(6), room.get(0)));
        assertThat(new HashMap<>(made.seats()).values()).doesNotHaveDuplicates().hasSize(32);
        wishes.stream()
                .filter(wish -> !made.unkept().containsKey(wish))
                .forEach(wish -> assertThat(isKept(wish, made.seats(), room))
                        .as(wish.toString())
                        .isTrue());
    }

    /** What cannot be by number alone is told at once, and not by trying every order of the pairs. */
    @Test
    void morePairsThanTablesAndMoreInFrontThanSeatsAreNamed() {
        List<Seat> room = new ArrayList<>(Tables.rows(5, 6, 2));
        room.remove(room.size() - 1);
        List<Wish> wishes = new ArrayList<>();
        for (int i = 0; i < 15; i++) {
            if (2 * i + 1 < 28) {
                wishes.add(Wish.beside(student(2 * i), student(2 * i + 1)));
            }
            wishes.add(Wish.nearFront(student(i)));
        }
        Arrangement made = Arrangement.of(room, students(29), wishes);
        assertThat(made.unkept().keySet().stream().filter(wish -> wish.kind() == Wish.Kind.NEAR_FRONT))
                .containsExactly(Wish.nearFront(student(12)), Wish.nearFront(student(13)), Wish.nearFront(student(14)));
        assertThat(made.unkept().get(Wish.nearFront(student(12)))).hasSize(12);
        assertThat(made.seats()).hasSize(29);
    }

    @Test
    void seatsNobodyDrewAndStudentsOfNoClassAskForNothing() {
        List<Seat> room = Tables.rows(1, 3, 3);
        Wish gone = Wish.seat(student(0), new Seat(9, 9));
        Arrangement made = Arrangement.of(room, students(2), List.of(gone, Wish.beside(student(0), student(7))));
        assertThat(made.unkept()).isEqualTo(Map.of(gone, List.of()));
        assertThat(made.seats()).isEqualTo(Map.of(student(0), new Seat(0, 0), student(1), new Seat(1, 0)));
    }

    @Test
    void moreStudentsThanSeatsAreRefused() {
        assertThatThrownBy(() -> Arrangement.of(Tables.rows(1, 2, 2), students(3), List.of()))
                .hasMessage("3 students for 2 seats");
        assertThatThrownBy(() -> Wish.beside(student(1), student(1))).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void tablesAreDrawnByCount() {
        assertThat(Tables.rows(2, 4, 2)).extracting(Seat::column).containsExactly(0, 1, 3, 4, 0, 1, 3, 4);
        assertThat(Tables.rows(2, 4, 2)).extracting(Seat::row).containsExactly(0, 0, 0, 0, 2, 2, 2, 2);
        assertThat(Tables.groups(5, 4)).hasSize(20).doesNotHaveDuplicates();
        assertThat(Tables.groups(2, 5))
                .hasSize(10)
                .contains(new Seat(0, 0), new Seat(2, 1))
                .doesNotContain(new Seat(2, 0));
        assertThat(Tables.horseshoe(3, 4)).hasSize(10).contains(new Seat(0, 0), new Seat(5, 2), new Seat(4, 3));
        assertThat(Arrangement.alternating(List.of(1, 2, 3, 4, 5))).containsExactly(1, 5, 2, 4, 3);
    }
}
