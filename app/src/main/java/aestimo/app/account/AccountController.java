package aestimo.app.account;

import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The door: the first account, signing in; and the account page. */
@Controller
class AccountController {
    private final AccountService accounts;

    AccountController(AccountService accounts) {
        this.accounts = accounts;
    }

    @GetMapping("/sign-in")
    String signIn(@AuthenticationPrincipal SignedInTeacher teacher) {
        if (teacher != null) {
            return "redirect:/";
        }
        return accounts.hasAnyAccount() ? "account/sign-in" : "redirect:/welcome";
    }

    @GetMapping("/welcome")
    String welcome(Model model) {
        if (accounts.hasAnyAccount()) {
            return "redirect:/sign-in";
        }
        model.addAttribute("shortest", AccountService.SHORTEST_PASSWORD);
        return "account/welcome";
    }

    @PostMapping("/welcome")
    String createFirst(
            @RequestParam String signIn,
            @RequestParam String name,
            @RequestParam String password,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response) {
        if (accounts.hasAnyAccount()) {
            return "redirect:/sign-in";
        }
        return Sent.of(() -> accounts.createFirst(signIn, name, password))
                .to(it -> {
                    signIn(accounts.check(signIn, password).orElseThrow(), request, response);
                    return "redirect:/";
                })
                .orShow(model, () -> {
                    model.addAttribute("signIn", signIn);
                    model.addAttribute("name", name);
                    model.addAttribute("shortest", AccountService.SHORTEST_PASSWORD);
                    return "account/welcome";
                });
    }

    private static void signIn(SignedInTeacher teacher, HttpServletRequest request, HttpServletResponse response) {
        request.getSession();
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(teacher, null, List.of()));
        new HttpSessionSecurityContextRepository().saveContext(context, request, response);
    }

    @PostMapping("/account/look")
    String changeLook(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String school,
            @RequestParam String theme,
            @RequestParam String rowHeight,
            @RequestParam String typeSize,
            @RequestParam(defaultValue = "en-gb") String spelling,
            @RequestParam(defaultValue = "") String email,
            RedirectAttributes flash) {
        AccountSettings typed = new AccountSettings(
                name.strip(), school.strip(), theme, rowHeight, typeSize, spelling, email.strip(), false, false);
        // Where it is refused, the page shows again what was typed.
        flash.addFlashAttribute("typed", typed);
        return saying(flash, "Saved.", () -> accounts.changeLook(teacher.id(), typed));
    }

    /** Folds the margin away or back, on every page from now on; the page that asks has done so already. */
    @PostMapping("/account/margin")
    @ResponseBody
    Map<String, Boolean> foldMargin(@AuthenticationPrincipal SignedInTeacher teacher, @RequestParam boolean folded) {
        accounts.foldMargin(teacher.id(), folded);
        return Map.of("folded", folded);
    }

    @PostMapping("/account/lists")
    String changeLists(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "") String above,
            @RequestParam(defaultValue = "") String below,
            @RequestParam(defaultValue = "") String sign,
            RedirectAttributes flash) {
        ListLines typed = new ListLines(above.strip(), below.strip(), sign.equals("true"));
        flash.addFlashAttribute("typedLists", typed);
        return saying(
                flash,
                "The lists you print have these lines from now on.",
                () -> accounts.saveListLines(teacher.id(), typed));
    }

    @GetMapping("/account/picture")
    ResponseEntity<byte[]> picture(@AuthenticationPrincipal SignedInTeacher teacher) {
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_PNG)
                .cacheControl(CacheControl.noStore())
                .body(accounts.picture(teacher.id()).orElseThrow(() -> new NotFoundException("picture")));
    }

    @PostMapping("/account/picture")
    String changePicture(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(name = "picture", required = false) MultipartFile picture,
            @RequestParam(defaultValue = "") String without,
            RedirectAttributes flash)
            throws IOException {
        byte[] chosen = picture == null || !without.isEmpty() ? new byte[0] : picture.getBytes();
        if (chosen.length == 0 && without.isEmpty()) {
            return saying(flash, "", () -> {
                throw FormException.at("picture", "Choose a JPEG or PNG picture first.");
            });
        }
        return saying(
                flash,
                without.isEmpty() ? "The picture is saved." : "The picture is deleted.",
                () -> accounts.savePicture(teacher.id(), chosen));
    }

    @PostMapping("/account/password")
    String changePassword(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam String present,
            @RequestParam String fresh,
            RedirectAttributes flash) {
        return saying(flash, "The password is changed.", () -> accounts.changePassword(teacher.id(), present, fresh));
    }

    private static String saying(RedirectAttributes flash, String done, Runnable work) {
        return Sent.of(() -> work.run()).saying(flash, done).orSay(flash, "redirect:/account");
    }
}
