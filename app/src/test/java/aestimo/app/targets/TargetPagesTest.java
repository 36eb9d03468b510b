package aestimo.app.targets;

import static aestimo.app.testing.OwnClass.found;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A class against its targets: every figure worked by hand. */
@ExtendWith(RunningApp.class)
class TargetPagesTest {
    private OwnTargets targets;
    private OwnClass own;
    private Visitor visitor;
    private String base;

    @BeforeEach
    void makeAClass(RunningApp app) {
        targets = new OwnTargets(app);
        own = targets.own;
        visitor = targets.visitor;
        base = targets.base;
    }

    @Test
    void theTableTellsAimReachedGapAndWhatIsNeeded() {
        targets.setAll();
        // Aims: Brandt B, A (2 + 1·1/2 = 2.5, half up); Castellan C to A is B, A; Eberly has an end alone.
        // Needed of the year on “Spring”: Brandt 80·3 − 160 = 80; Castellan 240 − 75 is over 100; Dunmore has C
        // already; Eberly has “Autumn” to sit too.
        assertThat(targets.row("Brandt")).isEqualTo("Brandt, Ilva B A A 90.0 = A B 70.0 ▼ 1 A 10.0 79.9 % −20.0");
        assertThat(targets.row("Castellan"))
                .isEqualTo("Castellan, Rui C B C 50.0 ▼ 1 A D 25.0 ▼ 3 A 55.0 out of reach −25.0");
        assertThat(targets.row("Dunmore")).isEqualTo("Dunmore, Fenna C C C 50.0 = C B 79.0 ▲ 1 C secured +29.0");
        assertThat(targets.row("Eberly")).isEqualTo("Eberly, Jonah B B B 60.0 = B 60.0 %");
        assertThat(targets.row("Farrow")).isEqualTo("Farrow, Sunniva");
    }

    @Test
    void studentsAreCountedByTermAndShownByChoice() {
        targets.setAll();
        String page = visitor.get(base).body();
        assertThat(page)
                .contains("Term 1: 0 well below, 1 below, 2 on, 0 above their aims, 2 without aim or grade")
                .contains("Term 2 so far: 1 well below, 1 below, 1 on, 1 above their aims, 1 without aim or grade")
                .contains("began at C; Term 1: aim B, reached C; Term 2 so far: aim A, reached D; aims for A");
        assertThat(targets.names("?only=below")).containsExactly("Brandt, Ilva", "Castellan, Rui");
        assertThat(targets.names("?order=gap"))
                .containsExactly(
                        "Castellan, Rui", "Brandt, Ilva", "Eberly, Jonah", "Dunmore, Fenna", "Farrow, Sunniva");
        assertThat(targets.names("?order=moved").get(0)).isEqualTo("Castellan, Rui");
        assertThat(targets.names("?set=North&only=above")).containsExactly("Dunmore, Fenna");
        assertThat(targets.names("?only=without")).containsExactly("Farrow, Sunniva");
        assertThat(visitor.get(base + ".csv").body())
                .contains("Student,Set,Start,\"Aim, Term 1\"")
                .contains("\"Castellan, Rui\",South,C,B,C,50.0,-1,A,D,25.0,-3,A,55.0,out of reach,-25.0");
        assertThat(visitor.get(base + "?compare=classes").body()).contains("Term 2 so far: 1 well below");
    }

    @Test
    void startingPointsStandBesideResults() {
        // Term 2: starts 50, 60, 70, 80 of 100 and results 70, 25, 79, 60; means 65 and 58.5.
        HttpResponse<String> kept = targets.send(
                "",
                List.of("top", "100", "holds", "always"),
                "Brandt score 50",
                "Castellan score 60",
                "Dunmore score 70",
                "Eberly score 80");
        assertThat(kept.statusCode()).isEqualTo(302);
        String page = visitor.get(base + "?compare=start").body();
        List<String> rows = Html.texts(page, "tr:has(th[scope=row])");
        assertThat(rows.get(0)).startsWith("Castellan, Rui 60 3 25.0 4 ▼ −28.5");
        assertThat(rows.get(1)).startsWith("Eberly, Jonah 80 1 60.0 3 ▼ −13.5");
        assertThat(rows.get(2)).startsWith("Dunmore, Fenna 70 2 79.0 1 ▲ +15.5");
        assertThat(rows.get(3)).startsWith("Brandt, Ilva 50 4 70.0 2 ▲ +26.5");
        assertThat(page).contains("Without a score or a result: Farrow, Sunniva");
        assertThat(visitor.get(base + ".csv?compare=start").body())
                .contains("\"Castellan, Rui\",South,60,3,,25.0,4,,-28.5,");
    }

