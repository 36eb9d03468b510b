package aestimo.app.door;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.frame.FrameService;
import aestimo.app.web.FormException;
import aestimo.app.web.Sent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.Serializable;
import java.time.ZoneId;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.FlashMap;
import org.springframework.web.servlet.FlashMapManager;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import org.springframework.web.servlet.support.RequestContextUtils;
import tools.jackson.databind.JsonNode;

/** How an account is entered: its password, its second step, where it is signed in, what happened lately. */
@Controller
class SigningInController {
    private static final String PAGE = "redirect:/account/signing-in";
    private static final String SECRET = "aestimo.new-secret";
    private static final String PASSKEY = "aestimo.new-passkey";
    private static final int EVENTS = 30;

    private final FrameService frames;
    private final PasswordService passwords;
    private final SessionService sessions;
    private final SecondStepService steps;
    private final Passkeys passkeys;
    private final SecurityEvents events;
    private final RequiredSecondStep required;

    SigningInController(
            FrameService frames,
            PasswordService passwords,
            SessionService sessions,
            SecondStepService steps,
            Passkeys passkeys,
            SecurityEvents events,
            RequiredSecondStep required) {
        this.required = required;
        this.frames = frames;
        this.passwords = passwords;
        this.sessions = sessions;
        this.steps = steps;
        this.passkeys = passkeys;
        this.events = events;
    }

    /** A secret that is shown and not yet proved. */
    private record NewSecret(String secret) implements Serializable {}

    @GetMapping("/account/signing-in")
    String show(@AuthenticationPrincipal SignedInTeacher teacher, HttpSession session, Model model) {
        model.addAttribute(
                "frame", frames.ofDesk(teacher, "Signing in", "signed in as " + teacher.signIn(), "account"));
        model.addAttribute("hasCodes", steps.hasCodes(teacher.id()));
        model.addAttribute("passkeys", passkeys.of(teacher));
        model.addAttribute("recoveryLeft", steps.recoveryCodesLeft(teacher.id()));
        model.addAttribute("places", sessions.places(teacher, session.getId()));
        model.addAttribute("events", events.latest(teacher.id(), EVENTS));
        model.addAttribute("zone", ZoneId.systemDefault());
        model.addAttribute("mustAdd", required.isMissing(teacher, session));
        if (session.getAttribute(SECRET) instanceof NewSecret fresh) {
            model.addAttribute("secret", fresh.secret().replaceAll("(.{4})(?=.)", "$1 "));
            model.addAttribute("picture", QrPicture.of(steps.address(teacher.signIn(), fresh.secret())));
        }
        return "door/signing-in";
    }

    @PostMapping("/account/password")
    String changePassword(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam String present,
            @RequestParam String fresh,
            HttpServletRequest request,
            RedirectAttributes flash) {
        return Sent.of(() -> passwords.change(
                        teacher, present, fresh, request.getSession().getId()))
                .saying(
                        flash,
                        others -> "The password is changed."
                                + (others == 0 ? "" : " You are signed out everywhere else."))
                .to(others -> {
                    request.changeSessionId();
                    return PAGE;
                })
                .orSay(flash, PAGE);
    }

