package aestimo.app.toschool;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Await;
import aestimo.app.testing.FailingTable;
import aestimo.app.testing.OfficeServer;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Sealed results sent to a school office that is slow, fails, refuses, or goes away meanwhile. */
@ExtendWith(RunningApp.class)
class SendingTest {
    private static final List<String> ONCE = List.of(
            "Term 2 effort 2201 1 ×1",
            "Term 2 effort 2202 2 ×1",
            "Term 2 effort 2203 3 ×1",
            "Term 2 effort 2204 3 ×1",
            "Term 2 result 2201 84.0 A ×1",
            "Term 2 result 2202 61.5 B ×1",
            "Term 2 result 2203 40.0 C ×1",
            "Term 2 result 2204 ×1");

    private OfficeServer office;
    private OwnReturn own;

    @BeforeEach
    void sealAReturn(RunningApp app) {
        office = OfficeServer.on(app.cluster());
        office.beginAnew();
        own = new OwnReturn(app, office);
        own.begin();
        assertThat(own.seal()).contains("Nothing can alter it any more.");
    }

    @AfterEach
    void behaveAgain() {
        office.beginAnew();
    }

    /** Everything is there, and once; how often it came in may differ. */
    private List<String> receivedOnce() {
        return office.received().stream()
                .map(line -> line.replaceAll("×[0-9]+", "×1"))
                .toList();
    }

    @Test
    void everythingIsReceivedOnceAndTheReceiptIsKept() {
        assertThat(own.send()).contains("It goes to the school.");
        own.awaitReceived();
        assertThat(office.received()).isEqualTo(ONCE);
        assertThat(own.page()).contains("8 of 8 records received", "Received");
        assertThat(own.visitor.get("/").body()).contains("Results to the school", ">received<");
        // Once more: nothing is missing, so nothing goes out again.
        own.send();
        own.awaitReceived();
        assertThat(office.received()).isEqualTo(ONCE);
    }

    @ParameterizedTest
    @ValueSource(strings = {"500", "429", "after"})
    void whatFailsIsTriedAgainUntilItIsThereOnce(String how) {
        office.behave(0, 3, how);
        own.send();
        own.awaitReceived();
        assertThat(receivedOnce()).isEqualTo(ONCE);
    }

    @Test
    void aServiceThatDoesNotAnswerIsWaitedForAndAskedAgain() {
        office.behave(0, 4, "hang");
        own.send();
        Await.until("it is told", () -> own.progress().said().contains("did not answer within 3 seconds"));
        assertThat(own.page()).contains("It is tried again at");
        office.behave(0, 0, "500");
        own.awaitReceived();
        assertThat(receivedOnce()).isEqualTo(ONCE);
    }

    @Test
    void aServiceThatIsKilledIsGoneOnWithWhereItStood() {
        office.behave(150, 0, "500");
        own.send();
        Await.until("some is received", () -> own.progress().arrived() > 1);
        office.kill();
        Await.until("it is told", () -> own.progress().said().contains("cannot be reached"));
        assertThat(own.progress().arrived()).isLessThan(8);
        office.start();
        own.awaitReceived();
        assertThat(receivedOnce()).isEqualTo(ONCE);
    }

    @Test
    void aDatabaseThatIsAwayMeanwhileHoldsNothingBack(RunningApp app) throws Exception {
        office.behave(150, 0, "500");
        own.send();
        Await.until("some is received", () -> own.progress().arrived() > 1);
        app.whileDatabaseIsAway(() -> null);
        own.awaitReceived();
        assertThat(receivedOnce()).isEqualTo(ONCE);
        assertThat(own.page()).doesNotContain("fault in the markbook");
    }

    @Test
    void aLineThatBreaksMeanwhileHoldsNothingBack(RunningApp app) throws Exception {
        FailingTable.during(app, "UPDATE", "delivery", "57P01", () -> {
            own.send();
            // What is received cannot be noted, so it is sent once more.
            Await.until("it is tried again", () -> office.received().stream().anyMatch(line -> !line.endsWith("×1")));
            return null;
        });
        own.awaitReceived();
        assertThat(receivedOnce()).isEqualTo(ONCE);
    }

