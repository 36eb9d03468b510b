package aestimo.app.standing;

import aestimo.app.frame.Plain;
import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.result.Needed;
import aestimo.core.result.Prospects;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.TermSeries;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What the margin of the standing page shows of a band, of a boundary, or of the class.
 *
 * @param heading such as “Boundary 72”
 * @param near who is just below the boundary, the nearest first
 * @param lifts what would lift each of them
 * @param inBand who has the band, the highest first
 * @param came those of them who had another grade in the term before, and which; {@code went} likewise who had it then
 * @param bands how many have each, now and in the term before; empty in the margin of a boundary or band
 * @param before the term compared with; empty for none
 */
record StandingMargin(
        String heading,
        String facts,
        List<Line> near,
        List<Line> lifts,
        String bandWords,
        List<Line> inBand,
        List<Line> came,
        List<Line> went,
        List<Count> bands,
        Optional<String> before,
        List<Line> pass) {
    /** One student with a figure, or one line of words. */
    record Line(String student, String name, String words) {}

    /** One band; {@code earlier} empty where no term comes before. */
    record Count(String label, int now, String earlier) {}

    static StandingMargin of(Standing standing, StandingChoice choice) {
        Book book = standing.book();
        Optional<Band> boundary = book.boundaries().labelled(choice.boundary());
        if (boundary.isPresent()) {
            return ofBoundary(standing, boundary.get());
        }
        return book.boundaries()
                .labelled(choice.band())
                .map(band -> ofBand(standing, band))
                .orElseGet(() -> ofClass(standing));
    }

    private static StandingMargin ofBoundary(Standing standing, Band band) {
        List<StudentStanding> near = present(standing).stream()
                .filter(own -> own.result().orElseThrow().justBelow() && isNextUp(standing, own, band))
                .toList();
        return new StandingMargin(
                "Boundary " + Plain.words(band.from()),
                "grade " + band.label() + " from here " + upTo(standing.book(), band),
                near.stream()
                        .map(own ->
                                line(own, "−" + own.result().get().toNextShown().orElseThrow()))
                        .toList(),
                near.stream().map(own -> line(own, lift(own, band))).toList(),
                "Grade " + band.label() + " now",
                inBand(standing, band),
                List.of(),
                List.of(),
                List.of(),
                Optional.empty(),
                List.of());
    }

    private static boolean isNextUp(Standing standing, StudentStanding own, Band band) {
        return own.result()
                .flatMap(Result::grade)
                .flatMap(standing.book().boundaries()::above)
                .filter(band::equals)
                .isPresent();
    }

    private static String upTo(Book book, Band band) {
        return book.boundaries()
                .above(band)
                .map(above -> "up to " + Plain.words(above.from()))
                .orElse("on");
    }

    private static String lift(StudentStanding own, Band band) {
        Prospects prospects = own.prospects();
        int left = prospects.remaining();
        if (left == 0) {
            return "nothing is left to be marked in this part of the year";
        }
        String pieces = StudentView.piecesLeft(prospects);
        return prospects
                .needed(band)
                .map(needed -> needed.kind() == Needed.Kind.PERCENT
                        ? needed.shown().orElseThrow() + " % on " + pieces
                        : needed.kind() == Needed.Kind.SECURED
                                ? "anything on " + pieces
                                : "out of reach even with 100 % on " + pieces)
                .orElse("nothing is left to be marked in this part of the year");
    }

    private static StandingMargin ofBand(Standing standing, Band band) {
        List<Line> in = inBand(standing, band);
        Optional<Standing> earlier = termBefore(standing);
        return new StandingMargin(
                "Grade " + band.label(),
                "from " + Plain.words(band.from()) + " " + upTo(standing.book(), band),
                List.of(),
                List.of(),
                in.size() == 1 ? "1 student has it" : in.size() + " students have it",
                in,
                earlier.map(before -> moved(standing, before, band, true)).orElse(List.of()),
                earlier.map(before -> moved(standing, before, band, false)).orElse(List.of()),
                List.of(),
                earlier.map(StandingMargin::name),
                List.of());
    }

    /** Who has a grade now and had another, or had it and has another now; the other one in words. */
    private static List<Line> moved(Standing standing, Standing before, Band band, boolean into) {
        List<Line> moved = new ArrayList<>();
        for (StudentStanding own : present(standing)) {
            Optional<Band> now = own.result().flatMap(Result::grade);
            Optional<Band> then = before.of(own.student().id()).result().flatMap(Result::grade);
            boolean isOne = into
                    ? now.equals(Optional.of(band))
                            && then.isPresent()
                            && !then.get().equals(band)
                    : then.equals(Optional.of(band))
                            && now.isPresent()
                            && !now.get().equals(band);
            if (isOne) {
                moved.add(line(
                        own,
                        into
                                ? "from " + then.orElseThrow().label()
                                : "to " + now.orElseThrow().label()));
            }
        }
        return moved;
    }

    /** Of a single term. */
    private static String name(Standing ofTerm) {
        return ofTerm.book().terms().stream()
                .filter(term -> ofTerm.span().equals(new Span.Terms(Set.of(term.id()))))
                .map(term -> term.name())
                .findFirst()
                .orElseThrow();
    }

    private static StandingMargin ofClass(Standing standing) {
        long present =
                standing.students().stream().filter(StudentStanding::present).count();
        Optional<Standing> earlier = termBefore(standing);
        Map<Band, Integer> before = earlier.map(Standing::countsByBand).orElse(Map.of());
        List<Count> counts = new ArrayList<>();
        standing.countsByBand()
                .forEach((band, now) -> counts.add(new Count(
                        band.label(),
                        now,
                        before.isEmpty() ? "" : before.getOrDefault(band, 0).toString())));
        return new StandingMargin(
                "The class",
                standing.mean().counted() + " of " + present + " have a result",
                List.of(),
                List.of(),
                "",
                List.of(),
                List.of(),
                List.of(),
                counts,
                earlier.map(StandingMargin::name),
                pass(standing));
    }

    /** The term before that of the span, where anybody had a result in it. */
    private static Optional<Standing> termBefore(Standing standing) {
        TermSeries series = TermSeries.of(standing.counting());
        int term = series.movedIn(standing.span());
        if (term < 1
                || !(standing.span() instanceof Span.Terms span)
                || span.terms().size() != 1) {
            return Optional.empty();
        }
        Standing before = Standing.of(
                standing.counting(),
                new Span.Terms(Set.of(standing.book().terms().get(term - 1).id())));
        return Optional.of(before).filter(own -> own.mean().counted() > 0);
    }

    private static List<Line> pass(Standing standing) {
        if (standing.book().rules().pass().isEmpty()) {
            return List.of();
        }
        String label = standing.book().rules().pass().get();
        int[] counts = new int[Result.Pass.values().length];
        present(standing)
                .forEach(own -> own.result().flatMap(Result::pass).ifPresent(pass -> counts[pass.ordinal()]++));
        return List.of(
                new Line("", "below " + label, Integer.toString(counts[0])),
                new Line("", "just at " + label, Integer.toString(counts[1])),
                new Line("", "clear of it", Integer.toString(counts[2])));
    }

    private static List<StudentStanding> present(Standing standing) {
        return standing.students().stream()
                .filter(own -> own.present() && own.result().isPresent())
                .sorted(Comparator.comparing(
                        (StudentStanding own) -> own.result().orElseThrow().exact(), Comparator.reverseOrder()))
                .toList();
    }

    private static List<Line> inBand(Standing standing, Band band) {
        return present(standing).stream()
                .filter(own -> own.result().orElseThrow().grade().equals(Optional.of(band)))
                .map(own -> line(own, own.result().orElseThrow().shown()))
                .toList();
    }

    private static Line line(StudentStanding own, String words) {
        return new Line(own.student().id().text(), own.student().listName(), words);
    }
}
