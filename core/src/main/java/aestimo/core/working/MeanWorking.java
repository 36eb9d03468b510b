package aestimo.core.working;

import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.grading.Result;
import aestimo.core.result.CategoryAverage;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mean;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** The working of means and places: of results, of category averages, and of one assessment (rules, section 6). */
public final class MeanWorking {
    private MeanWorking() {}

    /**
     * The mean result of those present.
     *
     * @param set empty for the whole class
     */
    public static Working ofResults(Standing standing, Optional<String> set) {
        return of(
                standing,
                "Mean result of " + set.orElse("the class"),
                set,
                own -> own.result().map(Result::exact));
    }

    /**
     * The mean average in a category of those present.
     *
     * @param set empty for the whole class
     */
    public static Working ofCategory(Standing standing, Category category, Optional<String> set) {
        return of(
                standing,
                "Mean of " + category.name() + ", " + set.orElse("the class"),
                set,
                own -> own.category(category.id()).map(CategoryAverage::average));
    }

    private static Working of(
            Standing standing,
            String words,
            Optional<String> set,
            Function<StudentStanding, Optional<Percent>> figure) {
        Map<Student, Percent> figures = new LinkedHashMap<>();
        for (StudentStanding own : standing.students()) {
            if (own.present() && (set.isEmpty() || own.student().set().equals(set))) {
                figure.apply(own).ifPresent(percent -> figures.put(own.student(), percent));
            }
        }
        return mean(words, figures);
    }

    /** The mean of everybody whose entry counts, those who left included, with the spread. */
    public static Working ofAssessment(AssessmentFigures figures, List<Student> students) {
        Map<Student, Percent> percents = new LinkedHashMap<>();
        students.forEach(student -> figures.percentOf(student).ifPresent(percent -> percents.put(student, percent)));
        Working mean = mean("Mean of " + figures.assessment().title(), percents);
        List<Working> steps = new ArrayList<>(mean.steps());
        List<String> names = List.of("lowest", "lower quartile", "median", "upper quartile", "highest");
        for (int k = 0; k < names.size(); k++) {
            String name = names.get(k);
            figures.quartile(k).ifPresent(percent -> steps.add(Working.of(name, Figures.percent(percent))));
        }
        return new Working(mean.words(), mean.figure(), steps);
    }

    /** A student's place in an assessment, by rounded percents; empty where the entry counts nothing. */
    public static Optional<Working> ofPlace(AssessmentFigures figures, Student student, Book book) {
        return figures.placeOf(student).map(rank -> {
            Percent own = rounded(figures, student, book).orElseThrow();
            List<Percent> others = book.students().stream()
                    .filter(other -> other != student)
                    .flatMap(other -> rounded(figures, other, book).stream())
                    .toList();
            long higher =
                    others.stream().filter(other -> other.compareTo(own) > 0).count();
            long level = others.stream().filter(own::equals).count();
            List<Working> steps = new ArrayList<>();
            steps.add(Working.of("own percent as shown", own.shown(book.rules().places())));
            steps.add(Working.of("students with a higher one", Long.toString(higher)));
            if (level > 0) {
                steps.add(Working.of("others level with it", Long.toString(level)));
            }
            return new Working(
                    "Rank of " + student.listName() + " in "
                            + figures.assessment().title() + " among " + figures.counted(),
                    rank.toString(),
                    steps);
        });
    }

    private static Optional<Percent> rounded(AssessmentFigures figures, Student student, Book book) {
        return figures.percentOf(student)
                .map(percent -> percent.rounded(book.rules().places()));
    }

    private static Working mean(String words, Map<Student, Percent> figures) {
        List<Working> steps = new ArrayList<>();
        figures.forEach((student, percent) -> steps.add(Working.of(student.listName(), Figures.plain(percent))));
        Optional<Percent> mean = Mean.of(List.copyOf(figures.values()));
        mean.ifPresent(it -> steps.add(Working.of(
                "their sum, by " + figures.size(),
                Figures.plain(it.exact().times(Fraction.of(figures.size()))) + " ÷ " + figures.size())));
        return new Working(words, mean.map(Figures::plain).orElse("nobody has a figure"), steps);
    }
}
