package aestimo.app.book;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.account.AccountService;
import aestimo.app.marks.EntryService;
import aestimo.app.marks.TypedEntry;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.Await;
import aestimo.app.testing.FailingTable;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.ibatis.session.SqlSessionFactory;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** A class is read once and not again until anybody wrote to it; and then always. */
@ExtendWith(RunningApp.class)
class OpenedClassesTest {
    private RunningApp app;
    private Connection connection;
    /** As the owner, past the application: another process, or somebody at the database. */
    private JdbcTemplate elsewhere;

    private TransactionTemplate transactions;

    @BeforeEach
    void connect(RunningApp running) throws SQLException {
        app = running;
        connection = DriverManager.getConnection(
                app.cluster().url(), "aestimo_owner", app.cluster().password("owner"));
        elsewhere = new JdbcTemplate(new SingleConnectionDataSource(connection, true));
        transactions = new TransactionTemplate(app.bean(PlatformTransactionManager.class));
    }

    @AfterEach
    void disconnect() throws SQLException {
        connection.close();
    }

    private static ClassBook open(BookService books, TeacherId teacher, long classId) {
        return ActingTeacher.as(teacher, () -> books.open(teacher, classId));
    }

    private ClassBook open(TeacherId teacher, long classId) {
        return open(app.bean(BookService.class), teacher, classId);
    }

    private TeacherId marin() {
        return app.bean(AccountService.class).find("marin").orElseThrow();
    }

    private OwnClass smallClass() {
        OwnClass own = new OwnClass(app, "");
        own.addStudents("Brandt, Ilva\nCastellan, Rui\nDunmore, Fenna\n");
        String tests = own.addCategory("Tests");
        own.addPiece("Quiz", tests, "2027-01-12", "10");
        own.addPiece("Cliff section", tests, "2027-02-02", "25");
        for (String family : List.of("Brandt", "Castellan", "Dunmore")) {
            own.type(family, "Quiz", "1");
            own.type(family, "Cliff section", "2");
        }
        return own;
    }

    private Set<String> watchedTables() {
        return new TreeSet<>(elsewhere.queryForList("""
                SELECT c.relname FROM pg_trigger t JOIN pg_class c ON c.oid = t.tgrelid JOIN pg_proc p ON p.oid = t.tgfoid
                 WHERE p.proname = 'note_class_write' AND t.tgenabled = 'O'
                 GROUP BY c.relname
                HAVING count(*) FILTER (WHERE t.tgnewtable IS NOT NULL AND t.tgtype & 4 > 0) = 1
                   AND count(*) FILTER (WHERE t.tgnewtable IS NOT NULL AND t.tgtype & 16 > 0) = 1
                   AND count(*) FILTER (WHERE t.tgoldtable IS NOT NULL AND t.tgtype & 16 > 0) = 1
                   AND count(*) FILTER (WHERE t.tgoldtable IS NOT NULL AND t.tgtype & 8 > 0) = 1""", String.class));
    }

    @Test
    void everyTableAClassIsReadFromIsWatched() {
        var configuration = app.bean(SqlSessionFactory.class).getConfiguration();
        Set<String> read = Stream.of("findRows", "findEntries", "findRegister")
                .map(name -> configuration
                        .getMappedStatement(BookMapper.class.getName() + "." + name)
                        .getBoundSql(Map.of())
                        .getSql())
                .flatMap(sql -> Pattern.compile("\\b(?:FROM|JOIN)\\s+([a-z_]+)")
                        .matcher(sql)
                        .results()
                        .map((MatchResult match) -> match.group(1)))
                .collect(Collectors.toCollection(TreeSet::new));
        assertThat(read).hasSizeGreaterThan(15).contains("entry", "register_entry", "term");
        assertThat(watchedTables()).isEqualTo(read);
    }

