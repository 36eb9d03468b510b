package aestimo.app.book;

import aestimo.core.register.ExcusedAbsence;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.math.BigDecimal;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/**
 * All a class is made of but its entries.
 *
 * @param startingTop what starting scores are out of; null where the class has none
 * @param bands those of the class and of pieces with bands of their own
 */
record ClassRows(
        @JsonProperty("class") ClassRow row,
        Rows.RulesRow rules,
        OutOf startingTop,
        ExcusedAbsence excusedAbsence,
        List<Rows.TermRow> terms,
        List<Rows.BandRow> bands,
        List<Rows.CategoryRow> categories,
        List<Rows.AssessmentRow> assessments,
        List<Rows.PartRow> parts,
        List<Rows.GateRow> gates,
        List<Rows.EnrolmentRow> enrolments,
        List<Rows.TargetRow> targets,
        List<Rows.EarlierTargetRow> earlierTargets,
        List<Rows.LessonRow> lessons,
        List<GoalRows.GoalRow> goals,
        List<GoalRows.EvidenceRow> evidence,
        List<GoalRows.LevelRow> goalLevels) {
    private static final JsonMapper JSON = JsonMapper.builder()
            .propertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE)
            .addModule(new SimpleModule()
                    .addDeserializer(Mark.class, decimal(Mark.class, Mark::from))
                    .addDeserializer(OutOf.class, decimal(OutOf.class, OutOf::from))
                    .addDeserializer(Percent.class, decimal(Percent.class, own -> new Percent(Fraction.from(own))))
                    .addDeserializer(Weight.class, decimal(Weight.class, Weight::from)))
            .build();

    /** A list of which the class has nothing comes without, and is empty here. */
    ClassRows {
        terms = orEmpty(terms);
        bands = orEmpty(bands);
        categories = orEmpty(categories);
        assessments = orEmpty(assessments);
        parts = orEmpty(parts);
        gates = orEmpty(gates);
        enrolments = orEmpty(enrolments);
        targets = orEmpty(targets);
        earlierTargets = orEmpty(earlierTargets);
        lessons = orEmpty(lessons);
        goals = orEmpty(goals);
        evidence = orEmpty(evidence);
        goalLevels = orEmpty(goalLevels);
    }

    static ClassRows parse(String json) {
        return JSON.readValue(json, ClassRows.class);
    }

    private static <T> List<T> orEmpty(List<T> rows) {
        return Stream.ofNullable(rows).flatMap(List::stream).toList();
    }

    private static <T> StdDeserializer<T> decimal(Class<T> type, Function<BigDecimal, T> read) {
        return new StdDeserializer<>(type) {
            @Override
            public T deserialize(JsonParser parser, DeserializationContext context) {
                return read.apply(parser.getDecimalValue());
            }
        };
    }
}
