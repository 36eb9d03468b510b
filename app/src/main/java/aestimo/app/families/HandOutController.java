package aestimo.app.families;

import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.handout.HandOut;
import aestimo.app.handout.HandOutService;
import aestimo.app.handout.HandedFile;
import aestimo.app.handout.HandedOutService;
import aestimo.app.handout.HandedOutService.HandedOut;
import aestimo.app.jobs.Job;
import aestimo.app.jobs.JobService;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.Letter;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.MadeLetter;
import aestimo.app.mail.MailService;
import aestimo.app.mail.Message;
import aestimo.app.web.Download;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Handing letters out on paper and as files, the jobs that make many of them, and what was handed out. */
@Controller
@RequestMapping("/classes/{classId}/families")
class HandOutController {
    private final FrameService frames;
    private final LetterService letters;
    private final HandOutService handOuts;
    private final HandedOutService handed;
    private final JobService jobs;
    private final MailService mail;

    HandOutController(
            FrameService frames,
            LetterService letters,
            HandOutService handOuts,
            HandedOutService handed,
            JobService jobs,
            MailService mail) {
        this.frames = frames;
        this.letters = letters;
        this.handOuts = handOuts;
        this.handed = handed;
        this.jobs = jobs;
        this.mail = mail;
    }

    @GetMapping("/letters/{letterId}/hand-out")
    String handOut(OpenClass open, @PathVariable long letterId, Model model) {
        Letter letter = letters.letter(open.teacher(), letterId);
        ClassLetters all = letters.open(open, letter);
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        model.addAttribute("letter", letter);
        model.addAttribute("letters", all.all());
        model.addAttribute("sets", sets(all.all()));
        model.addAttribute(
                "open", all.all().stream().filter(made -> !made.isReady()).count());
        model.addAttribute("token", UUID.randomUUID().toString());
        model.addAttribute("mail", mail.isOffered());
        if (!model.containsAttribute("ticked")) {
            model.addAttribute("ticked", ready(all.all()));
        }
        return "families/hand-out";
    }

    /** The sets of a class, in which those a letter is for may be ticked. */
    static List<String> sets(List<MadeLetter> letters) {
        return letters.stream()
                .flatMap(made -> made.to().student().set().stream())
                .distinct()
                .sorted()
                .toList();
    }

    private static List<Long> ready(List<MadeLetter> letters) {
        return letters.stream()
                .filter(MadeLetter::isReady)
                .map(MadeLetter::enrolmentId)
                .toList();
    }

    /** Those that take more pages than the letter may, for the page to add once they are counted. */
    @GetMapping("/letters/{letterId}/lengths")
    String lengths(OpenClass open, @PathVariable long letterId, Model model) {
        Letter letter = letters.letter(open.teacher(), letterId);
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        model.addAttribute("letter", letter);
        model.addAttribute("longer", handOuts.longer(open, letter));
        return "families/lengths :: longer";
    }

    /** The letters as a file, or a job that makes it; that they were handed out is kept once they are made. */
    @PostMapping("/letters/{letterId}/paper")
    @Nullable
    String paper(
            OpenClass open, @PathVariable long letterId, FormFields fields, Model model, HttpServletResponse response)
            throws IOException {
        letters.letter(open.teacher(), letterId);
        int perPage = (int) fields.number("perPage");
        HandOut how = new HandOut(
                letterId,
                HandOut.dates(open),
                fields.texts("chosen").stream().map(FormFields::toNumber).toList(),
                HandOut.As.of(fields.text("as")),
                fields.text("duplex").equals("true"),
                perPage == 2 || perPage == 4 ? perPage : 1,
                fields.text("draft").equals("true"),
                fields.text("longer").equals("true"));
        HandOutService.Outcome outcome;
        try {
            outcome = handOuts.handOut(open, how, fields.text("token"));
        } catch (FormException refused) {
            Sent.refuse(model, Sent.PROBLEMS, refused);
            model.addAttribute("ticked", how.chosen());
            model.addAttribute("how", how);
            return handOut(open, letterId, model);
        }
        if (outcome.job().isPresent()) {
            return FamiliesController.to(open, "/jobs/" + outcome.job().get().id());
        }
        write(outcome.file().orElseThrow(), response);
        return null;
    }

    private static void write(HandedFile file, HttpServletResponse response) throws IOException {
        Download.file(response, file.name(), file.as().type(), file.as().ending(), file.bytes());
    }

    /** A file as it was handed out. */
    @GetMapping("/files/{fileId}")
    void file(OpenClass open, @PathVariable long fileId, HttpServletResponse response) throws IOException {
        write(handed.file(open.teacher(), open.id(), fileId), response);
    }

