package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.CategoryStyle;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Days;
import aestimo.app.groundwork.Forms.BandLine;
import aestimo.app.groundwork.Forms.BoundariesForm;
import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.Forms.WeightsForm;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Book;
import aestimo.core.rules.Rules;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Tries out weights, averages, rounding and boundaries together. Nothing moves before a try-out is adopted. */
@Service
public class TryOutService {
    private static final int LONGEST_NAME = 40;
    private static final int MOST_KEPT = 20;

    private final TryOutMapper mapper;
    private final BookService books;
    private final CategoryService categories;
    private final BoundaryService boundaries;
    private final GroundworkService groundwork;
    private final ChangeService changes;
    private final JsonMapper json;
    private final Clock clock;

    TryOutService(
            TryOutMapper mapper,
            BookService books,
            CategoryService categories,
            BoundaryService boundaries,
            GroundworkService groundwork,
            ChangeService changes,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.books = books;
        this.categories = categories;
        this.boundaries = boundaries;
        this.groundwork = groundwork;
        this.changes = changes;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What is tried out, as typed.
     *
     * @param version of the class's groundwork it was begun on
     */
    public record TryOut(
            int version, List<CategoryLine> categories, List<BandLine> bands, String places, String gradeOn) {
        public static TryOut read(FormFields fields) {
            WeightsForm weights = WeightsForm.read(fields);
            return new TryOut(
                    weights.version(),
                    weights.categories(),
                    BoundariesForm.read(fields).bands(),
                    fields.text("places"),
                    fields.text("gradeOn"));
        }

        TryOut withVersion(int other) {
            return new TryOut(other, categories, bands, places, gradeOn);
        }
    }

    /** One that was given a name. */
    public record Named(long id, String name, TryOut tryOut) {}

    /** As the class stands now, to begin from. */
    public static TryOut of(ClassBook classBook) {
        RulesForm rules = RulesForm.of(classBook);
        return new TryOut(
                classBook.row().version(),
                classBook.book().categories().stream()
                        .map(category -> {
                            CategoryStyle look = classBook.look(category);
                            return new CategoryLine(
                                    ClassBook.id(category),
                                    category.name(),
                                    category.weight().toString(),
                                    look.shape(),
                                    look.tint(),
                                    category.averaging().name(),
                                    category.dropLowest(),
                                    category.counts(),
                                    category.retired());
                        })
                        .toList(),
                classBook.book().boundaries().bands().stream()
                        .map(BoundaryService::line)
                        .toList(),
                rules.places(),
                rules.gradeOn());
    }

    /**
     * The book as it would be, whatever the weights make.
     *
     * @throws FormException naming everything that could not be kept for another reason than the sum of the weights
     */
    public Book tried(ClassBook classBook, TryOut tryOut) {
        return ClassSave.tried(classBook.book().toBuilder()
                .categories(categories.checked(classBook, new WeightsForm(tryOut.version(), tryOut.categories())))
                .rules(rules(classBook, tryOut))
                .boundaries(BoundaryService.checked(new BoundariesForm(tryOut.version(), tryOut.bands()))));
    }

    private static Rules rules(ClassBook classBook, TryOut tryOut) {
        return rulesForm(classBook, tryOut).toRules();
    }

    private static RulesForm rulesForm(ClassBook classBook, TryOut tryOut) {
        return RulesForm.of(classBook).withRounding(tryOut.places(), tryOut.gradeOn());
    }

    /**
     * Makes a try-out the groundwork of its class, in one step; the groundwork as it was is saved as a try-out that can be
     * adopted again.
     *
     * @return the name under which the former groundwork is kept
     * @throws FormException naming every reason why it cannot be adopted; nothing is kept then
     */
    @Transactional
    public String adopt(TeacherId teacher, long classId, TryOut tryOut) {
        ClassBook classBook = books.open(teacher, classId);
        TryOut former = of(classBook);
        int version = tryOut.version();
        if (former.equals(tryOut.withVersion(former.version()))) {
            throw new FormException("Nothing here differs from what the class has.");
        }
        if (!former.categories().equals(tryOut.categories())) {
            categories.saveWeights(teacher, classId, new WeightsForm(version, tryOut.categories()));
            version++;
        }
        if (!former.places().equals(tryOut.places()) || !former.gradeOn().equals(tryOut.gradeOn())) {
            groundwork.saveRules(teacher, classId, rulesForm(classBook, tryOut).withVersion(version));
            version++;
        }
        if (!former.bands().equals(tryOut.bands())) {
            boundaries.saveOrShare(teacher, classId, new BoundariesForm(version, tryOut.bands()));
        }
        String name = "As it was until " + Days.at(OffsetDateTime.now(clock));
        mapper.write(teacher, classId, name, json.writeValueAsString(former));
        changes.recordGroundwork(teacher, classId, "try-out", name, "adopted");
        return name;
    }

    @Transactional(readOnly = true)
    public List<Named> saved(TeacherId teacher, long classId) {
        return mapper.findAll(teacher, classId).stream().map(this::named).toList();
    }

    private Named named(TryOutMapper.TryOutRow row) {
        return new Named(row.id(), row.name(), json.readValue(row.choices(), TryOut.class));
    }

    /** @throws NotFoundException when the class has no such try-out */
    @Transactional(readOnly = true)
    public Named saved(TeacherId teacher, long classId, long id) {
        return mapper.find(teacher, classId, id).map(this::named).orElseThrow(() -> new NotFoundException("try-out"));
    }

    /**
     * Keeps a try-out under a name; one of that name is replaced.
     *
     * @throws FormException when the name will not do, there are too many, or the try-out could not be looked at
     */
    @Transactional
    public void save(TeacherId teacher, long classId, String name, TryOut tryOut) {
        ClassBook classBook = books.open(teacher, classId);
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            throw new FormException("A try-out needs a name of 1 to " + LONGEST_NAME + " letters, such as Exams 40.");
        }
        List<Named> kept = saved(teacher, classId);
        if (kept.size() >= MOST_KEPT
                && kept.stream().noneMatch(own -> own.name().equals(name))) {
            throw new FormException("There are " + MOST_KEPT + " try-outs already. Delete one first.");
        }
        tried(classBook, tryOut);
        mapper.write(teacher, classId, name, json.writeValueAsString(tryOut));
    }

    /** @throws NotFoundException when the class has no such try-out */
    @Transactional
    public void remove(TeacherId teacher, long classId, long id) {
        if (mapper.delete(teacher, classId, id) == 0) {
            throw new NotFoundException("try-out");
        }
    }
}
