package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.changes.ChangeService;
import aestimo.app.groundwork.Forms.BandLine;
import aestimo.app.groundwork.Forms.BoundariesForm;
import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.Forms.WeightsForm;
import aestimo.app.groundwork.GroundworkMapper.CategoryRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import aestimo.core.value.WeightScale;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Classes with their categories, weights and boundaries. */
@Service
public class GroundworkService {
    static final List<String> SHAPES = List.of("triangle", "square", "circle", "diamond", "bar", "ring");
    static final int TINTS = 8;

    private static final int LONGEST_NAME = 40;

    private final GroundworkMapper mapper;
    private final BookService books;
    private final ChangeService changes;

    GroundworkService(GroundworkMapper mapper, BookService books, ChangeService changes) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
    }

    /**
     * Makes a class in one of the teacher's years.
     *
     * @return its id
     * @throws FormException naming every reason why it cannot be made
     */
    @Transactional
    public long createClass(TeacherId teacher, ClassForm form) {
        check(teacher, form);
        Long id = mapper.insertClass(teacher, mapper.insertBoundaries(teacher, form.name()), form);
        if (id == null) {
            throw new FormException(taken(form));
        }
        return id;
    }

    /**
     * Changes a class's name, subject, colour or year.
     *
     * @throws FormException naming every reason why they cannot be kept
     */
    @Transactional
    public void changeClass(TeacherId teacher, long classId, ClassForm form) {
        ClassRow before = books.classRow(teacher, classId);
        ClassForm inItsYear = new ClassForm(before.yearId(), form.name(), form.subject(), form.tint());
        check(teacher, inItsYear);
        if (mapper.isClassNameTaken(teacher, classId, inItsYear)) {
            throw new FormException(taken(form));
        }
        mapper.updateClass(teacher, classId, inItsYear);
        changes.recordGroundwork(
                teacher,
                classId,
                "class",
                before.title(),
                books.classRow(teacher, classId).title());
    }

    private void check(TeacherId teacher, ClassForm form) {
        List<String> problems = new ArrayList<>();
        if (form.name().isEmpty() || form.name().length() > LONGEST_NAME) {
            problems.add("The class needs a name of 1 to " + LONGEST_NAME + " letters, such as 9B.");
        }
        if (form.subject().length() > LONGEST_NAME) {
            problems.add("The subject has over " + LONGEST_NAME + " letters.");
        }
        if (form.tint() < 1 || form.tint() > TINTS) {
            problems.add("Choose one of the colours.");
        }
        if (mapper.findYear(teacher, form.yearId()).isEmpty()) {
            problems.add("Choose the year the class is taught in.");
        }
        if (!problems.isEmpty()) {
            throw new FormException(problems);
        }
    }

    private static String taken(ClassForm form) {
        return "There is a class " + (form.name() + " " + form.subject()).strip() + " in this year already.";
    }

    /** A category with how many assessments stand in it. */
    public record CategoryCount(CategoryLine line, int assessments) {}

    @Transactional(readOnly = true)
    public List<CategoryCount> categories(TeacherId teacher, long classId) {
        return mapper.findCategories(teacher, classId).stream()
                .map(row -> new CategoryCount(
                        new CategoryLine(row.id(), row.name(), row.weight().toString(), row.shape(), row.tint()),
                        row.assessments()))
                .toList();
    }

    /**
     * Keeps a class's categories and weights.
     *
     * @throws FormException naming every reason why they cannot be kept, foremost that they do not make exactly 100
     */
    @Transactional
    public void saveWeights(TeacherId teacher, long classId, WeightsForm form) {
        books.classRow(teacher, classId);
        List<CategoryRow> before = mapper.findCategories(teacher, classId);
        List<Weight> weights = check(form);
        Set<Long> kept = form.categories().stream().map(CategoryLine::id).collect(Collectors.toSet());
        for (CategoryRow row : before) {
            if (!kept.contains(row.id()) && row.assessments() > 0) {
                throw new FormException(row.name() + " holds "
                        + (row.assessments() == 1 ? "1 assessment" : row.assessments() + " assessments")
                        + ". Put them into another category first, then it can be removed.");
            }
        }
        advance(teacher, classId, form.version(), "categories " + words(before));
        mapper.parkCategoryNames(teacher, classId);
        before.stream()
                .filter(row -> !kept.contains(row.id()))
                .forEach(row -> mapper.deleteCategory(teacher, classId, row.id()));
        for (int i = 0; i < form.categories().size(); i++) {
            CategoryLine line = form.categories().get(i);
            if (line.id() == 0) {
                mapper.insertCategory(teacher, classId, i, weights.get(i), line);
            } else if (mapper.updateCategory(teacher, classId, i, weights.get(i), line) == 0) {
                throw new NotFoundException("category");
            }
        }
        changes.recordGroundwork(
                teacher, classId, "weights", words(before), words(mapper.findCategories(teacher, classId)));
    }

    /**
     * The same form with its weights scaled to make exactly 100; keeps nothing.
     *
     * @throws FormException when a weight is no number, or all are 0
     */
    WeightsForm scaled(WeightsForm form) {
        List<Weight> weights = new ArrayList<>();
        for (CategoryLine line : form.categories()) {
            try {
                weights.add(Weight.parse(line.weight()));
            } catch (IllegalArgumentException none) {
                throw new FormException("The weight of " + line.name() + " is “" + line.weight()
                        + "”. Give a number first, then scale.");
            }
        }
        if (weights.stream().allMatch(weight -> weight.value().signum() == 0)) {
            throw new FormException("All weights are 0, so there is nothing to scale.");
        }
        List<Weight> scaled = WeightScale.toHundred(weights);
        List<CategoryLine> lines = new ArrayList<>();
        for (int i = 0; i < scaled.size(); i++) {
            CategoryLine line = form.categories().get(i);
            lines.add(new CategoryLine(line.id(), line.name(), scaled.get(i).toString(), line.shape(), line.tint()));
        }
        return new WeightsForm(form.version(), lines);
    }

    private static String words(List<CategoryRow> categories) {
        return categories.stream().map(row -> row.name() + " " + row.weight()).collect(Collectors.joining(", "));
    }

    private static List<Weight> check(WeightsForm form) {
        List<String> problems = new ArrayList<>();
        List<Weight> weights = new ArrayList<>();
        Set<String> names = new HashSet<>();
        Fraction sum = Fraction.ZERO;
        for (CategoryLine line : form.categories()) {
            if (line.name().isEmpty() || line.name().length() > LONGEST_NAME) {
                problems.add("Each category needs a name of 1 to " + LONGEST_NAME + " letters.");
            } else if (!names.add(line.name())) {
                problems.add("There are two categories called " + line.name() + ". Give one another name.");
            }
            if (!SHAPES.contains(line.shape()) || line.tint() < 1 || line.tint() > TINTS) {
                problems.add("Choose a shape and a colour for " + line.name() + ".");
            }
            try {
                Weight weight = Weight.parse(line.weight());
                weights.add(weight);
                sum = sum.plus(weight.toFraction());
            } catch (IllegalArgumentException none) {
                problems.add("The weight of " + (line.name().isEmpty() ? "a category" : line.name()) + " is “"
                        + line.weight() + "”. It must be a number from 0 to 100, with at most four places.");
            }
        }
        if (form.categories().isEmpty()) {
            problems.add("The class needs at least one category.");
        } else if (problems.isEmpty() && !sum.equals(Fraction.HUNDRED)) {
            problems.add(
                    "Weights make " + sum.toDecimal(4).stripTrailingZeros().toPlainString() + ". They must make 100.");
        }
        if (!problems.isEmpty()) {
            throw new FormException(problems);
        }
        return weights;
    }

    /**
     * Keeps a class's boundaries. No bands at all means percents without grades.
     *
     * @throws FormException naming every reason why they cannot be kept
     */
    @Transactional
    public void saveBoundaries(TeacherId teacher, long classId, BoundariesForm form) {
        ClassRow row = books.classRow(teacher, classId);
        List<Band> bands = check(form);
        String before = words(books.open(teacher, classId).book().boundaries());
        advance(teacher, classId, form.version(), "boundaries " + before);
        mapper.deleteBands(teacher, row.boundariesId());
        for (int i = 0; i < bands.size(); i++) {
            mapper.insertBand(
                    teacher,
                    row.boundariesId(),
                    i,
                    bands.get(i).label(),
                    bands.get(i).from());
        }
        changes.recordGroundwork(teacher, classId, "boundaries", before, words(Boundaries.of(bands)));
    }

    private static String words(Boundaries boundaries) {
        return boundaries.isEmpty()
                ? "none"
                : boundaries.bands().stream()
                        .map(band -> band.label() + " from "
                                + band.from()
                                        .exact()
                                        .toDecimal(4)
                                        .stripTrailingZeros()
                                        .toPlainString())
                        .collect(Collectors.joining(", "));
    }

    private static List<Band> check(BoundariesForm form) {
        List<String> problems = new ArrayList<>();
        List<Band> bands = new ArrayList<>();
        for (BandLine line : form.bands()) {
            String called = line.label().isEmpty() ? "A band" : line.label();
            if (line.label().isEmpty() || line.label().length() > 20) {
                problems.add("Each band needs a label of 1 to 20 letters.");
                continue;
            }
            try {
                bands.add(Band.of(line.label(), Percent.parse(line.from())));
            } catch (IllegalArgumentException none) {
                problems.add(called + " starts from “" + line.from()
                        + "”. It must be a number from 0 to 100, with at most four places.");
            }
        }
        problems.addAll(Boundaries.problems(bands));
        if (!problems.isEmpty()) {
            throw new FormException(problems);
        }
        return bands;
    }

    private void advance(TeacherId teacher, long classId, int version, String now) {
        if (mapper.advanceClass(teacher, classId, version) == 0) {
            throw new FormException("This was changed in another window meanwhile; there are now " + now
                    + ". What you typed is still here, not kept: save again to put it in place.");
        }
    }
}
