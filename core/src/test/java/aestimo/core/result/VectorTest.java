package aestimo.core.result;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/**
 * The worked cases: expected figures were computed by a separate program in exact fractions, from the rules alone.
 * Each expectation is turned into lines of text, each figure of ours too, and the two lists must be equal.
 */
class VectorTest {
    static Stream<Vector> covered() {
        return Stream.of("worked-cases.json", "random-cases.json")
                .flatMap(Vector::all)
                .filter(Vector::isCovered);
    }

    @Test
    void enoughCasesAreCovered() {
        assertThat(covered()).hasSizeGreaterThanOrEqualTo(45);
    }

    @ParameterizedTest
    @MethodSource("covered")
    void figuresAreExactlyThoseOfTheCase(Vector vector) {
        Book book = vector.book();
        Standing standing = Standing.of(book, vector.span());
        assertThat(ours(standing)).isEqualTo(theirs(vector.expected()));
    }

    @ParameterizedTest
    @MethodSource("covered")
    void looseEndsAreThoseOfTheCase(Vector vector) {
        List<String> expected = vector.expected()
                .get("looseEnds")
                .valueStream()
                .filter(end -> !text(end, "kind").equals("no-target"))
                .map(end -> text(end, "kind") + " " + text(end, "student") + " " + text(end, "assessment") + " "
                        + text(end, "category"))
                .toList();
        List<String> found = LooseEnds.of(vector.book()).stream()
                .map(end -> end.kind().code() + " "
                        + end.student().map(student -> student.id().text()).orElse(null) + " "
                        + end.assessment().map(piece -> piece.id().text()).orElse(null) + " "
                        + end.category().map(category -> category.id().text()).orElse(null))
                .toList();
        assertThat(found).isEqualTo(expected);
    }

    private static List<String> theirs(JsonNode expected) {
        List<String> lines = new ArrayList<>();
        for (JsonNode student : expected.get("students")) {
            String id = text(student, "id");
            lines.add(id + " present " + student.get("present").asBoolean());
            lines.add(id + " result " + theirResult(student.get("result")));
            student.get("categories")
                    .properties()
                    .forEach(category ->
                            lines.add(id + " " + category.getKey() + " " + text(category.getValue(), "exact")
                                    + " " + text(category.getValue(), "shown") + " of "
                                    + category.getValue().get("counted").asInt() + " dropped "
                                    + category.getValue()
                                            .get("dropped")
                                            .valueStream()
                                            .map(JsonNode::asString)
                                            .toList()));
            lines.add(id + " rank " + text(student, "rank") + " " + text(student, "tied") + " "
                    + text(student, "setRank") + " " + text(student, "setTied"));
        }
        JsonNode all = expected.get("class");
        lines.add("class " + theirMean(all));
        all.get("categories")
                .properties()
                .forEach(category -> lines.add(category.getKey() + " " + theirMean(category.getValue())));
        all.get("bands").properties().forEach(band -> lines.add("band " + band.getKey() + " " + band.getValue()));
        for (JsonNode piece : expected.get("assessments")) {
            List<String> places = new ArrayList<>();
            piece.get("places").properties().forEach(place -> places.add(place.getKey() + " " + place.getValue()));
            lines.add(text(piece, "id") + " " + text(piece, "counted") + " " + text(piece, "mean") + " "
                    + text(piece, "min") + " " + text(piece, "median") + " " + text(piece, "max") + " " + places);
        }
        return lines;
    }

    private static List<String> ours(Standing standing) {
        Book book = standing.book();
        List<String> lines = new ArrayList<>();
        for (StudentStanding student : standing.students()) {
            String id = student.student().id().text();
            lines.add(id + " present " + student.present());
            lines.add(id + " result "
                    + student.result().map(VectorTest::ourResult).orElse("none"));
            student.categories()
                    .forEach((category, average) -> lines.add(id + " " + category + " "
                            + average.average().exact() + " "
                            + average.average().shown(book.rules().places()) + " of " + average.counted() + " dropped "
                            + average.dropped().stream()
                                    .map(piece -> piece.id().text())
                                    .toList()));
            lines.add(id + " rank " + ourRank(student.rank()) + " " + ourRank(student.setRank()));
        }
        lines.add("class " + ourMean(standing.mean()));
        for (Category category : book.categories()) {
            boolean anybody = standing.students().stream()
                    .anyMatch(student -> student.category(category.id()).isPresent());
            if (anybody) {
                lines.add(category.id() + " " + ourMean(standing.mean(category.id())));
            }
        }
        standing.countsByBand().forEach((band, count) -> lines.add("band " + band.label() + " " + count));
        for (AssessmentFigures piece : standing.assessments()) {
            lines.add(piece.assessment().id() + " " + piece.counted() + " " + exact(piece.mean()) + " "
                    + exact(piece.lowest()) + " " + exact(piece.median()) + " " + exact(piece.highest()) + " "
                    + book.students().stream()
                            .flatMap(student ->
                                    piece.placeOf(student).map(rank -> student.id() + " " + rank.place()).stream())
                            .toList());
        }
        return lines;
    }

    private static String theirResult(JsonNode result) {
        return result.isNull()
                ? "none"
                : Stream.of("exact", "shown", "grade", "toNext", "justBelow", "pass")
                        .map(key -> text(result, key))
                        .toList()
                        .toString();
    }

    private static String ourResult(Result result) {
        return List.of(
                        result.exact().exact().toString(),
                        result.shown(),
                        result.grade().map(band -> band.label()).orElse("null"),
                        result.toNextShown().orElse("null"),
                        String.valueOf(result.justBelow()),
                        result.pass()
                                .map(pass -> pass.name().toLowerCase(Locale.ROOT))
                                .orElse("null"))
                .toString();
    }

    private static String theirMean(JsonNode group) {
        JsonNode mean = group.get("mean");
        StringBuilder line = new StringBuilder(text(group, "counted") + " "
                + (mean.isNull()
                        ? "none"
                        : text(mean, "exact") + " " + text(mean, "shown") + " " + text(mean, "grade")));
        group.path("sets").properties().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(set ->
                        line.append(" / ").append(set.getKey()).append(' ').append(theirMean(set.getValue())));
        return line.toString();
    }

    private static String ourMean(GroupMean group) {
        StringBuilder line = new StringBuilder(group.counted() + " "
                + group.mean()
                        .map(mean -> mean.exact().exact() + " " + mean.shown() + " "
                                + mean.grade().map(band -> band.label()).orElse(null))
                        .orElse("none"));
        group.sets().entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(set ->
                        line.append(" / ").append(set.getKey()).append(' ').append(ourMean(set.getValue())));
        return line.toString();
    }

    private static String ourRank(Optional<Rank> rank) {
        return rank.map(place -> place.place() + " " + place.tied()).orElse("null false");
    }

    private static String exact(Optional<Percent> percent) {
        return percent.map(value -> value.exact().toString()).orElse(null);
    }

    private static String text(JsonNode node, String key) {
        JsonNode value = node.get(key);
        return value == null || value.isNull() ? null : value.asString();
    }
}
