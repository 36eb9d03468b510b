package aestimo.app.figures;

import static aestimo.app.figures.FigureType.COUNT;
import static aestimo.app.figures.FigureType.DATE;
import static aestimo.app.figures.FigureType.GRADE;
import static aestimo.app.figures.FigureType.NUMBER;
import static aestimo.app.figures.FigureType.PERCENT;
import static aestimo.app.figures.FigureType.WORDS;
import static aestimo.app.figures.FigureType.YES_NO;

import aestimo.app.frame.Days;
import aestimo.core.book.Target;
import aestimo.core.boundary.Band;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.grading.GroupMean;
import aestimo.core.grading.Result;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.Quartile;
import aestimo.core.targets.Attainment;
import aestimo.core.value.Percent;
import aestimo.core.working.MeanWorking;
import aestimo.core.working.PieceWorking;
import aestimo.core.working.ResultWorking;
import aestimo.core.working.Working;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * All figures there are. What one means is the same in every class, however its bands and categories are called; a class
 * or student without it has no value. Another figure is another entry here.
 */
public final class Catalogue {
    private static final Figure SET = Figure.of(
            "set", "Set", WORDS, (at, own) -> Value.words(own.student().set().orElse("")));

    private static final Figure RANK = Figure.of("rank", "Rank", COUNT, (at, own) -> Value.rank(own.rank()))
            .fromTheLowest()
            .notForFew()
            .columns("Rank", "Tied")
            .workedOutBy((at, own) -> ResultWorking.ofRank(at.standing(), own));

    private static final Figure RESULT = Figure.of(
                    "result",
                    "Result",
                    PERCENT,
                    (at, own) -> percent(at, own.result().map(Result::exact)))
            .styled("result")
            .columns(at -> List.of("Result %" + at.picked()))
            .group((at, set) -> percent(at, mean(at, set).map(Result::exact)))
            .workedOutBy((at, own) -> Optional.of(ResultWorking.of(at.standing(), own)))
            .workedOutForGroupBy((at, set) -> Optional.of(MeanWorking.ofResults(at.standing(), set)));

    private static final Figure GRADE_REACHED = Figure.of(
                    "grade", "Grade", GRADE, (at, own) -> grade(at, own.result().flatMap(Result::grade)))
            .styled("grade")
            .group((at, set) -> grade(at, mean(at, set).flatMap(Result::grade)))
            .workedOutBy((at, own) -> Optional.of(ResultWorking.of(at.standing(), own)))
            .workedOutForGroupBy((at, set) -> Optional.of(MeanWorking.ofResults(at.standing(), set)));

    private static final Figure TO_NEXT = Figure.of(
                    "next",
                    "To next",
                    PERCENT,
                    (at, own) -> percent(at, own.result().flatMap(Result::toNext)))
            .columns("To next")
            .fromTheLowest()
            .marked((at, own) -> own.result().filter(Result::justBelow).isPresent() ? "is-near" : "")
            .workedOutBy((at, own) -> Optional.of(ResultWorking.of(at.standing(), own)));

    private static final Figure SET_RANK = Figure.of("set-rank", "In set", COUNT, Catalogue::setRank)
            .called("rank in set")
            .styled("dim")
            .fromTheLowest()
            .notForFew()
            .columns("Rank in set", "Tied in set")
            .workedOutBy((at, own) -> ResultWorking.ofSetRank(at.standing(), own));

    private static final Figure PASS = Figure.of("pass", "Pass", WORDS, Catalogue::pass)
            .called("pass band")
            .styled("pass")
            .small(at -> at.book().rules().pass().orElse(""))
            .marked((at, own) -> own.result()
                    .flatMap(Result::pass)
                    .map(it -> "is-" + lower(it))
                    .orElse(""));

    private static final Figure JUST_BELOW = Figure.of(
            "near",
            "Just below",
            YES_NO,
            (at, own) ->
                    own.result().map(result -> Value.yesNo(result.justBelow())).orElse(Value.NONE));

    private static final Figure CLASS_MEAN = Figure.of(
                    "class-mean",
                    "Class mean",
                    PERCENT,
                    (at, own) -> percent(at, mean(at, Optional.empty()).map(Result::exact)))
            .styled("dim")
            .notForFew()
            .workedOutBy((at, own) -> Optional.of(MeanWorking.ofResults(at.standing(), Optional.empty())));

    private static final Figure AGAINST_MEAN = Figure.of(
                    "against-mean",
                    "Against the mean",
                    NUMBER,
                    (at, own) -> Value.difference(againstMean(at, own), at.places()))
            .called("above or below the class mean")
            .columns("Against the class mean")
            .notForFew()
            .workedOutBy((at, own) -> againstMean(at, own)
                    .map(by -> new Working(
                            own.student().listName() + " against the class mean",
                            Value.difference(Optional.of(by), at.places()).shown(),
                            List.of(
                                    ResultWorking.of(at.standing(), own),
                                    MeanWorking.ofResults(at.standing(), Optional.empty())))));

