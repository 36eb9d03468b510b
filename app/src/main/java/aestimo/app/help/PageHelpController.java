package aestimo.app.help;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.frame.FrameService;
import java.util.Set;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Help with one page: what it is for, its keys, and the words used everywhere. */
@Controller
class PageHelpController {
    /** Each is a fragment of the template. */
    static final Set<String> TOPICS = Set.of(
            "desk",
            "loose-ends",
            "to-chase",
            "across",
            "years",
            "school",
            "account",
            "marks",
            "run",
            "standing",
            "targets",
            "targets-goals",
            "families",
            "to-school",
            "room",
            "room-seats",
            "room-lists",
            "groundwork",
            "marks-import");

    private static final String FIRST = "desk";

    private final FrameService frames;

    PageHelpController(FrameService frames) {
        this.frames = frames;
    }

    @GetMapping("/help")
    String page(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = FIRST) String of,
            Model model) {
        model.addAttribute("frame", frames.ofDesk(teacher, "Help", "what a page is for, its keys, the words", ""));
        text(of, model);
        return "help/help";
    }

    /** The same for showing over a page. */
    @GetMapping("/help/text")
    String text(@RequestParam(defaultValue = FIRST) String of, Model model) {
        model.addAttribute("topic", topic(of));
        return "help/help :: text";
    }

    /** The topic of a page, or of the pages it belongs to: {@code room/people/4} is helped with by {@code room}. */
    static String topic(String page) {
        String topic = page.replace('/', '-');
        while (!TOPICS.contains(topic)) {
            int end = topic.lastIndexOf('-');
            if (end < 0) {
                return FIRST;
            }
            topic = topic.substring(0, end);
        }
        return topic;
    }
}
