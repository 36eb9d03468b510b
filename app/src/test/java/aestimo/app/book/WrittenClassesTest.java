package aestimo.app.book;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import aestimo.app.marks.EntryService;
import aestimo.app.marks.TypedEntry;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Await;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.web.FormException;
import aestimo.core.refusal.RefusedException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.io.ClassPathResource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Nothing that is written to a class leaves it so that it could not be opened any more, whatever wrote it. */
@ExtendWith(RunningApp.class)
class WrittenClassesTest {
    private RunningApp app;
    private OwnClass own;
    private JdbcTemplate jdbc;
    private TransactionTemplate transactions;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        jdbc = app.bean(JdbcTemplate.class);
        transactions = new TransactionTemplate(app.bean(PlatformTransactionManager.class));
        own = new OwnClass(app, "");
        own.addStudents("Brandt, Ilva\nCastellan, Rui\nDunmore, Fenna\n");
        own.setBands("A", "80", "B", "60", "C", "0");
        String tests = own.addCategory("Tests");
        own.addPiece("Quiz", tests, "2027-01-12", "10");
        own.addPiece("Cliff section", tests, "2027-02-02", "25");
        own.type("Brandt", "Quiz", "7");
        own.type("Castellan", "Cliff section", "20");
    }

    /** As any part of the application writes: in a transaction of the teacher's. */
    private void write(String... statements) {
        ActingTeacher.as(
                own.teacher(),
                () -> transactions.execute(status -> {
                    for (String statement : statements) {
                        assertThat(jdbc.update(statement)).as(statement).isPositive();
                    }
                    return null;
                }));
    }

    private String where() {
        return " WHERE class_id = " + own.id();
    }

    private String whereItself() {
        return " WHERE id = " + own.id();
    }

    private Object standing() {
        return own.read(book -> List.of(
                book.book().entries(), book.book().assessments(), book.book().students()));
    }

    @Test
    void whatTheRulesOfCalculationRefuseIsTakenBackAndToldInWords() {
        String quiz = " WHERE id = " + own.piece("Quiz");
        Map<List<String>, String> written = Map.of(
                List.of("UPDATE school_class SET pass = 'Z'" + whereItself()),
                "The class has no band Z.",
                List.of("UPDATE term SET starts = '2027-02-01', ends = '2027-02-28'"),
                "Quiz on 2027-01-12 is in no term and none is stated.",
                List.of(
                        "UPDATE school_class SET method = 'BY_CATEGORY'" + whereItself(),
                        "UPDATE category SET averaging = 'EQUAL'" + where(),
                        "UPDATE assessment SET bonus = true" + quiz),
                "Quiz is bonus work, but Tests averages equally; bonus needs an average by points, or results by all points.",
                List.of("UPDATE category SET drop_lowest = 1" + where(), "UPDATE assessment SET weight = 2" + quiz),
                "Tests drops its lowest, but its assessments weigh unequally; a higher mark could then lower a result.",
                List.of("INSERT INTO part (teacher_id, class_id, assessment_id, place, title, out_of, weight)"
                        + " SELECT teacher_id, class_id, id, 0, 'Plan', 10, 1 FROM assessment" + quiz),
                "Quiz has parts; the entry must name one.",
                List.of("UPDATE assessment SET kind = 'NOTE', out_of = NULL" + quiz),
                "Quiz takes no entry of kind mark.",
                List.of("UPDATE enrolment SET starting_score = 141" + where()),
                "Score 141 must be from 0 to the top, 140.",
                List.of(
                        "UPDATE band SET from_percent = 70 WHERE label = 'A'",
                        "UPDATE band SET from_percent = 90 WHERE label = 'B'"),
                "B starts from 90, which is not below A from 70.");
        Object before = standing();
        written.forEach((statements, words) -> {
            assertThatThrownBy(() -> write(statements.toArray(new String[0])))
                    .as("%s", statements)
                    .isInstanceOf(FormException.class)
                    .hasMessageStartingWith(own.read(book -> book.row().title()) + ": ")
                    .hasMessageContaining(words);
            assertThat(standing()).as("%s", statements).isEqualTo(before);
        });
    }

    @Test
    void whatMakesNoClassImpossibleIsKeptAndTheClassWithIt() {
        write("UPDATE school_class SET pass = 'B'" + whereItself());
        assertThat(own.<Object>read(ClassBook::book)).isSameAs(own.<Object>read(ClassBook::book));
        assertThat(own.<String>read(book -> book.book().rules().pass().orElse("")))
                .isEqualTo("B");
        write(
                "UPDATE assessment SET title = 'Map quiz' WHERE id = " + own.piece("Quiz"),
                "UPDATE student SET given = 'Ilvana'");
        assertThat(own.<Boolean>read(book -> book.book().assessments().stream()
                        .anyMatch(piece -> piece.title().equals("Map quiz"))))
                .isTrue();
        assertThat(own.<String>read(book ->
                        book.student(Long.parseLong(own.student("Brandt"))).listName()))
                .isEqualTo("Brandt, Ilvana");
    }

    /** Each would do alone; together they would leave a class that could not be opened. */
    @Test
    void ofTwoWindowsThatDoNotGoTogetherTheLaterIsRefused() {
        List<List<String>> pairs = List.of(
                List.of(
                        "UPDATE school_class SET starting_top = 100" + whereItself(),
                        "UPDATE enrolment SET starting_score = 130" + where()),
                List.of(
                        "UPDATE term SET starts = '2027-01-04', ends = '2027-02-10'",
                        "UPDATE assessment SET date = '2027-02-24' WHERE title = 'Quiz' AND class_id = " + own.id()),
                List.of(
                        "UPDATE school_class SET pass = 'B'" + whereItself(),
                        "UPDATE band SET label = 'Y' WHERE label = 'B'"));
        for (List<String> pair : pairs) {
            CountDownLatch bothWrote = new CountDownLatch(2);
            List<CompletableFuture<Throwable>> windows = pair.stream()
                    .map(statement -> CompletableFuture.supplyAsync(() -> catchThrowable(() -> ActingTeacher.as(
                            own.teacher(),
                            () -> transactions.execute(status -> {
                                jdbc.update(statement);
                                bothWrote.countDown();
                                Await.until("the other wrote too", () -> bothWrote.getCount() == 0);
                                return null;
                            })))))
                    .toList();
            List<Throwable> refused = windows.stream()
                    .map(CompletableFuture::join)
                    .filter(one -> one != null)
                    .toList();
            assertThat(refused).as("%s", pair).singleElement().isInstanceOf(FormException.class);
            assertThat(own.<Integer>read(book -> book.book().entries().size())).isEqualTo(2);
        }
    }

    /** What is typed while another window imports into the same cells comes after it, and neither fails for the other. */
    @Test
    void typingWaitsForWhatHoldsTheClassAndIsToldWhatItFound() {
        EntryService entries = app.bean(EntryService.class);
        BookService books = app.bean(BookService.class);
        CellId cell = own.read(book -> ClassBook.cell(
                book.student(Long.parseLong(own.student("Brandt"))), book.assessment(own.piece("Quiz")), 0));
        int version = own.read(book -> book.version(cell));
        TypedEntry ours = new TypedEntry(UUID.randomUUID(), cell.assessmentId(), cell.enrolmentId(), version, "9");
        CompletableFuture<EntryService.Applied> typing = ActingTeacher.as(
                own.teacher(),
                () -> transactions.execute(status -> {
                    books.hold(own.teacher(), own.id());
                    CompletableFuture<EntryService.Applied> typed =
                            CompletableFuture.supplyAsync(() -> ActingTeacher.as(
                                    own.teacher(), () -> entries.apply(own.teacher(), own.id(), List.of(ours))));
                    Await.until(
                            "it waits",
                            () -> !jdbc.queryForList(
                                            "SELECT 1 FROM pg_locks WHERE NOT granted AND locktype = 'transactionid'")
                                    .isEmpty());
                    assertThat(jdbc.update("UPDATE entry SET mark = 5, version = version + 1 WHERE assessment_id = "
                                    + cell.assessmentId() + " AND enrolment_id = " + cell.enrolmentId()))
                            .isEqualTo(1);
                    return typed;
                }));
        assertThat(typing.join().outcomes()).containsExactly(EntryService.Outcome.ALTERED_ELSEWHERE);
        assertThat(typing.join().classBook().entry(cell)).hasToString("5");
        assertThat(own.entry("Brandt", "Quiz")).hasToString("5");
    }

    /** Once there was a way to do so; a class left like that opens again after the next start. */
    @Test
    void aClassWhoseScoresAreAboveTheirTopIsMended() throws IOException {
        JdbcTemplate owner = new JdbcTemplate(new DriverManagerDataSource(
                app.cluster().url(), "aestimo_owner", app.cluster().password("owner")));
        write("UPDATE enrolment SET starting_score = 130" + where());
        owner.update("UPDATE school_class SET starting_top = 100" + whereItself());
        assertThatThrownBy(this::standing).isInstanceOf(RefusedException.class);
        owner.execute(
                new ClassPathResource("db/migration/V35__starting_top.sql").getContentAsString(StandardCharsets.UTF_8));
        assertThat(own.<String>read(
                        book -> book.book().startingScores().orElseThrow().top().toString()))
                .isEqualTo("130");
    }
}
