package aestimo.core.working;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Outcome;
import aestimo.core.grading.Result;
import aestimo.core.result.Movement;
import aestimo.core.result.Needed;
import aestimo.core.result.Prospects;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.TermSeries;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The working of what a result may still become, how it moved, and what ceilings took off it (rules, sections 7 to 9). */
public final class ProspectWorking {
    private ProspectWorking() {}

    /** Best and worst, and the average on what remains that each band needs. */
    public static Working ofPossible(Standing standing, StudentStanding own) {
        Book book = standing.book();
        Prospects prospects = own.prospects();
        List<Working> steps = new ArrayList<>();
        for (Assessment piece : prospects.assessments()) {
            int place = book.placeOf(piece.id()).orElseThrow();
            Outcome outcome = own.outcome(place);
            steps.add(Working.of(
                    piece.title(),
                    outcome.counts() ? "in part" : outcome.reason().words()));
        }
        steps.add(Working.of("every open entry at 0 %", figure(prospects.worst())));
        steps.add(Working.of("every open entry at 100 %", figure(prospects.best())));
        for (Band band : book.boundaries().bands()) {
            prospects
                    .needed(band)
                    .ifPresent(needed -> steps.add(Working.of("grade " + band.label() + " needs", words(needed))));
        }
        String remaining = prospects.remaining() == 1 ? "1 piece remains" : prospects.remaining() + " pieces remain";
        return new Working("Still possible for " + own.student().listName() + ": " + remaining, "", steps);
    }

    private static String figure(Optional<Percent> percent) {
        return percent.map(Figures::plain).orElse("no result");
    }

    private static String words(Needed needed) {
        return switch (needed.kind()) {
            case SECURED -> "nothing more, it is secured";
            case OUT_OF_REACH -> "more than 100 %, out of reach";
            case PERCENT -> "an average of " + needed.shown().orElseThrow() + " % on what remains";
        };
    }

    /**
     * A term's result less that of the latest earlier term that has one.
     *
     * @param term the term's place
     * @return empty where it did not move, for want of a term before
     */
    public static Optional<Working> ofMovement(Book book, TermSeries series, int student, int term) {
        Optional<Movement> movement = series.movement(student, term);
        if (movement.isEmpty()) {
            return Optional.empty();
        }
        int earlier = term - 1;
        while (series.result(student, earlier).isEmpty()) {
            earlier--;
        }
        Percent change = movement.get().change();
        String at = Figures.plain(book.rules().movementAt());
        String judged = switch (movement.get().direction()) {
            case UP -> "up, since it is at least " + at;
            case DOWN -> "down, since it is at most −" + at;
            case LEVEL -> "level, since it is less than " + at + " either way";
        };
        return Optional.of(new Working(
                "Movement of " + book.students().get(student).listName() + " since "
                        + book.terms().get(earlier).name(),
                signed(change),
                List.of(
                        Working.of(
                                book.terms().get(term).name(),
                                Figures.plain(series.result(student, term).orElseThrow())),
                        Working.of(
                                "less " + book.terms().get(earlier).name(),
                                Figures.plain(series.result(student, earlier).orElseThrow())),
                        Working.of(judged, ""))));
    }

    private static String signed(Percent change) {
        String plain = Figures.plain(change);
        return change.isNegative() || change.equals(Percent.ZERO) ? plain.replace('-', '−') : "+" + plain;
    }

    /** The result with every ceiling off, less the result; empty without a result. */
    public static Optional<Working> ofCeilings(Standing standing, StudentStanding own) {
        if (own.withoutCeilings().isEmpty()) {
            return Optional.empty();
        }
        Result result = own.result().orElseThrow();
        List<Working> steps = new ArrayList<>();
        for (int place : standing.span().places(standing.book())) {
            if (own.outcome(place).isCapped()) {
                steps.add(PieceWorking.of(standing.counting(), own.place(), place));
            }
        }
        steps.add(Working.of(
                "result with every ceiling off",
                Figures.plain(own.withoutCeilings().get())));
        steps.add(Working.of("less the result", Figures.plain(result.exact())));
        return Optional.of(new Working(
                "What ceilings cost " + own.student().listName(),
                Figures.plain(own.ceilingCost().orElseThrow()),
                steps));
    }
}
