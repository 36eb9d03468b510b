package aestimo.app.marks;

import java.util.List;
import java.util.UUID;

/**
 * What the server answers to typed entries: how each was understood, and the figures they moved.
 *
 * @param filled how many cells of the class hold something
 * @param at the time of the answer, for the saved line
 */
record SaveAnswer(
        List<Kept> entries, List<SheetView.Figures> rows, SheetView.Foot foot, int looseEnds, int filled, String at) {
    /**
     * @param kept false where the cell was altered elsewhere meanwhile; {@code cell} is then how it stands there
     * @param made what the parts of its piece make now; null for a piece without parts
     */
    record Kept(UUID id, boolean kept, CellView cell, CellView made) {}
}
