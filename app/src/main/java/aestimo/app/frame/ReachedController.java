package aestimo.app.frame;

import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Says that application and database answer, for a page that is about to be left with something typed into it. */
@RestController
class ReachedController {
    @GetMapping("/reached")
    Map<String, Boolean> reached() {
        return Map.of("reached", true);
    }
}
