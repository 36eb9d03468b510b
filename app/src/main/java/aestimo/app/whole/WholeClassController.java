package aestimo.app.whole;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.frame.FrameService;
import aestimo.app.groundwork.YearService;
import aestimo.app.web.Download;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.app.whole.YearCopyService.Copied;
import aestimo.app.whole.YearCopyService.Wish;
import aestimo.exchange.markbook.Markbook;
import aestimo.exchange.markbook.MarkbookException;
import aestimo.exchange.markbook.MarkbookReader;
import aestimo.exchange.markbook.MarkbookWriter;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A class as a markbook file, out and in, and the classes of one year copied into another. */
@Controller
class WholeClassController {
    private final WholeClassService whole;
    private final YearCopyService copies;
    private final YearService years;
    private final BookService books;
    private final FrameService frames;

    WholeClassController(
            WholeClassService whole,
            YearCopyService copies,
            YearService years,
            BookService books,
            FrameService frames) {
        this.whole = whole;
        this.copies = copies;
        this.years = years;
        this.books = books;
        this.frames = frames;
    }

    @GetMapping("/classes/{classId}/groundwork/class/markbook")
    void exports(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam(defaultValue = "false") boolean memos,
            HttpServletResponse response)
            throws IOException {
        Markbook markbook = whole.exports(teacher.id(), classId, memos);
        Download.file(
                response,
                markbook.className(),
                "application/json;charset=UTF-8",
                ".json",
                out -> MarkbookWriter.write(markbook, out));
    }

    @GetMapping("/classes/import")
    String begin(@AuthenticationPrincipal SignedInTeacher teacher, Model model) {
        return page(teacher, "Import a class", "From a markbook file", "whole/import", model);
    }

    @PostMapping("/classes/import")
    String importClass(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(name = "file", required = false) MultipartFile file,
            Model model,
            RedirectAttributes flash)
            throws IOException {
        return Sent.ofFile(() -> imported(teacher, file))
                .saying(
                        flash,
                        made -> made.name() + " is made: " + made.students() + " students, " + made.entries()
                                + " entries. " + String.join(" ", made.remarks()))
                .to(made -> "redirect:/classes/" + made.classId() + "/marks?span=year")
                .orShow(model, () -> begin(teacher, model));
    }

    private WholeClassService.Imported imported(SignedInTeacher teacher, @Nullable MultipartFile file)
            throws IOException, MarkbookException {
        if (file == null || file.isEmpty()) {
            throw new FormException("Choose the markbook file first: it ends in .json.");
        }
        try (InputStream in = file.getInputStream()) {
            return whole.importClass(teacher.id(), MarkbookReader.read(in));
        } catch (DataIntegrityViolationException tooLarge) {
            throw new FormException("The file holds a number of over five digits before the point, or a note of over "
                    + "500 characters. That is more than a class can hold; nothing was made.");
        }
    }

    /** A class that can be copied into the year. */
    record Source(ClassRow row, int pieces) {}

    @GetMapping("/years/{yearId}/copy")
    String choose(@AuthenticationPrincipal SignedInTeacher teacher, @PathVariable long yearId, Model model) {
        YearService.Year year = years.year(teacher.id(), yearId);
        model.addAttribute("year", year);
        model.addAttribute(
                "sources",
                books.classes(teacher.id()).stream()
                        .filter(row -> row.yearId() != yearId)
                        .map(row -> new Source(
                                row,
                                books.open(teacher.id(), row.id())
                                        .book()
                                        .assessments()
                                        .size()))
                        .toList());
        return page(teacher, "Copy classes into " + year.name(), year.words(), "whole/copy", model);
    }

    @PostMapping("/years/{yearId}/copy")
    String copy(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long yearId,
            FormFields fields,
            Model model,
            RedirectAttributes flash) {
        years.year(teacher.id(), yearId);
        List<Long> chosen =
                fields.texts("chosen").stream().map(FormFields::toNumber).toList();
        List<Copied> made = new ArrayList<>();
        for (int i = 0; i < fields.texts("source").size(); i++) {
            long source = FormFields.toNumber(fields.text("source", i));
            if (chosen.contains(source)) {
                made.add(copied(teacher, yearId, new Wish(source, fields.text("name", i))));
            }
        }
        if (made.isEmpty()) {
            model.addAttribute("problems", List.of("Tick the classes to be copied."));
            return choose(teacher, yearId, model);
        }
        flash.addFlashAttribute("copied", made);
        return "redirect:/years/" + yearId + "/copy";
    }

    /** Each class is copied or refused by itself. */
    private Copied copied(SignedInTeacher teacher, long yearId, Wish wish) {
        try {
            return copies.copy(teacher.id(), yearId, wish);
        } catch (FormException refused) {
            return new Copied(wish.name(), String.join(" ", refused.problems()), 0, 0, 0);
        }
    }

    private String page(SignedInTeacher teacher, String title, String facts, String view, Model model) {
        model.addAttribute("frame", frames.ofDesk(teacher, title, facts, "years"));
        return view;
    }
}
