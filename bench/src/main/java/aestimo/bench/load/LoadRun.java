package aestimo.bench.load;

import aestimo.app.testing.Await;
import aestimo.app.testing.OfficeServer;
import aestimo.app.testing.PostServer;
import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * Measures the packaged application, in a process of its own with 256 MB, on a cluster of its own: a sheet of 40 × 150,
 * one teacher typing, and 30 teachers typing two entries a second each for two minutes. Afterwards every entry in the
 * database is held against what was typed last, and every change against what the server said it kept. Run by
 * {@code scripts/load}; ends with an error where an entry was lost.
 */
public final class LoadRun {
    private static final int TEACHERS = 30;
    /** Accounts for what is measured beside them; a further class of one teacher takes a number too. */
    private static final int MORE = 40;

    private static final int SECONDS = 120;
    private static final int A_SECOND = 2;
    private static final long SECOND = 1_000_000_000L;

    private final Server server = Server.empty();
    private final List<TypingTeacher> all = new ArrayList<>();

    private LoadRun() {}

    /** @param phases which of {@code sheet}, {@code one}, {@code many}, {@code standing}, {@code targets}, {@code letters}, {@code post}, {@code returns}, {@code room}, {@code browser}; all without any */
    public static void main(String[] phases) throws Exception {
        Set<String> wanted = phases.length == 0
                ? Set.of("sheet", "one", "many", "standing", "targets", "letters", "post", "returns", "room", "browser")
                : Set.of(phases);
        LoadRun run = new LoadRun();
        Ledger.addAccounts(run.connection(), "load", TEACHERS + MORE);
        boolean browser = wanted.contains("browser");
        TypingTeacher large = browser || wanted.contains("sheet") ? run.large() : null;
        TypingTeacher usual = browser || wanted.contains("one") ? run.one() : null;
        if (wanted.contains("many")) {
            run.many();
        }
        if (wanted.contains("standing")) {
            run.standing();
        }
        if (wanted.contains("targets")) {
            run.targets();
        }
        if (wanted.contains("letters")) {
            run.letters();
        }
        if (wanted.contains("post")) {
            run.post();
        }
        if (wanted.contains("returns")) {
            run.returns();
        }
        if (wanted.contains("room")) {
            TypingTeacher teacher = run.teacher(32, 60);
            teacher.fillAll();
            RoomLoad.measure(teacher);
        }
        boolean whole = Ledger.holds(run.connection(), run.all);
        if (browser) {
            SheetInBrowser.measure(
                    run.server.address(),
                    "load0",
                    Objects.requireNonNull(large).base() + "/marks?span=year",
                    "40 × 150");
            SheetInBrowser.measure(
                    run.server.address(),
                    "load1",
                    Objects.requireNonNull(usual).base() + "/marks?span=year",
                    "28 × 20");
        }
        System.exit(whole ? 0 : 1);
    }

    private Connection connection() throws SQLException {
        TestCluster cluster = server.cluster();
        return DriverManager.getConnection(cluster.url(), "aestimo_owner", cluster.password("owner"));
    }

    private TypingTeacher teacher(int students, int pieces) {
        TypingTeacher teacher = TypingTeacher.withClass(server.address(), "load" + all.size(), students, pieces);
        all.add(teacher);
        return teacher;
    }

    private TypingTeacher large() {
        TypingTeacher teacher = teacher(40, 150);
        teacher.fillAll();
        for (int i = 0; i < 20; i++) {
            teacher.sheet();
        }
        Latencies latencies = new Latencies();
        int size = 0;
        for (int i = 0; i < 60; i++) {
            long start = System.nanoTime();
            size = teacher.sheet().body().length();
            latencies.add((System.nanoTime() - start) / 1e6);
        }
        System.out.println("sheet of 40 × 150, " + size / 1024 + " KB: " + latencies);
        return teacher;
    }

    private TypingTeacher one() {
        TypingTeacher teacher = teacher(28, 20);
        teacher.type(60, SECOND / 10, new Latencies());
        Latencies latencies = new Latencies();
        teacher.type(300, SECOND / 5, latencies);
        System.out.println("one teacher, five entries a second: " + latencies);
        return teacher;
    }

    /** Where everybody stands: the page, a moved boundary, students' sheets on paper, a list over twelve classes. */
    private void standing() {
        TypingTeacher teacher = teacher(32, 60);
        teacher.fillAll();
        teacher.setBands();
        System.out.println("standing of 32 × 60: " + teacher.ask("standing?span=year", 60));
        List<String> form = teacher.tryOutForm();
        System.out.println("a moved boundary answered, 32 × 60: "
                + teacher.look("standing/try/look?span=year", 60, i -> {
                    List<String> moved = new ArrayList<>(form);
                    moved.set(form.indexOf("from") + 1, Double.toString(70 + (i & 7) / 2.0));
                    return moved.toArray(new String[0]);
                }));
        System.out.println("32 sheets of 60 pieces as one PDF: " + teacher.ask("standing/sheets.pdf?span=year", 4));
        System.out.println("standing as PDF: " + teacher.ask("standing.pdf?span=year", 6));
        TypingTeacher usual = another(teacher, "8A");
        usual.fillAll();
        System.out.println("30 sheets of 20 pieces as one PDF: " + usual.ask("standing/sheets.pdf?span=year", 6));
        for (int i = 0; i < 10; i++) {
            another(teacher, "7" + (char) ('A' + i)).fillAll();
        }
        System.out.println("list over 12 classes, ordered, two conditions: "
                + teacher.ask(
                        "/across?span=year&column=result&column=grade&column=best&column=not-in&column=category:Tests"
                                + "&where=result&test=at-least&value=20&where=not-in&test=at-most&value=3&join=and&order=result&down=yes",
                        40));
    }

