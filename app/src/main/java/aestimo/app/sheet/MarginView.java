package aestimo.app.sheet;

import aestimo.app.book.CategoryStyle;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.book.HiddenNames;
import aestimo.app.changes.Change;
import aestimo.app.frame.Days;
import aestimo.app.marks.Remarks;
import aestimo.app.picture.Strip;
import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.grading.GroupMean;
import aestimo.core.grading.Rank;
import aestimo.core.grading.Result;
import aestimo.core.result.CategoryAverage;
import aestimo.core.result.Counted;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.WorkingLine;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Places;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What the margin of the marks page shows: the class, one student, or one cell. */
record MarginView(Optional<Cell> cell, Optional<Own> own, Optional<All> all) {
    /** The selected cell. */
    record Cell(
            CellView view,
            String title,
            String line,
            List<PartLine> parts,
            String percent,
            String grade,
            String place,
            Optional<Strip> strip,
            Optional<Remarks> remarks,
            List<ChangeLine> changes) {}

    /** One part of a piece, with what stands in it. */
    record PartLine(String title, String outOf, String shown, String kind) {}

    /** One alteration of the cell. */
    record ChangeLine(String at, String was, String became, String how) {}

    /** One student over the span, with the working of the result. */
    record Own(
            String name,
            String line,
            String result,
            String grade,
            String toNext,
            boolean justBelow,
            List<Step> working,
            List<Outside> outside) {}

    /** A category's average, times its weight, over the weights of all that have one: points. */
    record Step(String name, CategoryStyle look, String average, String weight, String points, List<Piece> pieces) {}

    /** What made an average. */
    record Piece(String title, String percent) {}

    /** A category without a say, or without an average yet. */
    record Outside(String name, CategoryStyle look, String why) {}

    /** The class over the span. */
    record All(String counted, Optional<Result> mean, List<SetMean> sets, List<GradeCount> grades) {}

    record SetMean(String name, String mean, String grade) {}

    record GradeCount(String label, int count) {}

    static MarginView ofClass(Standing standing) {
        GroupMean mean = standing.mean();
        long present =
                standing.students().stream().filter(StudentStanding::present).count();
        List<SetMean> sets = mean.sets().entrySet().stream()
                .map(set -> new SetMean(
                        set.getKey(),
                        shown(set.getValue().mean()),
                        grade(set.getValue().mean())))
                .toList();
        List<GradeCount> grades = standing.countsByBand().entrySet().stream()
                .map((Map.Entry<Band, Integer> count) ->
                        new GradeCount(count.getKey().label(), count.getValue()))
                .toList();
        All all = new All(mean.counted() + " of " + present + " have a result", mean.mean(), sets, grades);
        return new MarginView(Optional.empty(), Optional.empty(), Optional.of(all));
    }

    static MarginView ofStudent(ClassBook classBook, Standing standing, Student student) {
        return new MarginView(Optional.empty(), Optional.of(own(classBook, standing, student)), Optional.empty());
    }

    /** @param cell of a part, or of the whole piece; that of a piece with parts shows what they make */
    static MarginView ofCell(
            ClassBook classBook, Standing standing, CellId cell, Remarks remarks, List<Change> changes) {
        Student student = classBook.student(cell.enrolmentId());
        Assessment assessment = classBook.assessment(cell.assessmentId());
        boolean made = assessment.hasParts() && cell.partId() == 0;
        Optional<AssessmentFigures> figures = standing.assessment(assessment.id());
        Places places = classBook.book().rules().places();
        Optional<Rank> place = figures.flatMap(it -> it.placeOf(student));
        Optional<Part> part = made ? Optional.empty() : assessment.partAt(classBook.part(cell));
        Cell view = new Cell(
                made ? Sight.plain(classBook, standing).made(student, assessment) : CellView.of(classBook, cell),
                part.map(own -> assessment.title() + ", " + own.title()).orElse(assessment.title()),
                Days.brief(assessment.date()) + outOf(assessment, part),
                partLines(classBook, student, assessment),
                figures.flatMap(it -> it.percentOf(student))
                        .map(percent -> (part.isPresent() ? "in all " : "") + percent.shown(places) + " %")
                        .orElse(""),
                figures.flatMap(it -> it.percentOf(student))
                        .flatMap(percent -> standing.gradeOf(percent))
                        .map(Band::label)
                        .orElse(""),
                place.map(rank -> rank + " of " + figures.orElseThrow().counted())
                        .orElse(""),
                figures.filter(it -> it.counted() > 1).map(it -> Strip.of(classBook.book(), it, student)),
                made || HiddenNames.areHidden() ? Optional.empty() : Optional.of(remarks),
                changes.stream()
                        .map(change -> new ChangeLine(
                                Days.at(change.at()), orBlank(change.was()), orBlank(change.became()), change.how()))
                        .toList());
        return new MarginView(Optional.of(view), Optional.of(own(classBook, standing, student)), Optional.empty());
    }

