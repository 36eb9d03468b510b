package aestimo.app.across;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.SpanChoice;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.CategoryAverage;
import aestimo.core.result.Movement;
import aestimo.core.result.Prospects;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.TermSeries;
import aestimo.core.targets.Attainment;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;

/**
 * A figure a list over several classes can show: what it means is the same in each, however its bands and categories
 * are called; a class without it shows a dash.
 *
 * @param key in addresses, such as {@code result} or {@code category:Exams}
 * @param kind what it is compared as
 * @param figure of one student of one class
 */
record Column(String key, String words, Kind kind, BiFunction<InClass, StudentStanding, Figure> figure) {
    /** What the figures of a column are, so that a condition is held against the like. */
    enum Kind {
        NUMBER,
        /** Compared by the order of the bands of the student's class. */
        GRADE,
        /** Only the same or not. */
        WORDS
    }

    /** Figures whose working the standing of a class tells, by the name it knows them by. */
    private static final Map<String, String> TOLD = Map.ofEntries(
            Map.entry("result", "result"),
            Map.entry("grade", "result"),
            Map.entry("next", "result"),
            Map.entry("rank", "rank"),
            Map.entry("set-rank", "set-rank"),
            Map.entry("moved", "moved"),
            Map.entry("way", "moved"),
            Map.entry("worst", "possible"),
            Map.entry("best", "possible"),
            Map.entry("ceilings", "ceilings"),
            Map.entry("absent", "absent"),
            Map.entry("not-in", "not-in"),
            Map.entry("late", "late"),
            Map.entry("finish", "finish"));

    /** What the standing of a class is asked for the working of this figure; empty where it tells none. */
    public String asked() {
        return TOLD.getOrDefault(key, "");
    }

    /** One class as a list looks at it; what few columns need is worked out when first asked for. */
    static final class InClass {
        private final ClassBook classBook;
        private final Standing standing;
        private final String query;
        private TermSeries series;
        private Map<String, Attainment> attained;
        private Map<String, Integer> loose;

        InClass(ClassBook classBook, SpanChoice span) {
            this.classBook = classBook;
            this.standing = Standing.of(classBook.book(), span.span());
            this.query = span.query();
        }

        ClassBook classBook() {
            return classBook;
        }

        /** Of the span, as part of an address. */
        String query() {
            return query;
        }

        Standing standing() {
            return standing;
        }

        Book book() {
            return standing.book();
        }

        String title() {
            return classBook.row().title();
        }

        private Places places() {
            return book().rules().places();
        }

        private TermSeries series() {
            if (series == null) {
                series = TermSeries.of(standing.counting());
            }
            return series;
        }

        private int term() {
            return series().movedIn(standing.span());
        }

        private Optional<Movement> movement(StudentStanding own) {
            return term() < 0 ? Optional.empty() : series().movement(own.place(), term());
        }

        private Optional<Attainment> attained(StudentStanding own) {
            if (attained == null) {
                attained = new HashMap<>();
                for (Attainment row : Attainment.of(standing.counting(), series())) {
                    if (term() >= 0 && row.term().equals(book().terms().get(term()))) {
                        attained.put(row.student().text(), row);
                    }
                }
            }
            return Optional.ofNullable(attained.get(own.student().id().text()));
        }

        private int loose(StudentStanding own) {
            if (loose == null) {
                loose = new HashMap<>();
                for (LooseEnd end : LooseEnds.of(standing.counting())) {
                    end.student().ifPresent(student -> loose.merge(student.id().text(), 1, Integer::sum));
                }
            }
            return loose.getOrDefault(own.student().id().text(), 0);
        }
    }

