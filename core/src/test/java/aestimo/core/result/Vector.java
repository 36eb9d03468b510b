package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentId;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.CategoryId;
import aestimo.core.book.GradeOn;
import aestimo.core.book.Ranking;
import aestimo.core.book.Rules;
import aestimo.core.book.Student;
import aestimo.core.book.StudentId;
import aestimo.core.book.Term;
import aestimo.core.book.TermId;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import aestimo.core.value.Weight;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

/** One case of the files in {@code vectors/}: a book, a span, and what must come out. */
record Vector(String name, JsonNode json) {
    static Stream<Vector> all(String file) {
        try (InputStream in = Vector.class.getResourceAsStream("/vectors/" + file)) {
            return new ObjectMapper()
                            .readTree(in)
                            .valueStream()
                            .map(json -> new Vector(json.get("name").asString(), json))
                            .toList()
                            .stream();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    @Override
    public String toString() {
        return name;
    }

    JsonNode expected() {
        return json.get("expect");
    }

    private JsonNode rules() {
        return json.get("book").path("rules");
    }

    /** Whether the case keeps to what the core knows so far: no parts, points, bonus work or weighed terms. */
    boolean isCovered() {
        JsonNode book = json.get("book");
        boolean plainWork = book.get("assessments")
                .valueStream()
                .noneMatch(a -> !a.path("parts").isEmpty() || a.path("bonus").asBoolean(false));
        boolean equalAverages = book.get("categories")
                .valueStream()
                .allMatch(c -> c.path("average").asString("equal").equals("equal"));
        boolean pooled = rules().path("year").asString("pooled").equals("pooled")
                || !json.path("span").asString("").equals("year");
        return plainWork
                && equalAverages
                && pooled
                && rules().path("method").asString("by-category").equals("by-category");
    }

    Span span() {
        if (json.has("from")) {
            return new Span.Dates(date(json.get("from")), date(json.get("to")));
        }
        if (json.has("pieces")) {
            return new Span.Pieces(Stream.of(json.get("pieces").asString().split(","))
                    .map(AssessmentId::new)
                    .collect(java.util.stream.Collectors.toSet()));
        }
        String span = json.get("span").asString();
        return span.equals("year")
                ? new Span.Year()
                : new Span.Terms(
                        Stream.of(span.split(",")).map(TermId::new).collect(java.util.stream.Collectors.toSet()));
    }

    Book book() {
        JsonNode book = json.get("book");
        return new Book.Builder(date(book.get("today")))
                .terms(list(
                        book,
                        "terms",
                        t -> new Term(
                                new TermId(text(t, "id")),
                                text(t, "name"),
                                date(t.get("starts")),
                                date(t.get("ends")))))
                .boundaries(boundaries(book.get("bands")))
                .rules(new Rules(
                        new Places(rules().path("decimals").asInt(1)),
                        choice(GradeOn.class, rules().path("gradeOn").asString("rounded")),
                        percent(rules().path("borderline"), "2"),
                        Optional.ofNullable(rules().path("pass").asString(null)),
                        rules().path("notHandedIn").asString("0").equals("ignored")
                                        || rules().path("notHandedIn")
                                                .asString("0")
                                                .equals("ignore")
                                ? Optional.empty()
                                : Optional.of(percent(rules().path("notHandedIn"), "0")),
                        percent(rules().path("lateDeduction"), "0"),
                        choice(Ranking.class, rules().path("ranking").asString("standard"))))
                .categories(list(
                        book,
                        "categories",
                        c -> new Category(
                                new CategoryId(text(c, "id")),
                                text(c, "name"),
                                Weight.parse(c.path("weight").asString("0")),
                                c.path("dropLowest").asInt(0),
                                c.path("counts").asBoolean(true),
                                c.path("retired").asBoolean(false))))
                .assessments(list(book, "assessments", a -> assessment(a, book.path("bandSets"))))
                .students(list(
                        book,
                        "students",
                        s -> new Student(
                                new StudentId(text(s, "id")),
                                text(s, "family"),
                                text(s, "given"),
                                "",
                                optional(s, "set").map(JsonNode::asString),
                                optional(s, "joined").map(Vector::date),
                                optional(s, "left").map(Vector::date))))
                .entries(list(
                        book,
                        "entries",
                        e -> new Book.Placed(
                                new StudentId(text(e, "student")), new AssessmentId(text(e, "assessment")), entry(e))))
                .build();
    }

    private static Assessment assessment(JsonNode a, JsonNode bandSets) {
        LocalDate date = date(a.get("date"));
        return new Assessment(
                new AssessmentId(text(a, "id")),
                text(a, "title"),
                new CategoryId(text(a, "category")),
                choice(AssessmentKind.class, a.path("kind").asString("marks")),
                date,
                optional(a, "due").map(Vector::date).orElse(date),
                optional(a, "term").map(term -> new TermId(term.asString())),
                OutOf.parse(a.path("outOf").asString("100")),
                optional(a, "bands").map(set -> boundaries(bandSets.get(set.asString()))),
                Weight.parse(a.path("weight").asString("1")),
                a.path("allowOver").asBoolean(false));
    }

    private static Entry entry(JsonNode e) {
        EntryKind kind =
                EntryKind.valueOf(text(e, "is").toUpperCase(Locale.ROOT).replace('-', '_'));
        String value = e.path("value").asString("");
        Entry plain = switch (kind) {
            case MARK ->
                value.matches("-?[0-9]+(\\.[0-9]{1,4})?")
                        ? Entry.of(new Mark(new BigDecimal(value)))
                        : Entry.doubt(value);
            case GRADE -> Entry.grade(value);
            case DOUBT -> Entry.doubt(value);
            default -> Entry.of(kind);
        };
        return plain.withLate(e.path("late").asBoolean(false))
                .withToFinish(e.path("toFinish").asBoolean(false));
    }

    private static Boundaries boundaries(JsonNode bands) {
        return Boundaries.of(bands.valueStream()
                .map(b -> new Band(
                        text(b, "label"),
                        from(text(b, "from")),
                        optional(b, "worth").map(w -> percent(w, "0")),
                        ""))
                .toList());
    }

    private static Percent from(String text) {
        String[] raw = text.split("/");
        return raw.length == 1 ? Percent.parse(text) : Percent.of(Mark.parse(raw[0]), OutOf.parse(raw[1]));
    }

    private static Percent percent(JsonNode node, String otherwise) {
        return new Percent(Fraction.from(new BigDecimal(node.asString(otherwise))));
    }

    private static <T> List<T> list(JsonNode book, String key, Function<JsonNode, T> read) {
        return book.path(key).valueStream().map(read).toList();
    }

    private static Optional<JsonNode> optional(JsonNode node, String key) {
        return Optional.of(node.path(key)).filter(value -> !value.isMissingNode() && !value.isNull());
    }

    private static String text(JsonNode node, String key) {
        return node.get(key).asString();
    }

    private static LocalDate date(JsonNode node) {
        return LocalDate.parse(node.asString());
    }

    private static <E extends Enum<E>> E choice(Class<E> type, String value) {
        return Enum.valueOf(type, value.toUpperCase(Locale.ROOT).replace('-', '_'));
    }
}
