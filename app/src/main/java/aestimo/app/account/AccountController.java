package aestimo.app.account;

import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import java.io.IOException;
import java.util.Map;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** How a teacher likes the pages, and what is printed on papers. */
@Controller
class AccountController {
    private final AccountService accounts;

    AccountController(AccountService accounts) {
        this.accounts = accounts;
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

    private static String saying(RedirectAttributes flash, String done, Runnable work) {
        return Sent.of(() -> work.run()).saying(flash, done).orSay(flash, "redirect:/account");
    }
}
