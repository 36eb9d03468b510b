package aestimo.app.figures;

import aestimo.app.book.CategoryStyle;
import aestimo.core.result.StudentStanding;
import aestimo.core.working.Working;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;

/**
 * One thing that can be said of a student, a set or a class over a part of the year. Immutable; made by {@link #of} and
 * the methods that add to it, each of which may be left out.
 */
public final class Figure {
    private final String key;
    private final String heading;
    private final FigureType type;
    private final BiFunction<ClassFigures, StudentStanding, Value> student;

    private String words;
    private String css = "";
    private boolean lowestFirst;
    private boolean forFew = true;
    private boolean asked = true;
    private boolean tells;
    private Function<ClassFigures, String> small = at -> "";
    private Function<ClassFigures, Optional<CategoryStyle>> sign = at -> Optional.empty();
    private Function<ClassFigures, List<String>> columns;
    private BiFunction<ClassFigures, Optional<String>, Value> group = (at, set) -> Value.NONE;
    private BiFunction<ClassFigures, StudentStanding, String> marking = (at, own) -> "";
    private BiFunction<ClassFigures, StudentStanding, Optional<Working>> working = (at, own) -> Optional.empty();
    private BiFunction<ClassFigures, Optional<String>, Optional<Working>> groupWorking = (at, set) -> Optional.empty();

    private Figure(
            String key, String heading, FigureType type, BiFunction<ClassFigures, StudentStanding, Value> student) {
        this.key = key;
        this.heading = heading;
        this.words = heading.toLowerCase(java.util.Locale.ROOT);
        this.type = type;
        this.student = student;
        this.columns = at -> List.of(type == FigureType.PERCENT ? heading + " %" : heading);
    }

    private Figure copy() {
        Figure copy = new Figure(key, heading, type, student);
        copy.words = words;
        copy.css = css;
        copy.lowestFirst = lowestFirst;
        copy.forFew = forFew;
        copy.asked = asked;
        copy.tells = tells;
        copy.small = small;
        copy.sign = sign;
        copy.columns = columns;
        copy.group = group;
        copy.marking = marking;
        copy.working = working;
        copy.groupWorking = groupWorking;
        return copy;
    }

    /**
     * A figure of a student.
     *
     * @param key stable, as addresses and what is saved hold it, such as {@code result} or {@code category:Exams}
     * @param heading short, as it stands over a column
     */
    static Figure of(
            String key, String heading, FigureType type, BiFunction<ClassFigures, StudentStanding, Value> student) {
        return new Figure(key, heading, type, student);
    }

    /** What it is called in a sentence, where that is more than the heading. */
    Figure called(String otherwise) {
        Figure copy = copy();
        copy.words = otherwise;
        return copy;
    }

    /** How its cells look, beside what follows from its type. */
    Figure styled(String classes) {
        Figure copy = copy();
        copy.css = classes;
        return copy;
    }

    /** Ordered from the lowest at first: a rank, or the least that is missing to a grade. */
    Figure fromTheLowest() {
        Figure copy = copy();
        copy.lowestFirst = true;
        return copy;
    }

    /** It tells of so many students that among few it would tell one about another. */
    Figure notForFew() {
        Figure copy = copy();
        copy.forFew = false;
        return copy;
    }

    /** Nothing is asked of it in a condition: what it tells, other figures tell one by one. */
    Figure notAsked() {
        Figure copy = copy();
        copy.asked = false;
        return copy;
    }

    /** Small words after the heading, such as a weight, or the term something is of. */
    Figure small(Function<ClassFigures, String> words) {
        Figure copy = copy();
        copy.small = words;
        return copy;
    }

    /** The sign of the category it is of. */
    Figure sign(Function<ClassFigures, Optional<CategoryStyle>> category) {
        Figure copy = copy();
        copy.sign = category;
        return copy;
    }

    /** The headings of its columns in a file, as many as its values have cells. */
    Figure columns(String... headings) {
        return columns(at -> List.of(headings));
    }

    Figure columns(Function<ClassFigures, List<String>> headings) {
        Figure copy = copy();
        copy.columns = headings;
        return copy;
    }

    /** Its value for the class, or for a set where one is named. */
    Figure group(BiFunction<ClassFigures, Optional<String>, Value> value) {
        Figure copy = copy();
        copy.group = value;
        return copy;
    }

    /** What marks a single cell, such as being near a boundary. */
    Figure marked(BiFunction<ClassFigures, StudentStanding, String> classes) {
        Figure copy = copy();
        copy.marking = classes;
        return copy;
    }

    /** How a student's value came about; empty where the student has none. */
    Figure workedOutBy(BiFunction<ClassFigures, StudentStanding, Optional<Working>> how) {
        Figure copy = copy();
        copy.working = how;
        copy.tells = true;
        return copy;
    }

    /** How the value of the class or of a set came about. */
    Figure workedOutForGroupBy(BiFunction<ClassFigures, Optional<String>, Optional<Working>> how) {
        Figure copy = copy();
        copy.groupWorking = how;
        return copy;
    }

    public String key() {
        return key;
    }

    public String heading() {
        return heading;
    }

    /** As it is called in a sentence, such as “not handed in”. */
    public String words() {
        return words;
    }

    public FigureType type() {
        return type;
    }

    /** Whether it is ordered from the highest when first asked for. */
    public boolean isHighestFirst() {
        return type.isNumber() && !lowestFirst;
    }

    /** Whether it may be shown where so few students are that it would tell one about another. */
    public boolean isForFew() {
        return forFew;
    }

    /** Whether conditions can be put on it. */
    public boolean isAsked() {
        return asked;
    }

    public String small(ClassFigures at) {
        return small.apply(at);
    }

    public Optional<CategoryStyle> sign(ClassFigures at) {
        return sign.apply(at);
    }

    public List<String> columns(ClassFigures at) {
        return columns.apply(at);
    }

    /** @return {@link Value#NONE} where the student has none */
    public Value of(ClassFigures at, StudentStanding own) {
        return student.apply(at, own);
    }

    /**
     * The value for the class or one of its sets.
     *
     * @param set empty for the class
     */
    public Value ofGroup(ClassFigures at, Optional<String> set) {
        return group.apply(at, set);
    }

    /** Classes of a student's cell. */
    public String css(ClassFigures at, StudentStanding own) {
        return (css() + " " + marking.apply(at, own)).strip();
    }

    /** Classes of any cell of the column, its heading left out. */
    public String css() {
        return ((type.isFlushRight() ? "num figure " : "") + css).strip();
    }

    /** Whether it tells how a student's value came about. */
    public boolean hasWorking() {
        return tells;
    }

    public Optional<Working> working(ClassFigures at, StudentStanding own) {
        return working.apply(at, own);
    }

    public Optional<Working> groupWorking(ClassFigures at, Optional<String> set) {
        return groupWorking.apply(at, set);
    }

    @Override
    public String toString() {
        return key;
    }
}
