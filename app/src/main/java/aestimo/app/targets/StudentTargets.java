package aestimo.app.targets;

import aestimo.app.picture.AimPicture;
import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.boundary.Band;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.targets.Attainment;
import aestimo.core.targets.Attainments;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * One student's grades against the aims over the terms, for a margin.
 *
 * @param sentence “Began at 4, aims for 6. Aim now 5, reached 4.”
 * @param needed “78.0 % on what is left of the year reaches 6.”; empty without an end band, or with nothing left
 * @param css of the gap in the latest term
 * @param sign likewise
 * @param hasStage whether there is a band of an earlier stage to begin from
 * @param fromStage whether the picture does
 */
public record StudentTargets(
        String sentence,
        String needed,
        String css,
        String sign,
        AimPicture picture,
        boolean hasStage,
        boolean fromStage) {
    public static StudentTargets of(Attainments attained, Student student, boolean fromStage) {
        Target target = attained.target(student);
        Optional<Attainment> now = attained.now(student);
        return new StudentTargets(
                sentence(attained, target, now),
                needed(Standing.of(attained.counting(), new Span.Year()), student, target),
                TargetsView.css(now),
                TargetsView.sign(now.flatMap(Attainment::gap)),
                AimPicture.of(attained, student, AimPicture.Size.MARGIN, fromStage),
                target.stage().isPresent(),
                fromStage && target.stage().isPresent());
    }

    /** Whether there is anything to show. */
    public boolean saysSomething() {
        return !sentence.isEmpty();
    }

    private static String sentence(Attainments attained, Target target, Optional<Attainment> now) {
        List<String> words = new ArrayList<>();
        if (target.start().isPresent() && target.end().isPresent()) {
            words.add("Began at " + target.start().get() + ", aims for "
                    + target.end().get() + ".");
        } else {
            target.start().ifPresent(label -> words.add("Began at " + label + "; no target yet."));
            target.end().ifPresent(label -> words.add("Aims for " + label + "."));
        }
        now.ifPresent(own -> {
            String when = own.term().name()
                    + (attained.isSealed(own.term()) ? ", sealed" : attained.isSoFar(own.term()) ? " so far" : "");
            String aim = own.aim().map(band -> "aim " + band.label() + ", ").orElse("");
            if (target.hasAim()) {
                words.add(when + ": " + aim
                        + own.reached()
                                .map(Band::label)
                                .map(label -> "reached " + label)
                                .orElse("no grade")
                        + ".");
            }
        });
        return String.join(" ", words);
    }

    private static String needed(Standing year, Student student, Target target) {
        String needed = TargetsView.needed(year, student, target);
        if (needed.isEmpty()) {
            return "";
        }
        String end = target.end().orElseThrow();
        return switch (needed) {
            case "secured" -> end + " by the end of the year is secured.";
            case "out of reach" -> end + " by the end of the year is out of reach.";
            default -> needed + " on what is left of the year reaches " + end + ".";
        };
    }
}
