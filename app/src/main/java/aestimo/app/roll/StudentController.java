package aestimo.app.roll;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.frame.OpenClass;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import java.io.IOException;
import java.util.List;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One student's card beside the list, the photo, and sets for many at once. */
@Controller
@RequestMapping("/classes/{classId}/groundwork/students")
class StudentController {
    private final StudentService students;
    private final MoveService moves;
    private final RollController list;

    StudentController(StudentService students, MoveService moves, RollController list) {
        this.students = students;
        this.moves = moves;
        this.list = list;
    }

    @PostMapping("/{enrolmentId}")
    String save(
            OpenClass open,
            @PathVariable long enrolmentId,
            @RequestParam(name = "photo", required = false) MultipartFile photo,
            FormFields fields,
            Model model,
            RedirectAttributes flash)
            throws IOException {
        StudentCard card = StudentCard.read(fields);
        StudentService.Shown before = students.student(open.teacher(), open.id(), enrolmentId);
        byte[] chosen = photo == null ? new byte[0] : photo.getBytes();
        boolean without = fields.text("withoutPhoto").equals("true");
        return Sent.of(() -> students.save(open.teacher(), open.id(), enrolmentId, card, chosen, without))
                .saying(flash, before.name() + " is saved.")
                .to(it -> list.back(open, model))
                .orShow(model, "cardProblems", () -> {
                    model.addAttribute(
                            "shown",
                            new StudentService.Shown(
                                    enrolmentId,
                                    before.name(),
                                    card,
                                    before.startingTop(),
                                    before.hasPhoto(),
                                    before.sets(),
                                    before.otherClasses()));
                    return list.list(open, model);
                });
    }

    @GetMapping("/{enrolmentId}/photo")
    ResponseEntity<byte[]> photo(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long enrolmentId) {
        byte[] photo =
                students.photo(teacher.id(), classId, enrolmentId).orElseThrow(() -> new NotFoundException("photo"));
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.noStore())
                .body(photo);
    }

    @PostMapping("/set")
    String putIntoSet(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        List<Long> chosen =
                fields.texts("chosen").stream().map(FormFields::toNumber).toList();
        String set = fields.text("intoSet");
        return Sent.of(() -> {
                    if (chosen.isEmpty()) {
                        throw new FormException("Tick the students the set is for.");
                    }
                    return students.putIntoSet(open.teacher(), open.id(), chosen, set, fields.text("onDay"));
                })
                .saying(
                        flash,
                        moved -> (moved == 1 ? "1 student is" : moved + " students are") + " now "
                                + (set.isEmpty() ? "in no set." : "in " + set + "."))
                .orSay(flash, list.back(open, model));
    }

    /** Which class a student moves to, and what goes along. */
    @GetMapping("/{enrolmentId}/move")
    String move(OpenClass open, @PathVariable long enrolmentId, Model model) {
        model.addAttribute("shown", students.student(open.teacher(), open.id(), enrolmentId));
        long to = FormFields.toNumber(open.parameters().getOrDefault("to", ""));
        model.addAttribute("to", to);
        model.addAttribute("pieces", to == 0 ? List.of() : moves.pieces(open.teacher(), open.id(), enrolmentId, to));
        return list.moving(open, model);
    }

    @PostMapping("/{enrolmentId}/move")
    String moved(
            OpenClass open, @PathVariable long enrolmentId, FormFields fields, Model model, RedirectAttributes flash) {
        StudentService.Shown shown = students.student(open.teacher(), open.id(), enrolmentId);
        long to = fields.number("to");
        List<Long> taken =
                fields.texts("along").stream().map(FormFields::toNumber).toList();
        return Sent.of(() -> moves.move(open.teacher(), open.id(), enrolmentId, to, fields.text("day"), taken))
                .saying(
                        flash,
                        along -> shown.name() + " moved here"
                                + (along == 0
                                        ? "."
                                        : along == 1
                                                ? ", and 1 entry came along."
                                                : ", and " + along + " entries came along."))
                .to("redirect:/classes/" + to + "/groundwork/students")
                .orShow(model, () -> move(open, enrolmentId, model));
    }
}
