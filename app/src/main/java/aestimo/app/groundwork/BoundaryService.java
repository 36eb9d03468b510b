package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Plain;
import aestimo.app.groundwork.Forms.BandLine;
import aestimo.app.groundwork.Forms.BoundariesForm;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.boundary.RawMark;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Boundaries of classes, and the library of named ones. A class uses a set of the library, shared with others, or has
 * one of its own.
 */
@Service
public class BoundaryService {
    private static final int LONGEST_LABEL = 20;
    private static final int LONGEST_WORDS = 60;

    /** What a new library holds: its names, and labels with what they start from. */
    private static final List<List<String>> STARTERS = List.of(
            List.of("Seven steps", "7", "85", "6", "72", "5", "60", "4", "48", "3", "36", "2", "20", "1", "0"),
            List.of("A* to E", "A*", "90", "A", "80", "B", "70", "C", "60", "D", "50", "E", "0"),
            List.of("Strong to starting", "Strong", "75", "Sound", "55", "Growing", "35", "Starting", "0"),
            List.of("Pass or fail", "pass", "50", "fail", "0"));

    private final GroundworkMapper mapper;
    private final BookService books;
    private final ChangeService changes;
    private final ClassSave save;

    BoundaryService(GroundworkMapper mapper, BookService books, ChangeService changes, ClassSave save) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
        this.save = save;
    }

    /**
     * A set of boundaries.
     *
     * @param inLibrary whether several classes may use it
     * @param usedBy the classes that do
     */
    public record Named(long id, String name, boolean inLibrary, List<ClassRow> usedBy) {}

    /** The teacher's library, in the order of its names; a new one begins with four. */
    @Transactional
    public List<Named> library(TeacherId teacher) {
        if (mapper.findLibrary(teacher).isEmpty()) {
            for (List<String> starter : STARTERS) {
                long id = mapper.insertBoundaries(teacher, starter.get(0), true);
                List<Band> bands = new ArrayList<>();
                for (int i = 1; i < starter.size(); i += 2) {
                    bands.add(Band.of(starter.get(i), Percent.parse(starter.get(i + 1))));
                }
                write(teacher, id, bands);
            }
        }
        List<ClassRow> classes = books.allClasses(teacher);
        return mapper.findLibrary(teacher).stream()
                .map(row -> named(row, classes))
                .toList();
    }

    private static Named named(GroundworkMapper.BoundariesRow row, List<ClassRow> classes) {
        return new Named(
                row.id(),
                row.name(),
                row.inLibrary(),
                classes.stream().filter(own -> own.boundariesId() == row.id()).toList());
    }

    /** The set a class uses. */
    @Transactional(readOnly = true)
    public Named of(TeacherId teacher, ClassRow row) {
        return named(mapper.findBoundaries(teacher, row.boundariesId()).orElseThrow(), books.allClasses(teacher));
    }

    /**
     * Keeps a class's boundaries. No bands at all means percents without grades. A set others may use too is left to
     * them, and the class gets its own, unless the form is for all.
     *
     * @throws FormException naming every reason why they cannot be kept
     */
    @Transactional
    public void save(TeacherId teacher, long classId, BoundariesForm form) {
        ClassRow row = books.classRow(teacher, classId);
        List<Band> bands = check(form);
        Boundaries before = books.boundaries(teacher, row.boundariesId());
        Named set = of(teacher, row);
        boolean ownCopy = set.inLibrary() && !form.forAll();
        List<ClassRow> concerned = ownCopy ? List.of(row) : set.usedBy();
        concerned.forEach(own -> checkPass(teacher, own, bands));
        save.advance(teacher, classId, form.version(), "boundaries " + words(before));
        if (ownCopy) {
            long own = mapper.insertBoundaries(teacher, set.name() + ", " + row.title(), false);
            mapper.useBoundaries(teacher, classId, own);
            write(teacher, own, bands);
        } else {
            write(teacher, row.boundariesId(), bands);
        }
        for (ClassRow own : concerned) {
            save.check(teacher, own.id());
            changes.recordGroundwork(teacher, own.id(), "boundaries", words(before), words(Boundaries.of(bands)));
        }
    }

    /**
     * The same for a class alone, but where a scale of the library is just this: then the class uses that one. So a class
     * that shared a scale shares it again once its boundaries are put back.
     *
     * @throws FormException naming every reason why they cannot be kept
     */
    @Transactional
    public void saveOrShare(TeacherId teacher, long classId, BoundariesForm form) {
        Optional<Named> same = same(teacher, Boundaries.of(check(form)));
        if (same.isPresent()) {
            use(teacher, classId, same.get().id(), form.version());
        } else {
            save(teacher, classId, form);
        }
    }

    private void checkPass(TeacherId teacher, ClassRow row, List<Band> bands) {
        Optional<String> pass = books.open(teacher, row.id()).book().rules().pass();
        if (pass.isPresent() && bands.stream().noneMatch(band -> band.label().equals(pass.get()))) {
            throw new FormException(lacksPass(pass.get(), row));
        }
    }

    /** Why a class cannot do without the band that is its pass. */
    static String lacksPass(String pass, ClassRow row) {
        return pass + " is the pass band of " + row.title() + ". Name another under Rules, then delete it.";
    }

    /**
     * Has a class use a set of the library.
     *
     * @param version of the class's groundwork when that was asked
     * @throws FormException when the class was saved since, or its pass band is not among the bands
     */
    @Transactional
    public void use(TeacherId teacher, long classId, long boundariesId, int version) {
        ClassRow row = books.classRow(teacher, classId);
        Named set = library(teacher).stream()
                .filter(own -> own.id() == boundariesId)
                .findFirst()
                .orElseThrow(() -> new NotFoundException("boundaries"));
        Boundaries before = books.boundaries(teacher, row.boundariesId());
        Boundaries after = books.boundaries(teacher, boundariesId);
        checkPass(teacher, row, after.bands());
        save.advance(teacher, classId, version, "boundaries " + words(before));
        mapper.useBoundaries(teacher, classId, boundariesId);
        mapper.deleteUnusedBoundaries(teacher, row.boundariesId());
        save.check(teacher, classId);
        changes.recordGroundwork(teacher, classId, "boundaries", words(before), set.name() + ": " + words(after));
    }

    /**
     * Puts a class's own boundaries into the library under a name.
     *
     * @throws FormException when the name will not do
     */
    @Transactional
    public void saveInLibrary(TeacherId teacher, long classId, String name) {
        ClassRow row = books.classRow(teacher, classId);
        if (name.isEmpty() || name.length() > GroundworkService.LONGEST_NAME) {
            throw new FormException("The boundaries need a name of 1 to " + GroundworkService.LONGEST_NAME
                    + " letters, such as Effort.");
        }
        if (library(teacher).stream().anyMatch(set -> set.name().equalsIgnoreCase(name))) {
            throw new FormException(
                    "The library has boundaries called “" + name + "” already. Give these another name.");
        }
        if (books.boundaries(teacher, row.boundariesId()).isEmpty()) {
            throw new FormException("The class has no bands to save in the library.");
        }
        if (of(teacher, row).inLibrary()) {
            throw new FormException("The class uses boundaries of the library already.");
        }
        mapper.putInLibrary(teacher, row.boundariesId(), name);
    }

    /** Puts the boundaries of a class that is being made: those of the library where one of its sets is the same. */
    @Transactional
    public void put(TeacherId teacher, long classId, Boundaries bands) {
        long own = books.classRow(teacher, classId).boundariesId();
        Optional<Named> same = same(teacher, bands);
        if (same.isPresent()) {
            mapper.useBoundaries(teacher, classId, same.get().id());
            mapper.deleteUnusedBoundaries(teacher, own);
        } else {
            write(teacher, own, bands.bands());
        }
    }

    private Optional<Named> same(TeacherId teacher, Boundaries bands) {
        return library(teacher).stream()
                .filter(set -> books.boundaries(teacher, set.id()).equals(bands))
                .findFirst();
    }

    /**
     * The set of the library that is the same, or a new one.
     *
     * @param name of a new one; counted on where it is taken
     * @return its id
     */
    @Transactional
    public long inLibrary(TeacherId teacher, String name, Boundaries bands) {
        return same(teacher, bands).map(Named::id).orElseGet(() -> {
            List<String> taken = library(teacher).stream().map(Named::name).toList();
            String free = name;
            for (int i = 2; taken.contains(free); i++) {
                free = name + " (" + i + ")";
            }
            long id = mapper.insertBoundaries(teacher, free, true);
            write(teacher, id, bands.bands());
            return id;
        });
    }

    /** What the results would be with the boundaries of a form; keeps nothing. */
    static Book tried(ClassBook classBook, BoundariesForm form) {
        return ClassSave.tried(classBook.book().toBuilder().boundaries(checked(form)));
    }

    static Boundaries checked(BoundariesForm form) {
        return Boundaries.of(check(form));
    }

    private void write(TeacherId teacher, long boundariesId, List<Band> bands) {
        mapper.deleteBands(teacher, boundariesId);
        for (int i = 0; i < bands.size(); i++) {
            Band band = bands.get(i);
            mapper.insertBand(
                    teacher,
                    boundariesId,
                    new GroundworkMapper.BandRow(
                            i,
                            band.label(),
                            band.raw().isPresent() ? null : band.from(),
                            band.raw().map(RawMark::mark).orElse(null),
                            band.raw().map(RawMark::total).orElse(null),
                            band.worth().orElse(null),
                            band.words()));
        }
    }

    /** “7 from 85, 6 from 72”; “none” without bands. */
    static String words(Boundaries boundaries) {
        return boundaries.isEmpty()
                ? "none"
                : boundaries.bands().stream()
                        .map(band -> band.label() + " from " + from(band)
                                + band.worth()
                                        .map(worth -> ", worth " + Plain.words(worth))
                                        .orElse(""))
                        .collect(Collectors.joining(", "));
    }

    /** As typed: “85”, or “40/60”. */
    static String from(Band band) {
        return band.raw().map(RawMark::toString).orElseGet(() -> Plain.words(band.from()));
    }

    static BandLine line(Band band) {
        return new BandLine(
                band.label(), from(band), band.worth().map(Plain::words).orElse(""), band.words());
    }

    private static List<Band> check(BoundariesForm form) {
        Problems problems = new Problems();
        List<Band> bands = new ArrayList<>();
        for (int i = 0; i < form.bands().size(); i++) {
            BandLine line = form.bands().get(i);
            String called = line.label().isEmpty() ? "A band" : line.label();
            if (line.label().isEmpty() || line.label().length() > LONGEST_LABEL) {
                problems.at("label", i, "Each band needs a label of 1 to " + LONGEST_LABEL + " letters.");
                continue;
            }
            if (line.words().length() > LONGEST_WORDS) {
                problems.at("words", i, called + ": its words have over " + LONGEST_WORDS + " letters.");
            }
            Optional<Percent> worth = worth(line, i, problems);
            try {
                Band band = line.from().contains("/")
                        ? Band.of(line.label(), RawMark.parse(line.from()))
                        : Band.of(line.label(), Percent.parse(line.from()));
                bands.add(band.withWorth(worth).withWords(line.words()));
            } catch (IllegalArgumentException none) {
                problems.at(
                        "from",
                        i,
                        called + " starts from “" + line.from()
                                + "”. It must be a number from 0 to 100, with at most four places, or a mark of a total such as 40/60.");
            }
        }
        problems.addAll(Boundaries.problems(bands));
        problems.refuse();
        return bands;
    }

    private static Optional<Percent> worth(BandLine line, int i, Problems problems) {
        if (line.worth().isEmpty()) {
            return Optional.empty();
        }
        try {
            Percent worth = Percent.parse(line.worth());
            if (worth.isWithinHundred()) {
                return Optional.of(worth);
            }
        } catch (IllegalArgumentException none) {
            // Refused below in the same words as one outside the range.
        }
        problems.at(
                "worth",
                i,
                line.label() + " is worth “" + line.worth()
                        + "”. It must be a number from 0 to 100, or empty for midway to the next band up.");
        return Optional.empty();
    }
}
