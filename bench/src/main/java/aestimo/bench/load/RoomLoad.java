package aestimo.bench.load;

import aestimo.app.testing.Html;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.UUID;

/** What happens in the room: a class of 32 with 200 lessons behind it and a seating plan with wishes. */
final class RoomLoad {
    /** So that the last of the lessons is of today. */
    private static final LocalDate FIRST_DAY = LocalDate.of(2027, 1, 6);

    private static final int DAYS = 50;
    private static final int A_DAY = 4;
    private static final int WISHES = 20;
    private static final int TIMES = 60;
    private static final int SEED = 5;

    private final TypingTeacher teacher;
    private final Visitor visitor;
    private final String room;

    private RoomLoad(TypingTeacher teacher) {
        this.teacher = teacher;
        this.visitor = teacher.visitor();
        this.room = teacher.base() + "/room";
    }

    /** @param teacher of a class of 32 that keeps no register yet */
    static void measure(TypingTeacher teacher) {
        RoomLoad load = new RoomLoad(teacher);
        System.out.println("sheet of 32 × 60 without a register: " + teacher.ask("marks?span=year", TIMES));
        long start = System.nanoTime();
        load.register();
        System.out.printf(
                "%d entries of a register imported: %.1f s%n", 32 * DAYS * A_DAY, (System.nanoTime() - start) / 1e9);
        System.out.println("the same sheet with 200 lessons: " + teacher.ask("marks?span=year", TIMES));
        load.seats();
        System.out.println("register by seat, 200 lessons behind it: " + teacher.ask("room", TIMES));
        System.out.println("one entry of the register saved: " + load.save());
        System.out.println("attendance of 32 over 200 lessons: " + teacher.ask("room/attendance?span=year", TIMES));
        System.out.println("a student in the margin: "
                + teacher.ask("room/students/" + teacher.students().get(3), TIMES));
        System.out.println("cover sheet as PDF: " + teacher.ask("room/lists.pdf?kind=COVER&toDo=Read&notes=true", 10));
    }

    private void register() {
        Random random = new Random(SEED);
        StringBuilder sheet = new StringBuilder("Name");
        for (int day = 0; day < DAYS; day++) {
            for (int at = 1; at <= A_DAY; at++) {
                sheet.append('\t')
                        .append(FIRST_DAY.plusDays(day))
                        .append(" (")
                        .append(at)
                        .append(')');
            }
        }
        for (String name : Html.texts(
                visitor.get(teacher.base() + "/room/lists?kind=CLASS").body(), ".figures tbody td:nth-child(2)")) {
            sheet.append('\n').append(name);
            for (int i = 0; i < DAYS * A_DAY; i++) {
                int chance = random.nextInt(100);
                sheet.append('\t').append(chance < 4 ? "absent" : chance < 9 ? "late " + chance : "here");
            }
        }
        send(room + "/import", "pasted", sheet.toString(), "source", "load");
    }

    private void seats() {
        send(room + "/seats/new", "name", "Room", "shape", "ROWS", "rows0", "4", "rows1", "8", "rows2", "2");
        String page = visitor.get(room + "/seats").body();
        String plan = Html.value(page, "#seats", "data-address").replaceAll("/places$", "");
        List<Long> students = teacher.students();
        String[] kinds = {"NEAR_FRONT", "NOT_BESIDE", "BESIDE", "NOT_BESIDE"};
        for (int i = 0; i < WISHES; i++) {
            send(
                    plan + "/wishes",
                    "kind",
                    kinds[i % kinds.length],
                    "student",
                    Long.toString(students.get(i)),
                    "other",
                    Long.toString(students.get(31 - i)));
        }
        Latencies latencies = new Latencies();
        for (int i = -TIMES / 4; i < TIMES / 2; i++) {
            String version = Html.value(visitor.get(room + "/seats").body(), "#seats", "data-version");
            long start = System.nanoTime();
            HttpResponse<String> answer =
                    visitor.post(plan + "/arrange", "order", i % 2 == 0 ? "RESULT" : "CHANCE", "version", version);
            if (i >= 0) {
                latencies.add((System.nanoTime() - start) / 1e6);
            }
            follow(plan + "/arrange", answer);
        }
        System.out.println("32 arranged with " + WISHES + " wishes, and saved: " + latencies);
    }

    private void send(String path, String... fields) {
        follow(path, visitor.post(path, fields));
    }

    private void follow(String path, HttpResponse<String> answer) {
        if (answer.statusCode() != 302) {
            throw new IllegalStateException(path + " was answered by " + answer.statusCode() + ": "
                    + Html.texts(answer.body(), "[role=alert]"));
        }
        visitor.get(answer.headers().firstValue("Location").orElseThrow().replaceAll("^https?://[^/]+", ""));
    }

    private Latencies save() {
        String page = visitor.get(room).body();
        String lesson = Html.value(page, "#register", "data-lesson");
        List<String> students = Html.values(page, ".who", "data-s");
        List<String> versions = Html.values(page, ".who", "data-v");
        Latencies latencies = new Latencies();
        List<Integer> counted =
                new ArrayList<>(versions.stream().map(Integer::valueOf).toList());
        // As on a day at school, long after the start: the first some hundred are not measured.
        for (int i = -students.size() * 12; i < TIMES * 4; i++) {
            int at = Math.floorMod(i, students.size());
            String body =
                    "[{\"id\": \"%s\", \"assessment\": %s, \"student\": %s, \"part\": 0, \"base\": %d, \"text\": \"late %d\"}]"
                            .formatted(
                                    UUID.randomUUID(),
                                    lesson,
                                    students.get(at),
                                    counted.get(at),
                                    Math.floorMod(i * 7, 60) + 1);
            long start = System.nanoTime();
            HttpResponse<String> answer = visitor.put(room + "/entries", body);
            if (answer.statusCode() != 200 || !answer.body().contains("\"kept\":true")) {
                throw new IllegalStateException(
                        "an entry was answered by " + answer.statusCode() + " " + answer.body());
            }
            counted.set(at, Integer.valueOf(answer.body().replaceAll(".*\"version\":(\\d+).*", "$1")));
            if (i >= 0) {
                latencies.add((System.nanoTime() - start) / 1e6);
            }
        }
        return latencies;
    }
}
