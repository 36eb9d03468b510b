package aestimo.bench.load;

import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A teacher with one class, made through the forms, who types marks at a steady pace as the sheet's script sends them. */
final class TypingTeacher {
    static final String PASSWORD = "steady as she goes";
    private static final int OUT_OF = 50;
    private static final long RETRY_NANOS = 1_000_000_000L;

    private final Visitor visitor;
    private final String base;
    private final List<Long> students;
    private final List<Long> pieces;
    private final Map<String, String> typed = new HashMap<>();
    private int next;
    private int acknowledged;
    private int again;

    private TypingTeacher(Visitor visitor, String base, List<Long> students, List<Long> pieces) {
        this.visitor = visitor;
        this.base = base;
        this.students = students;
        this.pieces = pieces;
    }

    /** @param signIn of an account that is there already and has no class yet */
    static TypingTeacher withClass(String address, String signIn, int students, int pieces) {
        Visitor visitor = new Visitor(address);
        visitor.signIn(signIn, PASSWORD);
        String year = location(visitor.post(
                "/years", "name", "2026/27", "termName", "Term 2", "starts", "2027-01-04", "ends", "2027-03-26"));
        String base = location(visitor.post(
                        "/classes",
                        "yearId",
                        year.replaceAll(".*year=", ""),
                        "name",
                        "9B",
                        "subject",
                        "Geography",
                        "tint",
                        "2"))
                .replaceAll("/groundwork/.*", "");
        StringBuilder roster = new StringBuilder();
        for (int i = 0; i < students; i++) {
            roster.append("Student")
                    .append((char) ('A' + i / 26))
                    .append((char) ('a' + i % 26))
                    .append(", Given\n");
        }
        visitor.get(base + "/groundwork/students");
        visitor.post(base + "/groundwork/students/keep", "pasted", roster.toString());
        visitor.get(base + "/groundwork/weights");
        visitor.post(
                base + "/groundwork/weights",
                "version",
                "1",
                "categoryId",
                "0",
                "categoryName",
                "Tests",
                "weight",
                "60",
                "shape",
                "square",
                "tint",
                "1",
                "averaging",
                "EQUAL",
                "drop",
                "0",
                "say",
                "counts",
                "categoryId",
                "0",
                "categoryName",
                "Work",
                "weight",
                "40",
                "shape",
                "circle",
                "tint",
                "2",
                "averaging",
                "EQUAL",
                "drop",
                "0",
                "say",
                "counts");
        String weights = visitor.get(base + "/marks?new").body();
        List<Long> categories = numbers(weights, "<option value=\"(\\d+)\"[^>]*>(?:Tests|Work)<");
        for (int i = 0; i < pieces; i++) {
            visitor.post(
                    base + "/assessments",
                    "title",
                    "Piece " + (i + 1),
                    "category",
                    Long.toString(categories.get(i % categories.size())),
                    "date",
                    java.time.LocalDate.of(2027, 1, 4).plusDays(i % 50).toString(),
                    "outOf",
                    Integer.toString(OUT_OF));
        }
        String sheet = visitor.get(base + "/marks?span=year").body();
        return new TypingTeacher(
                visitor, base, numbers(sheet, "data-s=\"(\\d+)\""), numbers(sheet, "<th[^>]*data-a=\"(\\d+)\""));
    }

    private static String location(HttpResponse<String> answer) {
        return answer.headers()
                .firstValue("Location")
                .orElseThrow(() -> new IllegalStateException("not kept: " + answer.statusCode()))
                .replaceAll("^https?://[^/]+", "");
    }

    private static List<Long> numbers(String page, String pattern) {
        List<Long> found = new ArrayList<>();
        Matcher matcher = Pattern.compile(pattern).matcher(page);
        while (matcher.find()) {
            found.add(Long.parseLong(matcher.group(1)));
        }
        return found;
    }

    String base() {
        return base;
    }

    /** The whole sheet of the year, as a page. */
    HttpResponse<String> sheet() {
        return visitor.get(base + "/marks?span=year");
    }

    /** Marks in every cell, a hundred to a request. */
    void fillAll() {
        List<String> items = new ArrayList<>();
        int n = 0;
        for (long piece : pieces) {
            for (long student : students) {
                items.add(item(piece, student, 0, Integer.toString(5 + n++ * 7 % 45)));
                if (items.size() == 100) {
                    send(items);
                    items.clear();
                }
            }
        }
        if (!items.isEmpty()) {
            send(items);
        }
    }

    private String item(long piece, long student, int version, String text) {
        typed.put(piece + "." + student, text);
        return "{\"id\": \"%s\", \"assessment\": %d, \"student\": %d, \"part\": 0, \"base\": %d, \"text\": \"%s\"}"
                .formatted(UUID.randomUUID(), piece, student, version, text);
    }

    /** Sends until it is answered, as the sheet does: an entry that met a busy server goes again, with the same id. */
    private void send(List<String> items) {
        String body = "[" + String.join(",", items) + "]";
        HttpResponse<String> answer = visitor.put(base + "/entries", body);
        while (answer.statusCode() >= 500) {
            again++;
            LockSupport.parkNanos(RETRY_NANOS);
            answer = visitor.put(base + "/entries", body);
        }
        if (answer.statusCode() != 200) {
            throw new IllegalStateException(answer.statusCode() + ": not kept");
        }
        acknowledged += answer.body().split("\"kept\":true", -1).length - 1;
    }

    /**
     * Types one entry after the other down the columns, each at its time whether the one before was answered late or not:
     * a wait behind a slow answer counts as part of the next one's.
     */
    void type(int entries, long paceNanos, Latencies latencies) {
        long start = System.nanoTime();
        for (int i = 0; i < entries; i++) {
            long due = start + i * paceNanos;
            while (System.nanoTime() < due) {
                LockSupport.parkNanos(due - System.nanoTime());
            }
            int cell = next % (students.size() * pieces.size());
            int round = next / (students.size() * pieces.size());
            send(List.of(item(
                    pieces.get(cell / students.size()),
                    students.get(cell % students.size()),
                    round,
                    Integer.toString((next * 13 + round) % (OUT_OF + 1)))));
            next++;
            latencies.add((System.nanoTime() - due) / 1e6);
        }
    }

    /** What was typed last, by {@code assessment.student}. */
    Map<String, String> typed() {
        return typed;
    }

    /** How many requests had to be sent again. */
    int again() {
        return again;
    }

    /** How many entries the server said were kept. */
    int acknowledged() {
        return acknowledged;
    }
}
