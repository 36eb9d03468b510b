package aestimo.exchange.register;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.exchange.marks.Known;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.sheet.Sheet;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RegisterSheetTest {
    private static final LocalDate FROM = LocalDate.of(2026, 9, 1);
    private static final StudentFinder STUDENTS = new StudentFinder(List.of(
            new Known(1, "2201", "Voss", "Mikkel", "", "mikkel@tidewater.example"),
            new Known(2, "2202", "Brandt", "Ilva", "", ""),
            new Known(3, "2203", "Castellan", "Rui", "", "")));

    private static RegisterSheet read(String pasted) throws UnreadableFileException {
        Sheet sheet = SheetReader.readPaste(pasted);
        return RegisterSheet.read(sheet, STUDENTS, FROM);
    }

    private static List<String> said(RegisterSheet sheet) {
        return sheet.said().stream()
                .map(own -> own.student().student().map(Known::family).orElse("?") + " " + own.day()
                        + own.lesson().map(at -> " " + at).orElse("") + " " + own.text())
                .toList();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "2026-09-01;2026-09-01;",
                "2026-9-1 (2);2026-09-01;2",
                "1 Sep;2026-09-01;",
                "14 Sept;2026-09-14;",
                "Tue 1 September 2026, lesson 3;2026-09-01;3",
                "01/09/2026;2026-09-01;",
                "1.9.;2026-09-01;",
                "1.9.26 / 4;2026-09-01;4",
                "3/2;2027-02-03;",
                "Wednesday 24 Feb period 5;2027-02-24;5",
                "2027-02-24 08:00;2027-02-24;",
            })
    void daysAreReadAsSheetsWriteThem(String text, LocalDate day, Integer lesson) {
        assertThat(DayHeading.read(text, FROM)).hasValueSatisfying(read -> {
            assertThat(read.day()).isEqualTo(day);
            assertThat(read.lesson().orElse(null)).isEqualTo(lesson);
        });
    }

    @ParameterizedTest
    @CsvSource({"Quiz 3", "31/02/2026", "13/13/2026", "2204", "12", "Set 1/9"})
    void whatIsNoDayIsNone(String text) {
        assertThat(DayHeading.read(text, FROM)).isEmpty();
    }

    @Test
    void daysAcrossAreReadForEveryStudentBelow() throws Exception {
        RegisterSheet sheet = read("""
                9B, register
                No\tName\tSet\t1 Sep\t2 Sep (3)\tTotal
                2202\tBrandt, Ilva\tNorth\t/\tL 5\t2
                \tRui Castellan\tSouth\tabs\tE\t0
                \tNobody At All\tSouth\t1\t\t1
                """);
        assertThat(said(sheet))
                .containsExactly(
                        "Brandt 2026-09-01 here",
                        "Brandt 2026-09-02 3 L 5",
                        "Castellan 2026-09-01 absent",
                        "Castellan 2026-09-02 3 absent excused",
                        "? 2026-09-01 here");
        assertThat(sheet.layout()).isEqualTo("Students down, 2 days across.");
    }

    @Test
    void aLineForEachEntryIsReadWithItsMinutesAndReason() throws Exception {
        RegisterSheet sheet = read("""
                Student\tDate\tPeriod\tStatus\tMinutes\tExcused\tReason
                Mikkel Voss\t2026-09-01\t2\tlate\t7\tyes\tbus
                Ilva Brandt\t01/09/2026\t2\tabsent\t\tno\t
                Ilva Brandt\tsome day\t2\tabsent\t\tno\t
                Rui Castellan\t1 Sep 2026\t\tpresent\t\t\tnever mind
                """);
        assertThat(said(sheet))
                .containsExactly(
                        "Voss 2026-09-01 2 late 7 excused: bus",
                        "Brandt 2026-09-01 2 absent",
                        "Castellan 2026-09-01 here");
        assertThat(sheet.leftOut()).containsExactly("Line 4: “some day” is not a date.");
    }

    @Test
    void aSheetThatSaysNeitherWhoNorWhenIsRefusedInASentence() {
        assertThatThrownBy(() -> read("1 Sep\t2 Sep\n/\t/\n")).hasMessageStartingWith("No column says who");
        assertThatThrownBy(() -> read("Name\tQuiz\nIlva Brandt\t12\n")).hasMessageStartingWith("No day was found");
        assertThatThrownBy(() -> read("Name\tDate\nIlva Brandt\t2026-09-01\n")).hasMessageContaining("“status”");
    }
}
