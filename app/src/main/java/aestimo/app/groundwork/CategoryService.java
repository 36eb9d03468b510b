package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Plain;
import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.Forms.WeightsForm;
import aestimo.app.groundwork.GroundworkMapper.CategoryRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.id.CategoryId;
import aestimo.core.rules.Averaging;
import aestimo.core.rules.Method;
import aestimo.core.value.Fraction;
import aestimo.core.value.Weight;
import aestimo.core.value.WeightScale;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The categories of a class: what they weigh, how they average, which are retired. */
@Service
public class CategoryService {
    public static final List<String> SHAPES = List.of("triangle", "square", "circle", "diamond", "bar", "ring");
    static final int HIGHEST_DROP = 9;

    private final GroundworkMapper mapper;
    private final BookService books;
    private final ChangeService changes;
    private final ClassSave save;
    private final ApplicationEventPublisher events;

    CategoryService(
            GroundworkMapper mapper,
            BookService books,
            ChangeService changes,
            ClassSave save,
            ApplicationEventPublisher events) {
        this.events = events;
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
        this.save = save;
    }

    /** A category with how many assessments stand in it. */
    public record CategoryCount(CategoryLine line, int assessments) {}

    @Transactional(readOnly = true)
    public List<CategoryCount> categories(TeacherId teacher, long classId) {
        return mapper.findCategories(teacher, classId).stream()
                .map(row -> new CategoryCount(line(row), row.assessments()))
                .toList();
    }

    private static CategoryLine line(CategoryRow row) {
        return new CategoryLine(
                row.id(),
                row.name(),
                row.weight().toString(),
                row.shape(),
                row.tint(),
                row.averaging().name(),
                row.dropLowest(),
                row.counts(),
                row.retired());
    }

    /**
     * Keeps a class's categories and weights.
     *
     * @throws FormException naming every reason why they cannot be kept, foremost that those that count do not make
     *     exactly 100
     */
    @Transactional
    public void saveWeights(TeacherId teacher, long classId, WeightsForm form) {
        Method method = books.open(teacher, classId).book().rules().method();
        List<CategoryRow> before = mapper.findCategories(teacher, classId);
        List<Category> categories = check(form);
        if (method == Method.BY_CATEGORY) {
            checkSum(categories);
        }
        Set<Long> kept = form.categories().stream().map(CategoryLine::id).collect(Collectors.toSet());
        for (CategoryRow row : before) {
            if (!kept.contains(row.id()) && row.assessments() > 0) {
                throw new FormException(row.name() + " holds "
                        + (row.assessments() == 1 ? "1 assessment" : row.assessments() + " assessments")
                        + ". Move them to another category first, or retire it.");
            }
        }
        save.advance(teacher, classId, form.version(), "categories " + words(before));
        mapper.parkCategoryNames(teacher, classId);
        before.stream().filter(row -> !kept.contains(row.id())).forEach(row -> {
            mapper.deleteRemovedPieces(teacher, classId, row.id());
            mapper.deleteCategory(teacher, classId, row.id());
        });
        for (int i = 0; i < form.categories().size(); i++) {
            CategoryLine line = form.categories().get(i);
            Weight weight = categories.get(i).weight();
            if (line.id() == 0) {
                mapper.insertCategory(teacher, classId, i, weight, line);
            } else if (mapper.updateCategory(teacher, classId, i, weight, line) == 0) {
                throw new NotFoundException("category");
            }
        }
        save.check(teacher, classId);
        Map<String, String> renamed = new HashMap<>();
        before.forEach(row -> form.categories().stream()
                .filter(line -> line.id() == row.id() && !line.name().equals(row.name()))
                .forEach(line -> renamed.put(row.name(), line.name())));
        if (!renamed.isEmpty()) {
            events.publishEvent(new Renamed(teacher, Renamed.Kind.CATEGORY, renamed));
        }
        changes.recordGroundwork(
                teacher, classId, "weights", words(before), words(mapper.findCategories(teacher, classId)));
    }

    /**
     * Puts the categories of a class that is being made, whatever their weights make.
     *
     * @return their ids, in order
     * @throws FormException naming every reason why they cannot be kept
     */
    @Transactional
    public List<Long> put(TeacherId teacher, long classId, List<CategoryLine> lines) {
        List<Category> categories = check(new WeightsForm(0, lines));
        for (int i = 0; i < lines.size(); i++) {
            mapper.insertCategory(teacher, classId, i, categories.get(i).weight(), lines.get(i));
        }
        return mapper.findCategories(teacher, classId).stream()
                .map(CategoryRow::id)
                .toList();
    }

