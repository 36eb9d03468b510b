package aestimo.app.demo;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.demo.DemoPlan.Piece;
import aestimo.app.groundwork.BoundaryService;
import aestimo.app.groundwork.CategoryService;
import aestimo.app.groundwork.Forms;
import aestimo.app.groundwork.GroundworkService;
import aestimo.app.marks.AssessmentService;
import aestimo.app.marks.EntryService;
import aestimo.app.marks.RemarkService;
import aestimo.app.marks.Remarks;
import aestimo.app.marks.TypedEntry;
import aestimo.app.roll.RollService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Makes one class of the demo from its plan: an ability for each student, a drift over the year, and noise. */
@Component
class DemoClass {
    private static final LocalDate TODAY = LocalDate.of(2027, 2, 24);
    private static final int AT_ONCE = 200;

    private final GroundworkService groundwork;
    private final CategoryService categories;
    private final BoundaryService boundaries;
    private final RollService roll;
    private final AssessmentService assessments;
    private final EntryService entries;
    private final RemarkService remarks;
    private final BookService books;
    private final DemoTargets targets;
    private final DemoReturn demoReturn;

    DemoClass(
            GroundworkService groundwork,
            CategoryService categories,
            BoundaryService boundaries,
            RollService roll,
            AssessmentService assessments,
            EntryService entries,
            RemarkService remarks,
            BookService books,
            DemoTargets targets,
            DemoReturn demoReturn) {
        this.groundwork = groundwork;
        this.categories = categories;
        this.boundaries = boundaries;
        this.roll = roll;
        this.assessments = assessments;
        this.entries = entries;
        this.remarks = remarks;
        this.books = books;
        this.targets = targets;
        this.demoReturn = demoReturn;
    }

    /** Makes a class with its students, weights, boundaries, rules, assessments and entries. */
    void make(TeacherId teacher, long year, DemoPlan plan) {
        long classId = groundwork.createClass(
                teacher, new Forms.ClassForm(year, plan.name(), plan.subject(), plan.tint(), plan.takesResults()));
        roll.save(teacher, classId, plan.roster(), "");
        plan.newcomers().forEach(newcomer -> roll.save(teacher, classId, newcomer.name(), newcomer.joined()));
        categories.saveWeights(teacher, classId, new Forms.WeightsForm(1, plan.categories()));
        boundaries.library(teacher).stream()
                .filter(set -> set.name().equals(plan.bands()))
                .forEach(set -> boundaries.use(teacher, classId, set.id(), 2));
        if (plan.takesResults()) {
            groundwork.saveRules(teacher, classId, Objects.requireNonNull(plan.rules()));
        }
        List<Long> categoryIds = categories.categories(teacher, classId).stream()
                .map(count -> count.line().id())
                .toList();
        Map<Piece, Long> ids = new HashMap<>();
        for (Piece piece : plan.pieces()) {
            ids.put(piece, assessments.add(teacher, classId, piece.form(categoryIds.get(piece.category()))));
        }
        List<TypedEntry> typed = type(books.open(teacher, classId), plan, ids);
        for (int from = 0; from < typed.size(); from += AT_ONCE) {
            entries.apply(teacher, classId, typed.subList(from, Math.min(from + AT_ONCE, typed.size())));
        }
        note(teacher, classId, plan);
        targets.make(teacher, classId, plan);
        plan.sealed().ifPresent(how -> sealFirstTerm(teacher, classId, how));
    }

    /** Seals the first term as it stands, and types some of it anew, so that something differs from what was sealed. */
    private void sealFirstTerm(TeacherId teacher, long classId, DemoPlan.Sealed sealed) {
        ClassBook classBook = books.open(teacher, classId);
        demoReturn.seal(
                teacher,
                classId,
                Long.parseLong(classBook.book().terms().get(0).id().text()),
                sealed);
        List<TypedEntry> typed = new ArrayList<>();
        for (DemoPlan.Typed anew : sealed.since()) {
            CellId cell = ClassBook.cell(student(classBook, anew.family()), piece(classBook, anew.title()), 0);
            typed.add(new TypedEntry(
                    UUID.nameUUIDFromBytes((classId + anew.family()).getBytes(StandardCharsets.UTF_8)),
                    cell.assessmentId(),
                    cell.enrolmentId(),
                    cell.partId(),
                    classBook.version(cell),
                    Objects.requireNonNull(anew.text())));
        }
        entries.apply(teacher, classId, typed);
    }

    private static Student student(ClassBook classBook, String family) {
        return classBook.book().students().stream()
                .filter(one -> one.family().equals(family))
                .findFirst()
                .orElseThrow();
    }

    private static Assessment piece(ClassBook classBook, String title) {
        return classBook.book().assessments().stream()
                .filter(one -> one.title().equals(title))
                .findFirst()
                .orElseThrow();
    }

    private void note(TeacherId teacher, long classId, DemoPlan plan) {
        ClassBook classBook = books.open(teacher, classId);
        for (DemoPlan.Typed typed : plan.typed()) {
            Remarks own = new Remarks(typed.note(), typed.memo());
            if (!own.equals(Remarks.NONE)) {
                CellId cell = ClassBook.cell(student(classBook, typed.family()), piece(classBook, typed.title()), 0);
                remarks.save(teacher, classId, cell, Remarks.NONE, own);
            }
        }
    }

    private static List<TypedEntry> type(ClassBook classBook, DemoPlan plan, Map<Piece, Long> ids) {
        Random random = new Random(plan.seed());
        List<TypedEntry> typed = new ArrayList<>();
        for (Student student : classBook.book().students()) {
            double ability = 62 + 15 * random.nextGaussian();
            double drift = random.nextInt(4) == 0 ? 7 * random.nextGaussian() : 0;
            for (Piece piece : plan.pieces()) {
                Assessment assessment = classBook.assessment(Objects.requireNonNull(ids.get(piece)));
                double monthsBeforeToday = assessment.date().until(TODAY).toTotalMonths();
                double percent = ability - drift * (monthsBeforeToday - 2) / 2 + 7 * random.nextGaussian();
                for (int part = 0; part < piece.outOfs().size(); part++) {
                    UUID request = new UUID(random.nextLong(), random.nextLong());
                    boolean missed = part < piece.outOfs().size() - 1 && random.nextInt(9) == 0;
                    String text = missed && piece.marked()
                            ? "n"
                            : text(plan, student, piece, piece.outOfs().get(part), percent);
                    if (!text.isEmpty() && student.isMeant(assessment)) {
                        CellId cell = ClassBook.cell(student, assessment, part);
                        typed.add(new TypedEntry(
                                request, cell.assessmentId(), cell.enrolmentId(), cell.partId(), 0, text));
                    }
                }
            }
        }
        return typed;
    }

    private static String text(DemoPlan plan, Student student, Piece piece, int outOf, double percent) {
        for (DemoPlan.Typed typed : plan.typed()) {
            if (typed.text() != null
                    && typed.family().equals(student.family())
                    && typed.title().equals(piece.title())) {
                return typed.text();
            }
        }
        if (piece.make() == DemoPlan.Make.CHECK) {
            return percent > 55 ? "yes" : "no";
        }
        long mark = Math.round(outOf * Math.max(4, Math.min(100, percent)) / 100);
        return piece.marked() ? Long.toString(mark) : "";
    }
}
