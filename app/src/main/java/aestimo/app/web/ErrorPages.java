package aestimo.app.web;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Map;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.RequestMapping;

/** The page shown when something went wrong: what happened, that nothing was lost, what to do. */
@Controller
class ErrorPages implements ErrorController {
    @RequestMapping("/error")
    String show(HttpServletRequest request, Model model) {
        int code = code(request);
        model.addAttribute("heading", heading(code));
        model.addAttribute("words", words(code));
        return "web/error";
    }

    /** The same for a script, which tells it where it matters. */
    @RequestMapping(path = "/error", headers = "X-Aestimo")
    ResponseEntity<Map<String, List<String>>> tell(HttpServletRequest request) {
        int code = code(request);
        return ResponseEntity.status(code).body(Map.of("problems", List.of(heading(code) + ". " + words(code))));
    }

    private static int code(HttpServletRequest request) {
        return request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer number ? number : 404;
    }

    private static String heading(int code) {
        return switch (code) {
            case 403 -> "This page had grown too old";
            case 404 -> "There is nothing here";
            case 400, 405, 413, 415, 422 -> "That could not be read";
            case 429 -> "Too much at once just now";
            case 503 -> "The database does not answer";
            default -> "Something went wrong";
        };
    }

    private static String words(int code) {
        return switch (code) {
            case 403 ->
                "You were signed out, or signed in again, since it was opened, so what you sent was not saved."
                        + " Go back with your browser: what you typed is still in the form. Copy it, load the page again,"
                        + " and send it once more.";
            case 404 ->
                "There is no such page of yours: the class, student or assessment may have been removed,"
                        + " or belongs to somebody else.";
            case 400, 405, 413, 415, 422 ->
                "The address or the form held something this page does not understand. Nothing was changed.";
            case 429 ->
                "Other large files or papers are being worked on at this moment, and this one waited in vain. Nothing was"
                        + " changed: go back and send it again in a minute.";
            case 503 ->
                "Nothing was changed. Try again in a moment; if it goes on, ./aestimo status tells what is running.";
            default ->
                "Nothing was changed by it. Go back and try again; if it happens again, the log in the"
                        + " application's folder tells the time and the cause.";
        };
    }
}