    /** Those every list offers, then a result for each term and an average for each name of a category there is. */
    static List<Column> offered(List<InClass> classes) {
        List<Column> columns = new ArrayList<>(List.of(
                new Column(
                        "set",
                        "set",
                        Kind.WORDS,
                        (in, own) -> Figure.words(own.student().set().orElse(""))),
                percent("result", "result", (in, own) -> own.result().map(Result::rounded)),
                new Column(
                        "grade",
                        "grade",
                        Kind.GRADE,
                        (in, own) -> grade(in, own.result().flatMap(Result::grade))),
                new Column(
                        "rank",
                        "rank",
                        Kind.NUMBER,
                        (in, own) -> place(own.rank().map(rank -> rank.place()))),
                new Column(
                        "set-rank",
                        "rank in set",
                        Kind.NUMBER,
                        (in, own) -> place(own.setRank().map(rank -> rank.place()))),
                percent("next", "to next", (in, own) -> own.result().flatMap(Result::toNext)),
                new Column(
                        "near",
                        "just below",
                        Kind.WORDS,
                        (in, own) -> own.result()
                                .map(result -> Figure.words(result.justBelow() ? "yes" : "no"))
                                .orElse(Figure.NONE)),
                new Column(
                        "pass",
                        "pass band",
                        Kind.WORDS,
                        (in, own) -> own.result()
                                .flatMap(Result::pass)
                                .map(pass -> Figure.words(pass.name().toLowerCase(Locale.ROOT)))
                                .orElse(Figure.NONE)),
                percent("moved", "moved by", (in, own) -> in.movement(own).map(Movement::change)),
                new Column(
                        "way",
                        "movement",
                        Kind.WORDS,
                        (in, own) -> in.movement(own)
                                .map(it -> Figure.words(it.direction().name().toLowerCase(Locale.ROOT)))
                                .orElse(Figure.NONE)),
                new Column(
                        "aim",
                        "aim",
                        Kind.GRADE,
                        (in, own) -> grade(in, in.attained(own).flatMap(Attainment::aim))),
                new Column(
                        "against",
                        "against aim",
                        Kind.WORDS,
                        (in, own) -> in.attained(own)
                                .flatMap(Attainment::status)
                                .map(status -> Figure.words(
                                        status.name().toLowerCase(Locale.ROOT).replace('_', ' '), -status.ordinal()))
                                .orElse(Figure.NONE)),
                percent("worst", "worst possible", (in, own) -> open(own).flatMap(Prospects::worst)),
                percent("best", "best possible", (in, own) -> open(own).flatMap(Prospects::best)),
                percent("ceilings", "cost of ceilings", (in, own) -> own.ceilingCost()),
                count("absent", "absent", (in, own) -> own.counts().absent()),
                count("not-in", "not handed in", (in, own) -> own.counts().notHandedIn()),
                count("late", "late", (in, own) -> own.counts().late()),
                count("finish", "to finish", (in, own) -> own.counts().toFinish()),
                count("loose", "loose ends", InClass::loose)));
        Set<String> terms = new LinkedHashSet<>();
        Set<String> categories = new LinkedHashSet<>();
        classes.forEach(in -> in.book().terms().forEach(term -> terms.add(term.name())));
        classes.forEach(in -> in.book().categories().forEach(category -> categories.add(category.name())));
        terms.forEach(name -> columns.add(percent("term:" + name, name, (in, own) -> ofTerm(in, own, name))));
        categories.forEach(
                name -> columns.add(percent("category:" + name, name, (in, own) -> ofCategory(in, own, name))));
        return columns;
    }

    private static Column percent(
            String key, String words, BiFunction<InClass, StudentStanding, Optional<Percent>> figure) {
        return new Column(
                key,
                words,
                Kind.NUMBER,
                (in, own) -> figure.apply(in, own)
                        .map(percent -> Figure.number(percent.shown(in.places())))
                        .orElse(Figure.NONE));
    }

    private static Column count(String key, String words, BiFunction<InClass, StudentStanding, Integer> figure) {
        return new Column(
                key,
                words,
                Kind.NUMBER,
                (in, own) -> Figure.number(figure.apply(in, own).toString()));
    }

    private static Figure place(Optional<Integer> place) {
        return place.map(own -> Figure.number(own.toString())).orElse(Figure.NONE);
    }

    private static Figure grade(InClass in, Optional<Band> band) {
        return band.map(own -> Figure.words(own.label(), in.book().boundaries().stepOf(own) + 1))
                .orElse(Figure.NONE);
    }

    private static Optional<Prospects> open(StudentStanding own) {
        return Optional.of(own.prospects()).filter(prospects -> prospects.remaining() > 0);
    }

    private static Optional<Percent> ofTerm(InClass in, StudentStanding own, String name) {
        List<String> names = in.book().terms().stream().map(Term::name).toList();
        int term = names.indexOf(name);
        return term < 0 ? Optional.empty() : in.series().result(own.place(), term);
    }

    private static Optional<Percent> ofCategory(InClass in, StudentStanding own, String name) {
        return in.book().categories().stream()
                .filter(category -> category.name().equals(name))
                .map(Category::id)
                .findFirst()
                .flatMap(own::category)
                .map(CategoryAverage::average);
    }
}
