package aestimo.app.imports;

import aestimo.app.web.NotFoundException;

/** An import that was cancelled, or never was. */
class ImportGoneException extends NotFoundException {
    ImportGoneException() {
        super("import");
    }
}
