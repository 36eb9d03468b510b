package aestimo.app.families;

import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.handout.HandedOutService;
import aestimo.app.handout.HandedOutService.HandedOut;
import aestimo.app.letters.Block;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.InsteadService;
import aestimo.app.letters.Letter;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.MadeLetter;
import aestimo.app.letters.SentenceService;
import aestimo.app.letters.SpellingService;
import aestimo.app.letters.WordsOffered;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One letter: its words, everybody's one by one, and its spelling. */
@Controller
@RequestMapping("/classes/{classId}/families/letters/{letterId}")
class LetterController {
    private static final int MOST_MISSPELT = 30;

    private final FrameService frames;
    private final LetterService letters;
    private final SentenceService sentences;
    private final HandedOutService handed;
    private final SpellingService spelling;
    private final InsteadService insteads;

    LetterController(
            FrameService frames,
            LetterService letters,
            SentenceService sentences,
            HandedOutService handed,
            SpellingService spelling,
            InsteadService insteads) {
        this.frames = frames;
        this.letters = letters;
        this.sentences = sentences;
        this.handed = handed;
        this.spelling = spelling;
        this.insteads = insteads;
    }

    @GetMapping
    String words(OpenClass open, @PathVariable long letterId, Model model) {
        Letter letter = letters.letter(open.teacher(), letterId);
        return letter.isForm()
                ? FamiliesController.to(open, "/letters/" + letterId + "/form")
                : wordsPage(open, letter, model);
    }

    private String wordsPage(OpenClass open, Letter letter, Model model) {
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        model.addAttribute("letter", letter);
        model.addAttribute("kinds", Block.Kind.values());
        model.addAttribute(
                "blank", Arrays.stream(Block.Kind.values()).collect(Collectors.toMap(kind -> kind, Block::of)));
        model.addAttribute("columns", Block.Column.values());
        model.addAttribute("terms", open.book().terms());
        model.addAttribute("categories", open.book().categories());
        model.addAttribute("pieces", open.book().assessments());
        ClassLetters all = preview(open, letter, model);
        model.addAttribute("asked", insteads.asked(open, all.at(), letter));
        model.addAttribute("offered", WordsOffered.of(all.at(), sentences.groups(open.teacher())));
        return "families/words";
    }

    private ClassLetters preview(OpenClass open, Letter letter, Model model) {
        ClassLetters all = letters.open(open, letter);
        Optional<MadeLetter> shown =
                all.shown(FormFields.toNumber(open.parameters().getOrDefault("student", "")));
        model.addAttribute("made", shown);
        model.addAttribute("students", all.all());
        model.addAttribute("writer", all.writer());
        return all;
    }

    @PostMapping
    String save(OpenClass open, @PathVariable long letterId, FormFields fields, Model model, RedirectAttributes flash) {
        Letter before = letters.letter(open.teacher(), letterId);
        Letter asked = LetterForm.read(fields, before);
        return Sent.of(() -> letters.save(open.teacher(), ClassFigures.of(open), asked))
                .saying(flash, "“" + asked.name() + "” is saved.")
                .to(FamiliesController.to(open, "/letters/" + letterId))
                .orShow(
                        model,
                        () -> wordsPage(
                                open,
                                new Letter(
                                        letterId,
                                        asked.name(),
                                        asked.blocks(),
                                        before.archived(),
                                        before.version(),
                                        asked.pages(),
                                        before.formName()),
                                model));
    }

    /** The letter of the student in hand, as it is being written. */
    @PostMapping("/look")
    String look(OpenClass open, @PathVariable long letterId, FormFields fields, Model model) {
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        preview(open, LetterForm.read(fields, letters.letter(open.teacher(), letterId)), model);
        return "families/words :: preview";
    }

