package aestimo.bench.load;

import aestimo.app.testing.Await;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.Visitor;
import java.io.UncheckedIOException;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.locks.LockSupport;
import java.util.function.IntFunction;
import java.util.function.IntPredicate;
import java.util.function.LongSupplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** A teacher with one class, made through the forms, who types marks at a steady pace as the sheet's script sends them. */
final class TypingTeacher {
    static final String PASSWORD = "steady as she goes";
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
        return withClass(address, signIn, "9B", students, pieces);
    }

    static TypingTeacher withClass(String address, String signIn, String name, int students, int pieces) {
        Visitor visitor = new Visitor(address);
        visitor.signIn(signIn, PASSWORD);
        String year = NewClass.location(visitor.post(
                "/years", "name", "2026/27", "termName", "Term 2", "starts", "2027-01-04", "ends", "2027-03-26"));
        return inYear(visitor, year.replaceAll(".*year=", ""), name, students, pieces);
    }

    private static TypingTeacher ofSheet(Visitor visitor, String base) {
        String sheet = visitor.get(base + "/marks?span=year").body();
        return new TypingTeacher(
                visitor,
                base,
                NewClass.ids(sheet, "tbody tr[data-s]", "data-s"),
                NewClass.ids(sheet, "thead th.piece[data-a]", "data-a"));
    }

    /** The same class once more, with those on its list who joined it since. */
    TypingTeacher joinedBy(String pastedStudents) {
        visitor.get(base + "/groundwork/students");
        visitor.post(base + "/groundwork/students/save", "pasted", pastedStudents);
        return ofSheet(visitor, base);
    }

    void post(String path, String... fields) {
        NewClass.location(visitor.post(path, fields));
    }

    /** A page of the class. */
    String page(String path) {
        return visitor.get(base + path).body();
    }

    /** A class of a year of five short terms, each with a fifth of the pieces; with targets for everybody. */
    static TypingTeacher overFiveTerms(String address, String signIn, int students, int pieces) {
        Visitor visitor = new Visitor(address);
        visitor.signIn(signIn, PASSWORD);
        List<String> fields = new ArrayList<>(List.of("name", "2026/27"));
        LocalDate first = NewClass.FIRST_DAY;
        for (int term = 1; term <= 5; term++) {
            fields.addAll(List.of("termName", "Term " + term, "starts", first.toString()));
            first = first.plusDays(12);
            fields.addAll(List.of("ends", first.minusDays(1).toString()));
        }
        String year = NewClass.location(visitor.post("/years", fields.toArray(new String[0])));
        TypingTeacher teacher = inYear(visitor, year.replaceAll(".*year=", ""), "9B", students, pieces);
        teacher.fillAll();
        teacher.setBands();
        List<String> targets = new ArrayList<>(List.of("top", "140", "holds", "always"));
        for (int i = 0; i < teacher.students.size(); i++) {
            targets.addAll(List.of(
                    "enrolment",
                    Long.toString(teacher.students.get(i)),
                    "start",
                    "C",
                    "end",
                    "A",
                    "stage",
                    "",
                    "score",
                    Integer.toString(80 + i),
                    "was",
                    ""));
        }
        NewClass.location(visitor.post(teacher.base + "/targets/set", targets.toArray(new String[0])));
        return teacher;
    }

    /** The same teacher in another class of the same year. */
    TypingTeacher another(String name, int students, int pieces) {
        String form = visitor.get("/classes/new").body();
        Matcher years = Pattern.compile(
                        "name=\"yearId\"[^>]*>\\s*<option\\s+value=\"(\\d+)\"|name=\"yearId\" value=\"(\\d+)\"")
                .matcher(form);
        if (!years.find()) {
            throw new IllegalStateException("the form of a new class names no year");
        }
        String year = years.group(1) == null ? years.group(2) : years.group(1);
        return inYear(visitor, year, name, students, pieces);
    }

    private static TypingTeacher inYear(Visitor visitor, String year, String name, int students, int pieces) {
        return ofSheet(visitor, NewClass.make(visitor, year, name, students, pieces));
    }

    String base() {
        return base;
    }

    Visitor visitor() {
        return visitor;
    }

    List<Long> students() {
        return students;
    }

    /** The whole sheet of the year, as a page. */
    HttpResponse<String> sheet() {
        return visitor.get(base + "/marks?span=year");
    }

    /** Asks for a page or file so many times after some more to warm up, and tells how long it took. */
    Latencies ask(String path, int times) {
        Latencies latencies = new Latencies();
        for (int i = -times / 2; i < times; i++) {
            long start = System.nanoTime();
            int size = visitor.download(path.startsWith("/") ? path : base + "/" + path).length;
            if (size < 1000) {
                throw new IllegalStateException(path + " was answered by " + size + " bytes");
            }
            if (i >= 0) {
                latencies.add((System.nanoTime() - start) / 1e6);
            }
        }
        return latencies;
    }

    /** Sends a form that makes something, and tells where it leads. */
    String make(String path, String... fields) {
        visitor.get(base + "/" + path);
        return NewClass.location(visitor.post(base + "/" + path, fields));
    }

    /** Hands a letter out to everybody as a draft, so many times. */
    Latencies handOut(String letter, int times) {
        List<String> fields = new ArrayList<>(List.of("draft", "true"));
        students.forEach(student -> fields.addAll(List.of("chosen", Long.toString(student))));
        Latencies latencies = new Latencies();
        for (int i = -times / 2; i < times; i++) {
            long start = System.nanoTime();
            int size = visitor.postForFile(letter + "/paper", fields.toArray(new String[0])).length;
            if (size < 10_000) {
                throw new IllegalStateException("a PDF of " + size + " bytes");
            }
            if (i >= 0) {
                latencies.add((System.nanoTime() - start) / 1e6);
            }
        }
        return latencies;
    }

    /**
     * Begins a job for everybody, and waits for its end.
     *
     * @param measured asked again and again meanwhile
     * @return the most it measured
     */
    long job(String path, LongSupplier measured, String... more) {
        List<String> fields = new ArrayList<>(List.of(more));
        fields.addAll(List.of("token", UUID.randomUUID().toString()));
        students.forEach(student -> fields.addAll(List.of("chosen", Long.toString(student))));
        String job = NewClass.location(visitor.post(path + "?span=year", fields.toArray(new String[0])));
        long[] most = {0};
        Await.until("the job is over", () -> {
            most[0] = Math.max(most[0], measured.getAsLong());
            return !visitor.get(job.replaceAll("\\?.*", "/progress")).body().contains("data-going");
        });
        return most[0];
    }

    /** Posts a form so many times, a value of it another each time. */
    Latencies look(String path, int times, IntFunction<String[]> fields) {
        Latencies latencies = new Latencies();
        for (int i = -times / 2; i < times; i++) {
            String[] form = fields.apply(i);
            long start = System.nanoTime();
            HttpResponse<String> answer = visitor.post(base + "/" + path, form);
            if (answer.statusCode() != 200 || !answer.body().contains("data-into")) {
                throw new IllegalStateException(path + " was answered by " + answer.statusCode());
            }
            if (i >= 0) {
                latencies.add((System.nanoTime() - start) / 1e6);
            }
        }
        return latencies;
    }

    /** Four bands, so that there are boundaries to move. */
    void setBands() {
        String page = visitor.get(base + "/groundwork/weights").body();
        Matcher version = Pattern.compile("name=\"version\" value=\"(\\d+)\"").matcher(page);
        version.find();
        List<String> fields = new ArrayList<>(List.of("version", version.group(1)));
        for (String band : List.of("A 75", "B 60", "C 40", "D 0")) {
            fields.addAll(List.of("label", band.substring(0, 1), "from", band.substring(2), "worth", "", "words", ""));
        }
        visitor.post(base + "/groundwork/boundaries", fields.toArray(new String[0]));
    }

    /** The fields of the try-out's form as the page holds them. */
    List<String> tryOutForm() {
        return List.of(
                PageForm.fields(visitor.get(base + "/standing/try?span=year").body(), "try"));
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
        HttpResponse<String> answer = tried(body);
        while (answer == null || answer.statusCode() >= 500) {
            again++;
            LockSupport.parkNanos(RETRY_NANOS);
            answer = tried(body);
        }
        if (answer.statusCode() != 200) {
            throw new IllegalStateException(answer.statusCode() + ": not kept");
        }
        acknowledged += answer.body().split("\"kept\":true", -1).length - 1;
    }

    /** Null where the connection broke: whether it arrived is not known. */
    private @Nullable HttpResponse<String> tried(String body) {
        try {
            return visitor.put(base + "/entries", body);
        } catch (UncheckedIOException broken) {
            return null;
        }
    }

    /**
     * Types one entry after the other down the columns, each at its time whether the one before was answered late or not:
     * a wait behind a slow answer counts as part of the next one's.
     */
    void type(int entries, long paceNanos, Latencies latencies) {
        type(done -> done < entries, paceNanos, (due, milliseconds) -> latencies.add(milliseconds));
    }

    /** Told of each entry that was kept: when it was due, by {@link System#nanoTime}, and how long it took from then. */
    interface Kept {
        void in(long due, double milliseconds);
    }

    void type(IntPredicate goesOn, long paceNanos, Kept kept) {
        long start = System.nanoTime();
        for (int i = 0; goesOn.test(i); i++) {
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
                    Integer.toString((next * 13 + round) % (NewClass.OUT_OF + 1)))));
            next++;
            kept.in(due, (System.nanoTime() - due) / 1e6);
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
