package aestimo.app.door;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.Serializable;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The second step, asked for after name and password: a code, a recovery code or a passkey. */
@Controller
class SecondStepController {
    private static final String AWAITED = "aestimo.second-step";
    private static final String PASSKEY = "aestimo.passkey";
    private static final Duration PATIENCE = Duration.ofMinutes(10);

    private final SecondStepService steps;
    private final Passkeys passkeys;
    private final Throttle throttle;
    private final SignIns signIns;
    private final SecurityEvents events;

    SecondStepController(
            SecondStepService steps, Passkeys passkeys, Throttle throttle, SignIns signIns, SecurityEvents events) {
        this.steps = steps;
        this.passkeys = passkeys;
        this.throttle = throttle;
        this.signIns = signIns;
        this.events = events;
    }

    /** Who has shown their password, and until when the second step is waited for. */
    private record Awaited(SignedInTeacher teacher, long until) implements Serializable {}

    /** Notes that somebody is to show the second step; nobody is signed in by it. */
    static void await(SignedInTeacher teacher, HttpServletRequest request) {
        HttpSession session = request.getSession();
        request.changeSessionId();
        session.setAttribute(AWAITED, new Awaited(teacher, System.currentTimeMillis() + PATIENCE.toMillis()));
    }

    private static Optional<SignedInTeacher> awaited(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        return session != null
                        && session.getAttribute(AWAITED) instanceof Awaited awaited
                        && awaited.until() > System.currentTimeMillis()
                ? Optional.of(awaited.teacher())
                : Optional.empty();
    }

    @GetMapping("/sign-in/second-step")
    String show(@RequestParam(defaultValue = "") String wait, HttpServletRequest request, Model model) {
        Optional<SignedInTeacher> teacher = awaited(request);
        if (teacher.isEmpty()) {
            return "redirect:/sign-in";
        }
        TeacherId id = teacher.get().id();
        model.addAttribute("hasCodes", ActingTeacher.as(id, () -> steps.hasCodes(id)));
        model.addAttribute("hasPasskeys", !passkeys.of(teacher.get()).isEmpty());
        if (wait.matches("\\d{1,3}")) {
            model.addAttribute("seconds", wait);
        }
        return "door/second-step";
    }

    @PostMapping("/sign-in/second-step")
    String take(
            @RequestParam(defaultValue = "") String code, HttpServletRequest request, HttpServletResponse response) {
        Optional<SignedInTeacher> awaited = awaited(request);
        if (awaited.isEmpty()) {
            return "redirect:/sign-in";
        }
        SignedInTeacher teacher = awaited.get();
        Throttle.Begun begun = throttle.begin(Throttle.within("second step", teacher.id()));
        if (begun.mustWait()) {
            return "redirect:/sign-in/second-step?wait=" + begun.seconds();
        }
        if (code.length() > 100 || !ActingTeacher.as(teacher.id(), () -> steps.take(teacher.id(), code))) {
            events.record(teacher.id(), Kind.WRONG_SECOND_STEP);
            return "redirect:/sign-in/second-step?wrong";
        }
        throttle.right(begun);
        return "redirect:" + enter(teacher, request, response);
    }

    private String enter(SignedInTeacher teacher, HttpServletRequest request, HttpServletResponse response) {
        String wanted = SignIns.wanted(request, response);
        request.getSession().removeAttribute(AWAITED);
        signIns.begin(teacher, request, response);
        return wanted;
    }

    /** What the browser needs to ask for a passkey. */
    @PostMapping(path = "/sign-in/passkey/options", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    ResponseEntity<String> options(HttpServletRequest request) {
        return awaited(request)
                .map(teacher -> {
                    Passkeys.Asked asked = passkeys.ask(teacher, request);
                    request.getSession().setAttribute(PASSKEY, asked);
                    return ResponseEntity.ok(asked.json());
                })
                .orElse(ResponseEntity.status(401).body("{}"));
    }

    /** What the passkey answered; where it goes on. */
    @PostMapping("/sign-in/passkey")
    @ResponseBody
    ResponseEntity<Map<String, Object>> passkey(
            @RequestBody(required = false) @Nullable String answer,
            HttpServletRequest request,
            HttpServletResponse response) {
        Optional<SignedInTeacher> awaited = awaited(request);
        if (awaited.isEmpty() || !(request.getSession().getAttribute(PASSKEY) instanceof Passkeys.Asked asked)) {
            return refused(401, "This took too long. Sign in again.");
        }
        // An answer is good for the question it was asked, once.
        request.getSession().removeAttribute(PASSKEY);
        SignedInTeacher teacher = awaited.get();
        Throttle.Begun begun = throttle.begin(Throttle.within("second step", teacher.id()));
        if (begun.mustWait()) {
            return refused(429, "Too many wrong ones. Wait " + begun.seconds() + " seconds, then try again.");
        }
        if (!passkeys.fits(teacher, asked, answer == null ? "" : answer, request)) {
            events.record(teacher.id(), Kind.WRONG_SECOND_STEP);
            return refused(422, "This passkey does not belong to the account, or its answer could not be read.");
        }
        throttle.right(begun);
        return ResponseEntity.ok(Map.of("to", enter(teacher, request, response)));
    }

    private static ResponseEntity<Map<String, Object>> refused(int status, String words) {
        return ResponseEntity.status(status).body(Map.of("problems", List.of(words)));
    }
}
