package aestimo.app.mail;

import aestimo.app.account.AccountService;
import aestimo.app.contacts.ContactService;
import aestimo.app.contacts.Reach;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.frame.OpenClass;
import aestimo.app.handout.HandedOutService;
import aestimo.app.handout.HandedOutService.HandedOut;
import aestimo.app.jobs.Job;
import aestimo.app.jobs.JobService;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.Letter;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.MadeLetter;
import aestimo.app.mail.MailMapper.MessageRow;
import aestimo.app.mail.MailPlan.To;
import aestimo.app.mail.Mailing.Whom;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.MailAddress;
import aestimo.app.web.Problems;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Letters by mail: who would get what, having them sent, and what became of each message. */
@Service
public class MailService {
    private final MailMapper mapper;
    private final Mailer mailer;
    private final JobService jobs;
    private final LetterService letters;
    private final ContactService contacts;
    private final AccountService accounts;
    private final HandedOutService handedOut;
    private final SecurityEvents events;
    private final JsonMapper json;

    MailService(
            MailMapper mapper,
            Mailer mailer,
            JobService jobs,
            LetterService letters,
            ContactService contacts,
            AccountService accounts,
            HandedOutService handedOut,
            SecurityEvents events,
            JsonMapper json) {
        this.events = events;
        this.mapper = mapper;
        this.mailer = mailer;
        this.jobs = jobs;
        this.letters = letters;
        this.contacts = contacts;
        this.accounts = accounts;
        this.handedOut = handedOut;
        this.json = json;
    }

    /** Whether a mail server is set up; where none is, mail is not offered. */
    public boolean isOffered() {
        return mailer.isThere();
    }

    /** Who would get a letter. */
    @Transactional(readOnly = true)
    public MailPlan plan(OpenClass open, ClassLetters all, Whom whom) {
        return MailPlan.of(all.all(), contacts.ofClass(open.teacher(), open.id()), whom);
    }

    /** By enrolment, when a letter was mailed last; those it was not are left out. */
    @Transactional(readOnly = true)
    public Map<Long, OffsetDateTime> mailedBefore(OpenClass open, Letter letter) {
        Map<Long, OffsetDateTime> before = new HashMap<>();
        for (HandedOut one : handedOut.of(open.teacher(), open.id())) {
            if (one.letterId() == letter.id() && one.how().equals("mail")) {
                before.putIfAbsent(one.enrolmentId(), one.at());
            }
        }
        return before;
    }

    /**
     * Has letters sent, each once.
     *
     * @param token of the form: sent twice, it begins one mailing
     * @throws FormException naming everything that will not do; nothing is sent then
     */
    @Transactional
    public Job send(OpenClass open, Mailing mailing, String token) {
        TeacherId teacher = open.teacher();
        Letter letter = letters.letter(teacher, mailing.letterId());
        ClassLetters all = letters.open(open, letter);
        check(open, letter, all, mailing);
        List<MailPlan.Line> lines = plan(open, all, mailing.whom()).lines().stream()
                .filter(line -> mailing.chosen().contains(line.made().enrolmentId()))
                .toList();
        List<MessageRow> messages = mailing.toSelf()
                ? List.of(toSelf(open, lines))
                : lines.stream()
                        .flatMap(line -> line.to().stream().map(to -> row(open, line.made(), to)))
                        .toList();
        if (messages.isEmpty()) {
            throw FormException.at(
                    "chosen",
                    "Nobody ticked can be written to: no address, or nobody who may be. Add addresses under Groundwork, students.");
        }
        JobService.Begun begun = jobs.begin(
                teacher,
                new JobService.Asked(
                        open.id(),
                        token,
                        MailWork.KIND,
                        letter.name() + (mailing.toSelf() ? ", to you" : ", by mail"),
                        json.writeValueAsString(mailing),
                        messages.size()));
        if (begun.begun()) {
            messages.forEach(row -> mapper.insert(teacher, of(row, begun.job().id())));
            events.record(teacher, Kind.SENT, messages.size() + " by mail, class " + open.id());
        }
        return begun.job();
    }

    private void check(OpenClass open, Letter letter, ClassLetters all, Mailing mailing) {
        if (!isOffered()) {
            throw new FormException("No mail server is set up. Whoever installed the markbook can name one.");
        }
        if (letter.blocks().isEmpty()) {
            throw new FormException("The letter has no blocks yet. Write it first.");
        }
        Problems problems = new Problems();
        if (mailing.chosen().isEmpty()) {
            problems.at("chosen", "Tick the students the letter is for.");
        }
        if (mailing.subject().isEmpty() || mailing.subject().length() > Mailing.LONGEST_SUBJECT) {
            problems.at("subject", "A subject has 1 to " + Mailing.LONGEST_SUBJECT + " letters.");
        }
        if (mailing.words().isEmpty() || mailing.words().length() > Mailing.LONGEST_WORDS) {
            problems.at("words", "The words have 1 to " + Mailing.LONGEST_WORDS + " letters.");
        }
        letters.problems(open.teacher(), all.at(), mailing.subject()).forEach(wrong -> problems.at("subject", wrong));
        letters.problems(open.teacher(), all.at(), mailing.words()).forEach(wrong -> problems.at("words", wrong));
        if (mailing.toSelf() && accounts.look(open.teacher()).email().isEmpty()) {
            problems.at("self", "Your own e-mail address is not known. Give it under Account, then send yourself one.");
        }
        problems.refuse();
    }

