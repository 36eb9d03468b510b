package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.ClassBook;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Rank;
import aestimo.core.grading.Result;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.TermId;
import aestimo.core.result.CategoryAverage;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.testing.Seed;
import aestimo.exchange.markbook.MarkbookReader;
import aestimo.exchange.sheet.Sheet;
import aestimo.exchange.sheet.SheetReader;
import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * A figure is the same wherever it is told: on each page, in each file, and computed from nothing but the markbook file the
 * class gives. Whatever is typed meanwhile.
 */
@ExtendWith(RunningApp.class)
class OneFigureTest {
    private static final int TYPED = 40;
    private static final List<String> TEXTS =
            List.of("0", "7", "12", "3.5", "18", "99", "a", "x", "n", "", "tick", "9 l", "B", "5", "-2", "soon");

    /** What is told of one student; empty texts for nothing. */
    private record Told(String result, String grade, String rank) {}

    /** The same span in an address, in the file's own words, and as the list across classes asks for it; empty: it cannot. */
    private record Asked(String query, Span span, String across) {}

    /** Types into cells of pieces without parts, whatever comes. */
    private static void typeByChance(OwnClass own, Random random) {
        for (int i = 0; i < TYPED; i++) {
            String entry = own.read(book -> {
                List<Assessment> pieces = book.book().assessments().stream()
                        .filter(piece -> !piece.hasParts())
                        .toList();
                Assessment piece = pieces.get(random.nextInt(pieces.size()));
                Student student = book.book()
                        .students()
                        .get(random.nextInt(book.book().students().size()));
                return "[{\"id\": \"%s\", \"assessment\": %s, \"student\": %s, \"part\": 0, \"base\": %d, \"text\": \"%s\"}]"
                        .formatted(
                                UUID.randomUUID(),
                                piece.id(),
                                student.id(),
                                book.version(ClassBook.cell(student, piece, 0)),
                                TEXTS.get(random.nextInt(TEXTS.size())));
            });
            assertThat(own.visitor().put(own.base() + "/entries", entry).statusCode())
                    .as(entry)
                    .isEqualTo(200);
        }
    }

    private static List<Asked> spans(OwnClass own, Book file) {
        Book shown = own.read(ClassBook::book);
        List<TermId> ids = file.terms().stream().map(term -> term.id()).toList();
        List<Asked> spans = new ArrayList<>();
        spans.add(new Asked("span=year", new Span.Year(), "year"));
        for (int i = 0; i < ids.size(); i++) {
            spans.add(new Asked(
                    "span=" + shown.terms().get(i).id(),
                    new Span.Terms(Set.of(ids.get(i))),
                    shown.terms().get(i).name()));
        }
        spans.add(new Asked(
                "span=" + shown.terms().stream().map(term -> term.id().text()).collect(Collectors.joining(",")),
                new Span.Terms(Set.copyOf(ids)),
                ""));
        LocalDate first = LocalDate.of(2026, 10, 20);
        LocalDate last = LocalDate.of(2027, 2, 1);
        spans.add(new Asked("from=" + first + "&to=" + last, new Span.Dates(first, last), ""));
        List<Integer> some = IntStream.range(0, file.assessments().size())
                .filter(i -> i % 3 == 0)
                .boxed()
                .toList();
        Set<AssessmentId> picked =
                some.stream().map(i -> file.assessments().get(i).id()).collect(Collectors.toSet());
        spans.add(new Asked(
                "pieces="
                        + some.stream()
                                .map(i -> shown.assessments().get(i).id().text())
                                .collect(Collectors.joining(",")),
                new Span.Pieces(picked),
                ""));
        return spans;
    }

    /** What the markbook file gives by itself. */
    private static Map<String, Told> expected(Standing standing) {
        return standing.students().stream()
                .collect(Collectors.toMap(
                        own -> own.student().listName(),
                        own -> new Told(
                                own.result().map(Result::shown).orElse(""),
                                own.result()
                                        .flatMap(Result::grade)
                                        .map(Band::label)
                                        .orElse(""),
                                own.rank().map(Rank::toString).orElse("")),
                        (one, other) -> one,
                        TreeMap::new));
    }

