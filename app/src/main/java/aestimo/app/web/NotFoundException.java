package aestimo.app.web;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.ResponseStatus;

/** What was asked for does not exist, or is another teacher's: the two look alike on purpose. */
@ResponseStatus(HttpStatus.NOT_FOUND)
public class NotFoundException extends RuntimeException {
    private final String what;

    /** @param what in one word, such as “assessment” */
    public NotFoundException(String what) {
        super(what + " not found");
        this.what = what;
    }

    public String what() {
        return what;
    }
}
