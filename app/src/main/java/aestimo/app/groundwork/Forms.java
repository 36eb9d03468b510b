package aestimo.app.groundwork;

import aestimo.app.frame.Days;
import aestimo.app.web.FormFields;
import aestimo.core.typed.NumberedNames;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/** What the groundwork's forms hold, as typed; kept so that a form refused is shown again with everything in it. */
public final class Forms {
    private Forms() {}

    /**
     * @param id 0 for one not kept yet
     * @param weight its say where a year weighs its terms
     * @param exam it may lie within another's weeks and takes only the assessments given to it
     */
    public record TermLine(long id, String name, String starts, String ends, String weight, boolean exam) {
        /** One without a weight. */
        public TermLine(long id, String name, String starts, String ends) {
            this(id, name, starts, ends, "0", false);
        }

        /** “Term 1, 1 Sep – 18 Dec”, where the days are days. */
        public String words() {
            return name + ", " + Days.brief(LocalDate.parse(starts)) + " – " + Days.brief(LocalDate.parse(ends));
        }

        boolean isEmpty() {
            return name.isEmpty() && starts.isEmpty() && ends.isEmpty();
        }
    }

    /**
     * @param version of the year when the form was made; 0 for a new one
     * @param moves whether assessments may move to another term by it
     */
    public record YearForm(String name, int version, List<TermLine> terms, boolean moves) {
        public YearForm(String name, int version, List<TermLine> terms) {
            this(name, version, terms, false);
        }

        static YearForm read(FormFields fields) {
            List<TermLine> terms = new ArrayList<>();
            for (int i = 0; i < fields.texts("termName").size(); i++) {
                TermLine line = new TermLine(
                        FormFields.toNumber(fields.text("termId", i)),
                        fields.text("termName", i),
                        fields.text("starts", i),
                        fields.text("ends", i),
                        fields.text("termWeight", i).replace(',', '.'),
                        fields.text("termKind", i).equals("exam"));
                if (!line.isEmpty()) {
                    terms.add(line);
                }
            }
            return new YearForm(
                    fields.text("name"),
                    (int) fields.number("version"),
                    terms,
                    fields.text("moves").equals("true"));
        }
    }

    /**
     * @param tint one of the eight colours
     * @param takesResults false for a tutor group
     */
    public record ClassForm(long yearId, String name, String subject, int tint, boolean takesResults) {
        /** One that takes results. */
        public ClassForm(long yearId, String name, String subject, int tint) {
            this(yearId, name, subject, tint, true);
        }

        public static ClassForm read(FormFields fields) {
            return new ClassForm(
                    fields.number("yearId"),
                    fields.text("name"),
                    fields.text("subject"),
                    (int) fields.number("tint"),
                    !fields.text("withoutResults").equals("true"));
        }
    }

    /**
     * @param id 0 for one not kept yet
     * @param averaging by the name the core gives it
     * @param counts false for practice, whose weight then says nothing
     */
    public record CategoryLine(
            long id,
            String name,
            String weight,
            String shape,
            int tint,
            String averaging,
            int dropLowest,
            boolean counts,
            boolean retired) {
        /** One that counts, averages equally and drops nothing. */
        public CategoryLine(long id, String name, String weight, String shape, int tint) {
            this(id, name, weight, shape, tint, "EQUAL", 0, true, false);
        }

        CategoryLine withWeight(String other) {
            return new CategoryLine(id, name, other, shape, tint, averaging, dropLowest, counts, retired);
        }
    }

    public record WeightsForm(int version, List<CategoryLine> categories) {
        public static WeightsForm read(FormFields fields) {
            List<CategoryLine> lines = new ArrayList<>();
            for (int i = 0; i < fields.texts("categoryName").size(); i++) {
                CategoryLine line = new CategoryLine(
                        FormFields.toNumber(fields.text("categoryId", i)),
                        fields.text("categoryName", i),
                        fields.text("weight", i).replace(',', '.'),
                        fields.text("shape", i),
                        (int) FormFields.toNumber(fields.text("tint", i)),
                        fields.text("averaging", i).equals("POINTS") ? "POINTS" : "EQUAL",
                        (int) Math.min(CategoryService.HIGHEST_DROP, FormFields.toNumber(fields.text("dropLowest", i))),
                        !fields.text("say", i).equals("practice"),
                        fields.text("retired", i).equals("true"));
                if (line.id() != 0 || !line.name().isEmpty() || !line.weight().isEmpty()) {
                    lines.add(line);
                }
            }
            for (NumberedNames.Line line : NumberedNames.read(fields.text("together"))) {
                int place = lines.size();
                lines.add(new CategoryLine(
                        0,
                        line.name(),
                        line.number(),
                        CategoryService.SHAPES.get(place % CategoryService.SHAPES.size()),
                        place % GroundworkService.TINTS + 1));
            }
            return new WeightsForm((int) fields.number("version"), lines);
        }
    }

    /**
     * @param from percent, or a raw mark of a total such as 40/60, as typed
     * @param worth percent a grade counts as, as typed; empty: midway to the next band up
     */
    public record BandLine(String label, String from, String worth, String words) {
        public BandLine(String label, String from) {
            this(label, from, "", "");
        }
    }

    /** @param forAll whether every class that uses the set is to have it so, not this one alone */
    public record BoundariesForm(int version, List<BandLine> bands, boolean forAll) {
        public BoundariesForm(int version, List<BandLine> bands) {
            this(version, bands, false);
        }

        public static BoundariesForm read(FormFields fields) {
            List<BandLine> lines = new ArrayList<>();
            for (int i = 0; i < fields.texts("label").size(); i++) {
                BandLine line = new BandLine(
                        fields.text("label", i),
                        fields.text("from", i).replace(',', '.').replace(" ", ""),
                        fields.text("worth", i).replace(',', '.'),
                        fields.text("words", i));
                if (!line.label().isEmpty() || !line.from().isEmpty()) {
                    lines.add(line);
                }
            }
            NumberedNames.read(fields.text("together"))
                    .forEach(line -> lines.add(new BandLine(line.name(), line.number())));
            return new BoundariesForm(
                    (int) fields.number("version"), lines, fields.text("forAll").equals("true"));
        }
    }
}
