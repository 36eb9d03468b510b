package aestimo.app.mail;

import aestimo.app.account.AccountService;
import aestimo.app.account.AccountSettings;
import aestimo.app.book.BookService;
import aestimo.app.contacts.ContactService;
import aestimo.app.contacts.Reach;
import aestimo.app.frame.OpenClass;
import aestimo.app.handout.HandOut;
import aestimo.app.handout.HandOutService;
import aestimo.app.handout.HandedFile;
import aestimo.app.handout.HandedOutService;
import aestimo.app.jobs.Run;
import aestimo.app.jobs.Work;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.MadeLetter;
import aestimo.app.letters.Said;
import aestimo.app.mail.MailMapper.MessageRow;
import aestimo.app.mail.Mailer.Envelope;
import aestimo.app.mail.Mailer.NotKnown;
import aestimo.app.mail.Mailer.NotNow;
import aestimo.app.mail.Mailer.Outcome;
import aestimo.app.mail.Mailer.Refused;
import aestimo.app.mail.Mailer.Sent;
import aestimo.app.mail.Message.State;
import aestimo.app.store.TeacherId;
import aestimo.app.web.MailAddress;
import aestimo.app.web.Patience;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Sends the messages of a mailing one after the other. That one is about to leave is noted before it does, and what became
 * of it after; whoever takes up a mailing whose process was killed finds at most one message of which it is not known
 * whether it left, and never sends that one unasked.
 */
@Component
class MailWork implements Work {
    static final String KIND = "mail";
    /** Put off so often, an address that is always “not now” counts as refused. */
    private static final int MOST_TRIES = 10;

    private static final double SECONDS_A_MINUTE = 60;
    private static final long A_MOMENT = TimeUnit.MILLISECONDS.toNanos(20);

    private final MailMapper mapper;
    private final Mailer mailer;
    private final BookService books;
    private final LetterService letters;
    private final ContactService contacts;
    private final AccountService accounts;
    private final HandOutService handOuts;
    private final HandedOutService handedOut;
    private final JsonMapper json;
    private final Clock clock;
    private final double pause;
    private final Patience patience;
    private final TransactionTemplate transactions;

