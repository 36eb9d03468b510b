package aestimo.exchange.markbook;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;

/** Choices as the file writes them: {@code NOT_HANDED_IN} is {@code not-handed-in}. */
public final class Codes {
    private Codes() {}

    public static String of(Enum<?> choice) {
        return choice.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** @throws IllegalArgumentException naming the choices when {@code text} is none of them */
    static <E extends Enum<E>> E parse(Class<E> choices, String text) {
        return Arrays.stream(choices.getEnumConstants())
                .filter(choice -> of(choice).equals(text))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("“" + Fields.brief(text) + "” is none of "
                        + Arrays.stream(choices.getEnumConstants())
                                .map(Codes::of)
                                .collect(Collectors.joining(", "))));
    }
}
