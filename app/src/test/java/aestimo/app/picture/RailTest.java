package aestimo.app.picture;

import static org.assertj.core.api.Assertions.assertThat;

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
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.testing.Seed;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Where dots, pegs and stretches lie, for classes of any size and spread. */
class RailTest {
    private static final int WIDE = 880;
    private static final double TOUCH = 11.9;

    /** One piece out of 100 that may go over, graded by four bands; just below means within 2. */
    private static Standing standing(double... marks) {
        return standing(
                List.of(
                        Band.of("A", Percent.of(80)),
                        Band.of("B", Percent.of(60)),
                        Band.of("C", Percent.of(40)),
                        Band.of("D", Percent.ZERO)),
                marks);
    }

    private static Standing standing(List<Band> bands, double... marks) {
        CategoryId work = new CategoryId("c");
        LocalDate day = LocalDate.parse("2027-01-15");
        Assessment piece = new Assessment.Builder(
                        new AssessmentId("a"), "Assessment", work, aestimo.core.book.AssessmentKind.MARKS, day)
                .outOf(Optional.of(OutOf.of(100)))
                .allowOver(true)
                .build();
        List<Student> students = new ArrayList<>();
        List<Book.Placed> entries = new ArrayList<>();
        for (int i = 0; i < marks.length; i++) {
            StudentId id = new StudentId(Integer.toString(i));
            students.add(
                    new Student(id, "Family" + i, "Given", "", Optional.empty(), Optional.empty(), Optional.empty()));
            entries.add(new Book.Placed(id, piece.id(), Entry.of(Mark.parse(Double.toString(marks[i])))));
        }
        Book book = new Book.Builder(LocalDate.parse("2027-02-24"))
                .terms(List.of(new Term(
                        new TermId("t"),
                        "Term 2",
                        LocalDate.parse("2027-01-04"),
                        LocalDate.parse("2027-03-26"),
                        Weight.ZERO)))
                .boundaries(Boundaries.of(bands))
                .categories(List.of(Category.of(work, "Work", Weight.of(100))))
                .assessments(List.of(piece))
                .students(students)
                .entries(entries)
                .build();
        return Standing.of(book, new Span.Year());
    }

    /** In words as in letters: what does not fit between its boundaries would be cut, or lie over the next. */
    @Test
    void aLabelWiderThanItsBandIsLeftOut() {
        Standing standing = standing(
                List.of(
                        Band.of("Strong", Percent.of(90)),
                        Band.of("Sound", Percent.of(50)),
                        Band.of("Starting out", Percent.of(46)),
                        Band.of("Not yet", Percent.ZERO)),
                45,
                60,
                97);
        PossibleBar bar = PossibleBar.of(standing, standing.students().get(1));
        assertThat(bar.labels())
                .extracting(PossibleBar.Label::words)
                .contains("Sound")
                .doesNotContain("Starting out");
        assertThat(bar.labels())
                .allSatisfy(label -> assertThat(label.x())
                        .isBetween(
                                label.words().length() * 2.9,
                                PossibleBar.WIDTH - label.words().length() * 2.9));
        Rail rail = Rail.of(standing, WIDE);
        assertThat(rail.stretches().stream().filter(Rail.Stretch::shown))
                .extracting(Rail.Stretch::label)
                .contains("Sound", "Strong")
                .doesNotContain("Starting out");
        assertThat(rail.stretches())
                .filteredOn(Rail.Stretch::counted)
                .allSatisfy(stretch ->
                        assertThat(stretch.width()).isGreaterThan(8.0 * (stretch.label() + " × 1").length()));
    }