    /** A class against its targets over five terms: the page, and the one for a meeting; and its goals. */
    private void targets() {
        TypingTeacher teacher = TypingTeacher.overFiveTerms(server.address(), "load" + all.size(), 32, 50);
        all.add(teacher);
        System.out.println("targets of 32 over five terms: " + teacher.ask("targets", 60));
        System.out.println("the same as a table: " + teacher.ask("targets?as=table", 60));
        System.out.println("starting points of 32: " + teacher.ask("targets?compare=start&span=year", 60));
        System.out.println("one page for a meeting as PDF: " + teacher.ask("targets/meeting.pdf", 10));
        GoalsLoad.run(teacher);
    }

    /** Letters to a class: looked through, altered with the preview beside, on paper. */
    private void letters() {
        TypingTeacher teacher = teacher(32, 20);
        teacher.fillAll();
        teacher.setBands();
        String letter = teacher.make("families/letters", "of", "half-year").replaceAll("\\?.*", "");
        System.out.println("32 letters looked through, one shown: " + teacher.ask(letter + "/one?span=year", 40));
        System.out.println("a letter being written, with its preview: " + teacher.ask(letter + "?span=year", 40));
        System.out.println("sentence group on its rail: " + teacher.ask("families/sentences/1?span=year", 40));
        System.out.println("32 letters with table and picture as PDF: " + teacher.handOut(letter, 6));
    }

    /** 150 letters of one class: as one PDF, and by mail to 150 homes. */
    private void post() {
        PostServer post = PostServer.on(server.cluster());
        TypingTeacher teacher = teacher(150, 20);
        teacher.fillAll();
        teacher.setBands();
        giveAddresses();
        String letter = teacher.make("families/letters", "of", "half-year").replaceAll("\\?.*", "");
        for (int i = 0; i < 3; i++) {
            long before = server.memory();
            long start = System.nanoTime();
            long most = teacher.job(letter + "/paper", server::memory, "draft", "true");
            System.out.printf(
                    "150 letters as PDF by a job: %.1f s, memory %d MB before, at most %d MB%n",
                    (System.nanoTime() - start) / 1e9, before, most);
        }
        long start = System.nanoTime();
        teacher.job(letter + "/mail", server::memory, "whom", "STUDENT", "subject", "Letter", "words", "About {name}.");
        int arrived = post.recipients().size();
        System.out.printf(
                "%d letters made and mailed, at most 300 a minute allowed by default, 6000 here: %.1f s%n",
                arrived, (System.nanoTime() - start) / 1e9);
        if (arrived != 150 || post.recipients().stream().distinct().count() != 150) {
            throw new IllegalStateException("not every home got one letter");
        }
    }

    private void giveAddresses() {
        try (Connection connection = connection();
                Statement statement = connection.createStatement()) {
            statement.execute("UPDATE student SET email = 'home' || id || '@load.example'");
        } catch (SQLException broken) {
            throw new IllegalStateException(broken);
        }
    }

    /** 140 records of one return sealed, and sent to a school office that takes 20 ms for each. */
    private void returns() {
        OfficeServer office = OfficeServer.on(server.cluster());
        office.behave(20, 0, "500");
        ReturningTeacher teacher = ReturningTeacher.knownTo(office.address(), server.address(), "load" + all.size(), 4);
        all.add(teacher.typing());
        String own = teacher.begin();
        String shown = teacher.askToSeal(own);
        long start = System.nanoTime();
        teacher.post(own + "/seal", "shown", shown);
        System.out.printf("return of 28 students sealed: %.0f ms%n", (System.nanoTime() - start) / 1e6);
        start = System.nanoTime();
        teacher.post(own + "/send");
        Await.until("all of it is received", () -> office.received().size() == 28 * 5);
        System.out.printf(
                "its 140 records received by an office that takes 20 ms each: %.1f s%n",
                (System.nanoTime() - start) / 1e9);
    }

    private TypingTeacher another(TypingTeacher teacher, String name) {
        TypingTeacher own = teacher.another(name, 30, 20);
        all.add(own);
        return own;
    }

    private void many() throws InterruptedException, ExecutionException {
        List<TypingTeacher> teachers = new ArrayList<>();
        for (int i = 0; i < TEACHERS; i++) {
            teachers.add(teacher(28, 20));
        }
        Latencies latencies = new Latencies();
        ExecutorService threads = Executors.newFixedThreadPool(TEACHERS);
        List<Future<?>> typing = new ArrayList<>();
        for (TypingTeacher teacher : teachers) {
            typing.add(threads.submit(() -> teacher.type(SECONDS * A_SECOND, SECOND / A_SECOND, latencies)));
        }
        for (Future<?> own : typing) {
            own.get();
        }
        threads.shutdown();
        System.out.println(
                TEACHERS + " teachers, " + A_SECOND + " entries a second each for " + SECONDS + " s: " + latencies);
    }
}
