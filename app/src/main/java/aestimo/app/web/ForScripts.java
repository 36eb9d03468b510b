package aestimo.app.web;

import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;

/** What handlers that a script asks have in common: it is told in words why something is not kept. */
public abstract class ForScripts {
    /** What was typed into is gone; said so that it can be told beside what was typed. */
    @ExceptionHandler(NotFoundException.class)
    protected ResponseEntity<Map<String, List<String>>> gone(NotFoundException gone) {
        return ResponseEntity.status(HttpStatus.NOT_FOUND)
                .body(Map.of("problems", List.of("The " + gone.what() + " is no longer there: it was removed.")));
    }

    /** Entries that can never be kept are said so, in words; the browser keeps what was typed. */
    @ExceptionHandler(FormException.class)
    protected ResponseEntity<Map<String, List<String>>> refused(FormException refused) {
        return ResponseEntity.status(HttpStatus.UNPROCESSABLE_CONTENT).body(Map.of("problems", refused.problems()));
    }
}
