package aestimo.app.frame;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Choices of a page as part of its address. What is not understood is the default. */
public final class Address {
    private Address() {}

    /**
     * A query with further choices.
     *
     * @param query what it begins with
     * @param choices by name, in their order; empty ones are left out
     */
    public static String with(String query, Map<String, String> choices) {
        return query
                + choices.entrySet().stream()
                        .filter(own -> !own.getValue().isEmpty())
                        .map(own ->
                                "&" + own.getKey() + "=" + URLEncoder.encode(own.getValue(), StandardCharsets.UTF_8))
                        .collect(Collectors.joining());
    }

    /** The choice an address names in any case; {@code text} may be null for none. */
    public static <E extends Enum<E>> E choice(Class<E> type, @Nullable String text, E otherwise) {
        for (E own : type.getEnumConstants()) {
            if (own.name().equalsIgnoreCase(text)) {
                return own;
            }
        }
        return otherwise;
    }

    /** How an address names a choice; empty text for the default. */
    public static <E extends Enum<E>> String named(E choice, E byDefault) {
        return choice == byDefault ? "" : choice.name().toLowerCase(Locale.ROOT);
    }
}
