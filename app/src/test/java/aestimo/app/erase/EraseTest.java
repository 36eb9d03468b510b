package aestimo.app.erase;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.account.AccountService;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Who is erased is nowhere any more, and the figures of the others are what they were. */
@ExtendWith(RunningApp.class)
class EraseTest {
    /** What is done in a transaction that is undone afterwards: the demo is everybody's. */
    private static void asMarinUndoneAfter(RunningApp app, Consumer<TeacherId> work) {
        TeacherId marin = app.bean(AccountService.class).find("marin").orElseThrow();
        TransactionTemplate transaction = new TransactionTemplate(app.bean(PlatformTransactionManager.class));
        ActingTeacher.as(marin, () -> {
            transaction.executeWithoutResult(status -> {
                work.accept(marin);
                status.setRollbackOnly();
            });
            return null;
        });
    }

    /** The tables and columns that hold a text, of what the acting teacher can see. */
    private static List<String> where(JdbcTemplate jdbc, String text) {
        List<String> found = new ArrayList<>();
        for (Map<String, Object> column : jdbc.queryForList("""
                SELECT c.table_name, c.column_name FROM information_schema.columns c
                  JOIN information_schema.tables t USING (table_schema, table_name)
                 WHERE c.table_schema = 'public' AND t.table_type = 'BASE TABLE' AND c.data_type IN ('text', 'jsonb')""")) {
            String table = String.valueOf(column.get("table_name"));
            String name = String.valueOf(column.get("column_name"));
            Integer rows = jdbc.queryForObject(
                    "SELECT count(*) FROM \"" + table + "\" WHERE strpos(lower(\"" + name + "\"::text), lower(?)) > 0",
                    Integer.class,
                    text);
            if (rows != null && rows > 0) {
                found.add(table + "." + name);
            }
        }
        return found;
    }

    /** The class whose results were sent. */
    private static ClassBook first(RunningApp app, TeacherId marin) {
        Long classId = app.bean(JdbcTemplate.class)
                .queryForObject("SELECT min(class_id) FROM school_return WHERE sealed IS NOT NULL", Long.class);
        return app.bean(BookService.class).open(marin, Objects.requireNonNull(classId));
    }

