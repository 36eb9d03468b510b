package aestimo.bench.load;

import aestimo.app.testing.Html;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.List;

/** A class made for a measurement, by the forms a teacher uses. */
final class NewClass {
    static final LocalDate FIRST_DAY = LocalDate.of(2027, 1, 4);
    /** Of every piece. */
    static final int OUT_OF = 50;

    private NewClass() {}

    /** Makes it through the forms, with a mark scheme of two categories; tells its address, such as {@code /classes/7}. */
    static String make(Visitor visitor, String year, String name, int students, int pieces) {
        String base = location(
                        visitor.post("/classes", "yearId", year, "name", name, "subject", "Geography", "tint", "2"))
                .replaceAll("/groundwork/.*", "");
        StringBuilder roster = new StringBuilder();
        for (int i = 0; i < students; i++) {
            roster.append("Student")
                    .append((char) ('A' + i / 26))
                    .append((char) ('a' + i % 26))
                    .append(", Given\n");
        }
        visitor.get(base + "/groundwork/students");
        visitor.post(base + "/groundwork/students/save", "pasted", roster.toString());
        visitor.get(base + "/groundwork/weights");
        visitor.post(
                base + "/groundwork/weights",
                "version",
                "1",
                "categoryId",
                "0",
                "categoryName",
                "Tests",
                "weight",
                "60",
                "shape",
                "square",
                "tint",
                "1",
                "averaging",
                "EQUAL",
                "drop",
                "0",
                "say",
                "counts",
                "categoryId",
                "0",
                "categoryName",
                "Work",
                "weight",
                "40",
                "shape",
                "circle",
                "tint",
                "2",
                "averaging",
                "EQUAL",
                "drop",
                "0",
                "say",
                "counts");
        String weights = visitor.get(base + "/marks?new").body();
        List<Long> categories = ids(weights, "#category option:matchesOwn(Tests|Work)", "value");
        for (int i = 0; i < pieces; i++) {
            visitor.post(
                    base + "/assessments",
                    "title",
                    "Piece " + (i + 1),
                    "category",
                    Long.toString(categories.get(i % categories.size())),
                    "date",
                    FIRST_DAY.plusDays(i % 50).toString(),
                    "outOf",
                    Integer.toString(OUT_OF));
        }
        return base;
    }

    /** Where a form led. */
    static String location(HttpResponse<String> answer) {
        return answer.headers()
                .firstValue("Location")
                .orElseThrow(() -> new IllegalStateException("not kept: " + answer.statusCode()))
                .replaceAll("^https?://[^/]+", "");
    }

    /** The ids that elements of a page carry. */
    static List<Long> ids(String page, String selector, String attribute) {
        return Html.values(page, selector, attribute).stream()
                .map(Long::parseLong)
                .toList();
    }
}
