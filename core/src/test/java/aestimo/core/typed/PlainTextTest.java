package aestimo.core.typed;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PlainTextTest {
    @ParameterizedTest
    @ValueSource(strings = {"", "Zoë", "a\tb\r\nc", "\uD83D\uDE00", "≥ 7.5 %", "\u202Eabc"})
    void whatATeacherTypesStays(String text) {
        assertThat(PlainText.isPlain(text)).isTrue();
        assertThat(PlainText.of(text)).isSameAs(text);
    }

    @ParameterizedTest
    @ValueSource(strings = {"a\0b", "\u0001a\u007Fb", "a\uD83Db", "a\uDE00b", "a\uFFFFb", "ab\u001B"})
    void whatNothingCanHoldIsLeftOut(String text) {
        assertThat(PlainText.isPlain(text)).isFalse();
        assertThat(PlainText.of(text)).isEqualTo("ab");
    }
}