    private static String words(Element row, String selector) {
        Element found = row.selectFirst(selector);
        return found == null ? "" : found.text().strip().replaceAll("^–$", "");
    }

    private static Map<String, Told> ofRows(
            List<Element> rows, Function<Element, String> name, Function<Element, Told> told) {
        Map<String, Told> all = new TreeMap<>();
        rows.forEach(row -> all.put(name.apply(row), told.apply(row)));
        return all;
    }

    private static Map<String, Told> standingPage(String page) {
        return ofRows(
                Html.elements(page, ".figures tr[data-s]"),
                row -> words(row, "th.name"),
                row -> new Told(
                        words(row, "td[data-w=result]"),
                        words(row, "td[data-w=grade]"),
                        words(row, "td[data-w=rank]")));
    }

    private static Map<String, Told> sheetPage(String page) {
        return ofRows(
                Html.elements(page, "tbody tr[data-s]"),
                row -> words(row, "th.name"),
                row -> new Told(words(row, "td.result"), words(row, "td.grade"), ""));
    }

    private static Map<String, Told> across(String page) {
        return ofRows(
                Html.elements(page, ".is-across tbody tr"),
                row -> words(row, "th.name"),
                row -> new Told(words(row, "td:eq(2)"), words(row, "td:eq(3)"), words(row, "td:eq(4)")));
    }

    private static Told studentPage(String page) {
        Element head = Html.elements(page, ".student-result").get(0);
        return new Told(words(head, ".figure"), words(head, ".grade-box"), rank(words(head, ".facts")));
    }

    private static String rank(String facts) {
        return facts.startsWith("rank ") ? facts.split(" ")[1] : "";
    }

    /** Of a file with a heading for each column. */
    private static Map<String, Told> file(Visitor visitor, String path) {
        try {
            Sheet sheet = SheetReader.read(visitor.download(path)).get(0);
            List<List<String>> rows = sheet.rows().stream()
                    .dropWhile(row -> !row.contains("Student"))
                    .toList();
            List<String> heading = rows.get(0);
            Map<String, Told> all = new TreeMap<>();
            for (List<String> row : rows.subList(1, rows.size())) {
                String name = cell(heading, row, "Student");
                if (name.contains(",")) {
                    all.put(
                            name,
                            new Told(
                                    asNumber(cell(heading, row, "Result %")),
                                    cell(heading, row, "Grade"),
                                    cell(heading, row, "Rank")));
                }
            }
            return all;
        } catch (Exception unreadable) {
            throw new AssertionError(path, unreadable);
        }
    }

    /** @param column how its heading begins: that of the result goes on with the pieces where they were picked */
    private static String cell(List<String> heading, List<String> row, String column) {
        return IntStream.range(0, Math.min(heading.size(), row.size()))
                .filter(i -> heading.get(i).startsWith(column))
                .mapToObj(row::get)
                .findFirst()
                .orElse("");
    }

    /** In files figures are numbers, a shared rank too. */
    private static Map<String, Told> asNumbers(Map<String, Told> told) {
        return altered(
                told,
                own -> new Told(asNumber(own.result()), own.grade(), own.rank().replace("=", "")));
    }

    private static String asNumber(String figure) {
        return figure.isEmpty()
                ? ""
                : new BigDecimal(figure).stripTrailingZeros().toPlainString();
    }

    private static Map<String, Told> withoutRank(Map<String, Told> told) {
        return altered(told, own -> new Told(own.result(), own.grade(), ""));
    }

    private static Map<String, Told> altered(Map<String, Told> told, Function<Told, Told> how) {
        Map<String, Told> all = new TreeMap<>();
        told.forEach((name, own) -> all.put(name, how.apply(own)));
        return all;
    }

