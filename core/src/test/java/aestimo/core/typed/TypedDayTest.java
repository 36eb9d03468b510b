package aestimo.core.typed;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TypedDayTest {
    @ParameterizedTest
    @ValueSource(strings = {"1900-01-01", "2028-02-29", "2199-12-31"})
    void aDayOfAMarkbookIsRead(String text) {
        assertThat(TypedDay.read(text)).hasToString("Optional[" + text + "]");
        assertThat(TypedDay.isWithin(LocalDate.parse(text))).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                " 2027-02-24",
                "2027-02-30",
                "2027-2-3",
                "24.02.2027",
                "1899-12-31",
                "2200-01-01",
                "0000-01-01",
                "9999-12-31",
                "-4000-01-01",
                "+999999999-12-31",
                "-999999999-01-01",
                "２０２７-02-24"
            })
    void whateverElseIsNone(String text) {
        assertThat(TypedDay.read(text)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"1899-12-31", "2200-01-01", "+999999999-12-31"})
    void aDayGivenOtherwiseIsHeldToTheSameYears(String text) {
        assertThat(TypedDay.isWithin(LocalDate.parse(text))).isFalse();
    }
}
