package aestimo.app.roll;

import aestimo.exchange.roster.PastedRoster;
import aestimo.exchange.roster.RosterLine;
import java.util.List;

/**
 * What was understood of a pasted class list, and what will happen to each line; nothing is kept yet.
 *
 * @param joined the day they join, as typed; empty for “from the start”
 */
public record RosterPreview(PastedRoster roster, List<Line> lines, String text, String joined) {
    /** What will become of a line. */
    public enum Outcome {
        NEW,
        /** Known to the teacher from another class: one student in two classes. */
        KNOWN,
        /** In the class already; left as it is. */
        THERE,
        /** Cannot be taken; the words say why. */
        LEFT_OUT
    }

    /**
     * @param studentId the known student; 0 for a new one
     * @param words what will happen, for the teacher
     */
    public record Line(RosterLine line, Outcome outcome, long studentId, String words) {
        public boolean isTaken() {
            return outcome == Outcome.NEW || outcome == Outcome.KNOWN;
        }
    }

    /** How many students will join the class. */
    public long taken() {
        return lines.stream().filter(Line::isTaken).count();
    }
}