    @Test
    void whateverIsWrittenToAClassAnywhereMakesItReadAgainAndNoOtherClass() {
        TeacherId marin = marin();
        List<Long> classes = elsewhere.queryForList(
                "SELECT id FROM school_class WHERE teacher_id = " + marin + " ORDER BY id", Long.class);
        Set<String> withoutRows = new TreeSet<>();
        for (String table : watchedTables()) {
            boolean ofOneClass =
                    !Set.of("school_year", "term", "band", "student").contains(table);
            String column = table.equals("school_class") ? "id" : ofOneClass ? "class_id" : "0";
            List<Long> rows = elsewhere.queryForList(
                    "SELECT " + column + " FROM " + table + " WHERE teacher_id = " + marin + " LIMIT 1", Long.class);
            if (rows.isEmpty()) {
                withoutRows.add(table);
                continue;
            }
            long written = rows.get(0);
            Map<Long, Object> before = new HashMap<>();
            classes.forEach(id -> before.put(id, open(marin, id).book()));
            classes.forEach(id ->
                    assertThat(open(marin, id).book()).as(table + " not yet").isSameAs(before.get(id)));
            elsewhere.update("UPDATE " + table + " SET teacher_id = teacher_id WHERE teacher_id = " + marin
                    + (ofOneClass ? " AND " + column + " = " + written : ""));
            for (long id : classes) {
                boolean altered = !ofOneClass || id == written;
                assertThat(open(marin, id).book() != before.get(id))
                        .as(table + ", class " + id + (id == written ? ", written to" : ""))
                        .isEqualTo(altered);
            }
        }
        assertThat(withoutRows).as("no rows in the demo").containsExactly("earlier_target", "term_target");
    }

    @Test
    void whatIsDeletedAndAddedIsSeen() {
        OwnClass own = smallClass();
        assertThat(open(own.teacher(), own.id()).filled(own.piece("Quiz"))).isEqualTo(3);
        List<Map<String, Object>> kept = elsewhere.queryForList("SELECT * FROM entry WHERE class_id = " + own.id());
        elsewhere.update("DELETE FROM entry WHERE class_id = ?", own.id());
        assertThat(open(own.teacher(), own.id()).filled(own.piece("Quiz"))).isZero();
        for (Map<String, Object> row : kept) {
            elsewhere.update(
                    "INSERT INTO entry (teacher_id, class_id, assessment_id, enrolment_id, kind, mark, version)"
                            + " VALUES (?, ?, ?, ?, ?, ?, ?)",
                    Stream.of("teacher_id", "class_id", "assessment_id", "enrolment_id", "kind", "mark", "version")
                            .map(row::get)
                            .toArray());
        }
        assertThat(open(own.teacher(), own.id()).filled(own.piece("Quiz"))).isEqualTo(3);
    }

    /** Its own writes it sees, nobody else does; and where they are taken back, nobody ever did. */
    @Test
    void whatATransactionWroteIsItsOwnUntilItIsDone() {
        OwnClass own = smallClass();
        TeacherId teacher = own.teacher();
        BookService books = app.bean(BookService.class);
        ClassBook before = open(teacher, own.id());
        String marks = "UPDATE entry SET mark = mark + 1 WHERE class_id = " + own.id();
        for (boolean takenBack : new boolean[] {true, false}) {
            ActingTeacher.as(
                    teacher,
                    () -> transactions.execute(status -> {
                        JdbcTemplate here = app.bean(JdbcTemplate.class);
                        here.update(marks);
                        assertThat(marks(books.open(teacher, own.id()))).containsExactly("2", "3", "2", "3", "2", "3");
                        here.update(marks);
                        assertThat(marks(books.open(teacher, own.id()))).containsExactly("3", "4", "3", "4", "3", "4");
                        assertThat(CompletableFuture.supplyAsync(() -> open(teacher, own.id()))
                                        .join()
                                        .book())
                                .as("as another sees it")
                                .isSameAs(before.book());
                        if (takenBack) {
                            status.setRollbackOnly();
                        }
                        return null;
                    }));
            assertThat(marks(open(teacher, own.id())).get(0)).isEqualTo(takenBack ? "1" : "3");
        }
    }

