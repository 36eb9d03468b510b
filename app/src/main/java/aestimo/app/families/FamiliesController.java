package aestimo.app.families;

import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.letters.InsteadService;
import aestimo.app.letters.Letter;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.ReadyMade;
import aestimo.app.letters.SentenceService;
import aestimo.app.ownform.OwnFormService;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The letters there are, and those ready-made. */
@Controller
@RequestMapping("/classes/{classId}/families")
class FamiliesController {
    static final String PAGE = "families";

    private final FrameService frames;
    private final LetterService letters;
    private final SentenceService sentences;
    private final OwnFormService forms;
    private final InsteadService insteads;

    FamiliesController(
            FrameService frames,
            LetterService letters,
            SentenceService sentences,
            OwnFormService forms,
            InsteadService insteads) {
        this.frames = frames;
        this.letters = letters;
        this.sentences = sentences;
        this.forms = forms;
        this.insteads = insteads;
    }

    /** @param facts of what it is made, in a few words */
    record Line(Letter letter, String facts) {}

    @GetMapping
    String list(OpenClass open, Model model) {
        if (!open.classBook().row().takesResults()) {
            return frames.withoutResults(open, PAGE, model);
        }
        model.addAttribute("frame", frames.ofClass(open, PAGE));
        List<Letter> all = letters.letters(open.teacher());
        model.addAttribute(
                "letters",
                all.stream()
                        .filter(letter -> !letter.archived())
                        .map(letter -> new Line(letter, facts(letter)))
                        .toList());
        model.addAttribute("archived", all.stream().filter(Letter::archived).toList());
        model.addAttribute("readyMade", ReadyMade.LETTERS);
        return "families/letters";
    }

    private static String facts(Letter letter) {
        return String.join(
                " · ",
                letter.blocks().stream()
                        .map(block -> block.kind().words().toLowerCase(Locale.ROOT))
                        .distinct()
                        .limit(5)
                        .toList());
    }

    /** Makes a letter: empty, or of one that is ready-made. */
    @PostMapping("/letters")
    String make(OpenClass open, FormFields fields, RedirectAttributes flash) {
        String asked = fields.text("of");
        return Sent.of(() -> asked.isEmpty()
                        ? letters.add(open.teacher(), "New letter", ReadyMade.BLANK)
                        : ReadyMade.make(asked, open.teacher(), letters, sentences)
                                .orElseThrow(() -> new NotFoundException("letter")))
                .to(id -> to(open, "/letters/" + id))
                .orSay(flash, to(open, ""));
    }

    @PostMapping("/letters/{letterId}/copy")
    String copy(OpenClass open, @PathVariable long letterId, RedirectAttributes flash) {
        Letter own = letters.letter(open.teacher(), letterId);
        return Sent.of(() -> forms.copy(open.teacher(), own))
                .saying(flash, "“" + own.name() + "” is copied.")
                .to(id -> to(open, "/letters/" + id))
                .orSay(flash, to(open, ""));
    }

    @PostMapping("/letters/{letterId}/archive")
    String archive(OpenClass open, @PathVariable long letterId, FormFields fields, RedirectAttributes flash) {
        boolean away = fields.text("archived").equals("true");
        Letter own = letters.letter(open.teacher(), letterId);
        letters.archive(open.teacher(), letterId, away);
        flash.addFlashAttribute("done", "“" + own.name() + "” is " + (away ? "archived." : "in use again."));
        return to(open, "");
    }

    @PostMapping("/letters/{letterId}/delete")
    String delete(OpenClass open, @PathVariable long letterId, RedirectAttributes flash) {
        Letter own = letters.letter(open.teacher(), letterId);
        letters.remove(open.teacher(), letterId);
        flash.addFlashAttribute("done", "“" + own.name() + "” is deleted. What was handed out of it stays listed.");
        return to(open, "");
    }

    /** Settles what a figure that letters speak of is in this class. */
    @PostMapping("/instead")
    String instead(OpenClass open, FormFields fields, RedirectAttributes flash) {
        long letter = fields.number("letter");
        boolean none = fields.text("none").equals("true");
        return Sent.of(() -> insteads.settle(open, fields.text("figure"), none ? "" : fields.text("instead")))
                .saying(
                        flash,
                        none ? "This class says nothing about it." : "This class uses that instead, in every letter.")
                .orSay(flash, to(open, letter == 0 ? "/sentences" : "/letters/" + letter + "/one"));
    }

    static String to(OpenClass open, String path) {
        return "redirect:/classes/" + open.id() + "/" + PAGE + path + "?"
                + open.span().query();
    }
}