    /** Shows a new secret; it is asked for once a code proves that an app has it. */
    @PostMapping("/account/second-step/begin")
    String begin(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "") String present,
            HttpSession session,
            RedirectAttributes flash) {
        return Sent.of(() -> passwords.demand(teacher.id(), present))
                .to(it -> {
                    session.setAttribute(SECRET, new NewSecret(steps.newSecret()));
                    return PAGE + "#codes";
                })
                .orSay(flash, PAGE);
    }

    @PostMapping("/account/second-step/add")
    String add(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "") String code,
            HttpSession session,
            RedirectAttributes flash) {
        return Sent.of(() -> {
                    if (!(session.getAttribute(SECRET) instanceof NewSecret fresh)) {
                        throw new FormException("The code to scan is shown no longer. Begin again.");
                    }
                    steps.add(teacher.id(), fresh.secret(), code.length() > 20 ? "" : code);
                    session.removeAttribute(SECRET);
                    showRecoveryCodes(teacher, flash, false);
                })
                .saying(flash, "From now on a code is asked for beside your password.")
                // The recovery codes are at the head of the page, and shown this once.
                .to(PAGE)
                .orSay(flash, PAGE + "#codes");
    }

    @PostMapping("/account/second-step/cancel")
    String cancel(HttpSession session) {
        session.removeAttribute(SECRET);
        return PAGE;
    }

    @PostMapping("/account/second-step/remove")
    String remove(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "") String present,
            RedirectAttributes flash) {
        return Sent.of(() -> {
                    passwords.demand(teacher.id(), present);
                    steps.remove(teacher.id());
                })
                .saying(flash, "Codes are not asked for any more.")
                .orSay(flash, PAGE);
    }

    @PostMapping("/account/recovery-codes")
    String recoveryCodes(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "") String present,
            RedirectAttributes flash) {
        return Sent.of(() -> {
                    passwords.demand(teacher.id(), present);
                    showRecoveryCodes(teacher, flash, true);
                })
                .orSay(flash, PAGE);
    }

    /** They are shown once, on the page that comes next. */
    private void showRecoveryCodes(SignedInTeacher teacher, RedirectAttributes flash, boolean anew) {
        if (steps.isAsked(teacher.id()) && (anew || steps.recoveryCodesLeft(teacher.id()) == 0)) {
            flash.addFlashAttribute("recoveryCodes", steps.newRecoveryCodes(teacher.id()));
        }
    }

    /** What the browser needs to make a passkey. The password is asked for: an open desk is not its owner. */
    @PostMapping(path = "/account/passkeys/options", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    ResponseEntity<?> passkeyOptions(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "") String present,
            HttpServletRequest request) {
        try {
            passwords.demand(teacher.id(), present);
            Passkeys.New begun = passkeys.begin(teacher, request);
            request.getSession().setAttribute(PASSKEY, begun);
            return ResponseEntity.ok(begun.json());
        } catch (FormException refused) {
            return refused(refused);
        }
    }

    /** @param answer what the browser made of the question, as the standard has it */
    record NewPasskey(@Nullable String label, @Nullable JsonNode answer) {}

    /** Adds it; the page that comes next says so, and shows recovery codes where there were none. */
    @PostMapping(path = "/account/passkeys", consumes = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    ResponseEntity<?> addPasskey(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestBody NewPasskey fresh,
            HttpServletRequest request,
            HttpServletResponse response) {
        HttpSession session = request.getSession();
        try {
            if (!(session.getAttribute(PASSKEY) instanceof Passkeys.New begun) || fresh.answer() == null) {
                throw new FormException("This took too long. Begin again.");
            }
            session.removeAttribute(PASSKEY);
            String label = fresh.label() == null ? "" : fresh.label();
            passkeys.add(teacher, begun, fresh.answer().toString(), label, request);
        } catch (FormException refused) {
            return refused(refused);
        }
        FlashMap next = RequestContextUtils.getOutputFlashMap(request);
        next.put("done", "The passkey is added. From now on it is asked for beside your password.");
        if (steps.recoveryCodesLeft(teacher.id()) == 0) {
            next.put("recoveryCodes", steps.newRecoveryCodes(teacher.id()));
        }
        FlashMapManager pages = RequestContextUtils.getFlashMapManager(request);
        if (pages != null) {
            pages.saveOutputFlashMap(next, request, response);
        }
        return ResponseEntity.ok(Map.of("to", "/account/signing-in"));
    }

    private static ResponseEntity<Map<String, Object>> refused(FormException refused) {
        return ResponseEntity.unprocessableContent().body(Map.of("problems", refused.problems()));
    }

    @PostMapping("/account/passkeys/remove")
    String removePasskey(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "") String present,
            @RequestParam(defaultValue = "") String key,
            RedirectAttributes flash) {
        return Sent.of(() -> {
                    passwords.demand(teacher.id(), present);
                    if (!passkeys.remove(teacher, key)) {
                        throw new FormException("This passkey was removed already.");
                    }
                })
                .saying(flash, "The passkey is removed.")
                .orSay(flash, PAGE);
    }

    @PostMapping("/account/sessions/end")
    String end(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "") String place,
            @RequestParam(defaultValue = "") String present,
            HttpSession session,
            RedirectAttributes flash) {
        return Sent.of(() -> {
                    passwords.demand(teacher.id(), present);
                    int ended = place.isEmpty()
                            ? sessions.endOthers(teacher.signIn(), session.getId())
                            : sessions.end(teacher, place) ? 1 : 0;
                    if (ended > 0) {
                        events.record(teacher.id(), Kind.ENDED_ELSEWHERE, Integer.toString(ended));
                    }
                    return ended;
                })
                .saying(
                        flash,
                        ended -> place.isEmpty()
                                ? "You are signed out everywhere else."
                                : ended > 0 ? "You are signed out there." : "You were signed out there already.")
                .orSay(flash, PAGE + "#places");
    }
}
