package aestimo.app.marks;

import java.util.UUID;

/**
 * What a teacher typed into one cell, as the browser sends it.
 *
 * @param id made by the browser; the same for every try to deliver it
 * @param base the version the cell had when it was typed into; 0 for a cell never touched
 * @param text as typed
 */
public record TypedEntry(UUID id, long assessment, long student, int base, String text) {}
