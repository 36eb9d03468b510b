package aestimo.app.imports;

import aestimo.app.frame.OpenClass;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.servlet.view.RedirectView;

/** Pages that moved: whoever kept an old address, in a bookmark or a link, is led to where the page is today. */
@Controller
class OldAddresses {
    @GetMapping("/classes/{classId}/marks/bring-in")
    RedirectView marks(OpenClass open) {
        return moved("/classes/" + open.id() + "/marks/import");
    }

    @GetMapping("/classes/bring-in")
    RedirectView wholeClass() {
        return moved("/classes/import");
    }

    private static RedirectView moved(String address) {
        RedirectView there = new RedirectView(address);
        there.setStatusCode(HttpStatus.MOVED_PERMANENTLY);
        return there;
    }
}