    @Test
    void onePageForAMeetingTellsNoSingleFiguresOfFewNorWhoIsMarkedForHelp() throws IOException {
        targets.setAll();
        for (String query : List.of("", "?set=South", "?only=without")) {
            try (PDDocument pdf = Loader.loadPDF(visitor.download(base + "/meeting.pdf" + query))) {
                assertThat(pdf.getNumberOfPages()).as(query).isEqualTo(1);
                assertThat(new PDFTextStripper().getText(pdf))
                        .contains(
                                query.isEmpty()
                                        ? "Castellan, Rui"
                                        : query.contains("set")
                                                ? "Fewer than five students: single figures are left out here."
                                                : "Farrow, Sunniva")
                        .doesNotContain(query.contains("set") ? "Eberly, Jonah" : "Fewer than five");
            }
        }
        visitor.post(
                base + "/help",
                "enrolment",
                own.student("Brandt"),
                "reason",
                "Falls back",
                "doing",
                "Tuesdays",
                "lookAgain",
                "2027-03-24");
        assertThat(visitor.get(base + "?as=table").body()).contains("marked for help");
        assertThat(visitor.get(base + "/meeting").body())
                .contains("Brandt, Ilva", "Castellan, Rui")
                .doesNotContain("for help");
        // Those marked for help alone would be told by being there.
        assertThat(visitor.get(base + "/meeting?only=helped").body())
                .contains("Castellan, Rui")
                .doesNotContain("for help");
        visitor.post("/names", "names", "hidden", "back", "/");
        try (PDDocument pdf = Loader.loadPDF(visitor.download(base + "/meeting.pdf"))) {
            assertThat(new PDFTextStripper().getText(pdf))
                    .containsPattern("Student [1-9][0-9]")
                    .doesNotContain("Castellan");
        }
        assertThat(visitor.get(base + "/" + own.student("Brandt")).body())
                .doesNotContain("Brandt")
                .doesNotContain("Mark for help");
        assertThat(visitor.get(base + "/help").statusCode()).isEqualTo(302);
    }

    @Test
    void helpIsSeenOnTheDeskWhenItsDayComes() {
        String brandt = own.student("Brandt");
        visitor.get(base);
        assertThat(visitor.post(
                                base + "/help",
                                "enrolment",
                                brandt,
                                "reason",
                                "",
                                "doing",
                                "Tuesdays",
                                "lookAgain",
                                "2027-02-20")
                        .body())
                .contains("Say why the student is marked for help, in at most 500 letters.")
                .contains("The day to look again is past. Choose today or a later one.")
                .contains(">Tuesdays</textarea>");
        visitor.post(
                base + "/help",
                "enrolment",
                brandt,
                "reason",
                "Falls back",
                "doing",
                "Tuesdays",
                "lookAgain",
                "2027-02-24");
        assertThat(visitor.post(
                                base + "/help",
                                "enrolment",
                                brandt,
                                "reason",
                                "Again",
                                "doing",
                                "Fridays",
                                "lookAgain",
                                "2027-03-01")
                        .body())
                .contains("Brandt, Ilva is already marked for help.");
        assertThat(visitor.get("/").body()).contains("Brandt, Ilva").contains("look again: Tuesdays");
        String page = visitor.get(base + "/help").body();
        String id = found("/targets/help/([0-9]+)\\?", page);
        // 90 and 70 before; nothing dated from today on counts yet.
        assertThat(page).contains("80.0, grade A").contains("nothing counts yet");
        assertThat(targets.names("?only=helped")).containsExactly("Brandt, Ilva");
        visitor.post(
                base + "/help/" + id,
                "reason",
                "Falls back",
                "doing",
                "Thursdays",
                "lookAgain",
                "2027-03-10",
                "outcome",
                "");
        assertThat(visitor.get("/").body()).doesNotContain("look again: ");
        visitor.post(base + "/help/" + id, "end", "yes", "outcome", "Steady now");
        assertThat(visitor.post(base + "/help/" + id, "end", "yes", "outcome", "Twice")
                        .body())
                .contains("This has ended meanwhile");
        assertThat(visitor.get(base + "/help").body())
                .contains("Ended")
                .contains("Steady now")
                .doesNotContain("Twice");
    }

    @Test
    void theStudentPageShowsTheWayFromAnyStart() {
        HttpResponse<String> kept = targets.send(
                "",
                List.of("stageName", "end of Year 8", "holds", "always"),
                "Brandt start C",
                "Brandt end A",
                "Brandt stage D");
        assertThat(kept.statusCode()).isEqualTo(302);
        String page = own.base() + "/standing/" + own.student("Brandt");
        assertThat(visitor.get(page).body())
                .contains("Began at C, aims for A. Term 2 so far: aim A, reached B.")
                .contains("from end of Year 8")
                .doesNotContain("ended the earlier stage");
        assertThat(visitor.get(page + "?stage").body()).contains("ended the earlier stage at D; began at C");
        assertThat(visitor.get(own.base() + "/standing/" + own.student("Farrow"))
                        .body())
                .doesNotContain("<h2>Target</h2>");
    }
}