    /** What is written between two of the questions by which a class is read is never missed for longer than that one page. */
    @Test
    void whatIsWrittenWhileAClassIsReadMakesItReadAgain() throws SQLException {
        OwnClass own = smallClass();
        elsewhere.update("UPDATE assessment SET title = 'Quiz 1' WHERE class_id = ? AND title = 'Quiz'", own.id());
        connection.setAutoCommit(false);
        // The class's rows are read, its entries have to wait.
        elsewhere.execute("LOCK TABLE entry IN ACCESS EXCLUSIVE MODE");
        CompletableFuture<ClassBook> reading = CompletableFuture.supplyAsync(() -> open(own.teacher(), own.id()));
        Await.until(
                "it waits for the entries",
                () -> elsewhere
                                .queryForList(
                                        "SELECT 1 FROM pg_locks WHERE NOT granted AND relation = 'entry'::regclass",
                                        Integer.class)
                                .size()
                        == 1);
        elsewhere.update("UPDATE assessment SET title = 'Quiz 2' WHERE class_id = ? AND title = 'Quiz 1'", own.id());
        connection.commit();
        connection.setAutoCommit(true);
        assertThat(titles(reading.join())).contains("Quiz 1");
        assertThat(titles(open(own.teacher(), own.id()))).contains("Quiz 2");
    }

    /** Several processes before one database, and whoever writes past them; some of it is taken back. */
    @Test
    void twoProcessesNeverShowWhatIsNotSo() throws SQLException {
        OwnClass own = smallClass();
        TeacherId teacher = own.teacher();
        List<BookService> processes = List.of(
                new BookService(app.bean(BookMapper.class), new OpenedClasses(), app.bean(Clock.class)),
                new BookService(app.bean(BookMapper.class), new OpenedClasses(), app.bean(Clock.class)));
        connection.setAutoCommit(false);
        Random random = new Random(2702);
        int[] expected = {1, 2, 1, 2, 1, 2};
        int readAgain = 0;
        Object last = null;
        List<String> families = List.of("Brandt", "Castellan", "Dunmore");
        List<Long> pieces = List.of(own.piece("Quiz"), own.piece("Cliff section"));
        for (int i = 0; i < 400; i++) {
            if (random.nextInt(3) == 0) {
                int cell = random.nextInt(expected.length);
                int mark = random.nextInt(10);
                elsewhere.update(
                        "UPDATE entry SET mark = ? WHERE assessment_id = ? AND enrolment_id = ?",
                        mark,
                        pieces.get(cell % 2),
                        Long.parseLong(own.student(families.get(cell / 2))));
                if (random.nextInt(4) == 0) {
                    elsewhere.queryForObject("SELECT merge_class_writes()", Integer.class);
                }
                if (random.nextBoolean()) {
                    connection.commit();
                    expected[cell] = mark;
                } else {
                    connection.rollback();
                }
            }
            BookService process = processes.get(random.nextInt(2));
            ClassBook shown = inTransaction(teacher, () -> process.open(teacher, own.id()));
            assertThat(marks(shown))
                    .as("step " + i)
                    .isEqualTo(
                            Arrays.stream(expected).mapToObj(Integer::toString).toList());
            readAgain += shown.book() == last ? 0 : 1;
            last = shown.book();
        }
        // Else it would hold also where a class is read each time.
        assertThat(readAgain).isLessThan(300);
    }

