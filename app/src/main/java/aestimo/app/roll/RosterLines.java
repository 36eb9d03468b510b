package aestimo.app.roll;

import aestimo.app.roll.RollMapper.EnrolmentRow;
import aestimo.app.roll.RollMapper.StudentRow;
import aestimo.app.roll.RosterPreview.Line;
import aestimo.app.roll.RosterPreview.Outcome;
import aestimo.exchange.marks.Known;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.roster.RosterLine;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Works out what would become of each line of a class list. */
final class RosterLines {
    /** Of the class. */
    private final List<EnrolmentRow> there;

    /** Of the teacher, in any class. */
    private final List<StudentRow> known;

    private final StudentFinder finder;
    private final Set<String> seen = new HashSet<>();

    RosterLines(List<EnrolmentRow> there, List<StudentRow> known, StudentFinder finder) {
        this.there = there;
        this.known = known;
        this.finder = finder;
    }

    /** @param also lines of those who join although somebody of the class is called nearly so */
    List<Line> of(List<RosterLine> list, Set<Long> also) {
        List<Line> lines = new ArrayList<>();
        for (RosterLine line : list) {
            Line own = understand(line);
            Line checked = checked(own);
            lines.add(checked.isNear() && also.contains((long) line.line()) ? own : checked);
        }
        return lines;
    }

    /** One of the class, perhaps in another set than the list says. */
    private static Line there(RosterLine line, EnrolmentRow row, String words) {
        boolean other = !line.set().isEmpty() && !line.set().equals(row.setName());
        return other
                ? new Line(
                        line,
                        Outcome.OTHER_SET,
                        row.studentId(),
                        row.id(),
                        "In the class already; moves "
                                + (row.setName().isEmpty() ? "" : "from " + row.setName() + " ") + "to " + line.set()
                                + ".")
                : new Line(line, Outcome.THERE, row.studentId(), row.id(), words);
    }

    /**
     * A second look: one called nearly as a student of the class may be that student, and a number may stand beside another's
     * name.
     */
    private Line checked(Line own) {
        RosterLine line = own.line();
        boolean isNew = own.outcome() == Outcome.NEW;
        if (!isNew && own.enrolmentId() == 0) {
            return own;
        }
        StudentFinder.Found found = finder.find(
                new StudentFinder.Asked(isNew ? "" : line.number(), "", (line.family() + ", " + line.given()).strip()));
        if (!isNew) {
            return found.how() == StudentFinder.How.UNCLEAR && !line.number().isEmpty()
                    ? new Line(
                            line, Outcome.LEFT_OUT, 0, 0, found.words() + " Left out: correct the number or the name.")
                    : own;
        }
        String other = found.student().map(Known::listName).orElse("one of the class with nearly this name");
        return switch (found.how()) {
            case NOBODY -> own;
            case NAME ->
                new Line(line, Outcome.NEAR, 0, 0, "A student of this name is in the class with another number.");
            default -> new Line(line, Outcome.NEAR, 0, 0, "Is it " + other + ", in the class already?");
        };
    }

    private Line understand(RosterLine line) {
        // Within one paste a student is told by the number, and by the name where there is none.
        String mark = line.number().isEmpty()
                ? RollService.name(line.family(), line.given())
                : "#" + StudentFinder.bareNumber(line.number());
        if (!seen.add(mark)) {
            return new Line(line, Outcome.LEFT_OUT, 0, 0, "Already listed further up; this line is left out.");
        }
        Optional<StudentRow> sameNumber = known.stream()
                .filter(row -> !line.number().isEmpty()
                        && StudentFinder.bareNumber(row.number()).equals(StudentFinder.bareNumber(line.number())))
                .findFirst();
        if (sameNumber.isPresent()) {
            StudentRow student = sameNumber.get();
            Optional<EnrolmentRow> enrolled = there.stream()
                    .filter(row -> row.studentId() == student.id())
                    .findFirst();
            if (enrolled.isPresent()) {
                return there(line, enrolled.get(), "In the class already.");
            }
            return RollService.name(student.family(), student.given())
                            .equals(RollService.name(line.family(), line.given()))
                    ? new Line(
                            line,
                            Outcome.KNOWN,
                            student.id(),
                            0,
                            "Known from another of your classes; joins this one too.")
                    : new Line(
                            line,
                            Outcome.LEFT_OUT,
                            0,
                            0,
                            "Number " + line.number() + " is " + student.family() + ", " + student.given()
                                    + ". Left out: correct the number or the name.");
        }
        return there.stream()
                .filter(row -> RollService.name(row.family(), row.given())
                                .equals(RollService.name(line.family(), line.given()))
                        && (line.number().isEmpty() || row.number().isEmpty()))
                .findFirst()
                .map(row -> there(line, row, "A student of this name is in the class already."))
                .orElse(new Line(line, Outcome.NEW, 0, 0, ""));
    }
}
