package aestimo.app.families;

import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.letters.Block;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.HandedOutService;
import aestimo.app.letters.HandedOutService.HandedOut;
import aestimo.app.letters.Letter;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.MadeLetter;
import aestimo.app.letters.Recipient.Writer;
import aestimo.app.letters.SentenceService;
import aestimo.app.letters.SpellingService;
import aestimo.app.letters.WordsOffered;
import aestimo.app.paper.ExportService;
import aestimo.app.web.Download;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One letter: its words, everybody's one by one, and handing it out. */
@Controller
@RequestMapping("/classes/{classId}/families/letters/{letterId}")
class LetterController {
    private static final int MOST_MISSPELT = 30;
    private static final int LONGEST_FILE_NAME = 80;

    private final FrameService frames;
    private final LetterService letters;
    private final SentenceService sentences;
    private final HandedOutService handed;
    private final SpellingService spelling;
    private final ExportService exports;

    LetterController(
            FrameService frames,
            LetterService letters,
            SentenceService sentences,
            HandedOutService handed,
            SpellingService spelling,
            ExportService exports) {
        this.frames = frames;
        this.letters = letters;
        this.sentences = sentences;
        this.handed = handed;
        this.spelling = spelling;
        this.exports = exports;
    }

    @GetMapping
    String words(OpenClass open, @PathVariable long letterId, Model model) {
        return wordsPage(open, letters.letter(open.teacher(), letterId), model);
    }

    private String wordsPage(OpenClass open, Letter letter, Model model) {
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        model.addAttribute("letter", letter);
        model.addAttribute("kinds", Block.Kind.values());
        model.addAttribute(
                "blank", Arrays.stream(Block.Kind.values()).collect(Collectors.toMap(kind -> kind, Block::of)));
        model.addAttribute("columns", Block.Column.values());
        model.addAttribute("offered", WordsOffered.of(ClassFigures.of(open), sentences.groups(open.teacher())));
        model.addAttribute("terms", open.book().terms());
        model.addAttribute("categories", open.book().categories());
        preview(open, letter, model);
        return "families/words";
    }

    private void preview(OpenClass open, Letter letter, Model model) {
        ClassLetters all = letters.open(open, letter);
        Optional<MadeLetter> shown =
                all.shown(FormFields.toNumber(open.parameters().getOrDefault("student", "")));
        model.addAttribute("made", shown);
        model.addAttribute("students", all.all());
        model.addAttribute("writer", all.writer());
    }

