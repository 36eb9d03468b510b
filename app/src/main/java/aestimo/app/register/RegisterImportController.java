package aestimo.app.register;

import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.guard.TakesMuch;
import aestimo.app.web.CarriedText;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.app.web.UploadName;
import aestimo.exchange.marks.Pages;
import aestimo.exchange.sheet.Sheet;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import java.io.IOException;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Importing attendance: pasted or from a file, looked through on the same page, then imported. */
@Controller
@TakesMuch
@RequestMapping("/classes/{classId}/room/import")
class RegisterImportController {
    private static final int LONGEST_SOURCE = 100;

    private final FrameService frames;
    private final RegisterImportService imports;

    RegisterImportController(FrameService frames, RegisterImportService imports) {
        this.frames = frames;
        this.imports = imports;
    }

    @GetMapping
    String begin(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "room/import"));
        model.addAttribute("all", imports.all(open.teacher(), open.id()));
        return "register/import";
    }

    /** Reads what was pasted, or the file that was chosen, and shows what it would bring. */
    @PostMapping("/look")
    String look(
            OpenClass open,
            @RequestParam(name = "file", required = false) MultipartFile file,
            FormFields fields,
            Model model)
            throws IOException {
        String pasted = fields.raw("pasted");
        boolean ofFile = file != null && !file.isEmpty();
        return Sent.ofFile(() -> {
                    Pages pages =
                            ofFile ? Pages.of(SheetReader.read(file.getBytes())) : Pages.of(List.of(sheet(pasted)));
                    Sheet sheet = pages.read();
                    model.addAttribute("notes", pages.notes());
                    String text = checked(ofFile ? sheet.asTabbedText() : pasted);
                    RegisterImport plan = imports.look(open.teacher(), open.id(), sheet);
                    model.addAttribute("pasted", text);
                    model.addAttribute("source", source(file));
                    return plan;
                })
                .to(plan -> {
                    model.addAttribute("plan", plan);
                    return begin(open, model);
                })
                .orShow(model, () -> again(open, pasted, model));
    }

    private static Sheet sheet(String pasted) throws UnreadableFileException {
        return SheetReader.readPaste(checked(pasted));
    }

    private static String checked(String text) {
        return CarriedText.checked(text, "pasted", "Import a term at a time.");
    }

    private static String source(MultipartFile file) {
        String name = UploadName.of(file, LONGEST_SOURCE);
        return name.isEmpty() ? "pasted" : name;
    }

    private String again(OpenClass open, String pasted, Model model) {
        model.addAttribute("pasted", pasted);
        return begin(open, model);
    }

    @PostMapping
    String take(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) throws IOException {
        String pasted = fields.raw("pasted");
        String source = fields.text("source");
        return Sent.ofFile(() -> imports.take(
                        open.teacher(),
                        open.id(),
                        sheet(pasted),
                        source.substring(0, Math.min(LONGEST_SOURCE, source.length())),
                        fields.text("replacing").equals("true")))
                .saying(flash, count -> count == 1 ? "1 entry is imported." : count + " entries are imported.")
                .to("redirect:/classes/" + open.id() + "/room/import?"
                        + open.span().query())
                .orShow(model, () -> again(open, pasted, model));
    }

    @PostMapping("/{registerImportId}/undo")
    String undo(OpenClass open, @PathVariable long registerImportId, RedirectAttributes flash) {
        return Sent.of(() -> imports.undo(open.teacher(), open.id(), registerImportId))
                .saying(flash, "The import is undone.")
                .orSay(
                        flash,
                        "redirect:/classes/" + open.id() + "/room/import?"
                                + open.span().query());
    }
}