    private MessageRow toSelf(OpenClass open, List<MailPlan.Line> lines) {
        MadeLetter first = lines.stream()
                .findFirst()
                .map(MailPlan.Line::made)
                .orElseThrow(() -> FormException.at("chosen", "Tick the students the letter is for."));
        String own = accounts.look(open.teacher()).email();
        return row(
                open,
                first,
                new To(Optional.empty(), accounts.look(open.teacher()).name(), own));
    }

    private static MessageRow row(OpenClass open, MadeLetter made, To to) {
        return new MessageRow(
                0,
                open.id(),
                0,
                made.enrolmentId(),
                to.contact().orElse(null),
                to.name(),
                to.address(),
                Message.State.DUE.name(),
                "",
                null,
                null);
    }

    private static MessageRow of(MessageRow row, long job) {
        return new MessageRow(
                row.id(),
                row.classId(),
                job,
                row.enrolmentId(),
                row.contactId(),
                row.toName(),
                row.address(),
                row.state(),
                row.said(),
                row.at(),
                row.fileId());
    }

    /** What a mailing was asked for, to go on from it; empty where a job is none. */
    public Optional<Mailing> mailing(Job job) {
        return job.kind().equals(MailWork.KIND)
                ? Optional.of(json.readValue(job.request(), Mailing.class))
                : Optional.empty();
    }

    /** What became of the messages of a mailing. */
    @Transactional(readOnly = true)
    public List<Message> messages(OpenClass open, Job job) {
        return mapper.findOfJob(open.teacher(), job.id()).stream()
                .map(row -> new Message(
                        row.id(),
                        row.enrolmentId(),
                        open.classBook().student(row.enrolmentId()).listName(),
                        row.toName(),
                        row.address(),
                        Message.State.valueOf(row.state()),
                        row.said(),
                        Optional.ofNullable(row.at())))
                .toList();
    }

    /** Stops a mailing: what is sent is sent, the rest stays here until it is asked for again. */
    @Transactional
    public void stop(OpenClass open, long jobId) {
        if (jobs.stop(open.teacher(), open.id(), jobId)) {
            mapper.stop(open.teacher(), jobId);
        }
    }

    /**
     * Has messages sent again that were refused, stopped, not sent or not known: to the address their receiver has now.
     *
     * @param seen states as the teacher saw them, by message: one that changed meanwhile is left alone
     * @return how many are due again
     * @throws FormException when a receiver has no address any more, or must not be written to
     */
    @Transactional
    public int again(OpenClass open, long jobId, Map<Long, Message.State> seen) {
        TeacherId teacher = open.teacher();
        Job job = jobs.job(teacher, open.id(), jobId);
        Mailing mailing = json.readValue(job.request(), Mailing.class);
        Map<Long, Reach> reach = contacts.ofClass(teacher, open.id());
        List<MessageRow> rows = mapper.findOfJob(teacher, jobId);
        int again = 0;
        for (MessageRow row : rows) {
            Message.State state = seen.get(row.id());
            if (state != null && state.isOpen()) {
                String address = mailing.toSelf()
                        ? row.address()
                        : address(open, row, reach.getOrDefault(row.enrolmentId(), Reach.NONE), rows);
                again += mapper.again(teacher, jobId, row.id(), state.name(), address);
            }
        }
        if (again > 0) {
            int left = (int) mapper.findOfJob(teacher, jobId).stream()
                    .filter(row -> row.state().equals(Message.State.DUE.name()))
                    .count();
            jobs.resume(teacher, open.id(), jobId, rows.size() - left);
        }
        return again;
    }

    private static String address(OpenClass open, MessageRow row, Reach reach, List<MessageRow> rows) {
        String student = open.classBook().student(row.enrolmentId()).listName();
        Optional<String> now = addressOf(row, reach);
        if (now.filter(MailAddress::isOne).isEmpty()) {
            throw new FormException(
                    row.toName() + " (" + student
                            + ") has no address any more, or may not be sent letters. Nothing was sent; see Groundwork, students.");
        }
        boolean taken = rows.stream()
                .anyMatch(other -> other.id() != row.id()
                        && other.enrolmentId() == row.enrolmentId()
                        && MailAddress.key(other.address()).equals(MailAddress.key(now.get())));
        if (reach.isBarred(now.get()) || taken) {
            throw new FormException("The address of " + row.toName() + " (" + student + ") "
                    + (taken ? "has this letter already." : "is one that must not be written to.")
                    + " Nothing was sent.");
        }
        return now.get();
    }

    /** Where a message belongs at this moment; empty where its receiver is gone or takes no letters any more. */
    static Optional<String> addressOf(MessageRow row, Reach reach) {
        return row.contactId() == null
                ? Optional.of(reach.email()).filter(own -> !own.isEmpty())
                : reach.contacts().stream()
                        .filter(own -> own.id() == row.contactId() && own.takesLetters())
                        .map(own -> own.email())
                        .findFirst();
    }
}