    /**
     * Retires a category, or takes it back into use, and moves assessments out of it.
     *
     * @param moves to which category each assessment goes; those not named stay and still count
     * @throws FormException when an assessment cannot stand where it would go
     * @throws NotFoundException when the class has no such category or assessment
     */
    @Transactional
    public void retire(TeacherId teacher, long classId, long categoryId, boolean retired, Map<Long, Long> moves) {
        ClassBook classBook = books.open(teacher, classId);
        Category category = category(classBook, categoryId);
        if (mapper.retireCategory(teacher, classId, categoryId, retired) == 0) {
            throw new NotFoundException("category");
        }
        moves.forEach((assessmentId, to) -> move(teacher, classBook, assessmentId, category, to));
        save.check(teacher, classId);
        changes.recordGroundwork(
                teacher,
                classId,
                "category",
                category.name() + (category.retired() ? ", retired" : ""),
                category.name() + (retired ? ", retired" : ""));
    }

    /** The other classes of the year with a category of the same name in use. */
    @Transactional(readOnly = true)
    public List<ClassRow> alike(TeacherId teacher, ClassBook classBook, Category category) {
        return books.classes(teacher).stream()
                .filter(row -> row.id() != classBook.row().id()
                        && row.yearId() == classBook.row().yearId())
                .filter(row -> mapper.findCategories(teacher, row.id()).stream()
                        .anyMatch(own -> !own.retired() && own.name().equalsIgnoreCase(category.name())))
                .toList();
    }

    /**
     * Retires a category, and those of the same name in other classes: all of them, or none.
     *
     * @param moves as for one class
     * @param also the other classes
     * @param to the name of the category their assessments go to; empty where they stay
     * @throws FormException when a class has no such category in use, or an assessment cannot stand there
     */
    @Transactional
    public void retireInAll(
            TeacherId teacher, long classId, long categoryId, Map<Long, Long> moves, List<Long> also, String to) {
        Category category = category(books.open(teacher, classId), categoryId);
        retire(teacher, classId, categoryId, true, moves);
        for (long other : new LinkedHashSet<>(also)) {
            ClassBook classBook = books.open(teacher, other);
            Category own = named(classBook, category.name());
            Map<Long, Long> theirs = new HashMap<>();
            if (!to.isEmpty()) {
                long target = ClassBook.id(named(classBook, to));
                classBook.book().assessments().stream()
                        .filter(assessment -> assessment.category().equals(own.id()))
                        .forEach(assessment -> theirs.put(ClassBook.id(assessment), target));
            }
            retire(teacher, other, ClassBook.id(own), true, theirs);
        }
    }

    private static Category named(ClassBook classBook, String name) {
        return classBook.book().categories().stream()
                .filter(own -> !own.retired() && own.name().equalsIgnoreCase(name))
                .findFirst()
                .orElseThrow(() -> new FormException(
                        classBook.row().title() + " has no category " + name + " in use. Nothing was retired."));
    }

    /**
     * Moves assessments to another category: all of them, or none. Those that are in it already stay as they are.
     *
     * @return how many were moved
     * @throws FormException when the category takes none, or another window moved one meanwhile
     * @throws NotFoundException when the class has no such category or assessment
     */
    @Transactional
    public int move(TeacherId teacher, long classId, List<Long> assessmentIds, long to) {
        ClassBook classBook = books.open(teacher, classId);
        category(classBook, to);
        int moved = 0;
        for (long assessmentId : new LinkedHashSet<>(assessmentIds)) {
            Category from = classBook.book().categoryOf(classBook.assessment(assessmentId));
            if (ClassBook.id(from) != to) {
                move(teacher, classBook, assessmentId, from, to);
                moved++;
            }
        }
        save.check(teacher, classId);
        return moved;
    }

    private void move(TeacherId teacher, ClassBook classBook, long assessmentId, Category from, long to) {
        Assessment assessment = classBook.assessment(assessmentId);
        Category target = category(classBook, to);
        long classId = classBook.row().id();
        if (target.retired()) {
            throw new FormException(target.name() + " is retired and takes no assessment.");
        }
        if (mapper.moveAssessment(teacher, classId, assessmentId, ClassBook.id(from), to) == 0) {
            throw new FormException("“" + assessment.title() + "” was moved in another window meanwhile.");
        }
        changes.recordGroundwork(
                teacher,
                classId,
                "assessment",
                "“" + assessment.title() + "” in " + from.name(),
                "“" + assessment.title() + "” in " + target.name());
    }

    private static Category category(ClassBook classBook, long categoryId) {
        return classBook.book().categories().stream()
                .filter(category -> ClassBook.id(category) == categoryId)
                .findFirst()
                .orElseThrow(() -> new NotFoundException("category"));
    }

