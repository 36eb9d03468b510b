package aestimo.app.letters;

import aestimo.app.book.ClassBook;
import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Figure;
import aestimo.app.figures.FigureType;
import aestimo.app.figures.GoalFigures;
import aestimo.app.figures.Value;
import aestimo.app.letters.SentenceGroup.Stretch;
import aestimo.app.picture.Stack;
import aestimo.core.result.StudentStanding;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * A sentence group as it falls in one class: a rail with a dot for each student, cut into its stretches. Lengths are in units
 * of the drawing, {@value #WIDTH} by {@value #HEIGHT}.
 *
 * @param looksAt the figure in words; empty for a group for everybody
 * @param number whether the figure is a number, so that it is cut by thresholds
 * @param steps what the figure says of anybody here, where it is no number
 * @param outside how many have no such figure, or meet not what else is asked
 */
public record GroupView(
        SentenceGroup group,
        String looksAt,
        boolean number,
        List<String> steps,
        List<Zone> zones,
        List<Peg> pegs,
        List<Dot> dots,
        List<StretchView> stretches,
        int outside) {
    public static final int WIDTH = 860;
    public static final int HEIGHT = 92;
    private static final int EDGE = 10;
    private static final int TOP = 22;
    private static final int BASE = 84;
    private static final double DOT = 10;

    /** A stretch on the rail. */
    public record Zone(double x, double width, boolean open, boolean odd, String words) {}

    /** @param perUnit units of the drawing for 1 of the figure, for dragging */
    public record Peg(int line, String from, double x, double low, double perUnit) {}

    public record Dot(String name, double x, double y, boolean open) {}

    /** Somebody in a stretch, with what the figure says. */
    public record Student(long enrolmentId, String name, String value) {}

    /** @param words “55 to 70”, “below 40”, “up” */
    public record StretchView(int line, String words, GroupForm.Line typed, boolean open, List<Student> students) {
        public String count() {
            return students.size() == 1 ? "1 student" : students.size() + " students";
        }
    }

    /** Of a group as it is saved, or as it is being written. */
    static GroupView of(ClassFigures at, SentenceGroup group, GroupForm typed) {
        return new Maker(at, group, typed).view();
    }

    private static final class Maker {
        private final ClassFigures at;
        private final SentenceGroup group;
        private final GroupForm typed;
        private final Optional<Figure> figure;
        private final List<List<StudentStanding>> students;
        private double low;
        private double perUnit;

        Maker(ClassFigures at, SentenceGroup group, GroupForm typed) {
            this.at = at;
            this.group = group;
            this.typed = typed;
            this.figure = group.looksAt(at);
            this.students = group.students(at);
        }

        private boolean isNumber() {
            return figure.filter(own -> own.type().isNumber()).isPresent();
        }

        private GroupView view() {
            if (isNumber()) {
                lay();
            }
            int inside = students.stream().mapToInt(List::size).sum();
            long present = at.standing().students().stream()
                    .filter(StudentStanding::present)
                    .count();
            return new GroupView(
                    group,
                    figure.map(Figure::words).orElse(""),
                    isNumber(),
                    isNumber() ? List.of() : steps(),
                    isNumber() ? zones() : List.of(),
                    isNumber() ? pegs() : List.of(),
                    isNumber() ? dots() : List.of(),
                    stretches(),
                    (int) present - inside);
        }

        private List<String> steps() {
            if (figure.filter(own -> own.type() == FigureType.LEVEL).isPresent()) {
                return GoalFigures.levels();
            }
            Map<Value, String> said = new TreeMap<>(Value.order(true));
            figure.ifPresent(own -> at.standing().students().stream()
                    .filter(StudentStanding::present)
                    .map(student -> own.of(at, student))
                    .filter(value -> !value.isEmpty())
                    .forEach(value -> said.put(value, value.word())));
            return said.values().stream().distinct().toList();
        }

        private double value(StudentStanding own) {
            return figure.orElseThrow().of(at, own).number().orElseThrow().doubleValue();
        }

        /** Everybody and every threshold on it; a percent from 0 to 100 where they fit. */
        private void lay() {
            double high = Double.NEGATIVE_INFINITY;
            low = Double.POSITIVE_INFINITY;
            List<Double> all = new ArrayList<>();
            for (StudentStanding own : at.standing().students()) {
                Value value = figure.orElseThrow().of(at, own);
                if (own.present() && value.number().isPresent()) {
                    all.add(value.number().get().doubleValue());
                }
            }
            group.stretches().stream()
                    .map(Stretch::from)
                    .filter(from -> from != null)
                    .forEach(from -> all.add(from.doubleValue()));
            for (double one : all) {
                low = Math.min(low, one);
                high = Math.max(high, one);
            }
            if (all.isEmpty()) {
                low = 0;
                high = 100;
            }
            double room = Math.max(1, (high - low) * 0.12);
            low -= room;
            perUnit = (WIDTH - 2 * EDGE) / (high + room - low);
        }

        private double x(double value) {
            return Math.round((EDGE + (value - low) * perUnit) * 10) / 10.0;
        }

        private List<Zone> zones() {
            List<Zone> zones = new ArrayList<>();
            double end = WIDTH - EDGE;
            for (int i = 0; i < group.stretches().size(); i++) {
                Stretch stretch = group.stretches().get(i);
                double start = stretch.from() == null ? EDGE : x(stretch.from().doubleValue());
                zones.add(new Zone(
                        start,
                        Math.max(0, Math.round((end - start) * 10) / 10.0),
                        stretch.isOpen(),
                        i % 2 == 1,
                        words(i) + " × " + students.get(i).size()));
                end = start;
            }
            return zones;
        }

        private List<Peg> pegs() {
            List<Peg> pegs = new ArrayList<>();
            for (int i = 0; i < group.stretches().size(); i++) {
                BigDecimal from = group.stretches().get(i).from();
                if (from != null) {
                    pegs.add(new Peg(i, from.toPlainString(), x(from.doubleValue()), low, perUnit));
                }
            }
            return pegs;
        }

        private List<Dot> dots() {
            record Placed(StudentStanding own, boolean open) {}
            List<Placed> placed = new ArrayList<>();
            for (int i = 0; i < students.size(); i++) {
                boolean open = group.stretches().get(i).isOpen();
                students.get(i).forEach(own -> placed.add(new Placed(own, open)));
            }
            placed.sort(Comparator.comparingDouble(one -> value(one.own())));
            double[] xs =
                    placed.stream().mapToDouble(one -> x(value(one.own()))).toArray();
            int[] levels = Stack.levels(xs, DOT);
            int most = 0;
            for (int level : levels) {
                most = Math.max(most, level);
            }
            double step = most == 0 ? DOT : Math.min(DOT, (BASE - TOP - DOT) / (double) most);
            List<Dot> dots = new ArrayList<>();
            for (int i = 0; i < levels.length; i++) {
                StudentStanding own = placed.get(i).own();
                dots.add(new Dot(
                        own.student().listName() + ", "
                                + figure.orElseThrow().of(at, own).shown(),
                        xs[i],
                        Math.round((BASE - DOT / 2 - levels[i] * step) * 10) / 10.0,
                        placed.get(i).open()));
            }
            return dots;
        }

        private String words(int i) {
            Stretch stretch = group.stretches().get(i);
            if (!isNumber()) {
                return stretch.steps().isEmpty() ? "everybody" : String.join(", ", stretch.steps());
            }
            BigDecimal before = i == 0 ? null : group.stretches().get(i - 1).from();
            String above = before == null ? "" : before.toPlainString();
            String from = stretch.from() == null ? "" : stretch.from().toPlainString();
            return from.isEmpty()
                    ? above.isEmpty() ? "everybody" : "below " + above
                    : above.isEmpty() ? from + " and above" : from + " to " + above;
        }

        private List<StretchView> stretches() {
            List<StretchView> views = new ArrayList<>();
            for (int i = 0; i < group.stretches().size(); i++) {
                views.add(new StretchView(
                        i,
                        words(i),
                        typed.lines().get(i),
                        group.stretches().get(i).isOpen(),
                        students.get(i).stream()
                                .map(own -> new Student(
                                        ClassBook.id(own.student()),
                                        own.student().listName(),
                                        figure.map(it -> it.of(at, own).shown()).orElse("")))
                                .toList()));
            }
            return views;
        }
    }
}
