package aestimo.app.web;

import aestimo.app.store.Commits;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.DispatcherServlet;

/** The page shown when something went wrong: what happened, that nothing was lost, what to do. */
@Controller
class ErrorPages implements ErrorController {
    private static final Logger LOG = LoggerFactory.getLogger(ErrorPages.class);
    private static final int FAILED = 500;
    private static final String NOT_SAVED = "This could not be saved";

    @RequestMapping("/error")
    String show(HttpServletRequest request, Model model) {
        int code = code(request);
        Optional<FormException> refused = refused(request);
        model.addAttribute("heading", refused.map(own -> NOT_SAVED).orElseGet(() -> heading(code)));
        model.addAttribute("words", refused.map(ErrorPages::words).orElseGet(() -> words(code, request)));
        if (code >= FAILED) {
            model.addAttribute("number", logged(request));
        }
        return "web/error";
    }

    /** What was refused where no page could say it beside its form. */
    private static Optional<FormException> refused(HttpServletRequest request) {
        return request.getAttribute(DispatcherServlet.EXCEPTION_ATTRIBUTE) instanceof FormException refused
                ? Optional.of(refused)
                : Optional.empty();
    }

    private static String words(int code, HttpServletRequest request) {
        return code == FAILED && Commits.mayHaveSaved(request)
                ? "What you sent may or may not be saved: reload the page and check before you send it again. If it happens"
                        + " again, tell your administrator the number: the log has the cause under it."
                : words(code);
    }

    private static String words(FormException refused) {
        return refused.getMessage() + " Go back with your browser: what you typed is still in the form.";
    }

    /** Writes down what failed under a number that whoever saw the page can name. */
    private static String logged(HttpServletRequest request) {
        String number = Integer.toString(1_000_000 + ThreadLocalRandom.current().nextInt(9_000_000));
        Object failed = request.getAttribute(RequestDispatcher.ERROR_EXCEPTION);
        LOG.error(
                "number={} path={}",
                number,
                pattern(request),
                failed instanceof Throwable cause ? Unspoken.of(cause) : null);
        return number;
    }

    /** The address without anything that could tell whom it is about. */
    private static String pattern(HttpServletRequest request) {
        return String.valueOf(request.getAttribute(RequestDispatcher.ERROR_REQUEST_URI))
                .replaceAll("[^\\w/.-]", "?");
    }

    /** The same for a script, which tells it where it matters. */
    @RequestMapping(path = "/error", headers = "X-Aestimo")
    ResponseEntity<Map<String, List<String>>> tell(HttpServletRequest request) {
        int code = code(request);
        Optional<FormException> refused = refused(request);
        if (refused.isPresent()) {
            return ResponseEntity.status(code)
                    .body(Map.of("problems", refused.get().problems()));
        }
        String number = code >= FAILED ? " Number " + logged(request) + "." : "";
        return ResponseEntity.status(code)
                .body(Map.of("problems", List.of(heading(code) + ". " + words(code, request) + number)));
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
                "Nothing was changed by it. Go back and try again; if it happens again, tell your administrator"
                        + " the number: the log has the cause under it.";
        };
    }
}
