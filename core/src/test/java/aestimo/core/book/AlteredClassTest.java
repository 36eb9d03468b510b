package aestimo.core.book;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.refusal.Refusal;
import aestimo.core.refusal.RefusedException;
import aestimo.core.result.Span;
import aestimo.core.rules.Averaging;
import aestimo.core.rules.Method;
import aestimo.core.testing.AllFigures;
import aestimo.core.testing.RandomClass;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;

/**
 * A class altered as windows and files may alter it, fitting or not: either it is refused, in words and with the place of
 * each reason, or every figure of it can be worked out. There is nothing between.
 */
class AlteredClassTest {
    private static final int CLASSES = 120;

    /** One alteration, made or refused in the piece itself. */
    private interface Alteration {
        void make(Book book, Book.Builder builder, Random random);
    }

    private static final List<Alteration> ALTERATIONS = List.of(
            (book, builder, random) -> builder.terms(without(book.terms(), random)),
            (book, builder, random) -> builder.terms(with(book.terms(), random, AlteredClassTest::shortened)),
            (book, builder, random) -> builder.terms(with(
                    book.terms(),
                    random,
                    term -> new Term(
                            term.id(),
                            term.name(),
                            term.firstDay().plusDays(100),
                            term.lastDay().plusDays(100),
                            Weight.ZERO))),
            (book, builder, random) -> builder.categories(without(book.categories(), random)),
            (book, builder, random) -> builder.categories(with(book.categories(), random, AlteredClassTest::dropping)),
            (book, builder, random) -> builder.categories(with(book.categories(), random, AlteredClassTest::byPoints)),
            (book, builder, random) -> builder.categories(with(book.categories(), random, AlteredClassTest::retired)),
            (book, builder, random) -> builder.assessments(without(book.assessments(), random)),
            (book, builder, random) -> builder.assessments(twice(book.assessments(), random)),
            (book, builder, random) -> builder.assessments(with(book.assessments(), random, AlteredClassTest::bonus)),
            (book, builder, random) -> builder.assessments(with(book.assessments(), random, AlteredClassTest::weighed)),
            (book, builder, random) ->
                    builder.assessments(with(book.assessments(), random, AlteredClassTest::elsewhere)),
            (book, builder, random) -> builder.assessments(with(book.assessments(), random, AlteredClassTest::check)),
            (book, builder, random) -> builder.students(without(book.students(), random)),
            (book, builder, random) -> builder.students(twice(book.students(), random)),
            (book, builder, random) -> builder.entries(without(book.entries(), random)),
            (book, builder, random) -> builder.entries(twice(book.entries(), random)),
            (book, builder, random) -> builder.entries(with(book.entries(), random, AlteredClassTest::ofAnother)),
            (book, builder, random) -> builder.targets(without(book.targets(), random)),
            (book, builder, random) -> builder.targets(twice(book.targets(), random)),
            (book, builder, random) -> builder.boundaries(Boundaries.NONE),
            (book, builder, random) -> builder.boundaries(
                    Boundaries.of(List.of(Band.of("3", Percent.of(50)), Band.of("0", Percent.ZERO)))),
            (book, builder, random) -> builder.rules(book.rules()
                    .withMethod(book.rules().method() == Method.ALL_POINTS ? Method.BY_CATEGORY : Method.ALL_POINTS)),
            (book, builder, random) -> builder.rules(book.rules().withPass(Optional.of("7"))),
            (book, builder, random) -> builder.rules(book.rules().withNotHandedIn(Optional.empty())),
            (book, builder, random) ->
                    builder.startingScores(Optional.of(new StartingScores(OutOf.of(100), scores(book)))),
            (book, builder, random) -> builder.startingScores(Optional.empty()));

    private static Map<StudentId, Mark> scores(Book book) {
        return book.startingScores().map(StartingScores::scores).orElse(Map.of());
    }

    private static <T> List<T> without(List<T> all, Random random) {
        List<T> fewer = new ArrayList<>(all);
        if (!fewer.isEmpty()) {
            fewer.remove(random.nextInt(fewer.size()));
        }
        return fewer;
    }

    private static <T> List<T> twice(List<T> all, Random random) {
        List<T> more = new ArrayList<>(all);
        if (!more.isEmpty()) {
            more.add(more.get(random.nextInt(more.size())));
        }
        return more;
    }

