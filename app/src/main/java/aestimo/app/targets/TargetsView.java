package aestimo.app.targets;

import aestimo.app.book.ClassBook;
import aestimo.app.figures.Value;
import aestimo.app.frame.Signs;
import aestimo.app.picture.AimBars;
import aestimo.app.picture.AimPicture;
import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.result.Movement;
import aestimo.core.result.Needed;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.targets.Attainment;
import aestimo.core.targets.Attainments;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A class against its targets, term by term.
 *
 * @param bars of the class, or of the set chosen
 * @param terms up to the last with results
 * @param students those chosen, in the order chosen
 * @param present how many are in the class today
 */
record TargetsView(AimBars bars, List<Column> terms, List<One> students, int present) {
    /** A term; {@code soFar} while it is not over, {@code sealed} where its figures are those of a return. */
    record Column(String name, boolean soFar, boolean sealed) {}

    /**
     * One student in one term; empty text for what there is none of.
     *
     * @param css of the status
     */
    record Cell(String aim, String reached, Value percent, Value gap, String css) {}

    /**
     * One student.
     *
     * @param sign of the gap in the latest term: “▲ 1”, “▼ 2”, “=”, “–”
     * @param signWords the same in words
     * @param toAim percentage points missing to the aim of the latest term
     * @param needed on what remains of the year to reach the end band
     * @param moved against the term before
     * @param ranked by what a list is ordered
     */
    record One(
            String id,
            String number,
            String name,
            String set,
            boolean helped,
            String sign,
            String css,
            String signWords,
            AimPicture picture,
            String start,
            List<Cell> cells,
            String end,
            Value toAim,
            String needed,
            Value moved,
            String movedCss,
            Ranked ranked) {}

    /** What the students are ordered and chosen by; empty where there is none. */
    record Ranked(Optional<Integer> gap, Optional<Percent> change, boolean hasAim) {}

    /**
     * Makes the view.
     *
     * @param helped enrolments of those marked for help
     * @param attained with what was sealed
     * @param size of the pictures
     */
    static TargetsView of(
            ClassBook classBook, TargetsChoice choice, Set<Long> helped, Attainments attained, AimPicture.Size size) {
        Standing year = Standing.of(attained.counting(), new Span.Year());
        List<Student> present = classBook.book().students().stream()
                .filter(student -> student.isEnrolledOn(classBook.book().today()))
                .toList();
        List<One> students = present.stream()
                .filter(student -> isOf(choice.set(), student))
                .map(student -> one(attained, year, student, helped.contains(ClassBook.id(student)), size))
                .filter(one -> isShown(choice.only(), one))
                .sorted(comparator(choice.order()))
                .toList();
        return new TargetsView(
                AimBars.of(attained, student -> isOf(choice.set(), student)),
                attained.terms().stream()
                        .map(term -> new Column(term.name(), attained.isSoFar(term), attained.isSealed(term)))
                        .toList(),
                students,
                present.size());
    }

    static boolean isOf(String set, Student student) {
        return set.isEmpty() || student.set().equals(Optional.of(set));
    }

    private static boolean isShown(TargetsChoice.Only only, One one) {
        return switch (only) {
            case ALL -> true;
            case BELOW -> one.ranked().gap().filter(gap -> gap < 0).isPresent();
            case ABOVE -> one.ranked().gap().filter(gap -> gap > 0).isPresent();
            case WITHOUT -> !one.ranked().hasAim();
            case HELPED -> one.helped();
        };
    }

    private static Comparator<One> comparator(TargetsChoice.Order order) {
        return switch (order) {
            case NAME -> (one, other) -> 0;
            case GAP -> Comparator.comparing(one -> one.ranked().gap().orElse(null), nullsLast());
            case MOVED -> Comparator.comparing(one -> one.ranked().change().orElse(null), nullsLast());
        };
    }

    private static <C extends Comparable<C>> Comparator<C> nullsLast() {
        return Comparator.nullsLast(Comparator.naturalOrder());
    }

    private static One one(Attainments attained, Standing year, Student student, boolean helped, AimPicture.Size size) {
        Places places = attained.book().rules().places();
        Target target = attained.target(student);
        Optional<Attainment> now = attained.now(student);
        Optional<Integer> gap = now.flatMap(Attainment::gap);
        Optional<Movement> movement = attained.movement(student);
        List<Cell> cells = new ArrayList<>();
        attained.of(student).forEach(own -> cells.add(cell(own, places)));
        return new One(
                student.id().text(),
                student.number(),
                student.listName(),
                student.set().orElse(""),
                helped,
                sign(gap),
                css(now),
                words(now, target),
                AimPicture.of(attained, student, size, false),
                target.start().orElse(""),
                cells,
                target.end().orElse(""),
                Value.percent(now.flatMap(Attainment::toAim), places),
                needed(year, student, target),
                Value.difference(movement.map(Movement::change), places),
                movement.map(own -> Signs.css(own.direction())).orElse(""),
                new Ranked(gap, movement.map(Movement::change), target.hasAim()));
    }

    private static Cell cell(Attainment own, Places places) {
        return new Cell(
                own.aim().map(Band::label).orElse(""),
                own.reached().map(Band::label).orElse(""),
                Value.percent(own.result().map(Result::exact), places),
                own.gap()
                        .map(steps -> Value.count(steps).shownAs(sign(own.gap())))
                        .orElse(Value.NONE),
                css(Optional.of(own)));
    }

    static String sign(Optional<Integer> gap) {
        return gap.map(steps -> steps == 0 ? "=" : (steps > 0 ? "▲ " : "▼ ") + Math.abs(steps))
                .orElse("–");
    }

    static String css(Optional<Attainment> own) {
        return own.flatMap(Attainment::status)
                .map(status -> switch (status) {
                    case ABOVE -> "is-above";
                    case ON -> "is-on";
                    case BELOW -> "is-below";
                    case WELL_BELOW -> "is-well-below";
                })
                .orElse("is-without");
    }

    private static String words(Optional<Attainment> now, Target target) {
        return now.flatMap(Attainment::status)
                .map(status -> switch (status) {
                    case ABOVE -> "above the aim";
                    case ON -> "on the aim";
                    case BELOW -> "below the aim";
                    case WELL_BELOW -> "well below the aim";
                })
                .orElse(target.hasAim() ? "no grade in this term" : "no target");
    }

    /** What an average on the rest of the year would have to be for the end band. */
    static String needed(Standing year, Student student, Target target) {
        return target.end()
                .flatMap(year.book().boundaries()::labelled)
                .flatMap(band -> year.of(student.id()).prospects().needed(band))
                .map(needed -> needed.kind() == Needed.Kind.PERCENT
                        ? needed.shown().orElseThrow() + " %"
                        : needed.kind() == Needed.Kind.SECURED ? "secured" : "out of reach")
                .orElse("");
    }
}
