package aestimo.app.frame;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Term;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.TermId;
import aestimo.core.value.OutOf;
import aestimo.core.value.Weight;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SpanChoiceTest {
    private static Book book(String today) {
        CategoryId category = new CategoryId("1");
        return new Book.Builder(LocalDate.parse(today))
                .terms(List.of(
                        term("11", "Term 1", "2026-09-01", "2026-12-11"),
                        term("12", "Term 2", "2027-01-04", "2027-03-26")))
                .categories(List.of(Category.of(category, "Tests", Weight.of(100))))
                .assessments(List.of(
                        Assessment.onMarks(
                                new AssessmentId("5"), "Quiz", category, LocalDate.of(2026, 9, 30), OutOf.of(10)),
                        Assessment.onMarks(
                                new AssessmentId("6"), "Test", category, LocalDate.of(2027, 2, 1), OutOf.of(10))))
                .build();
    }

    private static Term term(String id, String name, String first, String last) {
        return Term.of(new TermId(id), name, LocalDate.parse(first), LocalDate.parse(last));
    }

    private static SpanChoice read(String address) {
        return SpanChoice.read(parameters(address), book("2027-02-24"));
    }

    private static Map<String, String> parameters(String address) {
        return java.util.Arrays.stream(address.split("&"))
                .filter(pair -> pair.contains("="))
                .collect(java.util.stream.Collectors.toMap(
                        pair -> pair.substring(0, pair.indexOf('=')), pair -> pair.substring(pair.indexOf('=') + 1)));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "span=year|the year|5 6",
                "span=11|Term 1, 1 Sep – 11 Dec|5",
                "span=11,12|Term 1 and Term 2, 1 Sep – 26 Mar|5 6",
                "from=2026-09-30&to=2026-09-30|30 Sep – 30 Sep|5",
                "from=2026-10-01&to=2027-02-01|1 Oct – 1 Feb|6",
                "pieces=6|one piece: Test|6",
                "pieces=5,6|2 picked pieces|5 6"
            })
    void anAddressOpensTheSameSpanAgain(String address, String words, String held) {
        SpanChoice choice = read(address);
        assertThat(choice.words()).isEqualTo(words);
        assertThat(choice.misread()).isFalse();
        assertThat(choice.query()).isEqualTo(address);
        Book book = book("2027-02-24");
        assertThat(Arrays.stream(choice.span().places(book))
                        .mapToObj(place -> book.assessments().get(place).id().text()))
                .containsExactly(held.split(" "));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "span=99",
                "span=11,99",
                "span=,",
                "span=11,",
                "from=2026-10-01",
                "to=2026-10-01",
                "from=x&to=y",
                "from=2027-02-30&to=2027-03-01",
                "from=2027-03-01&to=2027-02-01",
                "pieces=7",
                "pieces=5,7",
                "pieces=,,"
            })
    void whatIsNoSpanOfTheClassGivesTheDefaultAndIsSaid(String address) {
        SpanChoice choice = read(address);
        // A comma at the end adds nothing, so the term before it is understood.
        assertThat(choice.misread()).isEqualTo(!address.equals("span=11,"));
        if (choice.misread()) {
            assertThat(choice.query()).isEqualTo("span=12");
        }
    }

    @Test
    void theDefaultIsTheTermOfTodayElseTheLastBegunElseTheFirst() {
        assertThat(SpanChoice.read(Map.of(), book("2027-03-26")).query()).isEqualTo("span=12");
        assertThat(SpanChoice.read(Map.of(), book("2026-12-24")).query()).isEqualTo("span=11");
        assertThat(SpanChoice.read(Map.of(), book("2027-08-01")).query()).isEqualTo("span=12");
        assertThat(SpanChoice.read(Map.of(), book("2026-08-01")).query()).isEqualTo("span=11");
        assertThat(SpanChoice.read(Map.of(), new Book.Builder(LocalDate.of(2027, 1, 1)).build())
                        .query())
                .isEqualTo("span=year");
    }
}
