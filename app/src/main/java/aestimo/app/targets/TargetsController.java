package aestimo.app.targets;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.book.HiddenNames;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.picture.AimBars;
import aestimo.app.picture.AimPicture;
import aestimo.app.roll.CardFacts;
import aestimo.app.roll.CardFactsService;
import aestimo.app.sealed.SealedTerms;
import aestimo.app.web.FormFields;
import aestimo.core.book.Student;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;

/** A class against its targets, against its starting points, and beside the teacher's other classes. */
@Controller
@RequestMapping("/classes/{classId}/targets")
class TargetsController {
    private static final int MOST_IN_MARGIN = 8;

    private final BookService books;
    private final FrameService frames;
    private final TargetService targets;
    private final HelpService helps;
    private final CardFactsService cards;
    private final SealedTerms sealed;

    TargetsController(
            BookService books,
            FrameService frames,
            TargetService targets,
            HelpService helps,
            CardFactsService cards,
            SealedTerms sealed) {
        this.books = books;
        this.frames = frames;
        this.targets = targets;
        this.helps = helps;
        this.cards = cards;
        this.sealed = sealed;
    }

    /** A class beside others. */
    record ClassBars(ClassRow row, String href, AimBars bars) {}

    /** What a target was before, in words. */
    record StoodLine(String until, String words, String reason) {}

    @GetMapping
    String show(OpenClass open, Model model) {
        if (!open.classBook().row().takesResults()) {
            return frames.withoutResults(open, "targets", model);
        }
        TargetsChoice choice = TargetsChoice.read(open.parameters(), open.book());
        Set<Long> helped = helps.helped(open.teacher(), open.id());
        model.addAttribute("frame", frames.ofClass(open, "targets"));
        model.addAttribute("choice", choice);
        model.addAttribute("compares", TargetsChoice.Compare.values());
        model.addAttribute("onlies", TargetsChoice.Only.values());
        model.addAttribute("orders", TargetsChoice.Order.values());
        model.addAttribute("ases", TargetsChoice.As.values());
        model.addAttribute("setNames", open.book().sets());
        model.addAttribute("bands", !open.book().boundaries().isEmpty());
        Map<Long, CardFacts> facts = HiddenNames.areHidden() ? Map.of() : cards.ofClass(open.teacher(), open.id());
        StartView start = StartView.of(open.classBook(), open.span().span(), choice, facts, helped);
        model.addAttribute("start", start);
        model.addAttribute("down", start.down().stream().limit(MOST_IN_MARGIN).toList());
        switch (choice.compare()) {
            case TERMS ->
                model.addAttribute(
                        "view",
                        TargetsView.of(
                                open.classBook(),
                                choice,
                                helped,
                                sealed.attained(open.teacher(), open.classBook()),
                                AimPicture.Size.SMALL));
            case CLASSES -> model.addAttribute("classes", besideOthers(open.signedIn(), open.classBook(), choice));
            case START -> {
                // The scatter and its list are in the model for the margin already.
            }
        }
        long student = FormFields.toNumber(choice.student());
        if (student != 0) {
            addStudent(open, student, model);
        }
        return "targets/targets";
    }

    private List<ClassBars> besideOthers(SignedInTeacher teacher, ClassBook own, TargetsChoice choice) {
        return books.classes(teacher.id()).stream()
                .filter(row -> row.yearId() == own.row().yearId() && row.takesResults())
                .map(row -> new ClassBars(
                        row,
                        "/classes/" + row.id() + "/targets?" + choice.query(),
                        AimBars.of(
                                sealed.attained(
                                        teacher.id(),
                                        row.id() == own.row().id() ? own : books.open(teacher.id(), row.id())),
                                student -> true)))
                .toList();
    }

    /** One student's targets, for the margin. */
    @GetMapping("/{enrolmentId}")
    String student(OpenClass open, @PathVariable long enrolmentId, Model model) {
        model.addAttribute("choice", TargetsChoice.read(open.parameters(), open.book()));
        addStudent(open, enrolmentId, model);
        return "targets/margin :: student";
    }

    private void addStudent(OpenClass open, long enrolmentId, Model model) {
        Student student = open.classBook().student(enrolmentId);
        Map<Long, String> terms = TargetService.termNames(open.book());
        boolean hidden = HiddenNames.areHidden();
        model.addAttribute("base", "/classes/" + open.id());
        model.addAttribute("student", student);
        model.addAttribute(
                "own",
                StudentTargets.of(
                        sealed.attained(open.teacher(), open.classBook()),
                        student,
                        open.parameters().containsKey("stage")));
        model.addAttribute("stageName", targets.stageName(open.teacher(), open.id()));
        model.addAttribute(
                "stood",
                targets.earlier(open.teacher(), open.id(), enrolmentId).stream()
                        .map(stood -> new StoodLine(
                                Days.brief(stood.until()), stood.bands().words(terms), hidden ? "" : stood.reason()))
                        .toList());
        Optional<HelpView> help = HelpView.of(
                        open.classBook(),
                        helps.ofClass(open.teacher(), open.id()).stream()
                                .filter(own -> own.enrolmentId() == enrolmentId
                                        && own.ended().isEmpty())
                                .toList())
                .stream()
                .findFirst();
        model.addAttribute("help", help);
        model.addAttribute("hidden", hidden);
        model.addAttribute("inFourWeeks", open.book().today().plusWeeks(4));
    }
}