    private static String outOf(Assessment assessment, Optional<Part> part) {
        return switch (assessment.kind()) {
            case MARKS -> " · out of " + part.map(Part::outOf).orElse(assessment.outOf());
            case GRADES -> " · a grade";
            case CHECK -> " · a check";
            case NOTE -> " · notes";
        };
    }

    private static List<PartLine> partLines(ClassBook classBook, Student student, Assessment assessment) {
        List<PartLine> lines = new ArrayList<>();
        for (int i = 0; i < assessment.parts().size(); i++) {
            CellView there = CellView.of(classBook, ClassBook.cell(student, assessment, i));
            Part part = assessment.parts().get(i);
            lines.add(new PartLine(part.title(), part.outOf().toString(), there.shown(), there.kind()));
        }
        return lines;
    }

    private static String orBlank(String text) {
        return text.isEmpty() ? "blank" : text;
    }

    private static Own own(ClassBook classBook, Standing standing, Student student) {
        StudentStanding own = standing.of(student.id());
        Places places = classBook.book().rules().places();
        List<Step> steps = new ArrayList<>();
        for (WorkingLine line : own.working()) {
            CategoryAverage average = line.category();
            steps.add(new Step(
                    average.category().name(),
                    classBook.look(average.category()),
                    average.average().shown(places),
                    average.category().weight().toString(),
                    line.points().shown(places),
                    average.kept().stream().map(piece -> piece(piece, places)).toList()));
        }
        List<Outside> outside = classBook.book().categories().stream()
                .filter(category -> own.working().stream()
                        .noneMatch(line -> line.category().category().equals(category)))
                .map(category -> new Outside(category.name(), classBook.look(category), why(classBook, category)))
                .toList();
        return new Own(
                student.listName(),
                placeWords(own, standing),
                own.result().map(Result::shown).orElse(""),
                own.result().flatMap(Result::grade).map(Band::label).orElse(""),
                own.result().flatMap(Result::toNextShown).orElse(""),
                own.result().filter(Result::justBelow).isPresent(),
                steps,
                outside);
    }

    private static String why(ClassBook classBook, Category category) {
        if (!category.counts()) {
            return "practice, so it does not count";
        }
        return classBook.book().countsTowardsResult(category)
                ? "nothing counts here yet"
                : "weight 0, so it does not count";
    }

    private static String placeWords(StudentStanding own, Standing standing) {
        String set = own.student().set().orElse("");
        if (!own.present()) {
            return "not in the class at the end of these dates";
        }
        String place = own.rank()
                .map(rank -> "rank " + rank + " of " + standing.mean().counted())
                .orElse("no result yet");
        return own.setRank()
                .map(rank -> place + " · " + rank + " in " + set)
                .orElse(set.isEmpty() ? place : set + " · " + place);
    }

    private static Piece piece(Counted counted, Places places) {
        return new Piece(counted.assessment().title(), counted.percent().shown(places));
    }

    private static String shown(Optional<Result> mean) {
        return mean.map(Result::shown).orElse("–");
    }

    private static String grade(Optional<Result> mean) {
        return mean.flatMap(Result::grade).map(Band::label).orElse("");
    }
}
