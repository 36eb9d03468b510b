package aestimo.app.imports;

import aestimo.app.book.ClassBook;
import aestimo.app.imports.ImportPlan.Column;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Part;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.PartId;
import aestimo.core.typed.TypedDay;
import aestimo.core.value.OutOf;
import aestimo.core.value.Weight;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.MarkColumn;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.register.DayHeading;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/** Works out what the columns of a sheet hold, as they are settled so far. */
final class ColumnPlanner {
    private final ClassBook classBook;
    private final MarkSheet sheet;
    private final Choices choices;

    private ColumnPlanner(ClassBook classBook, MarkSheet sheet, Choices choices) {
        this.classBook = classBook;
        this.sheet = sheet;
        this.choices = choices;
    }

    static List<Column> columns(ClassBook classBook, MarkSheet sheet, Choices choices) {
        ColumnPlanner planner = new ColumnPlanner(classBook, sheet, choices);
        List<Column> columns = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        for (int i = 0; i < sheet.columns().size(); i++) {
            columns.add(planner.column(sheet.columns().get(i), choices.columns().get(i), taken));
        }
        return columns;
    }

    private Column column(MarkColumn found, Choices.Column choice, Set<String> taken) {
        if (choice.role().isTarget()) {
            return new Column(found, choice, Optional.empty(), 0, targetProblem(found, choice, taken));
        }
        if (choice.role() == ColumnRole.ATTENDANCE || choice.role().isContact()) {
            return new Column(found, choice, Optional.empty(), 0, factProblem(found, choice, taken));
        }
        if (choice.role() != ColumnRole.MARKS) {
            return new Column(found, choice, Optional.empty(), 0, "");
        }
        if (choice.asPart()) {
            return part(found, choice);
        }
        return choice.assessmentId() == 0 ? made(found, choice) : own(found, choice, taken);
    }

    private String targetProblem(MarkColumn found, Choices.Column choice, Set<String> taken) {
        if (classBook.book().boundaries().isEmpty() && choice.role() != ColumnRole.SCORE) {
            return "“" + found.heading()
                    + "” holds targets, but the class has no grades. Set boundaries, or leave it out.";
        }
        return onlyOne(found, choice.value(), taken);
    }

    private String factProblem(MarkColumn found, Choices.Column choice, Set<String> taken) {
        if (choice.role().isContact()) {
            String whose = ExistingContacts.whose(new Column(found, choice, Optional.empty(), 0, ""));
            return onlyOne(found, choice.value() + whose, taken);
        }
        Optional<DayHeading> day = DayHeading.read(found.heading(), Suggestion.from(classBook));
        return day.map(own -> onlyOne(found, choice.value() + own, taken))
                .orElse("“" + found.heading()
                        + "” holds attendance, but names no day, such as 1 Sep. Leave it out, or import it from Room.");
    }

    private static String onlyOne(MarkColumn found, String held, Set<String> taken) {
        return taken.add(held)
                ? ""
                : "Two columns hold the same, “" + found.heading() + "” and one before it. Leave one of them out.";
    }

    private Column own(MarkColumn found, Choices.Column choice, Set<String> taken) {
        Optional<Assessment> own = classBook.book().assessments().stream()
                .filter(assessment -> ClassBook.id(assessment) == choice.assessmentId())
                .findFirst();
        Optional<Integer> part = own.flatMap(piece -> piece.hasParts()
                ? piece.indexOf(new PartId(Long.toString(choice.partId())))
                : Optional.of(0).filter(none -> choice.partId() == 0));
        if (part.isEmpty()) {
            return new Column(found, choice, Optional.empty(), 0, "Choose what “" + found.heading() + "” holds.");
        }
        Column column = new Column(found, choice, own, part.get(), otherOutOf(found, own.get(), part.get()));
        return taken.add(choice.value())
                ? column
                : new Column(
                        found,
                        choice,
                        own,
                        part.get(),
                        "Two columns are taken for “" + column.title() + "”. Leave one of them out.");
    }