    private static final Figure CLASS_MEDIAN = Figure.of(
                    "class-median", "Class median", PERCENT, (at, own) -> median(at, Optional.empty()))
            .styled("dim")
            .notForFew()
            .group(Catalogue::median)
            .workedOutBy((at, own) -> medianWorking(at, Optional.empty()))
            .workedOutForGroupBy(Catalogue::medianWorking);

    private static final Figure START = Figure.of("start", "Start", GRADE, (at, own) -> target(at, own, Target::start))
            .called("starting grade")
            .styled("grade");

    private static final Figure TARGET = Figure.of("target", "Target", GRADE, (at, own) -> target(at, own, Target::end))
            .called("target for the end of the year")
            .styled("grade");

    private static final Figure STARTING_SCORE = Figure.of("score", "Score", COUNT, Catalogue::startingScore)
            .called("starting score")
            .columns("Starting score");

    private static final Figure AIM = Figure.of(
                    "aim", "Aim", GRADE, (at, own) -> grade(at, at.attained(own).flatMap(Attainment::aim)))
            .styled("grade");

    private static final Figure AGAINST_AIM = Figure.of(
            "against",
            "Against aim",
            WORDS,
            (at, own) -> at.attained(own)
                    .flatMap(Attainment::status)
                    .map(status -> Value.ordered(lower(status).replace('_', ' '), -status.ordinal()))
                    .orElse(Value.NONE));

    private static final Figure ABSENT =
            entries("absent", "Absent", "Absent", own -> own.counts().absent(), it -> it.is(EntryKind.ABSENT));
    private static final Figure NOT_IN = entries(
                    "not-in",
                    "Not in",
                    "Not handed in",
                    own -> own.counts().notHandedIn(),
                    it -> it.is(EntryKind.NOT_HANDED_IN))
            .styled("is-missing");
    private static final Figure LATE =
            entries("late", "Late", "Late", own -> own.counts().late(), Entry::isLate);
    private static final Figure TO_FINISH =
            entries("finish", "Finish", "To finish", own -> own.counts().toFinish(), Entry::isToFinish);

    private static final Figure LOOSE_ENDS =
            Figure.of("loose", "Loose ends", COUNT, (at, own) -> count(at.looseEnds(own)));

    private static final Figure JOINED = Figure.of(
            "joined",
            "Joined",
            DATE,
            (at, own) -> own.student()
                    .joined()
                    .map(day -> Value.date(day, Days.brief(day)))
                    .orElse(Value.NONE));

    private static final List<Figure> BEFORE_CATEGORIES = List.of(RANK, SET);
    private static final List<Figure> AFTER_CATEGORIES = List.of(
            RESULT,
            GRADE_REACHED,
            TO_NEXT,
            SET_RANK,
            ProspectFigures.MOVED,
            ProspectFigures.MOVEMENT,
            PASS,
            JUST_BELOW,
            ProspectFigures.NEXT_GRADE,
            ProspectFigures.NEEDED,
            ProspectFigures.LEFT,
            ProspectFigures.POSSIBLE,
            ProspectFigures.WORST,
            ProspectFigures.BEST,
            ProspectFigures.CEILINGS,
            ProspectFigures.WITHOUT_CEILINGS,
            CLASS_MEAN,
            AGAINST_MEAN,
            CLASS_MEDIAN,
            START,
            TARGET,
            AIM,
            AGAINST_AIM,
            STARTING_SCORE,
            PieceFigures.COUNTED,
            ABSENT,
            PieceFigures.ABSENT,
            NOT_IN,
            PieceFigures.NOT_IN,
            LATE,
            PieceFigures.LATE,
            TO_FINISH,
            PieceFigures.TO_FINISH,
            LOOSE_ENDS,
            JOINED);

    private Catalogue() {}

    /** All figures of some classes, in the order tables have them: those of each category and each term there is among them. */
    public static List<Figure> of(List<ClassFigures> classes) {
        Set<String> terms = new LinkedHashSet<>();
        Set<String> categories = new LinkedHashSet<>();
        classes.forEach(at -> at.book().terms().forEach(term -> terms.add(term.name())));
        classes.forEach(at -> at.book().categories().forEach(category -> categories.add(category.name())));
        List<Figure> all = new ArrayList<>(BEFORE_CATEGORIES);
        categories.forEach(name -> all.add(CategoryFigures.average(name)));
        all.addAll(AFTER_CATEGORIES);
        categories.forEach(name -> all.add(CategoryFigures.grade(name)));
        terms.forEach(name -> all.add(ofTerm(name)));
        if (classes.stream().anyMatch(at -> at.book().register().isPresent())) {
            all.addAll(AttendanceFigures.ALL);
        }
        Set<String> goals = new LinkedHashSet<>();
        classes.forEach(at -> GoalFigures.titles(at, goals));
        if (!goals.isEmpty()) {
            all.addAll(GoalFigures.COUNTS);
            goals.forEach(title -> all.add(GoalFigures.level(title)));
        }
        return all;
    }

