package aestimo.app.toschool;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.changes.ListedChange;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.SpanChoice;
import aestimo.app.letters.SentenceService;
import aestimo.app.returns.Differences;
import aestimo.app.returns.ReturnChecks;
import aestimo.app.returns.ReturnService;
import aestimo.app.returns.RowForm;
import aestimo.app.returns.SchoolReturn;
import aestimo.app.school.CompareService;
import aestimo.app.school.SchoolException;
import aestimo.app.school.SchoolField;
import aestimo.app.school.SchoolService;
import aestimo.app.sealing.SealService;
import aestimo.app.sending.Correction;
import aestimo.app.sending.Progress;
import aestimo.app.sending.SendingService;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.result.Span;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Results of one term: taken, completed, checked, sealed, sent. */
@Controller
@RequestMapping("/classes/{classId}/to-school")
class ToSchoolController {
    private final FrameService frames;
    private final ReturnService returns;
    private final ReturnChecks checks;
    private final SealService seals;
    private final SentenceService sentences;
    private final SendingService sendings;
    private final SchoolService school;
    private final CompareService compare;
    private final Clock clock;

    ToSchoolController(
            FrameService frames,
            ReturnService returns,
            ReturnChecks checks,
            SealService seals,
            SentenceService sentences,
            SendingService sendings,
            SchoolService school,
            CompareService compare,
            Clock clock) {
        this.frames = frames;
        this.returns = returns;
        this.checks = checks;
        this.seals = seals;
        this.sentences = sentences;
        this.sendings = sendings;
        this.school = school;
        this.compare = compare;
        this.clock = clock;
    }

    @GetMapping
    String show(OpenClass open, Model model) {
        if (!open.classBook().row().takesResults()) {
            return frames.withoutResults(open, "to-school", model);
        }
        return page(open, term(open), model);
    }