    /** The class was kept as the save would leave it, and then the save failed: it is never shown, and typing goes on. */
    @Test
    void aSaveThatFailsAtItsVeryEndLeavesNothingToShow() throws Exception {
        OwnClass own = smallClass();
        TeacherId teacher = own.teacher();
        EntryService entries = app.bean(EntryService.class);
        ClassBook before = open(teacher, own.id());
        CellId cell = ClassBook.cell(
                before.student(Long.parseLong(own.student("Brandt"))), before.assessment(own.piece("Quiz")), 0);
        TypedEntry typed =
                new TypedEntry(UUID.randomUUID(), cell.assessmentId(), cell.enrolmentId(), before.version(cell), "9");
        FailingTable.atCommit(
                app,
                "INSERT OR UPDATE",
                "entry",
                () -> assertThatThrownBy(
                                () -> ActingTeacher.as(teacher, () -> entries.apply(teacher, own.id(), List.of(typed))))
                        .hasStackTraceContaining("the disk is full"));
        ClassBook after = open(teacher, own.id());
        assertThat(after.entry(cell)).hasToString("1");
        assertThat(after.version(cell)).isEqualTo(before.version(cell));
        // The queue sends the very same again.
        assertThat(ActingTeacher.as(teacher, () -> entries.apply(teacher, own.id(), List.of(typed)))
                        .outcomes())
                .containsExactly(EntryService.Outcome.WRITTEN);
        assertThat(open(teacher, own.id()).entry(cell)).hasToString("9");
    }

    /** What was typed is kept as it would be read: by chance, over each other, some of it refused, some taken back. */
    @Test
    void aClassKeptAfterASaveIsTheOneThatWouldBeRead() {
        OwnClass own = smallClass();
        TeacherId teacher = own.teacher();
        String tests = own.read(book -> book.book().categories().get(0).id().text());
        own.visitor()
                .post(
                        own.base() + "/assessments",
                        "title",
                        "Survey",
                        "category",
                        tests,
                        "date",
                        "2027-02-03",
                        "outOf",
                        "30",
                        "partTitle",
                        "Plan",
                        "partOutOf",
                        "10",
                        "partTitle",
                        "Map",
                        "partOutOf",
                        "20");
        Random random = new Random(1412);
        List<String> texts =
                List.of("7", "6.5", "0", "", "a", "e", "n", "8 l", "3?", "about six", "10", "9.250", "7 f", "25");
        for (int i = 0; i < 120; i++) {
            ClassBook before = open(teacher, own.id());
            List<CellId> cells = before.book().students().stream()
                    .flatMap(student -> before.book().assessments().stream()
                            .flatMap(piece -> ClassBook.cells(student, piece).stream()))
                    .toList();
            List<TypedEntry> typed = new ArrayList<>();
            for (int n = random.nextInt(3); n >= 0; n--) {
                CellId cell = cells.get(random.nextInt(cells.size()));
                int base = random.nextInt(8) == 0 ? 0 : before.version(cell);
                String text = texts.get(random.nextInt(texts.size()));
                typed.add(new TypedEntry(
                        UUID.randomUUID(), cell.assessmentId(), cell.enrolmentId(), cell.partId(), base, text));
            }
            boolean takenBack = random.nextInt(5) == 0;
            boolean within = takenBack || random.nextInt(5) == 0;
            EntryService entries = app.bean(EntryService.class);
            EntryService.Applied applied = ActingTeacher.as(teacher, () -> {
                if (!within) {
                    return entries.apply(teacher, own.id(), typed);
                }
                return transactions.execute(status -> {
                    EntryService.Applied all = entries.apply(teacher, own.id(), typed);
                    app.bean(JdbcTemplate.class)
                            .update(
                                    "UPDATE assessment SET title = left(title, 30) || 'x' WHERE class_id = ?",
                                    own.id());
                    if (takenBack) {
                        status.setRollbackOnly();
                    }
                    return all;
                });
            });
            ClassBook shown = open(teacher, own.id());
            if (!within && applied.outcomes().stream().allMatch(EntryService.Outcome::isKept)) {
                assertThat(shown.book())
                        .as("not read again")
                        .isSameAs(applied.classBook().book());
            }
            BookService anew = new BookService(app.bean(BookMapper.class), new OpenedClasses(), app.bean(Clock.class));
            ClassBook read = inTransaction(teacher, () -> anew.open(teacher, own.id()));
            assertThat(shown.book().entries())
                    .as("step " + i)
                    .isEqualTo(read.book().entries());
            assertThat(titles(shown)).isEqualTo(titles(read));
            for (CellId cell : cells) {
                assertThat(shown.version(cell)).as("version of " + cell).isEqualTo(read.version(cell));
            }
        }
    }