    /** Marks out of something else would come in too high or too low, and nobody would see it. */
    private static String otherOutOf(MarkColumn found, Assessment own, int part) {
        return found.outOf()
                .filter(said -> own.kind() == AssessmentKind.MARKS
                        && said.value().compareTo(own.outOf(part).value()) != 0)
                .filter(said -> !found.percent())
                .map(said -> "“" + found.heading() + "” is out of " + said + " in the sheet, but “" + own.title()
                        + "” is out of " + own.outOf(part) + ". Make a new assessment of it, or leave it out.")
                .orElse("");
    }

    private static String called(MarkColumn found, String title) {
        return "“" + (title.isEmpty() ? found.heading() : title) + "”";
    }

    /** Empty text where a new piece can have this category and date. */
    private String problem(Choices.Column choice, String called) {
        if (classBook.book().categories().stream()
                .noneMatch(own -> ClassBook.id(own) == choice.categoryId() && !own.retired())) {
            return classBook.book().categories().isEmpty()
                    ? "The class has no categories yet. Add one under Groundwork, then come back to import " + called
                            + "."
                    : "Choose the category " + called + " belongs to.";
        }
        return TypedDay.read(choice.date()).isPresent() ? "" : "Give " + called + " a date, such as 2027-02-19.";
    }

    private static Optional<OutOf> outOf(Choices.Column choice) {
        try {
            return Optional.of(OutOf.parse(choice.outOf()));
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    private static String outOfProblem(Choices.Column choice, String called) {
        return choice.outOf().isEmpty()
                ? "Say what " + called + " is out of; the file does not."
                : "Out of “" + choice.outOf() + "” is not valid for " + called + ". It must be a number above 0.";
    }

    /** A new assessment, as far as its cells can be understood by it. */
    private Column made(MarkColumn found, Choices.Column choice) {
        String called = called(found, choice.title());
        String problem = problem(choice, called);
        Optional<OutOf> outOf = outOf(choice);
        if (problem.isEmpty()
                && choice.graded()
                && classBook.book().boundaries().isEmpty()) {
            problem = called + " holds grades, but the class has none. Set boundaries, or leave it out.";
        }
        if (problem.isEmpty() && outOf.isEmpty() && !choice.graded()) {
            problem = outOfProblem(choice, called);
        }
        return new Column(
                found,
                choice,
                problem.isEmpty()
                        ? Optional.of(builder("new" + found.place(), choice)
                                .outOf(choice.graded() ? Optional.empty() : outOf)
                                .build())
                        : Optional.empty(),
                0,
                problem);
    }

    private static Assessment.Builder builder(String id, Choices.Column choice) {
        return new Assessment.Builder(
                new AssessmentId(id),
                choice.title(),
                new CategoryId(Long.toString(choice.categoryId())),
                choice.graded() ? AssessmentKind.GRADES : AssessmentKind.MARKS,
                LocalDate.parse(choice.date()));
    }

    /** One part of the new assessment that all such columns make together. */
    private Column part(MarkColumn found, Choices.Column choice) {
        List<Integer> places = IntStream.range(0, choices.columns().size())
                .filter(place -> choices.columns().get(place).asPart())
                .boxed()
                .toList();
        Choices.Column first = choices.columns().get(places.get(0));
        boolean isFirst = places.get(0) == found.place();
        String problem = isFirst ? problem(first, called(found, first.title())) : "";
        if (problem.isEmpty() && outOf(choice).isEmpty()) {
            problem = outOfProblem(choice, called(found, MarkSheet.title(found.heading())));
        }
        boolean complete = problem(first, "").isEmpty()
                && places.stream()
                        .allMatch(place -> outOf(choices.columns().get(place)).isPresent());
        if (!complete) {
            return new Column(found, choice, Optional.empty(), 0, problem);
        }
        List<Part> parts = places.stream()
                .map(place -> new Part(
                        new PartId("p" + place),
                        MarkSheet.title(sheet.columns().get(place).heading()),
                        outOf(choices.columns().get(place)).orElseThrow(),
                        Weight.parse(choices.columns().get(place).outOf())))
                .toList();
        return new Column(
                found,
                choice,
                Optional.of(builder("parts", first).parts(parts).build()),
                places.indexOf(found.place()),
                problem);
    }
}
