package aestimo.core.working;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Ceiling;
import aestimo.core.book.Part;
import aestimo.core.counting.Counting;
import aestimo.core.counting.Outcome;
import aestimo.core.counting.PartMark;
import aestimo.core.entry.Entry;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/** The working of what one assessment counts as for one student (rules, sections 1 and 2). */
public final class PieceWorking {
    private final Counting counting;
    private final Book book;

    private PieceWorking(Counting counting) {
        this.counting = counting;
        this.book = counting.book();
    }

    /**
     * From the entry, or from each part by gates and ceilings, to the percent.
     *
     * @param student the student's place
     * @param assessment the assessment's place
     */
    public static Working of(Counting counting, int student, int assessment) {
        PieceWorking working = new PieceWorking(counting);
        Assessment piece = counting.book().assessments().get(assessment);
        return piece.hasParts()
                ? working.ofParts(piece, student, assessment)
                : working.ofEntry(
                        piece.title(),
                        piece,
                        0,
                        counting.book().entry(student, assessment, 0),
                        counting.outcome(student, assessment));
    }

    /**
     * Which of a student's entries over a span are of one kind or carry one sign, part by part.
     *
     * @param what such as “absent”, for the words
     */
    public static Working ofEntries(Standing standing, StudentStanding own, String what, Predicate<Entry> counted) {
        Book book = standing.book();
        List<Working> steps = new ArrayList<>();
        for (int place : standing.span().places(book)) {
            Assessment piece = book.assessments().get(place);
            for (int part = 0; piece.kind().isMarked() && part < piece.entryCount(); part++) {
                Entry entry = book.entry(own.place(), place, part);
                if (counted.test(entry)) {
                    String title = piece.partAt(part)
                            .map(it -> piece.title() + ", " + it.title())
                            .orElse(piece.title());
                    steps.add(Working.of(
                            title, entry.toString().isEmpty() ? entry.kind().words() : entry.toString()));
                }
            }
        }
        return new Working(
                "Entries of " + own.student().listName() + " that are " + what, Integer.toString(steps.size()), steps);
    }

    private Working ofEntry(String title, Assessment piece, int part, Entry entry, Outcome outcome) {
        String figure = outcome.percent().map(Figures::percent).orElse("not counted");
        return Working.of(title + ": " + words(piece, part, entry, outcome), figure);
    }

    private String words(Assessment piece, int part, Entry entry, Outcome outcome) {
        if (!outcome.counts()) {
            return entry.words().isEmpty() && entry.mark().isEmpty()
                    ? outcome.reason().words()
                    : "“" + entry + "” is " + outcome.reason().words();
        }
        String before = switch (entry.kind()) {
            case MARK -> entry.mark().orElseThrow() + " of " + piece.outOf(part);
            case GRADE -> "grade " + entry.words();
            default -> entry.kind().words() + ", which counts as a percent of its own";
        };
        boolean deducted = entry.isLate() && !book.rules().lateDeduction().equals(Percent.ZERO);
        return deducted ? before + ", less " + Figures.plain(book.rules().lateDeduction()) + " for being late" : before;
    }

    private Working ofParts(Assessment piece, int student, int assessment) {
        PartMark mark = counting.partMark(student, assessment);
        List<Working> steps = new ArrayList<>();
        for (int part = 0; part < piece.parts().size(); part++) {
            Part own = piece.parts().get(part);
            steps.add(ofEntry(
                    own.title() + " (weight " + own.weight() + ")", piece, part, mark.entry(part), mark.outcome(part)));
        }
        Outcome outcome = mark.outcome();
        if (!outcome.counts()) {
            return new Working(piece.title() + ": " + outcome.reason().words(), "not counted", steps);
        }
        steps.add(Working.of(
                "the parts that count, by their weights",
                Figures.percent(outcome.withoutCeilings().orElseThrow())));
        for (int ceiling = 0; ceiling < piece.ceilings().size(); ceiling++) {
            steps.add(ofCeiling(piece, mark, ceiling));
        }
        return new Working(piece.title(), Figures.percent(outcome.percent().orElseThrow()), steps);
    }

    private static Working ofCeiling(Assessment piece, PartMark mark, int place) {
        Ceiling ceiling = piece.ceilings().get(place);
        List<String> gates = new ArrayList<>();
        List<String> failed = new ArrayList<>();
        for (int gate = 0; gate < piece.gateCount(place); gate++) {
            String title = piece.parts().get(piece.gate(place, gate)).title();
            gates.add(title);
            if (mark.hasFailed(place, gate)) {
                failed.add(title);
            }
        }
        String asked = gates.size() == 1
                ? gates.get(0) + " asks for " + Figures.percent(ceiling.pass())
                : ceiling.fewerThan() + " of " + Figures.list(gates) + " must reach " + Figures.percent(ceiling.pass());
        String missed = failed.isEmpty() ? "none is missed" : Figures.list(failed) + " missed";
        return mark.applies(place)
                ? Working.of(asked + "; " + missed + ", so at most", Figures.percent(ceiling.most()))
                : Working.of(asked + "; " + missed + ", so no ceiling", "");
    }
}