    /**
     * The same form with the weights that count scaled to make exactly 100; keeps nothing.
     *
     * @throws FormException when a weight is no number, or all are 0
     */
    WeightsForm scaled(WeightsForm form) {
        List<Weight> weights = new ArrayList<>();
        for (CategoryLine line : form.categories()) {
            if (line.counts()) {
                weights.add(weight(line)
                        .orElseThrow(() -> new FormException("The weight of " + line.name() + " is “" + line.weight()
                                + "”. Give a number first, then scale.")));
            }
        }
        if (weights.stream().allMatch(Weight::isZero)) {
            throw new FormException("All weights are 0, so there is nothing to scale.");
        }
        List<Weight> scaled = WeightScale.toHundred(weights);
        List<CategoryLine> lines = new ArrayList<>();
        int next = 0;
        for (CategoryLine line : form.categories()) {
            lines.add(line.counts() ? line.withWeight(scaled.get(next++).toString()) : line);
        }
        return new WeightsForm(form.version(), lines);
    }

    /**
     * What the results would be with the categories of a form, whatever their weights make; keeps nothing.
     *
     * @throws FormException when the form could not be kept for another reason than its sum
     */
    Book tried(ClassBook classBook, WeightsForm form) {
        return ClassSave.tried(classBook.book().toBuilder().categories(checked(classBook, form)));
    }

    /** The categories of a form, which must still hold every piece of work. */
    List<Category> checked(ClassBook classBook, WeightsForm form) {
        List<Category> categories = check(form);
        Set<CategoryId> left = categories.stream().map(Category::id).collect(Collectors.toSet());
        for (Assessment assessment : classBook.book().assessments()) {
            if (!left.contains(assessment.category())) {
                throw new FormException("“" + assessment.title() + "” is in a deleted category.");
            }
        }
        return categories;
    }

    private static String words(List<CategoryRow> categories) {
        return categories.stream()
                .map(row -> row.name()
                        + (row.counts() ? " " + row.weight() : " practice")
                        + (row.averaging() == Averaging.POINTS ? " by points" : "")
                        + (row.dropLowest() == 0 ? "" : " less the lowest " + row.dropLowest()))
                .collect(Collectors.joining(", "));
    }

    private static Optional<Weight> weight(CategoryLine line) {
        try {
            Weight weight = line.counts() ? Weight.parse(line.weight()) : Weight.ZERO;
            return Optional.of(weight).filter(own -> own.toFraction().compareTo(Fraction.HUNDRED) <= 0);
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    /** As categories of the core, in the form's order; one not kept yet has the id it stands at. */
    private static List<Category> check(WeightsForm form) {
        Problems problems = new Problems();
        List<Category> categories = new ArrayList<>();
        Set<String> names = new HashSet<>();
        for (int i = 0; i < form.categories().size(); i++) {
            CategoryLine line = form.categories().get(i);
            String called = line.name().isEmpty() ? "a category" : line.name();
            if (line.name().isEmpty() || line.name().length() > GroundworkService.LONGEST_NAME) {
                problems.at(
                        "categoryName",
                        i,
                        "Each category needs a name of 1 to " + GroundworkService.LONGEST_NAME + " letters.");
            } else if (!names.add(line.name())) {
                problems.at(
                        "categoryName",
                        i,
                        "There are two categories called " + line.name() + ". Give one another name.");
            }
            if (!SHAPES.contains(line.shape()) || line.tint() < 1 || line.tint() > GroundworkService.TINTS) {
                problems.add("Choose a shape and a colour for " + called + ".");
            }
            boolean points = line.averaging().equals(Averaging.POINTS.name());
            if (points && line.dropLowest() > 0) {
                problems.at(
                        "averaging",
                        i,
                        called + " averages by points, so it cannot drop its lowest: a higher mark could then lower "
                                + "a result. Average each alike, or drop none.");
            }
            Optional<Weight> weight = weight(line);
            if (weight.isEmpty()) {
                problems.at(
                        "weight",
                        i,
                        "The weight of " + called + " is “" + line.weight()
                                + "”. It must be a number from 0 to 100, with at most four places.");
            }
            categories.add(new Category(
                    new CategoryId(line.id() == 0 ? "new" + categories.size() : Long.toString(line.id())),
                    line.name(),
                    weight.orElse(Weight.ZERO),
                    points ? Averaging.POINTS : Averaging.EQUAL,
                    points ? 0 : line.dropLowest(),
                    line.counts(),
                    line.retired()));
        }
        if (form.categories().isEmpty()) {
            problems.add("The class needs at least one category.");
        }
        problems.refuse();
        return categories;
    }

    private static void checkSum(List<Category> categories) {
        Fraction sum = categories.stream()
                .filter(Category::counts)
                .map(category -> category.weight().toFraction())
                .reduce(Fraction.ZERO, Fraction::plus);
        if (!sum.equals(Fraction.HUNDRED)) {
            throw new FormException("Weights make " + Plain.words(sum) + ". They must make 100.");
        }
    }
}
