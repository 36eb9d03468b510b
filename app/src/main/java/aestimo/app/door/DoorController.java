package aestimo.app.door;

import aestimo.app.account.AccountService;
import aestimo.app.account.SignedInTeacher;
import aestimo.app.web.Sent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The page to sign in on, and the one that makes the first account. */
@Controller
class DoorController {
    private static final int LONGEST_PAUSE = 600;

    private final AccountService accounts;
    private final FirstCode firstCode;
    private final SignIns signIns;

    DoorController(AccountService accounts, FirstCode firstCode, SignIns signIns) {
        this.accounts = accounts;
        this.firstCode = firstCode;
        this.signIns = signIns;
    }

    @GetMapping("/sign-in")
    String signIn(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "") String wait,
            @RequestParam(required = false) @Nullable String out,
            Model model) {
        if (teacher != null) {
            return "redirect:/";
        }
        model.addAttribute("left", out != null);
        if (wait.matches("\\d{1,3}")) {
            model.addAttribute("seconds", Math.min(LONGEST_PAUSE, Integer.parseInt(wait)));
        }
        return accounts.hasAnyAccount() ? "door/sign-in" : "redirect:/welcome";
    }

    @GetMapping("/welcome")
    String welcome(Model model) {
        if (accounts.hasAnyAccount()) {
            return "redirect:/sign-in";
        }
        return welcomePage(model);
    }

    private String welcomePage(Model model) {
        model.addAttribute("shortest", AccountService.SHORTEST_PASSWORD);
        model.addAttribute("hasCode", firstCode.isSet());
        return "door/welcome";
    }

    @PostMapping("/welcome")
    String createFirst(
            @RequestParam String signIn,
            @RequestParam String name,
            @RequestParam String password,
            @RequestParam(defaultValue = "") String code,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response) {
        if (accounts.hasAnyAccount()) {
            return "redirect:/sign-in";
        }
        return Sent.of(() -> firstCode.createFirst(code, signIn, name, password))
                .to(made -> {
                    signIns.begin(made, request, response);
                    return "redirect:/";
                })
                .orShow(model, () -> {
                    model.addAttribute("signIn", signIn);
                    model.addAttribute("name", name);
                    model.addAttribute("code", code);
                    return welcomePage(model);
                });
    }
}