    @Test
    void outsideTheSchoolsDatesTheReturnStaysReady() {
        office.behave(150, 0, "500");
        own.send();
        Await.until("some is received", () -> own.progress().arrived() > 1);
        office.takeTermTwo("2027-01-04", "2027-02-23");
        Await.until("it waits", () -> own.progress().isHeld());
        int arrived = own.progress().arrived();
        assertThat(arrived).isBetween(2, 7);
        assertThat(own.page())
                .contains("The school takes results of Term 2 from 2027-01-04 to 2027-02-23.")
                .contains("The sealed return stays ready.")
                .contains(arrived + " of 8 records received");
        // Known now, it is said beside the figures too.
        assertThat(own.page()).contains("The school takes Term 2 from 4 Jan to 23 Feb");
        office.takeTermTwo("2027-01-04", "2027-03-12");
        own.send();
        own.awaitReceived();
        assertThat(receivedOnce()).isEqualTo(ONCE);
    }

    @Test
    void whoIsRefusedIsListedAndSentAgainAlone() {
        office.refuse("2202", "The record of this student is closed.");
        own.send();
        Await.until("it has ended", () -> own.progress().isDone());
        assertThat(own.progress().arrived()).isEqualTo(6);
        assertThat(own.page())
                .contains("Received in part", "Arkady, Tomas, result", "The record of this student is closed.");
        office.refuseNobody();
        own.send();
        own.awaitReceived();
        assertThat(office.received()).isEqualTo(ONCE);
    }

    @Test
    void aCorrectionTakesThePlaceOfWhatWasSent() {
        own.send();
        own.awaitReceived();
        own.own.type("Arkady", "Winter", "81");
        assertThat(own.page())
                .contains("1 result differs from what was sealed", "61.5, B → 81.0, A", "Winter 61.5 → 81");
        assertThat(own.visitor.get("/").body()).contains("received, 1 result differs");
        own.beginOnly();
        assertThat(own.page())
                .contains("Correction 1", "of the return sealed ", "1 student differs, 3 are unchanged.")
                .contains("Arkady, Tomas", "result 61.5 → 81.0 · grade B → A", "A correction without a reason");
        assertThat(own.seal()).contains("A correction without a reason: say why it is corrected.");
        assertThat(own.told(own.visitor.post(own.base + "/" + own.id() + "/why", "why", "x".repeat(501))))
                .contains("The reason has over 500 letters.");
        own.told(own.visitor.post(own.base + "/" + own.id() + "/why", "why", "A page was overlooked."));
        own.seal();
        assertThat(own.told(own.visitor.post(own.base + "/" + own.id() + "/why", "why", "Another reason.")))
                .contains("This return is sealed and cannot be altered.");
        own.send();
        own.awaitReceived();
        // Only what differs was sent; the rest was received once, with the first.
        assertThat(office.received())
                .hasSize(8)
                .contains("Term 2 result 2202 81.0 A ×2")
                .filteredOn(line -> line.endsWith("×1"))
                .hasSize(7);
        assertThat(own.page()).contains("1 of 1 record received; 7 unchanged", "Why: A page was overlooked.");
        assertThat(own.visitor.get(own.base + "/" + own.id() + "/sealed.json").body())
                .contains("\"why\":\"A page was overlooked.\"");
        // A second correction that alters nothing of what the school has sends nothing, and says so.
        own.beginOnly();
        own.told(own.visitor.post(own.base + "/" + own.id() + "/why", "why", "Sealed once more."));
        own.seal();
        own.send();
        own.awaitReceived();
        assertThat(own.page()).contains("nothing to send; 8 unchanged", "Nobody differs, 4 are unchanged.");
        assertThat(office.received()).contains("Term 2 result 2202 81.0 A ×2");
    }

    @Test
    void theSchoolsListIsHeldAgainstTheClassAndTakenOver() {
        String page =
                own.visitor.get(own.own.base() + "/groundwork/students/school").body();
        assertThat(page).contains("Whitlow, Ansel").contains("from 2027-02-22, in South");
        String joined = OwnClass.found("value=\"(joined-tls-s2225)\"", page);
        assertThat(own.told(own.visitor.post(
                        own.own.base() + "/groundwork/students/school", "chosen", joined, "chosen", "set-tls-s2201")))
                .contains("2 changes are taken over.");
        assertThat(own.own.<List<String>>read(book -> book.book().students().stream()
                        .map(student -> student.family() + " " + student.set().orElse(""))
                        .toList()))
                .contains("Aldous North", "Whitlow South");
    }
}