    @GetMapping("/one")
    String oneByOne(OpenClass open, @PathVariable long letterId, Model model) {
        Letter letter = letters.letter(open.teacher(), letterId);
        ClassLetters all = letters.open(open, letter);
        long asked = FormFields.toNumber(open.parameters().getOrDefault("student", ""));
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        model.addAttribute("letter", letter);
        model.addAttribute("asked", insteads.asked(open, all.at(), letter));
        model.addAttribute("letters", all.all());
        model.addAttribute("misspelt", all.misspelt().size());
        model.addAttribute(
                "toLookAt", all.all().stream().filter(made -> !made.isReady()).toList());
        model.addAttribute(
                "ready", all.all().stream().filter(MadeLetter::isReady).toList());
        Optional<MadeLetter> made = all.shown(asked);
        model.addAttribute("made", made);
        model.addAttribute("writer", all.writer());
        model.addAttribute("neighbours", made.map(all::beside));
        model.addAttribute("why", made.map(own -> all.why(own)).orElse(List.of()));
        model.addAttribute(
                "before",
                made.map(own -> handed.of(open.teacher(), open.id()).stream()
                                .filter(one -> one.enrolmentId() == own.enrolmentId())
                                .map(one -> before(one, own, letterId))
                                .toList())
                        .orElse(List.of()));
        return "families/one-by-one";
    }

    /** @param differing how many of its figures are others today; 0 for another letter */
    record Before(String when, String letter, String how, int differing) {}

    private static Before before(HandedOut one, MadeLetter now, long letterId) {
        return new Before(
                Days.brief(one.at().toLocalDate()),
                one.letter(),
                one.howWords(),
                one.letterId() == letterId ? HandedOutService.differing(one, now) : 0);
    }

    /** Own words, or another sentence, for one student; the page goes on with the same student. */
    @PostMapping("/one/{enrolmentId}")
    String settle(
            OpenClass open,
            @PathVariable long letterId,
            @PathVariable long enrolmentId,
            FormFields fields,
            Model model,
            RedirectAttributes flash) {
        String back = FamiliesController.to(open, "/letters/" + letterId + "/one") + "&student=" + enrolmentId;
        return Sent.of(() -> {
                    switch (fields.text("what")) {
                        case "own-words" ->
                            letters.saveOwnWords(
                                    open,
                                    letterId,
                                    enrolmentId,
                                    fields.raw("ownWords").strip());
                        case "choose" ->
                            letters.choose(
                                    open, letterId, enrolmentId, fields.number("group"), fields.raw("words"), false);
                        case "own" ->
                            letters.choose(
                                    open,
                                    letterId,
                                    enrolmentId,
                                    fields.number("group"),
                                    fields.raw("words").strip(),
                                    true);
                        case "leave-out" ->
                            letters.choose(open, letterId, enrolmentId, fields.number("group"), "", false);
                        case "dealt" -> letters.unchoose(open, letterId, enrolmentId, fields.number("group"));
                        default -> throw new NotFoundException("choice");
                    }
                })
                .to(back)
                .orShow(model, () -> {
                    open.parameters().put("student", Long.toString(enrolmentId));
                    model.addAttribute("typedOwnWords", fields.raw("ownWords"));
                    return oneByOne(open, letterId, model);
                });
    }

    /** @param of whose letters hold it, the first few */
    record Misspelt(String word, List<String> proposals, String of) {}

    /** Spelling, over all letters at once. */
    @GetMapping("/spelling")
    String spelling(OpenClass open, @PathVariable long letterId, Model model) {
        Letter letter = letters.letter(open.teacher(), letterId);
        ClassLetters all = letters.open(open, letter);
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        model.addAttribute("letter", letter);
        model.addAttribute(
                "misspelt",
                all.misspelt().entrySet().stream()
                        .limit(MOST_MISSPELT)
                        .map(own -> new Misspelt(
                                own.getKey(),
                                spelling.proposals(open.teacher(), own.getKey()),
                                own.getValue().size() == 1
                                        ? own.getValue().get(0).listName()
                                        : own.getValue().size() + " letters"))
                        .toList());
        return "families/spelling";
    }

    /** Keeps a word as the teacher's own, or puts another in its place. */
    @PostMapping("/spelling")
    String settleSpelling(OpenClass open, @PathVariable long letterId, FormFields fields, RedirectAttributes flash) {
        letters.letter(open.teacher(), letterId);
        String word = fields.text("word");
        boolean keeps = !fields.text("keep").isEmpty();
        String other = fields.text("proposal").isEmpty() ? fields.text("other") : fields.text("proposal");
        return Sent.of(() -> {
                    if (keeps) {
                        spelling.keepWord(open.teacher(), word);
                    } else {
                        letters.replaceWord(open, letterId, word, other);
                    }
                })
                .saying(
                        flash,
                        keeps
                                ? "“" + word + "” counts as correct from now on."
                                : "“" + word + "” is now “" + other + "”.")
                .orSay(flash, FamiliesController.to(open, "/letters/" + letterId + "/spelling"));
    }
}