    /** How far a job is, and what came of it. */
    @GetMapping("/jobs/{jobId}")
    String job(OpenClass open, @PathVariable long jobId, Model model) {
        Job job = jobs.job(open.teacher(), open.id(), jobId);
        // Lists are asked for in the room, and stay there.
        model.addAttribute(
                "frame", frames.ofClass(open, job.kind().equals("lists") ? "room/lists" : FamiliesController.PAGE));
        model.addAttribute("job", job);
        model.addAttribute("mailing", mail.mailing(job));
        List<Message> messages = mail.messages(open, job);
        model.addAttribute("messages", messages);
        model.addAttribute(
                "anyOpen", messages.stream().anyMatch(own -> own.state().isOpen()));
        model.addAttribute("counts", Message.counts(messages));
        return "families/job";
    }

    /** The same, for the page to show as it goes on. */
    @GetMapping("/jobs/{jobId}/progress")
    String progress(OpenClass open, @PathVariable long jobId, Model model) {
        job(open, jobId, model);
        return "families/job :: progress";
    }

    @PostMapping("/jobs/{jobId}/stop")
    String stop(OpenClass open, @PathVariable long jobId, RedirectAttributes flash) {
        jobs.job(open.teacher(), open.id(), jobId);
        mail.stop(open, jobId);
        return FamiliesController.to(open, "/jobs/" + jobId);
    }

    /** Has messages of a mailing sent again, those that are ticked. */
    @PostMapping("/jobs/{jobId}/again")
    String again(OpenClass open, @PathVariable long jobId, FormFields fields, Model model, RedirectAttributes flash) {
        jobs.job(open.teacher(), open.id(), jobId);
        Map<Long, Message.State> seen = new HashMap<>();
        for (String one : fields.texts("message")) {
            int colon = one.indexOf(':');
            Arrays.stream(Message.State.values())
                    .filter(state -> colon > 0 && state.name().equals(one.substring(colon + 1)))
                    .forEach(state -> seen.put(FormFields.toNumber(one.substring(0, colon)), state));
        }
        return Sent.of(() -> {
                    if (seen.isEmpty()) {
                        throw new FormException("Tick the messages to send again.");
                    }
                    return mail.again(open, jobId, seen);
                })
                .saying(flash, count -> count == 1 ? "1 message is sent again." : count + " messages are sent again.")
                .to(FamiliesController.to(open, "/jobs/" + jobId))
                .orShow(model, () -> job(open, jobId, model));
    }

    /**
     * A job in the list of all.
     *
     * @param open whether messages of it are refused, not known or not sent
     */
    record JobLine(Job job, String words, boolean open) {}

    private JobLine line(OpenClass open, Job job) {
        List<Message> messages = mail.messages(open, job);
        return new JobLine(
                job,
                job.isDue() || messages.isEmpty() ? job.inShort() : Message.counts(messages),
                messages.stream().anyMatch(own -> own.state().isOpen()));
    }

    /** @param file of this one alone; empty where all left in one */
    record HandedTo(String words, Optional<Long> file) {}

    /**
     * Everything handed out at once.
     *
     * @param file all of it left in; empty for mail, of which each has its own
     */
    record Handed(String when, String letter, String how, Optional<Long> file, List<HandedTo> to) {}

    @GetMapping("/handed-out")
    String handedOut(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        Map<String, Handed> together = new LinkedHashMap<>();
        for (HandedOut one : handed.of(open.teacher(), open.id())) {
            String name = open.classBook().student(one.enrolmentId()).listName();
            if (one.how().equals("mail")) {
                String day = Days.brief(one.at().toLocalDate());
                together.computeIfAbsent(
                                "mail " + day + one.letter(),
                                it -> new Handed(day, one.letter(), "by mail", Optional.empty(), new ArrayList<>()))
                        .to()
                        .add(new HandedTo(name + " – " + one.sentTo(), one.file()));
            } else {
                together.computeIfAbsent(
                                one.file().map(id -> "file " + id).orElse(one.at() + one.letter()),
                                it -> new Handed(
                                        Days.at(one.at()), one.letter(), one.howWords(), one.file(), new ArrayList<>()))
                        .to()
                        .add(new HandedTo(name, Optional.empty()));
            }
        }
        model.addAttribute("handed", together.values());
        model.addAttribute(
                "jobs",
                jobs.ofClass(open.teacher(), open.id()).stream()
                        .map(job -> line(open, job))
                        .toList());
        return "families/handed-out";
    }
}
