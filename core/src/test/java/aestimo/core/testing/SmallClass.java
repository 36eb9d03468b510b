package aestimo.core.testing;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.rules.Averaging;
import aestimo.core.rules.Rules;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The class of worked examples: Fieldwork 50 by equal averages, dropping the lowest, Map skills 30 by points, Exams 20
 * with nothing in it yet, and Quizzes for practice. Students are added with their marks, in the order of the pieces.
 */
public final class SmallClass {
    public static final CategoryId FIELDWORK = new CategoryId("c1");
    public static final CategoryId MAPS = new CategoryId("c2");
    public static final CategoryId EXAMS = new CategoryId("c3");
    public static final CategoryId QUIZZES = new CategoryId("c4");
    public static final Boundaries BANDS = Boundaries.of(
            List.of(Band.of("A", Percent.of(80)), Band.of("B", Percent.of(60)), Band.of("C", Percent.ZERO)));

    public Rules rules = Rules.withDefaults();
    public Boundaries bands = BANDS;
    public final List<Term> terms = new ArrayList<>(List.of(
            new Term(new TermId("t1"), "Term 1", day("2026-09-01"), day("2026-12-11"), Weight.of(30)),
            new Term(new TermId("t2"), "Term 2", day("2027-01-04"), day("2027-03-26"), Weight.of(70))));
    public final List<Category> categories = new ArrayList<>(List.of(
            new Category(FIELDWORK, "Fieldwork", Weight.of(50), Averaging.EQUAL, 1, true, false),
            new Category(MAPS, "Map skills", Weight.of(30), Averaging.POINTS, 0, true, false),
            Category.of(EXAMS, "Exams", Weight.of(20)),
            new Category(QUIZZES, "Quizzes", Weight.of(0), Averaging.EQUAL, 0, false, false)));
    public final List<Assessment> assessments = new ArrayList<>();
    public final List<Student> students = new ArrayList<>();
    public final List<Book.Placed> entries = new ArrayList<>();

    public static LocalDate day(String text) {
        return LocalDate.parse(text);
    }

    public SmallClass piece(String id, String title, CategoryId category, String date, int outOf) {
        return piece(Assessment.onMarks(new AssessmentId(id), title, category, day(date), OutOf.of(outOf)));
    }

    public SmallClass piece(Assessment piece) {
        assessments.add(piece);
        return this;
    }

    /** @param given also the id */
    public SmallClass student(String given, Entry... marks) {
        StudentId id = new StudentId(given);
        students.add(new Student(id, "Marsh", given, "", Optional.empty(), Optional.empty(), Optional.empty()));
        for (int i = 0; i < marks.length; i++) {
            entries.add(new Book.Placed(id, assessments.get(i).id(), marks[i]));
        }
        return this;
    }

    public SmallClass part(String student, String assessment, String part, Entry entry) {
        entries.add(new Book.Placed(
                new StudentId(student), new AssessmentId(assessment), Optional.of(new PartId(part)), entry));
        return this;
    }

    public static Entry mark(String mark) {
        return Entry.of(Mark.parse(mark));
    }

    public Book book() {
        return new Book.Builder(day("2027-02-24"))
                .terms(terms)
                .boundaries(bands)
                .rules(rules)
                .categories(categories)
                .assessments(assessments)
                .students(students)
                .entries(entries)
                .build();
    }
}
