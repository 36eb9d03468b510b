package aestimo.app.families;

import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.letters.GroupView;
import aestimo.app.letters.InsteadService;
import aestimo.app.letters.SentenceGroup;
import aestimo.app.letters.SentencePages;
import aestimo.app.letters.SentenceService;
import aestimo.app.letters.WordsOffered;
import aestimo.app.web.Download;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Sentence groups: all of them, and one on its rail with the class's students as dots. */
@Controller
@RequestMapping("/classes/{classId}/families/sentences")
class SentencesController {
    private final FrameService frames;
    private final SentenceService sentences;
    private final SentencePages pages;
    private final InsteadService insteads;

    SentencesController(FrameService frames, SentenceService sentences, SentencePages pages, InsteadService insteads) {
        this.frames = frames;
        this.sentences = sentences;
        this.pages = pages;
        this.insteads = insteads;
    }

    @GetMapping
    String list(OpenClass open, Model model) {
        if (!open.classBook().row().takesResults()) {
            return frames.withoutResults(open, FamiliesController.PAGE, model);
        }
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        model.addAttribute("lines", pages.lines(open));
        model.addAttribute("asked", insteads.askedOfGroups(open));
        return "families/sentences";
    }

    /** All groups in a file. */
    @GetMapping("/export.csv")
    void asTable(OpenClass open, HttpServletResponse response) throws IOException {
        Download.csv(response, sentences.asTable(open.teacher()));
    }

    @GetMapping("/export.json")
    void asJson(OpenClass open, HttpServletResponse response) throws IOException {
        Download.file(
                response,
                "Sentences",
                "application/json",
                ".json",
                sentences.asJson(open.teacher()).getBytes(StandardCharsets.UTF_8));
    }

    @PostMapping("/import")
    String importGroups(
            OpenClass open, @RequestParam(name = "file", required = false) MultipartFile file, RedirectAttributes flash)
            throws IOException {
        byte[] bytes = file == null ? new byte[0] : file.getBytes();
        return Sent.of(() -> sentences.importGroups(open.teacher(), ClassFigures.of(open), bytes))
                .saying(flash, count -> count == 1 ? "1 group is imported." : count + " groups are imported.")
                .orSay(flash, FamiliesController.to(open, "/sentences"));
    }

    @GetMapping("/new")
    String begin(OpenClass open, Model model) {
        return page(open, pages.blank(open), 0, model);
    }

    @GetMapping("/{groupId}")
    String show(OpenClass open, @PathVariable long groupId, Model model) {
        return page(open, pages.view(open, groupId), pages.version(open.teacher(), groupId), model);
    }

    private String page(OpenClass open, GroupView view, int version, Model model) {
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        model.addAttribute("view", view);
        model.addAttribute("version", version);
        model.addAttribute("figures", pages.figures(open));
        model.addAttribute("tests", pages.tests());
        model.addAttribute("offered", WordsOffered.of(ClassFigures.of(open), List.of()));
        model.addAttribute("lines", pages.lines(open));
        model.addAttribute("asked", insteads.askedOfGroups(open));
        model.addAttribute("read", pages.read(open, view));
        return "families/sentence-group";
    }

    @PostMapping("/{groupId}")
    String save(OpenClass open, @PathVariable long groupId, FormFields fields, Model model, RedirectAttributes flash) {
        return Sent.of(() -> pages.save(open, groupId, fields))
                .saying(flash, "“" + fields.text("name") + "” is saved.")
                .to(id -> FamiliesController.to(open, "/sentences/" + id))
                .orShow(
                        model,
                        () -> page(
                                open,
                                pages.typed(open, groupId, fields),
                                pages.version(open.teacher(), groupId),
                                model));
    }

    /** What it says to each of the class over the span, for filling fields with. */
    @GetMapping("/{groupId}/said")
    @ResponseBody
    List<SentencePages.SaidTo> said(OpenClass open, @PathVariable long groupId) {
        return pages.saidToAll(open, groupId);
    }

    /** How the class falls into the stretches as they are typed. */
    @PostMapping("/{groupId}/look")
    String look(OpenClass open, @PathVariable long groupId, FormFields fields, Model model) {
        GroupView view = pages.typed(open, groupId, fields);
        page(open, view, 0, model);
        return "families/sentence-group :: looked";
    }

    @PostMapping("/{groupId}/delete")
    String delete(OpenClass open, @PathVariable long groupId, RedirectAttributes flash) {
        SentenceGroup group = sentences.group(open.teacher(), groupId);
        sentences.remove(open.teacher(), groupId);
        flash.addFlashAttribute("done", "“" + group.name() + "” is deleted. Letters that use it say so.");
        return FamiliesController.to(open, "/sentences");
    }
}
