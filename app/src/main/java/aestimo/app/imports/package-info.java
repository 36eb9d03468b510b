/**
 * Students and marks imported from files and pastes: looked at and settled first, then all of it or nothing, and taken
 * back as one. Entry class: {@link aestimo.app.imports.ImportService}.
 */
@NullMarked
package aestimo.app.imports;

import org.jspecify.annotations.NullMarked;
