package aestimo.app.frame;

import aestimo.app.account.SignedInTeacher;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Hides students' names in this browser, and shows them again. */
@Controller
@RequestMapping("/names")
class NamesController {
    private final FrameService frames;

    NamesController(FrameService frames) {
        this.frames = frames;
    }

    /** Instead of a page that is nothing without names. */
    @GetMapping
    String hidden(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "/") String back,
            Model model) {
        model.addAttribute("frame", frames.ofDesk(teacher, "Names are hidden", "in this browser, on every page", ""));
        model.addAttribute("back", own(back));
        return "frame/names";
    }

    @PostMapping
    String choose(
            @RequestParam(defaultValue = "") String names,
            @RequestParam(defaultValue = "/") String back,
            HttpServletResponse response) {
        response.addCookie(NamesShown.cookie(names.equals(NamesShown.HIDDEN)));
        return "redirect:" + own(back);
    }

    /**
     * Only an address of this application; anything else leads to the desk. A browser leaves tabs and line ends out of an
     * address, and takes a backslash for a slash, so none of these may stand in it.
     */
    private static String own(String back) {
        return back.matches("/(?!/)[\\x21-\\x7E&&[^\\\\]]*") ? back : "/";
    }
}