    @Test
    void nothingTellsAnyMoreWhoItWasAndTheOthersKeepTheirFigures(RunningApp app) {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        EraseService erases = app.bean(EraseService.class);
        asMarinUndoneAfter(app, marin -> {
            ClassBook before = first(app, marin);
            // Somebody whose family name nobody else has, who is in a return that was sent, with a contact.
            Map<String, Object> chosen =
                    jdbc.queryForList("""
                            SELECT e.id AS enrolment, s.id AS student, s.teacher_id, s.family, s.email
                              FROM enrolment e JOIN student s ON s.id = e.student_id
                             WHERE e.class_id = ? AND length(s.family) > 4
                               AND EXISTS (SELECT FROM return_row r JOIN school_return o ON o.id = r.return_id
                                            WHERE r.enrolment_id = e.id AND o.sealed IS NOT NULL)
                               AND NOT EXISTS (SELECT FROM student o WHERE o.id <> s.id AND strpos(o.family || o.given, s.family) > 0)
                             ORDER BY e.id LIMIT 1""", before.row().id()).get(0);
            long enrolment = (Long) chosen.get("enrolment");
            String family = String.valueOf(chosen.get("family"));
            jdbc.update(
                    "UPDATE entry SET note = ?, memo = ? WHERE enrolment_id = ? AND kind = 'MARK'",
                    "Well done, " + family,
                    family + " copies",
                    enrolment);
            Object teacher = chosen.get("teacher_id");
            long classId = before.row().id();
            jdbc.update(
                    "INSERT INTO contact (teacher_id, student_id, name, relation, email, purpose)"
                            + " VALUES (?, ?, 'Orla Quillfeather', 'aunt', 'orla@quill.example', 'both')",
                    teacher,
                    chosen.get("student"));
            jdbc.update(
                    "INSERT INTO help (teacher_id, class_id, enrolment_id, since, look_again, reason, doing, outcome)"
                            + " VALUES (?, ?, ?, '2027-02-01', '2027-03-01', 'Quillfeather', 'Quillfeather', 'Quillfeather')",
                    teacher,
                    classId,
                    enrolment);
            jdbc.update(
                    "INSERT INTO own_words (teacher_id, letter_id, class_id, enrolment_id, words)"
                            + " SELECT ?, min(id), ?, ?, 'Quillfeather' FROM letter"
                            + " ON CONFLICT (letter_id, enrolment_id) DO UPDATE SET words = 'Quillfeather'",
                    teacher,
                    classId,
                    enrolment);
            jdbc.update(
                    "INSERT INTO handed_out (teacher_id, class_id, enrolment_id, letter_name, at, how, figures, words, sha256,"
                            + " sent_to) VALUES (?, ?, ?, 'Letter', now(), 'mail', '', 'Quillfeather', '', 'Quillfeather')",
                    teacher,
                    classId,
                    enrolment);
            assertThat(where(jdbc, "quillfeather"))
                    .contains("contact.name", "help.reason", "own_words.words", "handed_out.sent_to");
            assertThat(where(jdbc, family))
                    .contains(
                            "student.family", "entry.note", "entry.memo", "return_row.name", "school_return.canonical");
            List<String> figures = figures(before, enrolment);
            assertThat(figures).hasSizeGreaterThan(20);
            String hash = jdbc.queryForObject(
                    "SELECT max(sha256) FROM school_return WHERE class_id = ?",
                    String.class,
                    before.row().id());

            assertThatThrownBy(() -> erases.erase(marin, before.row().id(), enrolment, "Somebody", true))
                    .hasMessageContaining("is not the family name. Type " + family);
            assertThat(where(jdbc, family)).contains("student.family", "entry.note");
            List<Erased> gone = erases.erase(marin, before.row().id(), enrolment, family, true);
            assertThat(gone)
                    .extracting(Erased::kind)
                    .contains("names and facts", "contacts", "notes and memos", "sealed returns, the name replaced");

            assertThat(where(jdbc, family)).as(family).isEmpty();
            assertThat(where(jdbc, "quillfeather")).isEmpty();
            assertThat(where(jdbc, "orla@quill")).isEmpty();
            String email = String.valueOf(chosen.get("email"));
            assertThat(email.isEmpty() ? List.of() : where(jdbc, email)).isEmpty();
            ClassBook after = first(app, marin);
            assertThat(figures(after, enrolment)).isEqualTo(figures);
            assertThat(after.student(enrolment).listName()).startsWith("Erased, ");
            // What was sealed keeps its hash, and says that a name was taken out.
            assertThat(jdbc.queryForObject(
                            "SELECT max(sha256) FROM school_return WHERE class_id = ?",
                            String.class,
                            before.row().id()))
                    .isEqualTo(hash);
            assertThat(jdbc.queryForObject(
                            "SELECT max(erased) FROM school_return WHERE class_id = ?",
                            Integer.class,
                            before.row().id()))
                    .isEqualTo(1);
            assertThatThrownBy(() -> erases.erase(marin, before.row().id(), enrolment, "Erased", true))
                    .hasMessageContaining("erased already");
        });
    }

    /** What is told of everybody but one, name by name. */
    private static List<String> figures(ClassBook book, long without) {
        List<String> figures = new ArrayList<>();
        for (Term term : book.book().terms()) {
            Standing standing = Standing.of(book.book(), new Span.Terms(Set.of(term.id())));
            for (Student student : book.book().students()) {
                if (ClassBook.id(student) != without) {
                    StudentStanding own = standing.of(student.id());
                    figures.add(student.id() + " " + own.result() + " " + own.rank() + " " + own.setRank());
                }
            }
        }
        // An erased student has another place in the list.
        Collections.sort(figures);
        return figures;
    }

    @Test
    void whatWasSentKeepsItsNameWhereTheTeacherDoesNotSayOtherwise(RunningApp app) {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        asMarinUndoneAfter(app, marin -> {
            ClassBook book = first(app, marin);
            Map<String, Object> row = jdbc.queryForList("""
                            SELECT r.enrolment_id, r.name, s.family FROM return_row r JOIN school_return o ON o.id = r.return_id
                              JOIN enrolment e ON e.id = r.enrolment_id JOIN student s ON s.id = e.student_id
                             WHERE o.sealed IS NOT NULL AND r.class_id = ? LIMIT 1""", book.row().id()).get(0);
            long enrolment = (Long) row.get("enrolment_id");
            app.bean(EraseService.class)
                    .erase(marin, book.row().id(), enrolment, String.valueOf(row.get("family")), false);
            assertThat(jdbc.queryForList("""
                            SELECT DISTINCT r.name FROM return_row r JOIN school_return o ON o.id = r.return_id
                             WHERE o.sealed IS NOT NULL AND r.enrolment_id = ?""", String.class, enrolment))
                    .containsExactly(String.valueOf(row.get("name")));
            // The application itself can still alter nothing that is sealed.
            assertThatThrownBy(() -> jdbc.update("UPDATE school_return SET why = 'x' WHERE sealed IS NOT NULL"))
                    .hasMessageContaining("is sealed and cannot be altered");
        });
    }

