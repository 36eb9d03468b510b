package aestimo.post;

import aestimo.post.PostStore.Temper;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What arrived, and the switches. */
@Controller
class PostPage {
    private static final int LONGEST_DELAY = 60_000;

    private final PostStore store;

    PostPage(PostStore store) {
        this.store = store;
    }

    @GetMapping("/health")
    @ResponseBody
    String health() {
        return "{\"status\":\"UP\"}";
    }

    @GetMapping("/")
    String show(Model model) {
        model.addAttribute("count", store.count());
        model.addAttribute("messages", store.all());
        model.addAttribute("temper", store.temper());
        model.addAttribute("refused", store.refused());
        return "post";
    }

    /** A message as it came, with whatever was attached. */
    @GetMapping("/messages/{id}")
    ResponseEntity<byte[]> message(@PathVariable long id) {
        return store.whole(id)
                .map(whole -> ResponseEntity.ok()
                        .contentType(MediaType.APPLICATION_OCTET_STREAM)
                        .header("Content-Disposition", "attachment; filename=message-" + id + ".eml")
                        .body(whole))
                .orElse(ResponseEntity.notFound().build());
    }

    @PostMapping("/temper")
    String temper(@RequestParam Map<String, String> form, RedirectAttributes told) {
        String delay = form.getOrDefault("delay", "");
        String every = form.getOrDefault("every", "");
        String when = form.getOrDefault("when", "");
        if (!delay.matches("[0-9]{1,5}") || !every.matches("[0-9]{1,4}") || !when.matches("before|after")) {
            told.addFlashAttribute("told", "Milliseconds and every so many are whole numbers. Nothing was changed.");
        } else {
            store.setTemper(
                    new Temper(Math.min(LONGEST_DELAY, Integer.parseInt(delay)), Integer.parseInt(every), when));
            told.addFlashAttribute("told", "The post room behaves so from now on.");
        }
        return "redirect:/";
    }

    @PostMapping("/refuse")
    String refuse(@RequestParam Map<String, String> form, RedirectAttributes told) {
        String address = form.getOrDefault("address", "").strip();
        if (form.containsKey("no-longer")) {
            store.refuseNoLonger(address);
            told.addFlashAttribute("told", address + " is refused no longer.");
        } else if (!address.matches("[^@\\s]{1,64}@[^@\\s]{1,100}")) {
            told.addFlashAttribute("told", "“" + address + "” is no address. Nothing was changed.");
        } else {
            String answer =
                    form.getOrDefault("answer", "").replaceAll("[\\r\\n]", " ").strip();
            store.refuse(
                    address, answer.matches("[45][0-9][0-9] .{1,100}") ? answer : "550 5.1.1 No such mailbox here.");
            told.addFlashAttribute("told", address + " is refused.");
        }
        return "redirect:/";
    }

    @PostMapping("/empty")
    String empty(RedirectAttributes told) {
        store.empty();
        told.addFlashAttribute("told", "The post room is empty.");
        return "redirect:/";
    }
}