    MailWork(
            MailMapper mapper,
            Mailer mailer,
            BookService books,
            LetterService letters,
            ContactService contacts,
            AccountService accounts,
            HandOutService handOuts,
            HandedOutService handedOut,
            JsonMapper json,
            Clock clock,
            @Value("${aestimo.mail.per-minute}") int perMinute,
            Patience patience,
            PlatformTransactionManager transactionManager) {
        this.mapper = mapper;
        this.mailer = mailer;
        this.books = books;
        this.letters = letters;
        this.contacts = contacts;
        this.accounts = accounts;
        this.handOuts = handOuts;
        this.handedOut = handedOut;
        this.json = json;
        this.clock = clock;
        this.pause = SECONDS_A_MINUTE / Math.max(1, perMinute);
        this.patience = patience;
        this.transactions = new TransactionTemplate(transactionManager);
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public Result run(Run run) {
        if (!mailer.isThere()) {
            return new Later(Duration.ofMinutes(1), "No mail server is set up any more.");
        }
        Mailing mailing = json.readValue(run.job().request(), Mailing.class);
        inTransaction(() -> mapper.leaveInDoubt(
                run.teacher(), run.job().id(), "The markbook was stopped while this message was being sent."));
        OpenClass open =
                HandOut.open(run.teacher(), books.open(run.teacher(), run.job().classId()), mailing.dates());
        ClassLetters all = letters.open(open, letters.letter(run.teacher(), mailing.letterId()));
        return new Sending(run, mailing, open, all).send();
    }

    private <T> T inTransaction(Supplier<T> work) {
        return transactions.execute(status -> work.get());
    }

    private OffsetDateTime now() {
        return OffsetDateTime.now(clock);
    }

    /** One run of one mailing. */
    private final class Sending {
        private final Run run;
        private final TeacherId teacher;
        private final Mailing mailing;
        private final OpenClass open;
        private final ClassLetters all;
        private final AccountSettings account;
        /** By enrolment, letters that are made already. */
        private final Map<Long, Long> files = new HashMap<>();

        private Optional<String> notNow = Optional.empty();
        private int settled;

        Sending(Run run, Mailing mailing, OpenClass open, ClassLetters all) {
            this.run = run;
            this.teacher = run.teacher();
            this.mailing = mailing;
            this.open = open;
            this.all = all;
            this.account = accounts.look(teacher);
        }

        Result send() {
            List<MessageRow> rows =
                    inTransaction(() -> mapper.findOfJob(teacher, run.job().id()));
            List<MessageRow> due = rows.stream()
                    .filter(row -> row.state().equals(State.DUE.name()))
                    .toList();
            rows.stream()
                    .filter(row -> row.fileId() != null)
                    .forEach(row -> files.put(row.enrolmentId(), row.fileId()));
            int before = rows.size() - due.size();
            for (MessageRow row : due) {
                if (!run.goesOn(before + settled) || !takesPlace(before)) {
                    return new Later(Duration.ZERO, "");
                }
                if (!send(row)) {
                    break;
                }
            }
            return notNow.<Result>map(said -> new Later(patience.after(run.tries() + 1), said))
                    .orElse(new Done(Optional::empty));
        }

        /** Waits until the next message may leave. */
        private boolean takesPlace(int before) {
            while (inTransaction(() -> mapper.takePlace(now(), pause)).isEmpty()) {
                LockSupport.parkNanos(A_MOMENT);
                if (Thread.currentThread().isInterrupted() || !run.goesOn(before + settled)) {
                    return false;
                }
            }
            return true;
        }

        /** @return whether the next may be tried: not where the server does not answer at all */
        private boolean send(MessageRow row) {
            Optional<MadeLetter> made = all.of(row.enrolmentId());
            if (made.isEmpty()) {
                hold(row, "The student is no longer in the class.");
                return true;
            }
            if (!mailing.toSelf()) {
                Optional<String> why = wrongHome(row);
                if (why.isPresent()) {
                    hold(row, why.get());
                    return true;
                }
            }
            HandedFile file = file(row, made.get());
            Envelope envelope = envelope(row, made.get(), file);
            if (inTransaction(() -> mapper.tryIt(teacher, row.id(), now())) == 0) {
                return true;
            }
            Outcome outcome = mailer.send(envelope);
            return inTransaction(() -> settle(row, made.get(), file, outcome));
        }

        private void hold(MessageRow row, String why) {
            inTransaction(() -> mapper.hold(teacher, row.id(), why, now()));
            settled++;
        }

        /** Why the address is not the one it was meant for any more; asked right before it leaves. */
        private Optional<String> wrongHome(MessageRow row) {
            Reach reach = contacts.ofClass(teacher, open.id()).getOrDefault(row.enrolmentId(), Reach.NONE);
            Optional<String> now = MailService.addressOf(row, reach);
            if (reach.isBarred(row.address())) {
                return Optional.of("The address must not be written to any more.");
            }
            if (now.isEmpty()) {
                return Optional.of(row.toName() + " has no address any more, or takes no letters.");
            }
            return MailAddress.key(now.get()).equals(MailAddress.key(row.address()))
                    ? Optional.empty()
                    : Optional.of("The address was changed to " + now.get() + " after the letter was asked for.");
        }

        /** The student's letter, made once for everybody it goes to. */
        private HandedFile file(MessageRow row, MadeLetter made) {
            if (files.containsKey(row.enrolmentId())) {
                return handedOut.file(teacher, open.id(), files.get(row.enrolmentId()));
            }
            byte[] bytes = handOuts.single(open, all, made);
            HandOut.As as = all.letter().isForm() ? HandOut.As.DOCX : HandOut.As.PDF;
            return inTransaction(() -> {
                HandedFile file =
                        handedOut.keep(open, all.letter().name() + " " + HandOutService.fileName(made), as, bytes);
                mapper.setFile(teacher, row.jobId(), row.enrolmentId(), file.id());
                files.put(row.enrolmentId(), file.id());
                return file;
            });
        }

        private Envelope envelope(MessageRow row, MadeLetter made, HandedFile file) {
            String subject = all.say(made, mailing.subject()).plain();
            String words = text(all.say(made, mailing.words()));
            return new Envelope(
                    row.toName(),
                    row.address(),
                    account.name(),
                    account.email(),
                    subject.isBlank() ? all.letter().name() : subject,
                    words.isBlank() ? all.letter().name() : words,
                    file.name() + file.as().ending(),
                    file.as().type(),
                    file.bytes());
        }

        /** A blank line between paragraphs, none between the items of a list. */
        private static String text(Said said) {
            StringBuilder text = new StringBuilder();
            for (Said.Paragraph paragraph : said.paragraphs()) {
                if (!text.isEmpty()) {
                    text.append(paragraph.item() ? "\n" : "\n\n");
                }
                text.append(paragraph.item() ? "- " : "").append(paragraph.plain());
            }
            return text.toString();
        }

        private boolean settle(MessageRow row, MadeLetter made, HandedFile file, Outcome outcome) {
            boolean goesOn = true;
            if (outcome instanceof Sent) {
                settle(row, State.SENT, "");
                if (!mailing.toSelf()) {
                    handedOut.record(open, all.letter(), made, "mail", file, row.toName() + ", " + row.address());
                }
            } else if (outcome instanceof Refused refused) {
                settle(row, State.REFUSED, refused.said());
            } else if (outcome instanceof NotKnown notKnown) {
                settle(row, State.NOT_KNOWN, notKnown.said());
            } else if (outcome instanceof NotNow later && later.ofAddress() && run.tries() >= MOST_TRIES) {
                settle(row, State.REFUSED, later.said());
            } else if (outcome instanceof NotNow later) {
                mapper.settle(teacher, row.id(), State.DUE.name(), later.said(), now());
                notNow = Optional.of(later.said());
                goesOn = later.ofAddress();
            }
            return goesOn;
        }

        private void settle(MessageRow row, State state, String said) {
            mapper.settle(teacher, row.id(), state.name(), said, now());
            settled++;
        }
    }
}
