package aestimo.core.value;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class QuantityTest {
    @Test
    void equalWhateverTheWriting() {
        assertThat(Mark.parse("18.50")).isEqualTo(Mark.parse("18.5")).hasToString("18.5");
        assertThat(OutOf.parse("100")).isEqualTo(OutOf.of(100)).hasToString("100");
        assertThat(OutOf.of(40).percentOf(Mark.parse("18.5")).exact()).hasToString("185/4");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "18,5", "1e3", "NaN", " 5", "5."})
    void whatIsNoPlainDecimalIsRefusedWithTheWord(String text) {
        assertThatThrownBy(() -> Mark.parse(text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("mark “" + text + "” is not a number with at most four places, such as 18.5");
    }

    @Test
    void digitsAreCounted() {
        assertThatThrownBy(() -> Mark.parse("1.23450")).hasMessage("mark 1.23450 has more than four places");
        assertThatThrownBy(() -> Mark.parse("1234567890"))
                .hasMessage("mark 1234567890 has more than nine digits before the point");
        assertThatThrownBy(() -> Mark.parse("9".repeat(5000)))
                .hasMessage("mark " + "9".repeat(40) + "… has more than nine digits before the point");
        assertThatThrownBy(() -> Mark.from(new BigDecimal("0.00001")))
                .hasMessage("mark 0.00001 has more than four places");
        assertThat(Mark.parse("-999999999.9999").value()).isEqualByComparingTo("-999999999.9999");
    }

    @Test
    void rangesAreKept() {
        assertThatThrownBy(() -> OutOf.of(0)).hasMessage("out of 0 must be above 0");
        assertThatThrownBy(() -> Weight.parse("-0.1")).hasMessage("weight -0.1 must be 0 or more");
        assertThatThrownBy(() -> new Places(3)).hasMessage("decimals 3 must be 0, 1 or 2");
        assertThat(Weight.of(0).value()).isZero();
        assertThat(Mark.parse("-3")).isLessThan(Mark.of(0));
    }
}
