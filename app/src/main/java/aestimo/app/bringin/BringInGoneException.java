package aestimo.app.bringin;

import aestimo.app.web.NotFoundException;

/** An import that was cancelled, or never was. */
class BringInGoneException extends NotFoundException {
    BringInGoneException() {
        super("import");
    }
}
