package aestimo.app.roll;

import aestimo.exchange.roster.PastedRoster;
import aestimo.exchange.roster.RosterLine;
import java.util.List;

/**
 * What was understood of a pasted class list, and what will happen to each line; nothing is saved yet.
 *
 * @param missing those of the class, and still in it, of whom the list has no line
 * @param joined the day they join, as typed; empty for “from the start”
 */
public record RosterPreview(PastedRoster roster, List<Line> lines, List<Missing> missing, String text, String joined) {
    /** One of the class who is not on the list; may have left. */
    public record Missing(long enrolmentId, String name) {}

    /** What will become of a line. */
    public enum Outcome {
        NEW,
        /** Known to the teacher from another class: one student in two classes. */
        KNOWN,
        /** In the class already; left as it is. */
        THERE,
        /** In the class already, in another set. */
        OTHER_SET,
        /** Called nearly or wholly as somebody of the class, and perhaps the same: joins only where the teacher says so. */
        NEAR,
        /** Cannot be taken; the words say why. */
        LEFT_OUT
    }

    /**
     * @param studentId the known student; 0 for a new one
     * @param enrolmentId of one in the class already; 0 for all others
     * @param words what will happen, for the teacher
     */
    public record Line(RosterLine line, Outcome outcome, long studentId, long enrolmentId, String words) {
        public boolean isNear() {
            return outcome == Outcome.NEAR;
        }

        public boolean isTaken() {
            return outcome == Outcome.NEW || outcome == Outcome.KNOWN;
        }
    }

    /** How many students will join the class. */
    public long taken() {
        return lines.stream().filter(Line::isTaken).count();
    }

    public long otherSets() {
        return lines.stream()
                .filter(line -> line.outcome() == Outcome.OTHER_SET)
                .count();
    }

    /** The names of those in another set, with the sets. */
    public List<String> moving() {
        return lines.stream()
                .filter(line -> line.outcome() == Outcome.OTHER_SET)
                .map(line -> (line.line().family() + " " + line.line().given()).strip() + " to "
                        + line.line().set())
                .toList();
    }

    /** Whether there is anything to keep. */
    public boolean changesAnything() {
        return taken() > 0
                || otherSets() > 0
                || lines.stream().anyMatch(Line::isNear)
                || !missing.isEmpty() && lines.stream().anyMatch(line -> line.enrolmentId() != 0);
    }
}
