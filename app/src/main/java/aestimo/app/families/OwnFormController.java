package aestimo.app.families;

import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.handout.HandOut;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.Letter;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.MadeLetter;
import aestimo.app.ownform.OwnFormService;
import aestimo.app.web.Download;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Letters in a school's own form. */
@Controller
@RequestMapping("/classes/{classId}/families")
class OwnFormController {
    private final FrameService frames;
    private final LetterService letters;
    private final OwnFormService forms;

    OwnFormController(FrameService frames, LetterService letters, OwnFormService forms) {
        this.frames = frames;
        this.letters = letters;
        this.forms = forms;
    }

    /** The names there are, and where the document is chosen. */
    @GetMapping("/forms/new")
    String begin(OpenClass open, Model model) {
        page(open, model);
        return "families/form";
    }

    private void page(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, FamiliesController.PAGE));
        Map<String, List<OwnFormService.Offered>> among = forms.offered(open.teacher(), ClassFigures.of(open)).stream()
                .collect(Collectors.groupingBy(OwnFormService.Offered::among, LinkedHashMap::new, Collectors.toList()));
        model.addAttribute("among", among);
    }

    @PostMapping("/forms/new")
    String make(
            OpenClass open,
            @RequestParam(name = "form", required = false) MultipartFile form,
            Model model,
            RedirectAttributes flash)
            throws IOException {
        return save(open, 0, form, model, flash);
    }

    private String save(OpenClass open, long letterId, MultipartFile form, Model model, RedirectAttributes flash)
            throws IOException {
        byte[] file = form == null ? new byte[0] : form.getBytes();
        String name = form == null || form.getOriginalFilename() == null ? "" : form.getOriginalFilename();
        return Sent.of(() -> forms.save(open.teacher(), ClassFigures.of(open), letterId, file, name))
                .saying(flash, "The form is saved.")
                .to(id -> FamiliesController.to(open, "/letters/" + id + "/form"))
                .orShow(model, () -> letterId == 0 ? begin(open, model) : page(open, letterId, model));
    }

    @GetMapping("/letters/{letterId}/form")
    String page(OpenClass open, @PathVariable long letterId, Model model) {
        Letter letter = form(open, letterId);
        ClassLetters all = letters.open(open, letter);
        page(open, model);
        Optional<MadeLetter> made =
                all.shown(FormFields.toNumber(open.parameters().getOrDefault("student", "")));
        model.addAttribute("letter", letter);
        model.addAttribute("made", made);
        model.addAttribute("students", all.all());
        model.addAttribute("writer", all.writer());
        return "families/form";
    }

    private Letter form(OpenClass open, long letterId) {
        Letter letter = letters.letter(open.teacher(), letterId);
        if (!letter.isForm()) {
            throw new NotFoundException("form");
        }
        return letter;
    }

    /** Another document in the place of the one there is. */
    @PostMapping("/letters/{letterId}/form")
    String replace(
            OpenClass open,
            @PathVariable long letterId,
            @RequestParam(name = "form", required = false) MultipartFile form,
            Model model,
            RedirectAttributes flash)
            throws IOException {
        form(open, letterId);
        return save(open, letterId, form, model, flash);
    }

    @PostMapping("/letters/{letterId}/name")
    String rename(
            OpenClass open, @PathVariable long letterId, FormFields fields, Model model, RedirectAttributes flash) {
        form(open, letterId);
        return Sent.of(() -> letters.rename(open.teacher(), letterId, fields.text("name")))
                .saying(flash, "The letter has its new name.")
                .to(FamiliesController.to(open, "/letters/" + letterId + "/form"))
                .orShow(model, () -> page(open, letterId, model));
    }

    /** The document as it was sent. */
    @GetMapping("/letters/{letterId}/form.docx")
    void document(OpenClass open, @PathVariable long letterId, HttpServletResponse response) throws IOException {
        Letter letter = form(open, letterId);
        Download.file(
                response,
                letter.formName(),
                HandOut.As.DOCX.type(),
                HandOut.As.DOCX.ending(),
                forms.document(open.teacher(), letterId));
    }
}