    /** The one term of the span, else the one that holds today, else the last one begun. */
    private static Term term(OpenClass open) {
        Book book = open.book();
        if (open.span().span() instanceof Span.Terms terms && terms.terms().size() == 1) {
            return book.term(terms.terms().iterator().next()).orElseThrow();
        }
        SpanChoice now = SpanChoice.read(Map.of(), book);
        return book.terms().stream()
                .filter(term -> now.query().equals("span=" + term.id()))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("term"));
    }

    private String page(OpenClass open, Term term, Model model) {
        long classId = open.id();
        List<SchoolReturn> all = returns.ofClass(open.teacher(), classId);
        Map<Long, Progress> progress = new HashMap<>();
        all.forEach(own -> progress.put(own.id(), sendings.progress(open.teacher(), own)));
        ToSchoolView view = ToSchoolView.of(open.classBook(), term, all, progress);
        model.addAttribute("frame", frames.ofClass(open.over(term), "to-school"));
        model.addAttribute("view", view);
        model.addAttribute("fields", school.fields(open.teacher()));
        model.addAttribute("commentLength", school.commentLength(open.teacher()));
        model.addAttribute("connected", school.connection(open.teacher()).isPresent());
        model.addAttribute(
                "takesUntil",
                school.dates(open.teacher(), term.firstDay(), term.lastDay())
                        .map(dates -> dates.hold(open.book().today())
                                ? "The school takes " + term.name() + " until " + Days.brief(dates.to())
                                : "The school takes " + term.name() + " from " + Days.brief(dates.from()) + " to "
                                        + Days.brief(dates.to()))
                        .orElse(""));
        model.addAttribute(
                "outside",
                school.dates(open.teacher(), term.firstDay(), term.lastDay())
                        .filter(dates -> !dates.hold(open.book().today()))
                        .isPresent());
        model.addAttribute("base", "/classes/" + classId + "/to-school");
        model.addAttribute("bands", open.book().boundaries().bands());
        view.own().ifPresent(own -> addReturn(open, own, progress, model));
        return "toschool/toschool";
    }

    private void addReturn(OpenClass open, SchoolReturn own, Map<Long, Progress> progress, Model model) {
        List<ListedChange> moved = returns.movedSince(open.teacher(), own.classId(), own.taken());
        Differences differences = Differences.between(own, open.book(), school.fields(open.teacher()), moved);
        model.addAttribute("own", own);
        if (own.isSealed()) {
            // What the school asked for then, whatever it asks for now.
            model.addAttribute("fields", seals.document(open.teacher(), own).fields());
        }
        model.addAttribute(
                "comments",
                own.isSealed()
                        ? own.rows().stream()
                                .anyMatch(row -> !row.own().comment().isEmpty())
                        : school.commentLength(open.teacher()) > 0);
        model.addAttribute("groups", own.isSealed() ? List.of() : sentences.groups(open.teacher()));
        model.addAttribute("taken", Days.at(own.taken()));
        model.addAttribute(
                "begun",
                Days.brief(own.begun().atZoneSameInstant(clock.getZone()).toLocalDate()));
        model.addAttribute("sealed", own.sealed().map(Days::at).orElse(""));
        model.addAttribute("differences", differences);
        model.addAttribute(
                "correction",
                returns.corrected(open.teacher(), own)
                        .map(before -> Correction.between(before, own))
                        .orElse(null));
        model.addAttribute("checks", own.isSealed() ? List.of() : checks.of(open.teacher(), open.classBook(), own));
        model.addAttribute("progress", progress.getOrDefault(own.id(), Progress.NONE));
        model.addAttribute("state", ReturnState.of(own, progress.getOrDefault(own.id(), Progress.NONE)));
        model.addAttribute(
                "nextTry",
                progress.getOrDefault(own.id(), Progress.NONE)
                        .nextTry()
                        .map(Days::clock)
                        .orElse(""));
        model.addAttribute(
                "received",
                progress.getOrDefault(own.id(), Progress.NONE)
                        .last()
                        .map(Days::at)
                        .orElse(""));
    }

    @PostMapping("/begin")
    String begin(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            FormFields fields,
            RedirectAttributes flash) {
        long term = fields.number("term");
        returns.begin(teacher.id(), classId, term);
        if (school.connection(teacher.id()).isPresent()) {
            try {
                compare.people(teacher.id(), classId);
            } catch (SchoolException away) {
                // Who is not known at the school is told among the checks, with the way to settle it.
            }
        }
        flash.addFlashAttribute(
                "done", "Today's results are copied. Nothing goes to the school until you seal and send it.");
        return to(classId, term);
    }

    private static String to(long classId, long term) {
        return "redirect:/classes/" + classId + "/to-school?span=" + term;
    }

    @PostMapping("/{returnId}/take")
    String take(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            RedirectAttributes flash) {
        return done(
                teacher,
                classId,
                returnId,
                flash,
                "Today's results are copied. What you had added is still there.",
                () -> returns.take(teacher.id(), classId, returnId));
    }

    private String done(
            SignedInTeacher teacher,
            long classId,
            long returnId,
            RedirectAttributes flash,
            String words,
            Runnable work) {
        long term = returns.get(teacher.id(), classId, returnId).termId();
        return Sent.of(() -> work.run()).saying(flash, words).orSay(flash, to(classId, term));
    }

    @PostMapping("/{returnId}/leave")
    String leave(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            RedirectAttributes flash) {
        return done(
                teacher,
                classId,
                returnId,
                flash,
                "The draft is deleted. Nothing was sent.",
                () -> returns.leave(teacher.id(), classId, returnId));
    }

    /** Without a script: the whole form at once. */
    @PostMapping("/{returnId}/save")
    String save(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            FormFields fields,
            RedirectAttributes flash) {
        return done(teacher, classId, returnId, flash, "Saved.", () -> {
            List<String> refused =
                    returns
                            .save(teacher.id(), classId, returnId, RowForm.read(fields, school.fields(teacher.id())))
                            .stream()
                            .map(ReturnService.RefusedEdit::words)
                            .toList();
            if (!refused.isEmpty()) {
                throw new FormException(Stream.concat(refused.stream(), Stream.of("Everything else is saved."))
                        .toList());
            }
        });
    }

    /** Why a correction corrects. */
    @PostMapping("/{returnId}/why")
    String why(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            FormFields fields,
            RedirectAttributes flash) {
        return done(
                teacher,
                classId,
                returnId,
                flash,
                "The reason is saved.",
                () -> returns.saveWhy(teacher.id(), classId, returnId, fields.text("why")));
    }

    /** From the script, as it is typed: what stands then, and why some of it could not be kept. */
    @PostMapping("/{returnId}/typed")
    ResponseEntity<Map<String, Object>> typed(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            FormFields fields) {
        Map<String, Object> answer = new LinkedHashMap<>();
        List<SchoolField> asked = school.fields(teacher.id());
        try {
            List<ReturnService.RefusedEdit> refused =
                    returns.save(teacher.id(), classId, returnId, RowForm.read(fields, asked));
            answer.put("kept", Days.clock(OffsetDateTime.now(clock)));
            answer.put(
                    "refused",
                    refused.stream()
                            .map(edit -> Map.of(
                                    "row",
                                    Long.toString(edit.enrolmentId()),
                                    "input",
                                    RowForm.input(edit.column(), asked),
                                    "name",
                                    RowForm.name(edit.column()),
                                    "elsewhere",
                                    edit.elsewhere(),
                                    "words",
                                    edit.words()))
                            .toList());
        } catch (FormException sealed) {
            answer.put("problems", sealed.problems());
        }
        Map<String, Object> rows = new LinkedHashMap<>();
        returns.get(teacher.id(), classId, returnId)
                .rows()
                .forEach(row -> rows.put(
                        Long.toString(row.enrolmentId()),
                        Map.of(
                                "was",
                                RowForm.wasText(row.own()),
                                "adjusted",
                                row.isAdjusted(),
                                "none",
                                row.own().noGrade())));
        answer.put("rows", rows);
        return ResponseEntity.ok(answer);
    }

    /** What is in the way of sealing, or how far sending has come. */
    @GetMapping("/{returnId}/margin")
    String margin(OpenClass open, @PathVariable long returnId, Model model) {
        SchoolReturn own = returns.get(open.teacher(), open.id(), returnId);
        page(open, termOf(open.book(), own), model);
        return "toschool/margin :: view";
    }

    private static Term termOf(Book book, SchoolReturn own) {
        return book.term(own.term()).orElseThrow(() -> new NotFoundException("term"));
    }

    /** Asks once more, in large type, before what cannot be undone. */
    @GetMapping("/{returnId}/seal")
    String askToSeal(OpenClass open, @PathVariable long returnId, Model model) {
        SchoolReturn own = returns.get(open.teacher(), open.id(), returnId);
        page(open, termOf(open.book(), own), model);
        if (own.isSealed()) {
            return to(open.id(), own.termId());
        }
        model.addAttribute("schoolName", frames.look(open.signedIn()).school());
        model.addAttribute("year", open.classBook().row().yearName());
        return "toschool/seal";
    }

    @PostMapping("/{returnId}/seal")
    String seal(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            FormFields fields,
            RedirectAttributes flash) {
        boolean sends = !fields.text("send").isEmpty();
        return done(
                teacher,
                classId,
                returnId,
                flash,
                sends
                        ? "The return is sealed and goes to the school."
                        : "The return is sealed. Nothing can alter it any more.",
                () -> {
                    seals.seal(teacher.id(), classId, returnId, fields.text("shown"));
                    if (sends) {
                        sendings.send(teacher.id(), classId, returnId);
                    }
                });
    }

    @PostMapping("/{returnId}/send")
    String send(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long returnId,
            RedirectAttributes flash) {
        return done(
                teacher,
                classId,
                returnId,
                flash,
                "It goes to the school.",
                () -> sendings.send(teacher.id(), classId, returnId));
    }

    /** Terms side by side: what was sealed, what was due, and what it would be today. */
    @GetMapping("/compared")
    String compared(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open.over(term(open)), "to-school/compared"));
        model.addAttribute("compared", returns.compared(open.teacher(), open.classBook()));
        return "toschool/compared";
    }
}
