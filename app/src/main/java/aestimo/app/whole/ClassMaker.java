package aestimo.app.whole;

import aestimo.app.book.BookService;
import aestimo.app.book.CategoryStyle;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.goals.GoalsMaker;
import aestimo.app.groundwork.BoundaryService;
import aestimo.app.groundwork.CategoryService;
import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.GroundworkService;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentForm.CeilingLine;
import aestimo.app.marks.AssessmentForm.More;
import aestimo.app.marks.AssessmentForm.PartLine;
import aestimo.app.marks.AssessmentService;
import aestimo.app.marks.BulkEntryService;
import aestimo.app.register.RegisterService;
import aestimo.app.roll.MemberService;
import aestimo.app.roll.StartingScoreService;
import aestimo.app.store.TeacherId;
import aestimo.app.targets.TargetService;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Ceiling;
import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.entry.Entry;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.exchange.markbook.Markbook;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Makes a class from a markbook: its groundwork, its students, and all that was entered. */
@Component
class ClassMaker {
    private static final List<String> SHAPES = CategoryService.SHAPES;
    private static final int PLACES = 4;

    private final GroundworkService groundwork;
    private final BoundaryService boundaries;
    private final CategoryService categories;
    private final AssessmentService assessments;
    private final MemberService members;
    private final BookService books;
    private final BulkEntryService entries;
    private final StartingScoreService scores;
    private final TargetService targets;
    private final RegisterService registers;
    private final GoalsMaker goals;

    ClassMaker(
            GroundworkService groundwork,
            BoundaryService boundaries,
            CategoryService categories,
            AssessmentService assessments,
            MemberService members,
            BookService books,
            BulkEntryService entries,
            StartingScoreService scores,
            TargetService targets,
            RegisterService registers,
            GoalsMaker goals) {
        this.groundwork = groundwork;
        this.boundaries = boundaries;
        this.categories = categories;
        this.assessments = assessments;
        this.members = members;
        this.books = books;
        this.entries = entries;
        this.scores = scores;
        this.targets = targets;
        this.registers = registers;
        this.goals = goals;
    }

    /**
     * What was made.
     *
     * @param remarks what could not be taken over as it stood
     */
    record Made(long classId, List<String> remarks) {}

    /**
     * Makes a class.
     *
     * @param terms the year's own terms by those of the markbook
     * @param looks of the categories; those without get one in turn
     */
    Made make(
            TeacherId teacher,
            ClassForm form,
            Markbook markbook,
            Map<TermId, Long> terms,
            Map<CategoryId, CategoryStyle> looks) {
        Book book = markbook.book();
        List<String> remarks = new ArrayList<>();
        long classId = groundwork.createClass(teacher, form);
        boundaries.put(teacher, classId, book.boundaries());
        groundwork.putRules(teacher, classId, book.rules());
        Map<CategoryId, Long> categoryIds = categories(teacher, classId, book, looks);
        Map<AssessmentId, Long> pieces = new HashMap<>();
        List<AssessmentForm> forms = book.assessments().stream()
                .map(piece -> piece(teacher, markbook, piece, categoryIds, terms))
                .toList();
        List<Long> made = assessments.addAll(teacher, classId, forms);
        for (int i = 0; i < made.size(); i++) {
            pieces.put(book.assessments().get(i).id(), made.get(i));
        }
        for (Category category : book.categories()) {
            if (category.retired()) {
                categories.retire(
                        teacher, classId, Objects.requireNonNull(categoryIds.get(category.id())), true, Map.of());
            }
        }
        Map<StudentId, Long> students = new HashMap<>();
        for (Student student : book.students()) {
            MemberService.Enrolled enrolled = members.enrol(teacher, classId, student);
            students.put(student.id(), enrolled.enrolmentId());
            if (!enrolled.remark().isEmpty()) {
                remarks.add(enrolled.remark());
            }
        }
        writeEntries(teacher, classId, markbook, pieces, students);
        writeTargets(teacher, classId, book, students, terms);
        book.register().ifPresent(own -> registers.restore(teacher, classId, own, students));
        book.goals().ifPresent(own -> goals.restore(teacher, classId, own, book, pieces, students));
        return new Made(classId, remarks);
    }

