package aestimo.app.figures;

import static aestimo.app.figures.FigureType.COUNT;
import static aestimo.app.figures.FigureType.GRADE;
import static aestimo.app.figures.FigureType.NUMBER;
import static aestimo.app.figures.FigureType.PERCENT;
import static aestimo.app.figures.FigureType.SIGN;

import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.result.Movement;
import aestimo.core.result.Needed;
import aestimo.core.result.Prospects;
import aestimo.core.result.StudentStanding;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import aestimo.core.working.ProspectWorking;
import aestimo.core.working.Working;
import aestimo.exchange.table.Table.Cell;
import java.util.List;
import java.util.Optional;

/** Figures of where a result came from and what may still become of it: movement, what is possible, what ceilings took. */
final class ProspectFigures {
    static final Figure MOVED = Figure.of("moved", "Moved", NUMBER, ProspectFigures::moved)
            .called("moved by")
            .fromTheLowest()
            .small(at -> at.term() < 0 ? "" : at.book().terms().get(at.term()).name())
            .columns(at -> List.of(
                    at.term() < 0
                            ? "Moved"
                            : "Moved, " + at.book().terms().get(at.term()).name() + " against the term before"))
            .marked((at, own) ->
                    at.movement(own).map(it -> "is-" + direction(it)).orElse(""))
            .workedOutBy(ProspectFigures::movementWorking);

    static final Figure MOVEMENT = Figure.of("way", "Movement", SIGN, ProspectFigures::way)
            .marked((at, own) ->
                    at.movement(own).map(it -> "is-" + direction(it)).orElse(""))
            .workedOutBy(ProspectFigures::movementWorking);

    static final Figure POSSIBLE = Figure.of("possible", "Possible", NUMBER, ProspectFigures::possible)
            .called("worst to best possible")
            .styled("dim")
            .columns("Worst possible", "Best possible")
            .notAsked()
            .workedOutBy((at, own) -> Optional.of(ProspectWorking.ofPossible(at.standing(), own)));

    static final Figure WORST = Figure.of(
                    "worst",
                    "Worst",
                    PERCENT,
                    (at, own) -> Catalogue.percent(at, open(own).flatMap(Prospects::worst)))
            .called("worst possible")
            .styled("dim")
            .columns("Worst possible")
            .workedOutBy((at, own) -> Optional.of(ProspectWorking.ofPossible(at.standing(), own)));

    static final Figure BEST = Figure.of(
                    "best",
                    "Best",
                    PERCENT,
                    (at, own) -> Catalogue.percent(at, open(own).flatMap(Prospects::best)))
            .called("best possible")
            .styled("dim")
            .columns("Best possible")
            .workedOutBy((at, own) -> Optional.of(ProspectWorking.ofPossible(at.standing(), own)));

    static final Figure NEXT_GRADE = Figure.of(
                    "next-grade", "Next grade", GRADE, (at, own) -> Catalogue.grade(at, next(at, own)))
            .called("the next grade up")
            .styled("grade");

    /** The average on what is left that would reach the next grade; none where it is secured or out of reach. */
    static final Figure NEEDED = Figure.of(
                    "needed",
                    "Needed",
                    PERCENT,
                    (at, own) -> Value.percent(
                            next(at, own).flatMap(own.prospects()::needed).flatMap(Needed::percent), Places.ONE))
            .called("needed on what is left for the next grade")
            .styled("dim")
            .columns("Needed for the next grade %")
            .fromTheLowest()
            .workedOutBy((at, own) -> Optional.of(ProspectWorking.ofPossible(at.standing(), own)));

    static final Figure LEFT = Figure.of(
                    "left",
                    "Left",
                    COUNT,
                    (at, own) -> Value.count(own.prospects().remaining()))
            .called("pieces left")
            .columns("Assessments left");

    static final Figure CEILINGS = Figure.of(
                    "ceilings",
                    "Ceilings",
                    PERCENT,
                    (at, own) -> Catalogue.percent(at, own.ceilingCost().filter(cost -> !cost.equals(Percent.ZERO))))
            .called("cost of ceilings")
            .columns("Cost of ceilings")
            .workedOutBy((at, own) -> ProspectWorking.ofCeilings(at.standing(), own));

    static final Figure WITHOUT_CEILINGS = Figure.of(
                    "without-ceilings",
                    "Without ceilings",
                    PERCENT,
                    (at, own) -> Catalogue.percent(at, own.withoutCeilings()))
            .workedOutBy((at, own) -> ProspectWorking.ofCeilings(at.standing(), own));

    private ProspectFigures() {}

    private static Value moved(ClassFigures at, StudentStanding own) {
        Optional<Movement> movement = at.movement(own);
        Value change = Value.difference(movement.map(Movement::change), at.places());
        return movement.map(it -> change.shownAs(
                        sign(it) + " " + change.number().orElseThrow().abs().toPlainString()))
                .orElse(Value.NONE);
    }

    private static Value way(ClassFigures at, StudentStanding own) {
        return at.movement(own)
                .map(it ->
                        Value.ordered(direction(it), -it.direction().ordinal()).shownAs(sign(it) + " " + direction(it)))
                .orElse(Value.NONE);
    }

    private static String sign(Movement movement) {
        return switch (movement.direction()) {
            case UP -> "▲";
            case DOWN -> "▼";
            case LEVEL -> "·";
        };
    }

    private static String direction(Movement movement) {
        return Catalogue.lower(movement.direction());
    }

    private static Optional<Working> movementWorking(ClassFigures at, StudentStanding own) {
        return at.term() < 0
                ? Optional.empty()
                : ProspectWorking.ofMovement(at.book(), at.series(), own.place(), at.term());
    }

    private static Optional<Band> next(ClassFigures at, StudentStanding own) {
        return own.result().flatMap(Result::grade).flatMap(at.book().boundaries()::above);
    }

    /** What may still come of it, where something is left that moves it. */
    private static Optional<Prospects> open(StudentStanding own) {
        return Optional.of(own.prospects())
                .filter(prospects ->
                        prospects.remaining() > 0 && prospects.best().isPresent());
    }

    /** From the worst to the best, ordered by the best. */
    private static Value possible(ClassFigures at, StudentStanding own) {
        Value worst = Catalogue.percent(at, open(own).flatMap(Prospects::worst));
        Value best = Catalogue.percent(at, open(own).flatMap(Prospects::best));
        if (best.isEmpty()) {
            return Value.NONE;
        }
        List<Cell> cells = List.of(
                worst.cells().isEmpty() ? Cell.EMPTY : worst.cells().get(0),
                best.cells().get(0));
        return best.shownAs((worst.isEmpty() ? "0" : worst.shown()) + "–" + best.shown())
                .inCells(cells);
    }
}