    @Test
    void aStudentIsErasedOnThePageOnceTheNameIsTyped(RunningApp app) {
        OwnClass own = new OwnClass(app, "");
        own.addStudents("77123\tQuillfeather\tZephyrine\n77124\tOsei\tKofi\n");
        own.addPiece("Town survey", own.addCategory("Fieldwork"), "2027-02-05", "50");
        own.type("Quillfeather", "Town survey", "41");
        Visitor visitor = own.visitor();
        String people = own.base() + "/room/people/" + own.student("Quillfeather");
        String json = new String(visitor.download(people + "/all.json"), StandardCharsets.UTF_8);
        assertThat(json).contains("Quillfeather", "Town survey", "41").startsWith("{");
        assertThat(visitor.get(people + "/erase").body()).contains("Type Quillfeather to erase this student");
        assertThat(visitor.post(people + "/erase", "typed", "Quill").body())
                .contains("is not the family name")
                .contains("value=\"Quill\"");
        String told = visitor.get(OwnClass.location(visitor.post(people + "/erase", "typed", " quillfeather ")))
                .body();
        assertThat(Html.text(told, ".notice.is-done")).contains("The student is erased");
        assertThat(told).doesNotContain("Quillfeather", "Zephyrine");
        String changes = visitor.get(own.base() + "/changes").body();
        assertThat(visitor.get(own.base() + "/marks").body()).contains("41").doesNotContain("Quillfeather", "77123");
        assertThat(changes).doesNotContain("Quillfeather", "Zephyrine");
        // The number is free again, for whoever gets it.
        own.addStudents("77123\tThorne\tPip\n");
        assertThat(own.student("Thorne")).isNotEmpty();
        assertThat(visitor.post(people + "/erase", "typed", "Erased").body()).contains("erased already");
    }

    @Test
    void anAccountGoesWithAllItHolds(RunningApp app) {
        OwnClass own = new OwnClass(app, "");
        own.addStudents("1\tBrandt\tIlva\n");
        own.addPiece("Town survey", own.addCategory("Fieldwork"), "2027-02-05", "50");
        own.type("Brandt", "Town survey", "41");
        TeacherId teacher = own.teacher();
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        assertThat(ActingTeacher.as(teacher, () -> app.bean(EraseService.class).eraseAccount()))
                .isTrue();
        assertThat(jdbc.queryForObject(
                        "SELECT count(*) FROM teacher WHERE id = ?::bigint", Integer.class, teacher.toString()))
                .isZero();
        assertThat(own.visitor().get("/").statusCode()).isEqualTo(302);
        assertThat(ActingTeacher.as(teacher, () -> app.bean(EraseService.class).eraseAccount()))
                .isFalse();
        // Everybody else is still there.
        assertThat(Visitor.signedIn(app, "marin").get("/").body()).contains("9B");
    }

    @Test
    void whatIsOldIsForgottenAndFiguresStay(RunningApp app) {
        String name = "r" + UUID.randomUUID();
        app.bean(AccountService.class).create(name, "Pat Teacher", "quiet harbour at six");
        Visitor visitor = new Visitor(app.address());
        visitor.signIn(name, "quiet harbour at six");
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        TeacherId teacher = app.bean(AccountService.class).find(name).orElseThrow();
        TransactionTemplate transaction = new TransactionTemplate(app.bean(PlatformTransactionManager.class));
        Integer aged = ActingTeacher.as(
                teacher,
                () -> transaction.execute(
                        status -> jdbc.update("UPDATE known_browser SET used_at = used_at - interval '2 years'")));
        assertThat(aged).isEqualTo(1);
        assertThat(app.bean(Retention.class).forget()).isPositive();
        Integer left = ActingTeacher.as(
                teacher,
                () -> transaction.execute(
                        status -> jdbc.queryForObject("SELECT count(*) FROM known_browser", Integer.class)));
        assertThat(left).isZero();
        assertThat(app.bean(Retention.class).forget()).isZero();
    }
}
