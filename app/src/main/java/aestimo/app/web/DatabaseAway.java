package aestimo.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;

/** A database that does not answer is a passing thing, and said so: nothing was changed, and trying again helps. */
@ControllerAdvice
class DatabaseAway {
    @ExceptionHandler({CannotCreateTransactionException.class, DataAccessResourceFailureException.class})
    void away(HttpServletResponse response) throws IOException {
        response.sendError(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
    }
}
