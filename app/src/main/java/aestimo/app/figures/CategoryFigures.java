package aestimo.app.figures;

import aestimo.core.book.Category;
import aestimo.core.grading.Result;
import aestimo.core.result.CategoryAverage;
import aestimo.core.result.StudentStanding;
import aestimo.core.value.Percent;
import aestimo.core.working.CategoryWorking;
import aestimo.core.working.MeanWorking;
import aestimo.core.working.Working;
import java.util.Optional;

/** The figures of a category, which several classes may have by the same name. */
final class CategoryFigures {
    private CategoryFigures() {}

    static Figure average(String name) {
        return withWorking(
                Figure.of(
                                "category:" + name,
                                name,
                                FigureType.PERCENT,
                                (at, own) -> Catalogue.percent(at, average(at, own, name)))
                        .called(name)
                        .styled("has-bar")
                        .small(at -> category(at, name)
                                .filter(at.book()::countsTowardsResult)
                                .map(own -> own.weight().toString())
                                .orElse(""))
                        .sign(at -> category(at, name).map(at.classBook()::look))
                        .group((at, set) ->
                                Catalogue.percent(at, mean(at, name, set).map(Result::exact))),
                name);
    }

    /** The grade an average in the category alone would have. */
    static Figure grade(String name) {
        return withWorking(
                Figure.of(
                                "category-grade:" + name,
                                name + ", grade",
                                FigureType.GRADE,
                                (at, own) -> Catalogue.grade(
                                        at, average(at, own, name).flatMap(at.standing()::gradeOf)))
                        .called("grade in " + name)
                        .styled("grade")
                        .sign(at -> category(at, name).map(at.classBook()::look))
                        .group((at, set) ->
                                Catalogue.grade(at, mean(at, name, set).flatMap(Result::grade))),
                name);
    }

    private static Figure withWorking(Figure figure, String name) {
        return figure.workedOutBy((at, own) -> category(at, name).map(it -> CategoryWorking.of(at.standing(), own, it)))
                .workedOutForGroupBy((at, set) -> ofGroup(at, name, set));
    }

    private static Optional<Working> ofGroup(ClassFigures at, String name, Optional<String> set) {
        return category(at, name).map(own -> MeanWorking.ofCategory(at.standing(), own, set));
    }

    private static Optional<Category> category(ClassFigures at, String name) {
        return at.book().categories().stream()
                .filter(category -> category.name().equals(name))
                .findFirst();
    }

    private static Optional<Percent> average(ClassFigures at, StudentStanding own, String name) {
        return category(at, name).flatMap(it -> own.category(it.id())).map(CategoryAverage::average);
    }

    private static Optional<Result> mean(ClassFigures at, String name, Optional<String> set) {
        return category(at, name).flatMap(own -> Catalogue.mean(at.standing().mean(own.id()), set));
    }
}
