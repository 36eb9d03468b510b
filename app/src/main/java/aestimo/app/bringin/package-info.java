/**
 * Students and marks brought in from files and pastes: looked at and settled first, then all of it or nothing, and taken
 * back as one. Entry class: {@link aestimo.app.bringin.BringInService}.
 */
package aestimo.app.bringin;
