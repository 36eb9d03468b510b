package aestimo.app.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.account.AccountService;
import aestimo.app.account.AccountSettings;
import aestimo.app.book.BookService;
import aestimo.app.contacts.Contact;
import aestimo.app.contacts.Contact.Purpose;
import aestimo.app.contacts.ContactService;
import aestimo.app.frame.OpenClass;
import aestimo.app.handout.HandOut;
import aestimo.app.handout.HandedFile;
import aestimo.app.handout.HandedOutService;
import aestimo.app.jobs.Job;
import aestimo.app.jobs.JobService;
import aestimo.app.letters.Block;
import aestimo.app.letters.LetterService;
import aestimo.app.mail.Mailing.Whom;
import aestimo.app.mail.Message.State;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Await;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PostServer;
import aestimo.app.testing.RunningApp;
import aestimo.app.web.FormException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Letters by mail into a real mail server: each to its own home, once, and what is known of it told as it is. */
@ExtendWith(RunningApp.class)
class MailTest {
    private static final String SUBJECT = "Letter for {name}";
    private static final String WORDS = "A letter about {given}.\nHer result is {result} %.";

    private RunningApp app;
    private PostServer post;
    private OwnClass own;
    private long letter;

    /** Two students of one name, told apart by their numbers alone. */
    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        post = PostServer.on(app.cluster());
        post.beginAnew();
        own = new OwnClass(app, "");
        own.addStudents(
                "Number\tFamily\tGiven\n1\tBrandt\tIlva\n2\tBrandt\tIlva\n3\tCastellan\tRui\n4\tDunmore\tFenna\n");
        String tests = own.addCategory("Tests");
        own.setBands("A", "80", "B", "50", "C", "0");
        own.addPiece("Quiz", tests, "2027-02-05", "20");
        own.type("Castellan", "Quiz", "14");
        letter = run(() -> app.bean(LetterService.class)
                .add(own.teacher(), "Letter", List.of(Block.ofWords("Dear {given}, number {number}."))));
        contacts(1, contact("Ada Brandt", "ada@one.example", Purpose.LETTERS));
        contacts(2, contact("Bruno Brandt", "bruno@two.example", Purpose.BOTH));
        contacts(3, contact("Carla Castellan", "carla@three.example", Purpose.LETTERS));
    }

    private <T> T run(Supplier<T> work) {
        return ActingTeacher.as(own.teacher(), work);
    }

    private OpenClass open() {
        return run(() -> HandOut.open(
                own.teacher(), app.bean(BookService.class).open(own.teacher(), own.id()), Map.of("span", "year")));
    }

    private static Contact contact(String name, String email, Purpose purpose) {
        return new Contact(0, name, "", email, "", "", purpose);
    }

    /** By number, as two have one name. */
    private long enrolment(int number) {
        return open().book().students().stream()
                .filter(student -> student.number().equals(Integer.toString(number)))
                .mapToLong(student -> Long.parseLong(student.id().text()))
                .findFirst()
                .orElseThrow();
    }

    private void contacts(int number, Contact... all) {
        run(() -> {
            app.bean(ContactService.class).save(own.teacher(), own.id(), enrolment(number), List.of(all));
            return null;
        });
    }

    private Mailing mailing(Whom whom, boolean toSelf, int... numbers) {
        return new Mailing(
                letter,
                Map.of("span", "year"),
                Arrays.stream(numbers).mapToObj(this::enrolment).toList(),
                whom,
                SUBJECT,
                WORDS,
                toSelf);
    }

    private Job send(Mailing mailing) {
        return run(() -> app.bean(MailService.class)
                .send(open(), mailing, UUID.randomUUID().toString()));
    }

    private Job now(Job job) {
        return run(() -> app.bean(JobService.class).job(own.teacher(), own.id(), job.id()));
    }

    private Job ended(Job job) {
        Await.until("the mailing is over", () -> !now(job).isDue());
        return now(job);
    }

    private List<Message> messages(Job job) {
        return run(() -> app.bean(MailService.class).messages(open(), job));
    }

    /** “ada@one.example SENT”. */
    private List<String> states(Job job) {
        return messages(job).stream()
                .map(own -> own.address() + " " + own.state())
                .toList();
    }

    private void again(Job job) {
        run(() -> app.bean(MailService.class)
                .again(
                        open(),
                        job.id(),
                        messages(job).stream().collect(Collectors.toMap(Message::id, Message::state))));
    }

    private static String pdf(PostServer.Arrived arrived) {
        String whole = new String(arrived.whole(), java.nio.charset.StandardCharsets.ISO_8859_1);
        String coded = whole.substring(whole.indexOf("\r\n\r\n", whole.indexOf("application/pdf")))
                .replaceAll("(?s)\r\n--.*", "")
                .replaceAll("\\s", "");
        try (PDDocument document = Loader.loadPDF(java.util.Base64.getDecoder().decode(coded))) {
            return new PDFTextStripper().getText(document);
        } catch (IOException broken) {
            throw new java.io.UncheckedIOException(broken);
        }
    }

    @Test
    void eachHomeGetsItsOwnLetterAndNoOther() {
        Job job = ended(send(mailing(Whom.CONTACTS, false, 1, 2, 3)));
        assertThat(job.state()).isEqualTo(Job.State.DONE);
        assertThat(states(job))
                .containsExactly("ada@one.example SENT", "bruno@two.example SENT", "carla@three.example SENT");
        List<PostServer.Arrived> arrived = post.arrived();
        assertThat(post.recipients()).containsExactly("ada@one.example", "bruno@two.example", "carla@three.example");
        // The two of one name are told apart by what only their own letter says.
        assertThat(pdf(arrived.get(0))).contains("Dear Ilva, number 1.").doesNotContain("number 2");
        assertThat(pdf(arrived.get(1))).contains("Dear Ilva, number 2.").doesNotContain("number 1.");
        PostServer.Arrived rui = arrived.get(2);
        assertThat(rui.subject()).isEqualTo("Letter for Rui Castellan");
        assertThat(rui.words()).isEqualTo("A letter about Rui.\n\nHer result is 70.0 %.");
        assertThat(rui.attached()).isEqualTo("Letter 3 Castellan Rui.pdf");
        assertThat(rui.sender()).contains("markbook@tidewater.example");
        // A sentence whose figure is not there is left out of the words too.
        assertThat(arrived.get(0).words()).isEqualTo("A letter about Ilva.");
        // What left is kept, with the file as it left and where it went.
        List<HandedOutService.HandedOut> handed =
                run(() -> app.bean(HandedOutService.class).of(own.teacher(), own.id()));
        assertThat(handed)
                .extracting(HandedOutService.HandedOut::sentTo)
                .containsExactlyInAnyOrder(
                        "Ada Brandt, ada@one.example",
                        "Bruno Brandt, bruno@two.example",
                        "Carla Castellan, carla@three.example");
        HandedFile kept = run(() -> app.bean(HandedOutService.class)
                .file(own.teacher(), own.id(), handed.get(0).file().orElseThrow()));
        assertThat(kept.bytes()).startsWith("%PDF".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
        // Next time those are not ticked by themselves.
        String page = own.visitor()
                .get(own.base() + "/families/letters/" + letter + "/mail?span=year")
                .body();
        assertThat(Html.texts(page, "#recipients tr:has(input[checked])")).isEmpty();
        assertThat(page).contains("mailed 24 Feb");
    }

    @Test
    void aDatabaseThatIsAwayMeanwhileIsWaitedForAndNobodyGetsALetterTwice() throws Exception {
        post.behave(600, 0, "after");
        Job begun = send(mailing(Whom.CONTACTS, false, 1, 2, 3));
        Await.until("one has arrived", () -> !post.arrived().isEmpty());
        app.whileDatabaseIsAway(() -> null);
        Job job = ended(begun);
        assertThat(job.state()).as(job.said()).isEqualTo(Job.State.DONE);
        assertThat(post.recipients()).doesNotHaveDuplicates();
        // Whether the one that was on its way arrived is not known to us: then that is said, and none is sent again.
        assertThat(messages(job))
                .hasSize(3)
                .allMatch(own -> own.state() == State.NOT_KNOWN
                        || own.state() == State.SENT && post.recipients().contains(own.address()));
        assertThat(messages(job).stream().filter(own -> own.state() == State.NOT_KNOWN))
                .hasSizeLessThan(2);
    }

    @Test
    void whoeverMustNotBeWrittenToIsNotWhateverElseTheirAddressIs() {
        contacts(
                1,
                contact("Ada Brandt", "ada@one.example", Purpose.LETTERS),
                contact("Hilda Brandt", "HOME@one.example", Purpose.LETTERS),
                contact("Gerd Brandt", "home@one.example", Purpose.NEVER));
        contacts(2, contact("Bruno Brandt", "", Purpose.LETTERS));
        contacts(3, contact("Carla Castellan", "carla@three.example", Purpose.EMERGENCIES));
        MailPlan plan = run(() -> app.bean(MailService.class)
                .plan(
                        open(),
                        app.bean(LetterService.class)
                                .open(open(), app.bean(LetterService.class).letter(own.teacher(), letter)),
                        Whom.BOTH));
        assertThat(plan.messages()).isEqualTo(1);
        assertThat(plan.lines().get(0).to()).extracting(MailPlan.To::address).containsExactly("ada@one.example");
        assertThat(plan.lines().get(0).without())
                .containsExactly(
                        "the student: no address",
                        "Hilda Brandt: the address is one that must not be written to",
                        "Gerd Brandt: no contact");
        assertThat(plan.lines().get(1).without()).contains("Bruno Brandt: no address");
        assertThat(plan.lines().get(2).without()).contains("no contact may be sent letters");
        assertThat(plan.lines().get(3).without()).contains("no contact may be sent letters");
        Job job = ended(send(mailing(Whom.BOTH, false, 1, 2, 3, 4)));
        assertThat(job.total()).isEqualTo(1);
        assertThat(post.recipients()).containsExactly("ada@one.example");
    }

    @Test
    void anAddressChangedWhileTheMailingIsOnItsWayIsNotWrittenToTheOldOne() {
        post.behave(700, 0, "after");
        Job job = send(mailing(Whom.CONTACTS, false, 1, 2, 3));
        Await.until("the first is on its way", () -> messages(job).get(0).state() != State.DUE);
        Contact second = run(() -> app.bean(ContactService.class).ofClass(own.teacher(), own.id()))
                .get(enrolment(2))
                .contacts()
                .get(0);
        contacts(2, new Contact(second.id(), second.name(), "", "new@two.example", "", "", Purpose.LETTERS));
        contacts(3, contact("Somebody else", "other@three.example", Purpose.NEVER));
        ended(job);
        assertThat(states(job))
                .containsExactly("ada@one.example SENT", "bruno@two.example HELD", "carla@three.example HELD");
        assertThat(messages(job).get(1).said()).contains("changed to new@two.example");
        assertThat(post.recipients()).containsExactly("ada@one.example");
        // Asked for again, it goes to the new address; for the one who is gone that is refused, and nothing goes.
        assertThatThrownBy(() -> again(job))
                .isInstanceOf(FormException.class)
                .hasMessageContaining("Carla Castellan")
                .hasMessageContaining("Nothing was sent");
        Message held = messages(job).get(1);
        run(() -> app.bean(MailService.class).again(open(), job.id(), Map.of(held.id(), held.state())));
        ended(job);
        assertThat(post.recipients()).containsExactly("ada@one.example", "new@two.example");
    }

    @Test
    void whatTheServerRefusesIsToldInItsWordsAndTheOthersGo() {
        post.refuse("bruno@two.example", "550 5.1.1 No such mailbox here");
        Job job = ended(send(mailing(Whom.CONTACTS, false, 1, 2, 3)));
        assertThat(states(job))
                .containsExactly("ada@one.example SENT", "bruno@two.example REFUSED", "carla@three.example SENT");
        assertThat(messages(job).get(1).said()).contains("550 5.1.1 No such mailbox here");
        String page = own.visitor()
                .get(own.base() + "/families/jobs/" + job.id() + "?span=year")
                .body();
        assertThat(page).contains("2 sent, 1 refused", "550 5.1.1 No such mailbox here");
        String list = own.visitor().get(own.base() + "/families/handed-out").body();
        assertThat(Html.text(list, ".is-jobs li")).contains("2 sent, 1 refused");
        assertThat(Html.text(list, ".is-handed tbody tr"))
                .contains("by mail", "2 addresses", "Ada Brandt, ada@one.example");
        // Once the mailbox is there it may be sent again, and the others are not.
        post.refuseNobody();
        again(job);
        assertThat(ended(job).state()).isEqualTo(Job.State.DONE);
        assertThat(post.recipients()).containsExactly("ada@one.example", "carla@three.example", "bruno@two.example");
    }

    @Test
    void whatTheServerTakesLaterIsSentLaterByItselfAndTheOthersDoNotWait() {
        post.refuse("ada@one.example", "450 4.2.0 Come again in a moment");
        Job job = send(mailing(Whom.CONTACTS, false, 1, 2, 3));
        Await.until("the others are sent", () -> post.recipients().size() == 2);
        Await.until("it is told", () -> now(job).said().contains("450 4.2.0"));
        post.refuseNobody();
        assertThat(ended(job).state()).isEqualTo(Job.State.DONE);
        assertThat(post.recipients()).containsExactly("bruno@two.example", "carla@three.example", "ada@one.example");
    }

    @Test
    void whereTheLineBreaksAfterTheMessageItIsNotKnownAndNeverSentUnasked() {
        for (String when : List.of("after", "before")) {
            post.beginAnew();
            post.behave(0, 1, when);
            Job job = ended(send(mailing(Whom.CONTACTS, false, 3)));
            assertThat(states(job)).as(when).containsExactly("carla@three.example NOT_KNOWN");
            assertThat(post.recipients()).as(when).hasSize(when.equals("after") ? 1 : 0);
            assertThat(run(() -> app.bean(HandedOutService.class).of(own.teacher(), own.id())))
                    .as("what is not known is not told to be handed out")
                    .isEmpty();
            post.behave(0, 0, when);
            again(job);
            ended(job);
            assertThat(states(job)).containsExactly("carla@three.example SENT");
            assertThat(post.recipients()).hasSize(when.equals("after") ? 2 : 1);
            own.visitor().post(own.base() + "/families/letters/" + letter + "/delete");
            makeAClass(app);
        }
    }

    @Test
    void aServerThatIsAwayIsWaitedForAndNothingIsSentTwice() {
        post.kill();
        Job job = send(mailing(Whom.CONTACTS, false, 1, 2, 3));
        Await.until("it is told that nobody answers", () -> now(job).said().contains("does not answer"));
        assertThat(states(job)).allMatch(state -> state.endsWith("DUE"));
        post.start();
        assertThat(ended(job).state()).isEqualTo(Job.State.DONE);
        assertThat(post.recipients()).containsExactly("ada@one.example", "bruno@two.example", "carla@three.example");
    }

    @Test
    void aMailingIsStoppedBetweenTwoMessagesAndGoesOnWhenAsked() {
        post.behave(600, 0, "after");
        Job job = send(mailing(Whom.CONTACTS, false, 1, 2, 3));
        Await.until("the first is on its way", () -> messages(job).get(0).state() != State.DUE);
        own.visitor().post(own.base() + "/families/jobs/" + job.id() + "/stop");
        Await.until("the first has arrived", () -> messages(job).get(0).state() == State.SENT);
        assertThat(now(job).state()).isEqualTo(Job.State.STOPPED);
        assertThat(states(job))
                .containsExactly("ada@one.example SENT", "bruno@two.example STOPPED", "carla@three.example STOPPED");
        post.behave(0, 0, "after");
        List<String> fields = new ArrayList<>();
        messages(job).stream()
                .filter(message -> message.state() == State.STOPPED)
                .forEach(message -> fields.addAll(List.of("message", message.id() + ":" + message.state())));
        own.visitor().post(own.base() + "/families/jobs/" + job.id() + "/again", fields.toArray(new String[0]));
        ended(job);
        assertThat(post.recipients()).containsExactly("ada@one.example", "bruno@two.example", "carla@three.example");
    }

    @Test
    void aFormSentTwiceSendsEachLetterOnce() {
        String[] form = {
            "token",
            UUID.randomUUID().toString(),
            "whom",
            "CONTACTS",
            "subject",
            SUBJECT,
            "words",
            WORDS,
            "chosen",
            Long.toString(enrolment(1)),
            "chosen",
            Long.toString(enrolment(2))
        };
        String at = own.base() + "/families/letters/" + letter + "/mail?span=year";
        String first = OwnClass.location(own.visitor().post(at, form));
        assertThat(first).contains("/families/jobs/");
        assertThat(OwnClass.location(own.visitor().post(at, form))).isEqualTo(first);
        Await.until("both have arrived", () -> post.recipients().size() == 2);
        Job job = run(() -> app.bean(JobService.class).ofClass(own.teacher(), own.id()))
                .get(0);
        ended(job);
        assertThat(post.recipients()).containsExactly("ada@one.example", "bruno@two.example");
        // Gone back to, with somebody else ticked, the same form asks for another mailing.
        form[form.length - 1] = Long.toString(enrolment(3));
        form[form.length - 3] = form[form.length - 1];
        assertThat(OwnClass.location(own.visitor().post(at, form))).isNotEqualTo(first);
        Await.until("the third has arrived", () -> post.recipients().size() == 3);
        assertThat(post.recipients()).containsExactly("ada@one.example", "bruno@two.example", "carla@three.example");
    }

    @Test
    void theFirstGoesToTheTeacherAloneAndIsNoHandingOut() {
        Mailing toSelf = mailing(Whom.CONTACTS, true, 1, 2);
        assertThatThrownBy(() -> send(toSelf)).hasMessageContaining("Your own e-mail address is not known");
        run(() -> {
            AccountSettings look = app.bean(AccountService.class).look(own.teacher());
            app.bean(AccountService.class)
                    .changeLook(
                            own.teacher(),
                            new AccountSettings(
                                    look.name(),
                                    "",
                                    "auto",
                                    "low",
                                    "small",
                                    "en-gb",
                                    "mo@school.example",
                                    false,
                                    false));
            return null;
        });
        Job sent = ended(send(toSelf));
        String goesOn = own.visitor()
                .get(own.base() + "/families/letters/" + letter + "/mail?span=year&job=" + sent.id())
                .body();
        assertThat(goesOn).contains("Letter for {name}", "Her result is {result} %.");
        assertThat(Html.texts(goesOn, "#recipients tr:has(input[checked])")).hasSize(2);
        assertThat(post.recipients()).containsExactly("mo@school.example");
        assertThat(post.arrived().get(0).answerTo()).isEqualTo("mo@school.example");
        assertThat(run(() -> app.bean(HandedOutService.class).of(own.teacher(), own.id())))
                .isEmpty();
    }

    @Test
    void noAddressOrHeadingMakesTwoOfOne() {
        String card = own.base() + "/groundwork/students/" + enrolment(1);
        for (String address : List.of(
                "ada@one.example,eve@evil.example",
                "ada@one.example\r\nBcc: eve@evil.example",
                "ada@one.example; eve@evil.example",
                "\"ada\"@one.example",
                "ada@@one.example",
                "ada@one..example",
                "a".repeat(95) + "@one.example")) {
            String page = own.visitor()
                    .post(
                            card,
                            "contact",
                            "0",
                            "contactName",
                            "Ada Brandt",
                            "contactEmail",
                            address,
                            "contactFor",
                            "LETTERS")
                    .body();
            assertThat(page).as(address).contains("It must be one address such as name@school.example");
        }
        // A name over several lines stays in its own heading.
        contacts(1, contact("Ada\r\nBcc: eve@evil.example", "ada@one.example", Purpose.LETTERS));
        Job job = ended(send(new Mailing(
                letter,
                Map.of("span", "year"),
                List.of(enrolment(1)),
                Whom.CONTACTS,
                "Hello\r\nBcc: eve@evil.example\r\n\r\nand words",
                "A letter.",
                false)));
        assertThat(states(job)).containsExactly("ada@one.example SENT");
        assertThat(post.recipients()).containsExactly("ada@one.example");
        assertThat(new String(post.arrived().get(0).whole(), java.nio.charset.StandardCharsets.ISO_8859_1))
                .doesNotContain("\r\nBcc:");
    }

    @Test
    void whatWillNotDoIsRefusedBesideItsFieldAndNothingIsSent() {
        String page = own.visitor()
                .post(
                        own.base() + "/families/letters/" + letter + "/mail?span=year",
                        "token",
                        "t",
                        "whom",
                        "BOTH",
                        "subject",
                        "For {nmae}",
                        "words",
                        "")
                .body();
        assertThat(Html.texts(page, ".notice p"))
                .anySatisfy(words -> assertThat(words).contains("There is no figure {nmae}", "{name}"))
                .anySatisfy(words -> assertThat(words).contains("The words have 1 to 4000 letters."))
                .anySatisfy(words -> assertThat(words).contains("Tick the students"));
        assertThat(page).contains("For {nmae}");
        long empty = run(() -> app.bean(LetterService.class).add(own.teacher(), "Empty", List.of()));
        assertThatThrownBy(() ->
                        send(new Mailing(empty, Map.of(), List.of(enrolment(1)), Whom.CONTACTS, SUBJECT, WORDS, false)))
                .hasMessageContaining("The letter has no blocks yet");
        assertThatThrownBy(() -> send(mailing(Whom.STUDENT, false, 1))).hasMessageContaining("Nobody ticked");
        assertThat(run(() -> app.bean(JobService.class).ofClass(own.teacher(), own.id())))
                .isEmpty();
        assertThat(post.arrived()).isEmpty();
    }
}