    private static <T> List<T> with(List<T> all, Random random, UnaryOperator<T> alter) {
        List<T> altered = new ArrayList<>(all);
        if (!altered.isEmpty()) {
            altered.replaceAll(own -> random.nextInt(3) == 0 ? alter.apply(own) : own);
        }
        return altered;
    }

    private static Term shortened(Term term) {
        return new Term(term.id(), term.name(), term.firstDay(), term.firstDay().plusDays(30), term.weight());
    }

    private static Category dropping(Category own) {
        return new Category(own.id(), own.name(), own.weight(), Averaging.EQUAL, 2, own.counts(), own.retired());
    }

    private static Category byPoints(Category own) {
        return new Category(own.id(), own.name(), own.weight(), Averaging.POINTS, 0, own.counts(), own.retired());
    }

    private static Category retired(Category own) {
        return new Category(own.id(), own.name(), Weight.ZERO, own.averaging(), own.dropLowest(), false, true);
    }

    private static Assessment bonus(Assessment own) {
        return own.kind().isMarked() ? own.toBuilder().bonus(true).build() : own;
    }

    private static Assessment weighed(Assessment own) {
        return own.toBuilder().weight(Weight.of(3)).build();
    }

    private static Assessment elsewhere(Assessment own) {
        return own.toBuilder().term(Optional.of(new TermId("t9"))).build();
    }

    private static Assessment check(Assessment own) {
        return new Assessment.Builder(own.id(), own.title(), own.category(), AssessmentKind.CHECK, own.date()).build();
    }

    private static Book.Placed ofAnother(Book.Placed own) {
        return new Book.Placed(new StudentId("nobody"), own.assessment(), own.part(), Entry.blank());
    }

    private static Optional<Book> altered(Book book, Random random, String seed) {
        Alteration any = ALTERATIONS.get(random.nextInt(ALTERATIONS.size()));
        return made(book, builder -> any.make(book, builder, random), seed);
    }

    private static Optional<Book> made(Book book, Consumer<Book.Builder> alter, String seed) {
        try {
            Book.Builder builder = book.toBuilder();
            alter.accept(builder);
            return Optional.of(builder.build());
        } catch (RefusedException refused) {
            assertThat(refused.refusals()).as(seed).isNotEmpty().allSatisfy(one -> {
                assertThat(one.words()).isNotBlank().doesNotContain("null", "Optional", "java.");
                assertThat(one.place()).isNotBlank();
            });
            assertThat(refused).as(seed).hasMessage(joined(refused.refusals()));
            return Optional.empty();
        }
    }

    private static String joined(List<Refusal> refusals) {
        return String.join("\n", refusals.stream().map(Refusal::toString).toList());
    }

    @RepeatedTest(CLASSES)
    void whatCanBeMadeHasAllItsFigures() {
        RandomClass made = new RandomClass();
        String seed = "seed " + made.seed;
        Book book = made.book();
        for (int i = 0; i < 6; i++) {
            book = altered(book, made.random, seed).orElse(book);
            for (Span span : List.of(new Span.Year(), new Span.Terms(Set.of(new TermId("t1"), new TermId("t3"))))) {
                assertThat(AllFigures.of(book, span)).as(seed).isNotNull();
            }
        }
    }

    /** Else the test above would hold of a class that takes everything, or nothing. */
    @Test
    void mostAlterationsFitSomeClassesAndNotOthers() {
        int[] taken = new int[ALTERATIONS.size()];
        int[] refused = new int[ALTERATIONS.size()];
        for (int seed = 1; seed <= 60; seed++) {
            Book book = new RandomClass(seed).book();
            for (int i = 0; i < ALTERATIONS.size(); i++) {
                int at = i;
                Random random = new Random(seed);
                boolean fits = made(book, builder -> ALTERATIONS.get(at).make(book, builder, random), "seed " + seed)
                        .isPresent();
                taken[i] += fits ? 1 : 0;
                refused[i] += fits ? 0 : 1;
            }
        }
        assertThat(Arrays.stream(taken).filter(count -> count > 0).count()).isGreaterThan(20);
        assertThat(Arrays.stream(refused).filter(count -> count > 0).count()).isGreaterThan(15);
    }
}