    @Test
    void dotsStandOnTheirPercentAndThoseJustBelowAreTold() {
        Rail rail = Rail.of(standing(30, 59, 60, 79.5, 100), WIDE);
        assertThat(rail.pegs()).extracting(Rail.Peg::label).containsExactly("C", "B", "A");
        assertThat(rail.stretches()).extracting(Rail.Stretch::count).containsExactly(1, 1, 2, 1);
        assertThat(rail.dots()).extracting(Rail.Dot::near).containsExactly(false, true, false, true, false);
        Rail.Peg boundary = rail.pegs().get(1);
        assertThat(rail.dots().get(2).x()).as("60 lies on its boundary").isEqualTo(boundary.x());
        assertThat(boundary.x() - rail.dots().get(1).x())
                .as("59 one percent before it")
                .isBetween(boundary.perPercent() - 0.11, boundary.perPercent() + 0.11);
        assertThat(boundary.near()).isBetween(2 * boundary.perPercent() - 0.11, 2 * boundary.perPercent() + 0.11);
        assertThat(rail.dots().get(3).name()).isEqualTo("Family3, Given, 79.5, grade B");
        assertThat(rail.mean().orElseThrow().words()).isEqualTo("class mean 65.7, grade B");
    }

    @Test
    void whateverTheClassDotsLieWithinThePictureAndTouchOnlyWhereTheyCannotFit() {
        long seed = Seed.next();
        Random random = new Random(seed);
        for (int round = 0; round < 300; round++) {
            int size = random.nextInt(61);
            double middle = 20 + random.nextInt(90);
            double spread = random.nextInt(30);
            double[] marks = IntStream.range(0, size)
                    .mapToDouble(i -> Math.max(0, Math.round((middle + random.nextGaussian() * spread) * 10) / 10.0))
                    .toArray();
            for (int width : new int[] {WIDE, 358}) {
                Rail rail = Rail.of(standing(marks), width);
                assertThat(rail.dots()).as("seed %d, round %d", seed, round).hasSize(size);
                assertThat(rail.dots()).as("seed %d, round %d", seed, round).allSatisfy(dot -> {
                    assertThat(dot.x()).isBetween(0.0, (double) width);
                    assertThat(dot.y()).isBetween(20.0, 122.0);
                });
                double step = rail.dots().stream()
                        .mapToDouble(dot -> 116 - dot.y())
                        .filter(height -> height > 0)
                        .min()
                        .orElse(TOUCH);
                for (Rail.Dot one : rail.dots()) {
                    for (Rail.Dot other : rail.dots()) {
                        boolean sameLevel = one != other && Math.abs(one.y() - other.y()) < Math.min(step, TOUCH) / 2;
                        assertThat(sameLevel && Math.abs(one.x() - other.x()) < TOUCH)
                                .as("seed %d, round %d: %s on %s", seed, round, one, other)
                                .isFalse();
                    }
                }
                double end = 0;
                for (Rail.Stretch stretch : rail.stretches()) {
                    assertThat(stretch.x()).as("stretches follow one another").isGreaterThanOrEqualTo(end - 0.11);
                    end = stretch.x() + stretch.width();
                }
                assertThat(rail.stretches().stream()
                                .mapToInt(Rail.Stretch::count)
                                .sum())
                        .isEqualTo(size);
            }
        }
    }

    @Test
    void withoutAnybodyOrBandsThereIsStillAPicture() {
        Rail nobody = Rail.of(standing(), WIDE);
        assertThat(nobody.dots()).isEmpty();
        assertThat(nobody.mean()).isEmpty();
        assertThat(nobody.words()).isEqualTo("Results on the boundaries: grade D 0, grade C 0, grade B 0, grade A 0");
        Standing unbanded = Standing.of(
                standing(50, 120).book().toBuilder().boundaries(Boundaries.NONE).build(), new Span.Year());
        Rail plain = Rail.of(unbanded, WIDE);
        assertThat(plain.stretches()).isEmpty();
        assertThat(plain.words()).isEqualTo("2 results, no grades");
        assertThat(plain.dots().get(1).x()).as("120 lies within the picture").isLessThanOrEqualTo(WIDE);
    }
}
