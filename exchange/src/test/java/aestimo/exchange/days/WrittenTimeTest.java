package aestimo.exchange.days;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class WrittenTimeTest {
    private static final LocalDate FROM = LocalDate.of(2026, 9, 1);

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2027-02-04 | 2027-02-04T00:00",
                "2027-02-04T09:24:31Z | 2027-02-04T09:24:31",
                "2027/2/4 9:24 | 2027-02-04T09:24",
                "04/02/2027 09:24:00 | 2027-02-04T09:24",
                "4.2.27, 9.24 | 2027-02-04T09:24",
                "04-02-2027 12:05 AM | 2027-02-04T00:05",
                "2/14/2027 12:05 pm | 2027-02-14T12:05",
                "4 Feb 2027 at 9:24 p.m. | 2027-02-04T21:24",
                "Thursday, 4 February 2027 | 2027-02-04T00:00",
                "4th Sept | 2026-09-04T00:00",
                "4 Feb | 2027-02-04T00:00",
                "Feb 4, 2027 9:24 AM | 2027-02-04T09:24",
                "2027-02-04 09:24:31 GMT+1 | 2027-02-04T09:24:31",
            })
    void readsAnyUsualForm(String text, LocalDateTime moment) {
        assertThat(WrittenTime.read(text, false, FROM).map(WrittenTime::moment)).contains(moment);
    }

    @Test
    void whichOfTwoIsTheMonthIsSaidWhereTheTextDoesNot() {
        WrittenTime dayFirst = WrittenTime.read("03/02/2027", false, FROM).orElseThrow();
        assertThat(dayFirst.day()).isEqualTo(LocalDate.of(2027, 2, 3));
        assertThat(dayFirst.eitherWay()).isTrue();
        assertThat(WrittenTime.read("03/02/2027", true, FROM).map(WrittenTime::day))
                .contains(LocalDate.of(2027, 3, 2));
        for (String sure : new String[] {"13/02/2027", "02/13/2027", "02/02/2027", "3 Feb 2027", "2027-02-03"}) {
            assertThat(WrittenTime.read(sure, true, FROM).map(WrittenTime::eitherWay))
                    .as(sure)
                    .contains(false);
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "18",
                "18.5",
                "10 / 15",
                "12.5",
                "30/02/2027",
                "31 Jun 2027",
                "32/13/2027",
                "4 Mars 2027",
                "2027",
                "n/a",
                "25:61",
                "0004-01-01",
                "4 Feb 2027 and more",
                "9999-12-31"
            })
    void whatIsNoDayIsNone(String text) {
        assertThat(WrittenTime.isDay(text)).isFalse();
        assertThat(WrittenTime.read(text, false, FROM).filter(it -> !it.bare())).isEqualTo(Optional.empty());
    }
}
