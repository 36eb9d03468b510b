package aestimo.app.sheet;

import aestimo.app.web.FormFields;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * How a teacher looks at the marks sheet of a class. Display alone: no choice here moves a figure. Immutable.
 *
 * @param byDate columns by their dates, not by category
 * @param resultRight result and grade at the right end
 * @param soFar with a line of each student's marks so far
 * @param faces how an entry is shown: one or two ways, the first large
 * @param who what stands beside the name
 * @param foot the lines at the foot
 * @param imported whether what was imported can be told from what was typed
 * @param practice whether practice categories are shown
 * @param hidden ids of assessments left out
 */
public record SheetOptions(
        boolean byDate,
        boolean resultRight,
        boolean soFar,
        Shade shade,
        Order order,
        List<Face> faces,
        Set<Who> who,
        Set<Foot> foot,
        boolean imported,
        boolean practice,
        Set<Long> hidden) {
    /** What the ground of a cell tells. */
    public enum Shade {
        NONE,
        MEAN,
        GRADE
    }

    /** What rows are ordered by; those that are equal, by name. */
    public enum Order {
        NAME,
        NUMBER,
        SET,
        RESULT
    }

    /** How an entry that counts is shown. */
    public enum Face {
        MARK,
        PERCENT,
        GRADE
    }

    /** What may stand beside a name. */
    public enum Who {
        NUMBER("number"),
        SET("set"),
        SUPPORT("support note"),
        SCORE("starting score"),
        LAST_YEAR("last year’s result");

        private final String words;

        Who(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** A line at the foot; sets have one each. */
    public enum Foot {
        MEAN("class mean"),
        MEDIAN("median"),
        COUNTED("counted"),
        SETS("means of the sets"),
        SPREAD("spread");

        private final String words;

        Foot(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    static final SheetOptions DEFAULT = new SheetOptions(
            false,
            false,
            true,
            Shade.MEAN,
            Order.NAME,
            List.of(Face.MARK),
            Set.of(),
            EnumSet.of(Foot.MEAN),
            false,
            true,
            Set.of());

    public SheetOptions {
        faces = List.copyOf(faces);
        who = Set.copyOf(who);
        foot = Set.copyOf(foot);
        hidden = Set.copyOf(hidden);
    }

    /**
     * As the fields of the form say. What is not understood is left out; no face chosen means marks, of three the first
     * two are taken.
     *
     * @param fields the values of each field, none for a field that was not sent
     */
    static SheetOptions read(Function<String, List<String>> fields) {
        List<Face> faces = new ArrayList<>(chosen(Face.class, fields.apply("face")));
        return new SheetOptions(
                fields.apply("columns").contains("date"),
                fields.apply("result").contains("right"),
                fields.apply("line").contains("shown"),
                one(Shade.class, fields.apply("shade"), Shade.NONE),
                one(Order.class, fields.apply("order"), Order.NAME),
                faces.isEmpty() ? List.of(Face.MARK) : faces.subList(0, Math.min(2, faces.size())),
                chosen(Who.class, fields.apply("who")),
                chosen(Foot.class, fields.apply("foot")),
                fields.apply("imported").contains("shown"),
                !fields.apply("practice").contains("hidden"),
                fields.apply("hide").stream()
                        .map(FormFields::toNumber)
                        .filter(id -> id != 0)
                        .collect(Collectors.toSet()));
    }

    /** As it was kept by {@link #toText}; empty text gives the default. */
    static SheetOptions parse(String text) {
        if (text.isEmpty()) {
            return DEFAULT;
        }
        Map<String, List<String>> fields = Arrays.stream(text.split("&"))
                .map(field -> field.split("=", 2))
                .filter(field -> field.length == 2)
                .collect(Collectors.groupingBy(
                        field -> field[0],
                        LinkedHashMap::new,
                        Collectors.mapping(field -> field[1], Collectors.toList())));
        return read(name -> fields.getOrDefault(name, List.of()));
    }

    /** The fields and their values, in words and digits alone: {@code shade=mean&face=mark&…}. */
    String toText() {
        List<String> fields = new ArrayList<>();
        fields.add("columns=" + (byDate ? "date" : "category"));
        fields.add("result=" + (resultRight ? "right" : "left"));
        fields.add("line=" + (soFar ? "shown" : "hidden"));
        fields.add("shade=" + word(shade));
        fields.add("order=" + word(order));
        faces.forEach(face -> fields.add("face=" + word(face)));
        who.forEach(own -> fields.add("who=" + word(own)));
        foot.forEach(line -> fields.add("foot=" + word(line)));
        fields.add("imported=" + (imported ? "shown" : "hidden"));
        fields.add("practice=" + (practice ? "shown" : "hidden"));
        hidden.forEach(id -> fields.add("hide=" + id));
        return String.join("&", fields);
    }

    /** Pieces that the form did not offer stay as they were. */
    SheetOptions withHiddenBeyond(Set<Long> offered, SheetOptions before) {
        Set<Long> all = new LinkedHashSet<>(before.hidden);
        all.removeAll(offered);
        all.addAll(hidden);
        return new SheetOptions(byDate, resultRight, soFar, shade, order, faces, who, foot, imported, practice, all);
    }

    /** Whether entries show as they are typed. */
    boolean showsMarksAlone() {
        return faces.equals(List.of(Face.MARK));
    }

    public Face[] allFaces() {
        return Face.values();
    }

    public Who[] allWho() {
        return Who.values();
    }

    public Foot[] allFoot() {
        return Foot.values();
    }

    public boolean hides(String assessmentId) {
        return hidden.contains(FormFields.toNumber(assessmentId));
    }

    private static <E extends Enum<E>> E one(Class<E> type, List<String> words, E other) {
        return chosen(type, words).stream().findFirst().orElse(other);
    }

    private static <E extends Enum<E>> Set<E> chosen(Class<E> type, List<String> words) {
        return EnumSet.allOf(type).stream()
                .filter(constant -> words.contains(word(constant)))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    private static String word(Enum<?> constant) {
        return constant.name().toLowerCase(Locale.ROOT);
    }
}
