package aestimo.app.toschool;

import static aestimo.app.testing.OwnClass.all;
import static aestimo.app.testing.OwnClass.found;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.sealing.SealService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.Sha256;
import aestimo.app.testing.Html;
import aestimo.app.testing.OfficeServer;
import aestimo.app.testing.RunningApp;
import aestimo.app.web.FormException;
import aestimo.exchange.results.ResultsCommand;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A return from its first figures to the seal nothing can break. */
@ExtendWith(RunningApp.class)
class ReturnTest {
    private RunningApp app;
    private OwnReturn own;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        OfficeServer office = OfficeServer.on(app.cluster());
        office.beginAnew();
        own = new OwnReturn(app, office);
    }

    @Test
    void whatIsInTheWayOfSealingIsToldWithItsWay() {
        own.own.type("Bellweather", "Winter", "140");
        own.beginOnly();
        assertThat(Html.text(own.page(), "body"))
                .contains("1 mark in doubt", "Bellweather, Ida, Winter")
                .contains("2 students without a grade", " – say “no grade”, and why")
                .contains("4 fields empty")
                .doesNotContain("the school does not know");
        String brandt = own.row("Brandt");
        assertThat(own.page())
                .contains("#sent-" + brandt + "\">Brandt, Ilva</a>", "#field0-" + brandt + "\">Brandt, Ilva effort</a>")
                .contains("id=\"sent-" + brandt + "\"", "id=\"field0-" + brandt + "\"");
        assertThat(own.save(
                        "Aldous sentAs b",
                        "Aldous comment " + "x".repeat(41),
                        "Arkady comment Ida reads well.",
                        "Brandt sentAs -",
                        "Brandt comment Ida reads well."))
                .contains(
                        "1 adjusted grade without a reason",
                        "1 “no grade” without a reason",
                        "1 comment over 40 letters")
                .contains("1 comment given more than once", "“Ida” in that of Arkady, Tomas")
                .contains("#comment-" + own.row("Arkady"), "#why-" + own.row("Aldous"));
        assertThat(own.seal())
                .contains("1 mark in doubt: Bellweather, Ida, Winter.")
                .contains("4 fields empty: ");
        assertThat(own.page()).contains("draft since");
    }

    @Test
    void theSchoolsDatesStandBesideTheFiguresAndMayPass() {
        own.begin();
        assertThat(own.page())
                .contains("The school takes Term 2 until 12 Mar")
                .doesNotContain("Outside the school’s dates");
        OfficeServer.on(app.cluster()).takeTermTwo("2027-03-01", "2027-03-12");
        own.visitor.get(own.own.base() + "/groundwork/students/school");
        assertThat(own.page())
                .contains("Outside the school’s dates", "it takes this term from 1 Mar to 12 Mar")
                .contains(
                        "<span class=\"is-outside\">Outside the school’s dates: the school takes Term 2 from 1 Mar to 12 Mar.");
        assertThat(own.told(own.visitor.get(own.base + "/" + own.id() + "/seal")))
                .contains(
                        "Outside the school’s dates: the school takes Term 2 from 1 Mar to 12 Mar. What is sealed stays ready until then.");
        assertThat(own.seal()).contains("Nothing can alter it any more.");
    }

    @Test
    void whatWillNotDoIsRefusedAndAnotherWindowIsNotOverwritten() {
        own.beginOnly();
        String[] late = own.fields("Aldous comment From an old window.", "Aldous field0 3", "Arkady field0 2");
        // Field by field: what is right beside a wrong one is saved.
        assertThat(own.save("Aldous sentAs Z", "Aldous field0 1", "Arkady field0 9", "Arkady comment Reads well."))
                .contains("Aldous, Wren: “Z” is not a grade of the class.")
                .contains("Arkady, Tomas: effort takes 1, 2, 3, not “9”.", "Everything else is saved.");
        assertThat(own.page()).contains("value=\"Reads well.\"").doesNotContain("value=\"9\"", "value=\"Z\"");
        own.save("Aldous comment Steady.");
        assertThat(own.told(own.visitor.post(own.base + "/" + own.id() + "/save", late)))
                .contains(
                        "Aldous, Wren: “Steady.” was entered in another window meanwhile; you typed “From an old window.”.",
                        "Aldous, Wren: “1” was entered in another window meanwhile; you typed “3”.")
                .doesNotContain("Arkady, Tomas: ");
        assertThat(own.page()).contains("value=\"Steady.\"").doesNotContain("From an old window");
    }

    @Test
    void aRowThatCannotBeKeptKeepsNoOtherFromIt() {
        own.beginOnly();
        String typed = own.visitor
                .post(
                        own.base + "/" + own.id() + "/typed",
                        own.fields(
                                "Aldous sentAs Z", "Arkady field0 9", "Bellweather comment Steady.", "Brandt field0 1"))
                .body();
        JsonNode answer = JsonMapper.builder().build().readTree(typed);
        assertThat(answer.get("kept").asString()).isNotEmpty();
        List<String> refused = new ArrayList<>();
        answer.get("refused")
                .forEach(one -> refused.add(one.get("row").asString() + " "
                        + one.get("input").asString() + " " + one.get("words").asString()));
        assertThat(refused)
                .containsExactly(
                        own.row("Aldous")
                                + " sentAs Aldous, Wren: “Z” is not a grade of the class. Its grades are A, B, C.",
                        own.row("Arkady") + " field0 Arkady, Tomas: effort takes 1, 2, 3, not “9”.");
        assertThat(own.page()).contains("value=\"Steady.\"", "3 fields empty").doesNotContain("value=\"Z\"");
    }

    @Test
    void figuresAreTakenAnewAndWhatWasAddedStays() {
        own.begin();
        own.own.type("Arkady", "Winter", "80");
        assertThat(own.page()).contains("1 result differs", "61.5, B → 80.0, A", "Winter 61.5 → 80");
        assertThat(own.told(own.visitor.post(own.base + "/" + own.id() + "/take")))
                .contains("What you had added is still there.");
        assertThat(own.page()).contains("80.0", "value=\"Steady.\"").doesNotContain("result differs");
    }

    @Test
    void theSealedFileAloneGivesTheSameFigures(@TempDir Path folder) throws IOException {
        own.begin();
        own.save("Arkady sentAs A", "Arkady reason Field week, in which the rest was shown.");
        own.seal();
        String sealed =
                own.visitor.get(own.base + "/" + own.id() + "/sealed.json").body();
        assertThat(own.page()).contains(Sha256.of(sealed));
        assertThat(sealed)
                .contains("\"class\":\"9B Geography\"", "\"sentAs\":\"A\"", "\"grade\":\"B\"", "Field week")
                .contains("\"exact\":\"123/2\"", "Tests");
        String term = own.own.read(book -> book.book().terms().get(0).id().text());
        String markbook =
                own.visitor.get(own.base + "/" + own.id() + "/markbook.json").body();
        String ofTheTerm = results(folder, markbook, "--span", term);
        assertThat(ofTheTerm).startsWith("0 {").contains("\"123/2\"", "\"61.5\"");
        assertThat(results(folder, sealed)).isEqualTo(ofTheTerm);
        assertThat(results(folder, sealed.replace("\"percent\":\"61.5\"", "\"percent\":\"81.5\"")))
                .startsWith("2 ")
                .contains("was altered", "Arkady, Tomas: 81.5 B (123/2) sealed, 61.5 B (123/2) computed");
    }

    /** What the command says of a file, behind its exit code. */
    private static String results(Path folder, String content, String... words) throws IOException {
        Path file = Files.writeString(folder.resolve("exported.json"), content);
        List<String> all = new ArrayList<>(List.of(file.toString()));
        all.addAll(List.of(words));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int code = ResultsCommand.run(all, out, new PrintStream(out, true, StandardCharsets.UTF_8));
        return code + " " + out.toString(StandardCharsets.UTF_8);
    }

    /** Whatever becomes of the class, its name and what the school asks for. */
    @Test
    void theRecordTellsWhatWasSealedAndNothingElse() throws IOException {
        own.begin();
        own.seal();
        String first = Sha256.of(
                own.visitor.get(own.base + "/" + own.id() + "/sealed.json").body());
        String before = record();
        assertThat(before)
                .contains("9B Geography, Term 2 of 2026/27, 4 students", "2202 Arkady, Tomas", "Signature", "A from 80")
                .contains("effort", "Tests: Winter", "How each result is made", "Winter: 61.5 of 100 = 61.5 %", first);
        own.visitor.post("/school/asks", "name", "conduct", "labels", "good, bad", "commentLength", "0");
        own.own.addPiece("Spring", own.own.addCategory("More"), "2027-02-03", "10");
        assertThat(record()).isEqualTo(before);
        assertThat(own.page())
                .containsPattern("<th[^>]*>effort\\s*</th>")
                .contains("Steady.")
                .doesNotContain("conduct");
        own.visitor.post("/school/asks", "name", "effort", "labels", "1, 2, 3", "commentLength", "40");
        own.own.type("Arkady", "Winter", "81");
        own.beginOnly();
        own.visitor.post(own.base + "/" + own.id() + "/why", "why", "Marked anew.");
        own.seal();
        assertThat(own.visitor.get(own.base + "/" + own.id() + "/sealed.json").body())
                .contains("\"replaces\":{\"number\":1,", "\"sha256\":\"" + first + "\"");
        assertThat(record()).contains("Correction in place of the return sealed", first, "Why: Marked anew.");
    }

    private String record() throws IOException {
        try (PDDocument pdf = Loader.loadPDF(own.visitor.download(own.base + "/" + own.id() + "/record.pdf"))) {
            return new PDFTextStripper().getText(pdf);
        }
    }

    @Test
    void nothingIsSealedThatWasNotSeen() {
        own.begin();
        String shown = own.shown();
        own.save("Aldous comment Changed in another window.");
        assertThat(own.told(own.visitor.post(own.base + "/" + own.id() + "/seal", "shown", shown)))
                .contains("The return was changed since you were asked, in another window. Nothing is sealed");
        own.own.type("Arkady", "Winter", "80");
        assertThat(own.visitor.get(own.base + "/" + own.id() + "/seal").body())
                .contains("1 result differs from today’s: these figures are as of");
        assertThat(own.seal()).contains("Nothing can alter it any more.");
    }

    @Test
    void theSameGoesOutAsFilesInTheSchoolsColumns() throws IOException {
        own.begin();
        own.seal();
        String files = own.base + "/" + own.id() + "/";
        own.visitor.post(
                "/school/layout",
                "key",
                "sent",
                "heading",
                "Note",
                "key",
                "number",
                "heading",
                "Nr",
                "key",
                "field:effort",
                "heading",
                "Effort",
                "key",
                "comment",
                "heading",
                "");
        assertThat(own.visitor.get(files + "results.csv").body().replace("\r", ""))
                .isEqualTo("Note,Nr,Effort\nA,2201,1\nB,2202,2\nC,2203,3\nno grade,2204,3\n");
        List<String> tables = new ArrayList<>();
        try (ZipInputStream zip =
                new ZipInputStream(new ByteArrayInputStream(own.visitor.download(files + "oneroster.zip")))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                tables.add(entry.getName() + "\n" + new String(zip.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        assertThat(tables).hasSize(4);
        assertThat(tables.get(0)).contains("oneroster.version,1.2", "file.results,bulk", "file.users,absent");
        assertThat(tables.get(2)).contains("Term 2 result", "tls-9b", "tls-g2");
        assertThat(tables.get(3))
                .contains("tls-s2201,fully graded,84.0,2027-02-24,Steady.,A,tls-9b")
                .contains("tls-s2204,exempt,,2027-02-24,,,tls-9b");
    }

    @Test
    void nothingAltersWhatIsSealedNotEvenTheDatabasesOwnWay() throws SQLException {
        own.begin();
        own.seal();
        String id = own.id();
        assertThat(own.save("Aldous comment Changed.")).doesNotContain("Changed.");
        assertThat(own.told(own.visitor.post(own.base + "/" + id + "/take")))
                .contains("This return is sealed and cannot be altered.");
        assertThat(own.told(own.visitor.post(own.base + "/" + id + "/leave")))
                .contains("This return is sealed and cannot be altered.");
        assertThat(own.seal()).contains("This return was sealed meanwhile, in another window.");
        own.beginOnly();
        String other = own.id();
        for (String role : List.of("app", "owner")) {
            for (String sql : List.of(
                    "UPDATE school_return SET sha256 = 'x' WHERE id = " + id,
                    "DELETE FROM school_return WHERE id = " + id,
                    "UPDATE return_row SET comment = 'x' WHERE return_id = " + id,
                    "DELETE FROM return_row WHERE return_id = " + id,
                    "UPDATE return_row SET return_id = " + id + " WHERE return_id = " + other,
                    "INSERT INTO return_row (teacher_id, class_id, return_id, enrolment_id, place, name) SELECT teacher_id, class_id,"
                            + " return_id, enrolment_id, 9, 'x' FROM return_row WHERE return_id = " + id)) {
                assertThatThrownBy(() -> run(role, sql)).as(role + ": " + sql).hasMessageContaining("is sealed and");
            }
        }
    }

    private void run(String role, String sql) throws SQLException {
        try (Connection connection = DriverManager.getConnection(
                        app.cluster().url(), "aestimo_" + role, app.cluster().password(role));
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            statement.execute("SELECT set_config('aestimo.teacher', '" + own.own.teacher() + "', true)");
            statement.execute(sql);
        }
    }

    @Test
    void ofTwoWindowsThatSealAtOnceOneDoes() throws Exception {
        own.begin();
        long id = Long.parseLong(own.id());
        String shown = own.shown();
        ExecutorService windows = Executors.newFixedThreadPool(2);
        Callable<String> window = () -> ActingTeacher.as(own.own.teacher(), () -> {
            try {
                app.bean(SealService.class).seal(own.own.teacher(), own.own.id(), id, shown);
                return "sealed";
            } catch (FormException refused) {
                return refused.getMessage();
            }
        });
        Future<String> one = windows.submit(window);
        Future<String> other = windows.submit(window);
        assertThat(List.of(one.get(), other.get()))
                .containsExactlyInAnyOrder(
                        "sealed",
                        "This return was sealed meanwhile, in another window. It stays as it was sealed then.");
        windows.shutdown();
        assertThat(own.page())
                .contains(Sha256.of(
                        own.visitor.get(own.base + "/" + id + "/sealed.json").body()));
    }

    @Test
    void sealedTermsKeepTheirFiguresBesideThoseOfToday() {
        own.begin();
        own.seal();
        own.own.setBands("A", "60", "B", "40", "C", "0");
        OwnReturn before = own.ofTheYearBefore("8B");
        before.begin();
        assertThat(compared()).doesNotContain("8B");
        before.seal();
        assertThat(compared())
                .contains("2025/26, 8B Term 3", "Term 2, sealed")
                .contains("Arkady, Tomas 61.5 B 61.5 B 61.5 A");
        assertThat(own.page())
                .contains("2 results differ from what was sealed", "weights, rules, boundaries or pieces changed");
    }

    /** Bands lowered and targets raised after the seal: the term keeps what it was sealed with. */
    @Test
    void targetsJudgeASealedTermByWhatStoodAsItWasSealed() {
        own.own.sendTargets("", List.of(), "Aldous end A", "Arkady end B", "Bellweather end A", "Brandt end B");
        own.begin();
        own.save("Bellweather sentAs B", "Bellweather reason Shown in the field week.");
        assertThat(targets()).contains("Term 2 so far").contains("Bellweather, Ida A C 40.0 ▼ 2");
        own.seal();
        own.own.setBands("A", "60", "B", "40", "C", "0");
        own.own.sendTargets("", List.of("reason", "", "holds", "always"), "Aldous end A", "Arkady end A");
        own.own.type("Aldous", "Winter", "20");
        assertThat(targets())
                .contains("Term 2, sealed")
                .contains("Aldous, Wren A A 84.0 =")
                .contains("Arkady, Tomas B B 61.5 =")
                .contains("Bellweather, Ida A B 40.0 ▼ 1")
                .contains("Term 2, sealed: 0 well below, 1 below, 2 on, 0 above their aims, 1 without aim or grade");
    }

    private String targets() {
        return (own.visitor.get(own.own.base() + "/targets?as=table").body()
                        + own.visitor.get(own.own.base() + "/targets").body())
                .replaceAll("<[^>]*>", " ")
                .replaceAll("\\s+", " ");
    }

    @Test
    void whatAReturnHoldsStaysInTheClassAndTheYear() {
        own.own.addTermOne();
        String first = own.own.read(book -> book.book().terms().get(0).id().text());
        own.told(own.visitor.post(own.base + "/begin", "term", first));
        String id = found(
                "/to-school/([0-9]+)/save",
                own.visitor.get(own.base + "?span=" + first).body());
        assertThat(takeOutBrandt())
                .contains("Brandt, Ilva is in a return to the school and stays on the list. Give the day they left");
        assertThat(takeOutTermOne()).contains("Term 1 has a return to the school and must stay in the year.");
        own.visitor.post(own.base + "/" + id + "/leave");
        assertThat(takeOutBrandt()).doesNotContain("value=\"Brandt\"");
        assertThat(takeOutTermOne()).contains("2026/27 is saved.");
        assertThat(own.own.<Integer>read(book -> book.book().terms().size())).isEqualTo(1);
    }

    private String takeOutBrandt() {
        String page = own.visitor.get(own.own.base() + "/groundwork/students").body();
        List<String> fields = new ArrayList<>();
        for (Element row : Html.elements(page, "tr:has([name=enrolment])")) {
            for (String name :
                    List.of("enrolment", "removable", "number", "family", "given", "set", "joined", "left")) {
                fields.addAll(List.of(name, row.select("[name=" + name + "]").val()));
            }
            if (!row.select("[value=Brandt]").isEmpty()) {
                fields.addAll(List.of("remove", row.select("[name=remove]").val()));
            }
        }
        return own.told(own.visitor.post(own.own.base() + "/groundwork/students", fields.toArray(new String[0])));
    }

    private String takeOutTermOne() {
        String year = Long.toString(own.own.<Long>read(book -> book.row().yearId()));
        String version = found(
                "name=\"version\" value=\"([0-9]+)\"",
                own.visitor.get("/years/" + year).body());
        int last = own.own.<Integer>read(book -> book.book().terms().size()) - 1;
        return own.told(own.visitor.post(
                "/years/" + year,
                "name",
                "2026/27",
                "version",
                version,
                "termId",
                own.own.read(book -> book.book().terms().get(last).id().text()),
                "termName",
                "Term 2",
                "starts",
                "2027-01-04",
                "ends",
                "2027-03-26"));
    }

    private String compared() {
        return own.visitor
                .get(own.base + "/compared")
                .body()
                .replaceAll("<[^>]*>", " ")
                .replaceAll("\\s+", " ");
    }
}
