package aestimo.app.families;

import aestimo.app.account.AccountService;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.handout.HandOut;
import aestimo.app.handout.HandOutService;
import aestimo.app.jobs.JobService;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.Letter;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.MadeLetter;
import aestimo.app.letters.SentenceService;
import aestimo.app.letters.WordsOffered;
import aestimo.app.mail.MailPlan;
import aestimo.app.mail.MailService;
import aestimo.app.mail.Mailing;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Letters by mail: who gets what, before anything is sent. */
@Controller
@RequestMapping("/classes/{classId}/families/letters/{letterId}/mail")
class MailController {
    private final FrameService frames;
    private final LetterService letters;
    private final SentenceService sentences;
    private final MailService mail;
    private final AccountService accounts;
    private final JobService jobs;

    MailController(
            FrameService frames,
            LetterService letters,
            SentenceService sentences,
            MailService mail,
            AccountService accounts,
            JobService jobs) {
        this.frames = frames;
        this.letters = letters;
        this.sentences = sentences;
        this.mail = mail;
        this.accounts = accounts;
        this.jobs = jobs;
    }

    /**
     * A student on the page.
     *
     * @param mailed when the letter was mailed before; empty where it was not
     * @param ticked whether the letter goes where nothing else is said
     */
    record Line(MailPlan.Line plan, String mailed, boolean ticked) {}

    @GetMapping
    String page(OpenClass open, @PathVariable long letterId, Model model) {
        Letter letter = letters.letter(open.teacher(), letterId);
        // After one to oneself the mailing goes on as it was written.
        long from = FormFields.toNumber(open.parameters().getOrDefault("job", ""));
        Optional<Mailing> written = from == 0
                ? Optional.empty()
                : mail.mailing(jobs.job(open.teacher(), open.id(), from)).filter(own -> own.letterId() == letterId);
        return page(
                open,
                letter,
                written.orElseGet(
                        () -> Mailing.begun(letterId, letter.name(), HandOut.dates(open), Mailing.Whom.CONTACTS)),
                written.isEmpty(),
                model);
    }

    private String page(OpenClass open, Letter letter, Mailing mailing, boolean fresh, Model model) {
        ClassLetters all = letters.open(open, letter);
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        model.addAttribute("offered", WordsOffered.of(all.at(), sentences.groups(open.teacher())));
        model.addAttribute("isOffered", mail.isOffered());
        model.addAttribute("ownAddress", accounts.look(open.teacher()).email());
        model.addAttribute("sets", HandOutController.sets(all.all()));
        model.addAttribute("token", UUID.randomUUID().toString());
        model.addAttribute("whoms", Mailing.Whom.values());
        fill(open, letter, all, mailing, fresh, model);
        return "families/mail";
    }

    private void fill(OpenClass open, Letter letter, ClassLetters all, Mailing mailing, boolean fresh, Model model) {
        Map<Long, String> mailed = new HashMap<>();
        mail.mailedBefore(open, letter).forEach((id, at) -> mailed.put(id, Days.at(at)));
        List<Line> lines = mail.plan(open, all, mailing.whom()).lines().stream()
                .map(line -> line(line, mailed, mailing, fresh))
                .toList();
        model.addAttribute("letter", letter);
        model.addAttribute("mailing", mailing);
        model.addAttribute("lines", lines);
        model.addAttribute(
                "count",
                lines.stream()
                        .filter(Line::ticked)
                        .mapToInt(line -> line.plan().to().size())
                        .sum());
        model.addAttribute(
                "without",
                lines.stream().filter(line -> !line.plan().isReached()).count());
        Optional<MadeLetter> first = lines.stream()
                .filter(Line::ticked)
                .map(line -> line.plan().made())
                .findFirst();
        model.addAttribute("shown", first);
        model.addAttribute(
                "subject", first.map(made -> all.say(made, mailing.subject()).plain()));
        model.addAttribute("said", first.map(made -> all.say(made, mailing.words())));
        model.addAttribute("fileName", first.map(made -> letter.name() + " " + HandOutService.fileName(made)));
    }

    private static Line line(MailPlan.Line plan, Map<Long, String> mailed, Mailing mailing, boolean fresh) {
        String before = mailed.getOrDefault(plan.made().enrolmentId(), "");
        return new Line(
                plan,
                before,
                fresh
                        ? plan.isReached() && plan.made().isReady() && before.isEmpty()
                        : mailing.chosen().contains(plan.made().enrolmentId()));
    }

    /** Who would get it as the form stands, and the message as it would come. */
    @PostMapping("/look")
    String look(OpenClass open, @PathVariable long letterId, FormFields fields, Model model) {
        Letter letter = letters.letter(open.teacher(), letterId);
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        fill(
                open,
                letter,
                letters.open(open, letter),
                Mailing.read(fields, letterId, HandOut.dates(open)),
                false,
                model);
        return "families/mail :: looked";
    }

    @PostMapping
    String send(OpenClass open, @PathVariable long letterId, FormFields fields, Model model) {
        Letter letter = letters.letter(open.teacher(), letterId);
        Mailing mailing = Mailing.read(fields, letterId, HandOut.dates(open));
        return Sent.of(() -> mail.send(open, mailing, fields.text("token")))
                .to(job -> FamiliesController.to(open, "/jobs/" + job.id()))
                .orShow(model, () -> page(open, letter, mailing, false, model));
    }
}