    @PostMapping
    String save(OpenClass open, @PathVariable long letterId, FormFields fields, Model model, RedirectAttributes told) {
        Letter before = letters.letter(open.teacher(), letterId);
        Letter asked = LetterForm.read(fields, before);
        return Sent.of(() -> letters.save(open.teacher(), ClassFigures.of(open), asked))
                .saying(told, "“" + asked.name() + "” is saved.")
                .to(FamiliesController.to(open, "/letters/" + letterId))
                .orShow(
                        model,
                        () -> wordsPage(
                                open,
                                new Letter(letterId, asked.name(), asked.blocks(), before.archived(), before.version()),
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

    /** What letters are handed out as. */
    private enum As {
        PDF("application/pdf", ".pdf"),
        ZIP("application/zip", ".zip"),
        DOCX("application/vnd.openxmlformats-officedocument.wordprocessingml.document", ".docx");

        private final String type;
        private final String ending;

        As(String type, String ending) {
            this.type = type;
            this.ending = ending;
        }

        static As of(String asked) {
            return Arrays.stream(values())
                    .filter(own -> own.name().equalsIgnoreCase(asked))
                    .findFirst()
                    .orElse(PDF);
        }
    }

    /** @param differing how many of its figures are others today; 0 for another letter */
    record Before(String when, String letter, String how, int differing) {}

    private static Before before(HandedOut one, MadeLetter now, long letterId) {
        return new Before(
                Days.brief(one.at().toLocalDate()),
                one.letter(),
                one.how().equals("file") ? "as a file" : "on paper",
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
            RedirectAttributes told) {
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
    String settleSpelling(OpenClass open, @PathVariable long letterId, FormFields fields, RedirectAttributes told) {
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
                        told,
                        keeps ? "“" + word + "” is no mistake from now on." : "“" + word + "” is now “" + other + "”.")
                .orSay(told, FamiliesController.to(open, "/letters/" + letterId + "/spelling"));
    }

    @GetMapping("/hand-out")
    String handOut(OpenClass open, @PathVariable long letterId, Model model) {
        Letter letter = letters.letter(open.teacher(), letterId);
        ClassLetters all = letters.open(open, letter);
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        model.addAttribute("letter", letter);
        model.addAttribute("letters", all.all());
        model.addAttribute(
                "open", all.all().stream().filter(made -> !made.isReady()).count());
        return "families/hand-out";
    }

    /** The letters as one PDF; that they were handed out is kept once they are made. */
    @PostMapping("/paper")
    String paper(
            OpenClass open, @PathVariable long letterId, FormFields fields, Model model, HttpServletResponse response)
            throws IOException {
        Letter letter = letters.letter(open.teacher(), letterId);
        ClassLetters all = letters.open(open, letter);
        List<Long> asked =
                fields.texts("chosen").stream().map(FormFields::toNumber).toList();
        List<MadeLetter> chosen = all.all().stream()
                .filter(made -> asked.contains(made.enrolmentId()))
                .toList();
        if (chosen.isEmpty() || letter.blocks().isEmpty()) {
            Sent.refuse(
                    model,
                    Sent.PROBLEMS,
                    new FormException(
                            letter.blocks().isEmpty()
                                    ? "The letter has no blocks yet. Write it first."
                                    : "Tick the students the letter is for."));
            return handOut(open, letterId, model);
        }
        As as = As.of(fields.text("as"));
        byte[] file = switch (as) {
            case PDF ->
                pdf(open, letter, chosen, all.writer(), fields.text("duplex").equals("true"));
            case ZIP -> zipped(open, letter, chosen, all.writer());
            case DOCX -> all.docx(chosen);
        };
        if (fields.text("draft").isEmpty()) {
            handed.record(open, letter, chosen, as == As.PDF ? "paper" : "file");
        }
        Download.begin(response, letter.name() + " " + open.title(), as.type, as.ending)
                .write(file);
        return null;
    }

    private byte[] pdf(OpenClass open, Letter letter, List<MadeLetter> chosen, Writer writer, boolean duplex)
            throws IOException {
        Map<String, Object> paper = new HashMap<>();
        paper.put("letters", chosen);
        paper.put("writer", writer);
        paper.put("title", open.title());
        paper.put("duplex", duplex);
        return exports.pdf(open.teacher(), letter.name(), open.span().inFull(), "letters", paper);
    }

    /** A file for each student, named by number and name. */
    private byte[] zipped(OpenClass open, Letter letter, List<MadeLetter> chosen, Writer writer) throws IOException {
        ByteArrayOutputStream whole = new ByteArrayOutputStream();
        Set<String> names = new HashSet<>();
        try (ZipOutputStream zip = new ZipOutputStream(whole)) {
            for (MadeLetter made : chosen) {
                String name = (made.number() + " " + made.to().student().family() + " "
                                + made.to().given())
                        .replaceAll("[^\\p{L}\\p{N} .’'-]", "_")
                        .strip();
                String free = name.substring(0, Math.min(name.length(), LONGEST_FILE_NAME));
                for (int i = 2; !names.add(free); i++) {
                    free = name.substring(0, Math.min(name.length(), LONGEST_FILE_NAME)) + " " + i;
                }
                zip.putNextEntry(new ZipEntry(free + ".pdf"));
                zip.write(pdf(open, letter, List.of(made), writer, false));
                zip.closeEntry();
            }
        }
        return whole.toByteArray();
    }
}