    private Map<CategoryId, Long> categories(
            TeacherId teacher, long classId, Book book, Map<CategoryId, CategoryStyle> looks) {
        List<CategoryLine> lines = new ArrayList<>();
        for (Category category : book.categories()) {
            int place = lines.size();
            CategoryStyle look = looks.getOrDefault(
                    category.id(),
                    new CategoryStyle(SHAPES.get(place % SHAPES.size()), place % GroundworkService.TINTS + 1));
            lines.add(new CategoryLine(
                    0,
                    category.name(),
                    category.weight().toString(),
                    look.shape(),
                    look.tint(),
                    category.averaging().name(),
                    category.dropLowest(),
                    category.counts(),
                    false));
        }
        List<Long> made = categories.put(teacher, classId, lines);
        Map<CategoryId, Long> ids = new HashMap<>();
        for (int i = 0; i < made.size(); i++) {
            ids.put(book.categories().get(i).id(), made.get(i));
        }
        return ids;
    }

    private AssessmentForm piece(
            TeacherId teacher,
            Markbook markbook,
            Assessment piece,
            Map<CategoryId, Long> categoryIds,
            Map<TermId, Long> terms) {
        long bands = piece.bands()
                .map(own -> boundaries.inLibrary(teacher, nameOf(markbook, piece), own))
                .orElse(0L);
        return new AssessmentForm(
                0,
                0,
                piece.title(),
                Objects.requireNonNull(categoryIds.get(piece.category())),
                piece.date().toString(),
                piece.kind().name(),
                piece.statedOutOf().map(OutOf::toString).orElse(""),
                new More(
                        piece.statedTerm().map(terms::get).orElse(0L),
                        piece.due().equals(piece.date()) ? "" : piece.due().toString(),
                        piece.weight().toString(),
                        piece.isBonus(),
                        piece.allowsOver(),
                        bands,
                        markbook.instructions().getOrDefault(piece.id(), "")),
                piece.parts().stream()
                        .map(part -> new PartLine(
                                0,
                                part.title(),
                                part.outOf().toString(),
                                part.weight().toString()))
                        .toList(),
                piece.ceilings().stream()
                        .map(ceiling -> ceiling(piece, ceiling))
                        .toList(),
                "");
    }

    private static String nameOf(Markbook markbook, Assessment piece) {
        return markbook.bandSets().entrySet().stream()
                .filter(set -> set.getValue().equals(piece.bands().orElseThrow()))
                .map(Map.Entry::getKey)
                .min(String::compareTo)
                .orElse(markbook.className());
    }

    private static CeilingLine ceiling(Assessment piece, Ceiling ceiling) {
        return new CeilingLine(
                ceiling.gates().stream()
                        .map(gate -> piece.parts()
                                .get(piece.indexOf(gate).orElseThrow())
                                .title())
                        .toList(),
                decimal(ceiling.pass()),
                Integer.toString(ceiling.fewerThan()),
                decimal(ceiling.most()));
    }

    private static String decimal(Percent percent) {
        return percent.exact().toDecimal(PLACES).toPlainString();
    }

    private void writeEntries(
            TeacherId teacher,
            long classId,
            Markbook markbook,
            Map<AssessmentId, Long> pieces,
            Map<StudentId, Long> students) {
        ClassBook made = books.open(teacher, classId);
        List<BulkEntryService.Row> rows = new ArrayList<>();
        for (Book.Placed placed : markbook.book().entries()) {
            Assessment from = markbook.book()
                    .assessments()
                    .get(markbook.book().placeOf(placed.assessment()).orElseThrow());
            int part = placed.part().flatMap(from::indexOf).orElse(0);
            CellId cell = ClassBook.cell(
                    made.student(Objects.requireNonNull(students.get(placed.student()))),
                    made.assessment(Objects.requireNonNull(pieces.get(placed.assessment()))),
                    part);
            Markbook.Remarks remarks = markbook.remarks()
                    .getOrDefault(
                            new Markbook.Cell(placed.student(), placed.assessment(), placed.part()),
                            new Markbook.Remarks("", ""));
            rows.add(new BulkEntryService.Row(cell, 0, placed.entry(), Entry.blank(), remarks.note(), remarks.memo()));
        }
        entries.write(teacher, classId, rows, "imported with the class");
    }

    private void writeTargets(
            TeacherId teacher, long classId, Book book, Map<StudentId, Long> students, Map<TermId, Long> terms) {
        book.startingScores().ifPresent(own -> {
            scores.saveTop(teacher, classId, own.top());
            own.scores()
                    .forEach((student, score) -> scores.save(
                            teacher,
                            classId,
                            Objects.requireNonNull(students.get(student)),
                            name(book, student),
                            Optional.of(score)));
        });
        for (Target target : book.targets()) {
            targets.write(teacher, classId, Objects.requireNonNull(students.get(target.student())), target, terms);
        }
    }

    private static String name(Book book, StudentId student) {
        return book.students().get(book.placeOf(student).orElseThrow()).listName();
    }
}
