package aestimo.app.account;

import aestimo.app.web.Sent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
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
            RedirectAttributes told) {
        return told(
                told,
                "Saved.",
                () -> accounts.changeLook(
                        teacher.id(),
                        new AccountSettings(name.strip(), school.strip(), theme, rowHeight, typeSize, spelling)));
    }

    @PostMapping("/account/password")
    String changePassword(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam String present,
            @RequestParam String fresh,
            RedirectAttributes told) {
        return told(told, "The password is changed.", () -> accounts.changePassword(teacher.id(), present, fresh));
    }

    private static String told(RedirectAttributes told, String done, Runnable work) {
        return Sent.of(() -> work.run()).saying(told, done).orSay(told, "redirect:/account");
    }
}