    /** Who joined after those days, or had left before, may be left out: then there is nothing to tell of them. */
    private static void holds(String where, Map<String, Told> shown, Map<String, Told> expected) {
        Map<String, Told> all = new TreeMap<>(expected);
        all.entrySet().removeIf(own -> own.getValue().result().isEmpty() && !shown.containsKey(own.getKey()));
        assertThat(shown).as(where).isEqualTo(all);
    }

    private static Map<String, String> categories(StudentStanding own, Book book) {
        Map<String, String> averages = new LinkedHashMap<>();
        for (Category category : book.categories()) {
            averages.put(
                    category.name(),
                    own.category(category.id())
                            .map(CategoryAverage::average)
                            .map(average -> average.shown(book.rules().places()))
                            .orElse(""));
        }
        return averages;
    }

    @Test
    void everyPageAndEveryFileTellsWhatTheMarkbookFileGives(RunningApp app) throws Exception {
        long seed = Seed.next();
        Random random = new Random(seed);
        for (String name : List.of("9B", "8D", "10A", "11C")) {
            OwnClass own = OwnClass.ofTheDemo(app, name);
            Visitor visitor = own.visitor();
            typeByChance(own, random);
            Book book = MarkbookReader.read(new ByteArrayInputStream(
                            visitor.download(own.base() + "/groundwork/class/markbook?memos=true")))
                    .book();
            assertThat(expected(Standing.of(book, new Span.Year())).values())
                    .filteredOn(told -> !told.result().isEmpty())
                    .hasSizeGreaterThan(15);
            for (Asked asked : spans(own, book)) {
                Standing standing = Standing.of(book, asked.span());
                Map<String, Told> expected = expected(standing);
                String where = name + " " + asked.query() + ", -Dseed=" + seed;
                String query = "?" + asked.query();
                holds(
                        "Standing of " + where,
                        standingPage(
                                visitor.get(own.base() + "/standing" + query).body()),
                        expected);
                holds(
                        "the sheet of " + where,
                        sheetPage(visitor.get(own.base() + "/marks" + query).body()),
                        withoutRank(expected));
                for (String ending : List.of("csv", "xlsx", "ods")) {
                    holds(
                            ending + " of " + where,
                            file(visitor, own.base() + "/standing." + ending + query),
                            asNumbers(expected));
                }
                if (!asked.across().isEmpty()) {
                    String list = "/across?class=" + own.id() + "&span="
                            + URLEncoder.encode(asked.across(), StandardCharsets.UTF_8)
                            + "&column=result&column=grade&column=rank";
                    holds("across classes, " + where, across(visitor.get(list).body()), expected);
                }
                studentsOf(own, standing, expected, asked, where);
            }
        }
    }

    /** The pages of some students, and what the student gets to see. */
    private static void studentsOf(
            OwnClass own, Standing standing, Map<String, Told> expected, Asked asked, String where) {
        List<Student> shown = own.read(book -> book.book().students());
        for (int i = 0; i < shown.size(); i += 7) {
            Student student = shown.get(i);
            Told told = expected.get(student.listName());
            String page = own.visitor()
                    .get(own.base() + "/standing/" + student.id() + "?" + asked.query())
                    .body();
            assertThat(studentPage(page)).as(student.listName() + ", " + where).isEqualTo(told);
            StudentStanding figures = standing.students().stream()
                    .filter(one -> one.student().listName().equals(student.listName()))
                    .findFirst()
                    .orElseThrow();
            Map<String, String> averages = categories(figures, standing.book());
            for (Element group : Html.elements(page, "tr.is-group")) {
                assertThat(words(group, "td.num b")).as(where).isEqualTo(averages.get(words(group, "th b")));
            }
            String sheet = own.visitor()
                    .get(own.base() + "/standing/sheets?" + asked.query() + "&of=" + student.id())
                    .body();
            Element head = Html.elements(sheet, ".sheet-result").get(0);
            assertThat(words(head, ".figure").replace("no result yet", ""))
                    .as("as the student sees it, " + where)
                    .isEqualTo(told.result());
            assertThat(words(head, ".grade-box")).isEqualTo(told.grade());
        }
    }
}