    private <T> T inTransaction(TeacherId teacher, Supplier<T> work) {
        return ActingTeacher.as(teacher, () -> transactions.execute(status -> work.get()));
    }

    @Test
    void hiddenNamesAreNotKeptForOthersNorNamesForWhereTheyAreHidden() {
        OwnClass own = smallClass();
        assertThat(names(open(own.teacher(), own.id()))).containsExactly("Brandt", "Castellan", "Dunmore");
        HiddenNames.hide();
        try {
            assertThat(names(open(own.teacher(), own.id())))
                    .hasSize(3)
                    .allMatch(name -> name.matches("Student \\d+"))
                    .isSorted();
        } finally {
            HiddenNames.show();
        }
        assertThat(names(open(own.teacher(), own.id()))).containsExactly("Brandt", "Castellan", "Dunmore");
    }

    @Test
    void aClassIsReadAgainOnAnotherDayAndForNobodyElse() {
        OwnClass own = smallClass();
        OpenedClasses classes = new OpenedClasses();
        for (LocalDate day : List.of(LocalDate.of(2027, 2, 24), LocalDate.of(2027, 2, 25))) {
            Clock clock = Clock.fixed(day.atTime(12, 0).toInstant(ZoneOffset.UTC), ZoneOffset.UTC);
            BookService books = new BookService(app.bean(BookMapper.class), classes, clock);
            assertThat(inTransaction(own.teacher(), () -> books.open(own.teacher(), own.id()))
                            .book()
                            .today())
                    .isEqualTo(day);
        }
        TeacherId marin = marin();
        open(own.teacher(), own.id());
        assertThatThrownBy(() -> open(marin, own.id())).isInstanceOf(NotFoundException.class);
        // Whoever is not signed in as the teacher sees nothing of theirs, though it is known here.
        assertThatThrownBy(() -> ActingTeacher.as(
                        marin, () -> app.bean(BookService.class).open(own.teacher(), own.id())))
                .isInstanceOf(NotFoundException.class);
    }

    /** The notes of an hour become one, and an account that is erased leaves none; neither does a class that is deleted. */
    @Test
    void notesOfWhoWroteStayFew() {
        OwnClass own = smallClass();
        String count = "SELECT count(*) FROM class_write WHERE teacher_id = " + own.teacher();
        assertThat(elsewhere.queryForObject(count, Integer.class)).isGreaterThan(8);
        Object before = open(own.teacher(), own.id()).book();
        assertThat(app.bean(ClassWrites.class).merge()).isPositive();
        // One of the class, one of all classes, one of all students.
        assertThat(elsewhere.queryForObject(count, Integer.class)).isEqualTo(3);
        ClassBook after = open(own.teacher(), own.id());
        assertThat(after.book()).isNotSameAs(before);
        assertThat(marks(after)).containsExactly("1", "2", "1", "2", "1", "2");
        Visitor visitor = own.visitor();
        assertThat(visitor.get(own.base() + "/marks").statusCode()).isEqualTo(200);
        ActingTeacher.as(
                own.teacher(),
                () -> transactions.execute(
                        status -> app.bean(JdbcTemplate.class).queryForList("SELECT erase_account()")));
        assertThat(elsewhere.queryForObject(count, Integer.class)).isZero();
    }

    private static List<String> titles(ClassBook book) {
        return book.book().assessments().stream().map(Assessment::title).toList();
    }

    private static List<String> names(ClassBook book) {
        return book.book().students().stream().map(Student::family).toList();
    }

    private static List<String> marks(ClassBook book) {
        return book.book().entries().stream()
                .map(placed -> placed.entry().toString())
                .toList();
    }
}
