package aestimo.exchange.markbook;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.grading.Result;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.JsonNode;

/**
 * The file of a sealed return, as far as its figures are proved by it: the markbook they were computed from, the term, and
 * the figures themselves. What the teacher added to them is not read.
 */
public record SealedReturn(Markbook markbook, TermId term, List<Figures> figures) {
    private static final String FORMAT = "aestimo-return";
    /** The markbook stands in it as one text. */
    private static final int LONGEST_TEXT = MarkbookReader.LARGEST_FILE;

    public SealedReturn {
        figures = List.copyOf(figures);
    }

    /**
     * Of one student.
     *
     * @param percent as shown; empty text for no result, like {@code exact} and {@code grade}
     */
    public record Figures(StudentId student, String name, String percent, String exact, String grade) {}

    /**
     * Reads one, where the bytes are one.
     *
     * @return empty where they are something else, such as a markbook
     * @throws MarkbookException when it is one, and cannot be read
     */
    public static Optional<SealedReturn> read(byte[] bytes) throws IOException, MarkbookException {
        Optional<JsonNode> read = JsonText.tryParse(bytes, LONGEST_TEXT)
                .filter(json -> text(json, "format").equals(FORMAT));
        if (read.isEmpty()) {
            return Optional.empty();
        }
        JsonNode top = read.get();
        JsonNode term = top.path("term");
        JsonNode rows = top.path("students");
        if (!term.isObject() || !rows.isArray()) {
            throw new MarkbookException("It is a sealed return without its term or its students.");
        }
        Markbook markbook = MarkbookReader.read(
                new ByteArrayInputStream(text(top, "markbook").getBytes(StandardCharsets.UTF_8)));
        TermId id = markbook.book().terms().stream()
                .map(Term::id)
                .filter(own -> own.text().equals(text(term, "id")))
                .findFirst()
                .orElseThrow(() -> new MarkbookException(
                        "The term “" + Fields.brief(text(term, "id")) + "” is none of its markbook."));
        List<Figures> figures = new ArrayList<>();
        for (JsonNode own : rows) {
            if (text(own, "id").isBlank()) {
                throw new MarkbookException("One of its students has no id.");
            }
            figures.add(new Figures(
                    new StudentId(text(own, "id")),
                    text(own, "name"),
                    text(own, "percent"),
                    text(own, "exact"),
                    text(own, "grade")));
        }
        return Optional.of(new SealedReturn(markbook, id, figures));
    }

    private static String text(JsonNode object, String key) {
        return object.path(key).isString() ? object.path(key).stringValue() : "";
    }

    /**
     * Where its figures are others than its markbook gives: whose, “61.5 B sealed, 80.0 A computed”. Empty where all are the
     * same, as they must be.
     */
    public Map<String, String> differences() {
        Book book = markbook.book();
        Standing standing = Standing.of(Counting.of(book), new Span.Terms(Set.of(term)));
        Map<String, String> differences = new LinkedHashMap<>();
        for (Figures own : figures) {
            Optional<Student> student =
                    book.placeOf(own.student()).map(place -> book.students().get(place));
            Optional<Result> result = student.flatMap(it -> standing.of(it.id()).result());
            Figures computed = new Figures(
                    own.student(),
                    own.name(),
                    result.map(Result::shown).orElse(""),
                    result.map(it -> it.exact().exact().toString()).orElse(""),
                    result.flatMap(Result::grade).map(Band::label).orElse(""));
            if (student.isEmpty() || !computed.equals(own)) {
                differences.put(own.name(), words(own) + " sealed, " + words(computed) + " computed");
            }
        }
        return differences;
    }

    private static String words(Figures own) {
        return own.percent().isEmpty()
                ? "no result"
                : (own.percent() + " " + own.grade()).strip() + " (" + own.exact() + ")";
    }
}
