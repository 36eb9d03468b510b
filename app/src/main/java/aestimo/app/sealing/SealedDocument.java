package aestimo.app.sealing;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * All that a return fixes, as one document: the figures and what was added to them, the working, the bands, the pieces they
 * were made of, the markbook file they were computed from, whose they are and as of when. What was sealed is told from this
 * alone, whatever became of the class since.
 *
 * @param school as the teacher writes it; may be empty
 * @param replaces the return it corrects; null for the first of a class and term
 * @param taken as of when the figures are; an instant in UTC, like {@code sealed}
 * @param sealed empty text while it is a draft
 * @param categories those that counted, with their pieces
 * @param fields what else the school asked for
 * @param markbook the file, byte for byte
 */
public record SealedDocument(
        String format,
        int version,
        String school,
        String teacher,
        String year,
        @JsonProperty("class") String className,
        SealedTerm term,
        int number,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable Replaced replaces,
        String taken,
        String sealed,
        List<SealedBand> bands,
        List<Made> categories,
        List<Field> fields,
        List<Row> students,
        String markbook) {
    static final String FORMAT = "aestimo-return";
    static final int VERSION = 1;

    /** Keys in the order of their letters, no white space: the same document always gives the same bytes. */
    private static final JsonMapper CANONICAL = JsonMapper.builder()
            .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
            .enable(MapperFeature.SORT_PROPERTIES_ALPHABETICALLY)
            .disable(MapperFeature.SORT_CREATOR_PROPERTIES_FIRST)
            .build();

    public static final String GOALS = "goals";

    private static final int WHOLE = 100;
    private static final int MOST_GOALS = 200;

    public record SealedTerm(String id, String name, String starts, String ends) {}

    /**
     * The return that this one corrects.
     *
     * @param why null where it was sealed before that was asked
     */
    public record Replaced(
            int number,
            String sealed,
            String sha256,
            @JsonInclude(JsonInclude.Include.NON_NULL) String why) {}

    /** @param from the percent it starts from, as a decimal */
    public record SealedBand(String label, String from) {}

    /** A category that counted. */
    public record Made(String name, String weight, List<String> pieces) {}

    /**
     * A further field of the school.
     *
     * @param labels none for a number
     * @param holds {@value #GOALS} for how many goals are secure; null for a label or a percent
     */
    public record Field(
            String name,
            List<String> labels,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            String holds) {
        /** What a column says under its heading. */
        public String takes() {
            return holds != null ? holds : labels.isEmpty() ? "%" : String.join(" ", labels);
        }
    }

    /** The fields that hold a number, by name, with the largest there can be. */
    public Map<String, Integer> numberFields() {
        return fields.stream()
                .filter(field -> field.labels().isEmpty())
                .collect(Collectors.toMap(Field::name, field -> GOALS.equals(field.holds()) ? MOST_GOALS : WHOLE));
    }

    /**
     * One student.
     *
     * @param id as the markbook file calls the student
     * @param exact the result as a fraction; empty text for none, like {@code percent} and {@code grade}
     * @param sentAs the grade the school is told; empty text for none
     */
    public record Row(
            String id,
            String name,
            String percent,
            String exact,
            String grade,
            String aim,
            String sentAs,
            boolean noGrade,
            String reason,
            SortedMap<String, String> fields,
            String comment,
            String working) {
        private Row without(String instead) {
            return new Row(
                    id,
                    instead,
                    percent,
                    exact,
                    grade,
                    aim,
                    sentAs,
                    noGrade,
                    "",
                    fields,
                    "",
                    working.replace(name, instead));
        }
    }

    /** The form that is hashed. */
    public String canonical() {
        return CANONICAL.writeValueAsString(this);
    }

    /**
     * The same without what tells who a student was: name, comment and reason, here and in the markbook file. What is
     * figured from the file stays as it is.
     *
     * @param id as the markbook file calls the student
     * @param instead the name in place of the student's own
     */
    public SealedDocument without(String id, String instead) {
        return new SealedDocument(
                format,
                version,
                school,
                teacher,
                year,
                className,
                term,
                number,
                replaces,
                taken,
                sealed,
                bands,
                categories,
                fields,
                students.stream()
                        .map(row -> row.id().equals(id) ? row.without(instead) : row)
                        .toList(),
                NamelessMarkbook.of(markbook, id, instead));
    }

    /** The bands by themselves, as they are kept beside it. */
    String bandsAsText() {
        return CANONICAL.writeValueAsString(bands);
    }

    public static SealedDocument read(String canonical) {
        return CANONICAL.readValue(canonical, SealedDocument.class);
    }

    /** The one it corrects. */
    /** The students' numbers by their ids, as its markbook file has them; those without one are left out. */
    public Map<String, String> numbers() {
        Map<String, String> numbers = new HashMap<>();
        for (JsonNode student : CANONICAL.readTree(markbook).path("students")) {
            String number = student.path("number").asString("");
            if (!number.isEmpty()) {
                numbers.put(student.path("id").asString(), number);
            }
        }
        return numbers;
    }

    public Optional<Replaced> replaced() {
        return Optional.ofNullable(replaces);
    }
}
