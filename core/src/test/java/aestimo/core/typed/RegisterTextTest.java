package aestimo.core.typed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import aestimo.core.register.Presence;
import aestimo.core.register.RegisterEntry;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class RegisterTextTest {
    private static final StudentId STUDENT = new StudentId("s1");
    private static final LessonId LESSON = new LessonId("l1");

    private static Optional<RegisterEntry> understood(String text) {
        return RegisterText.understand(text, STUDENT, LESSON);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "h | here",
                "H | here",
                "p | here",
                "  here  | here",
                "l | late",
                "l7 | late 7",
                "late 12 min | late 12",
                "l 120 | late 120",
                "lx5 | late 5 excused",
                "l 5 x: bus | late 5 excused: bus",
                "a | absent",
                "a x | absent excused",
                "x | absent excused",
                "excused | absent excused",
                "x: Dentist: 10:30 | absent excused: Dentist: 10:30",
                "a : | absent",
                "here: helped with the chairs | here: helped with the chairs"
            })
    void whatIsTypedIsSaidBackInFullAndUnderstoodAgain(String typed, String inFull) {
        RegisterEntry entry = understood(typed).orElseThrow();
        assertThat(RegisterText.of(entry)).isEqualTo(inFull);
        assertThat(understood(inFull)).contains(entry);
    }

    @Test
    void everyEntryThereCanBeIsSaidSoThatItIsUnderstoodAgain() {
        for (Presence presence : Presence.values()) {
            for (boolean excused : new boolean[] {false, true}) {
                for (int minutes : new int[] {0, 1, 999}) {
                    if (excused && presence == Presence.PRESENT || minutes > 0 && presence != Presence.LATE) {
                        continue;
                    }
                    RegisterEntry entry = new RegisterEntry(STUDENT, LESSON, presence, excused, minutes, "a: reason");
                    assertThat(understood(RegisterText.of(entry))).contains(entry);
                }
            }
        }
    }

    @Test
    void noWordsAreNoEntry() {
        assertThat(understood("  ")).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"b", "away", "12", "l -3", "l 1000", "ax7y", ": bus", "here absent"})
    void whatIsNoneOfThemIsRefusedWithWhatCanBeTyped(String text) {
        assertThatThrownBy(() -> understood(text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("is none of here, late with its minutes, absent and excused");
    }

    @ParameterizedTest
    @ValueSource(strings = {"h x", "a 5", "h 5", "x 3"})
    void whatDoesNotGoTogetherIsRefused(String text) {
        assertThatThrownBy(() -> understood(text)).isInstanceOf(IllegalArgumentException.class);
    }
}