    /** The figure of a key: any that tables have, or one of a single assessment. */
    public static Optional<Figure> find(ClassFigures at, String key) {
        return of(List.of(at)).stream()
                .filter(figure -> figure.key().equals(key))
                .findFirst()
                .or(() -> AssessmentFigure.find(at, key));
    }

    static Value percent(ClassFigures at, Optional<Percent> percent) {
        return Value.percent(percent, at.places());
    }

    static Value grade(ClassFigures at, Optional<Band> band) {
        return band.map(own -> Value.grade(own, at.book().boundaries().stepOf(own)))
                .orElse(Value.NONE);
    }

    /** The mean of the class or a set, with its grade. */
    static Optional<Result> mean(GroupMean ofClass, Optional<String> set) {
        return (set.isEmpty()
                        ? Optional.of(ofClass)
                        : Optional.ofNullable(ofClass.sets().get(set.get())))
                .flatMap(GroupMean::mean);
    }

    private static Optional<Result> mean(ClassFigures at, Optional<String> set) {
        return mean(at.standing().mean(), set);
    }

    private static Optional<Percent> againstMean(ClassFigures at, StudentStanding own) {
        return own.result()
                .flatMap(result ->
                        mean(at, Optional.empty()).map(mean -> result.exact().minus(mean.exact())));
    }

    private static Value median(ClassFigures at, Optional<String> set) {
        return percent(at, Quartile.median(at.results(set)));
    }

    private static Optional<Working> medianWorking(ClassFigures at, Optional<String> set) {
        Value median = median(at, set);
        return median.isEmpty()
                ? Optional.empty()
                : Optional.of(new Working(
                        "Median result of " + set.orElse("the class"),
                        median.shown(),
                        at.results(set).stream()
                                .sorted()
                                .map(percent -> new Working("", percent.shown(at.places()), List.of()))
                                .toList()));
    }

    /** With as few letters of the set's name as tell it from the others. */
    private static Value setRank(ClassFigures at, StudentStanding own) {
        Value rank = Value.rank(own.setRank());
        return rank.isEmpty()
                ? rank
                : rank.shownAs(brief(at, own.student().set().orElse("")) + " " + rank.shown());
    }

    private static String brief(ClassFigures at, String set) {
        for (int length = 1; length < set.length(); length++) {
            String start = set.substring(0, length);
            if (at.book().sets().stream().filter(own -> own.startsWith(start)).count() == 1) {
                return start;
            }
        }
        return set;
    }

    static String lower(Enum<?> choice) {
        return choice.name().toLowerCase(Locale.ROOT);
    }

    private static Value pass(ClassFigures at, StudentStanding own) {
        return own.result()
                .flatMap(Result::pass)
                .map(it -> Value.ordered(lower(it), it.ordinal()))
                .orElse(Value.NONE);
    }

    /** Entries of one kind: none is shown as an empty cell, and counts as 0 all the same. */
    private static Figure entries(
            String key,
            String heading,
            String inFull,
            Function<StudentStanding, Integer> counted,
            Predicate<Entry> counts) {
        String words = inFull.toLowerCase(Locale.ROOT);
        return Figure.of(key, heading, COUNT, (at, own) -> count(counted.apply(own)))
                .called(words)
                .columns(inFull)
                .workedOutBy((at, own) -> Optional.of(PieceWorking.ofEntries(at.standing(), own, words, counts)));
    }

    private static Value target(ClassFigures at, StudentStanding own, Function<Target, Optional<String>> which) {
        return at.book().targets().stream()
                .filter(target -> target.student().equals(own.student().id()))
                .findFirst()
                .flatMap(which)
                .flatMap(at.book().boundaries()::labelled)
                .map(band -> grade(at, Optional.of(band)))
                .orElse(Value.NONE);
    }

    private static Value startingScore(ClassFigures at, StudentStanding own) {
        return at.book()
                .startingScores()
                .map(all -> all.scores().get(own.student().id()))
                .map(score -> Value.decimal(score.value(), score.toString()))
                .orElse(Value.NONE);
    }

    private static Value count(int count) {
        return Value.count(count);
    }

    private static Figure ofTerm(String name) {
        return Figure.of("term:" + name, name, PERCENT, (at, own) -> {
                    int term = at.book().terms().stream()
                            .map(it -> it.name())
                            .toList()
                            .indexOf(name);
                    return term < 0 ? Value.NONE : percent(at, at.series().result(own.place(), term));
                })
                .called(name);
    }
}
