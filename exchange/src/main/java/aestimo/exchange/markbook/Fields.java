package aestimo.exchange.markbook;

import aestimo.core.refusal.Refusal;
import aestimo.core.refusal.RefusedException;
import aestimo.core.typed.TypedDay;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;

/**
 * The keys of one JSON object, each asked for by its name and type. Whatever is refused is gathered with its path, and
 * reading goes on, so that all that is wrong is told at once.
 */
final class Fields {
    private static final Pattern DECIMAL = Pattern.compile("-?[0-9]+(\\.[0-9]+)?");
    private static final Pattern DATE = Pattern.compile("[0-9]{4}-[0-9]{2}-[0-9]{2}");
    private static final int LONGEST_QUOTE = 40;

    private final String path;
    private final Map<String, JsonNode> values;
    private final List<Refusal> refusals;
    private final Set<String> asked = new HashSet<>();

    private Fields(String path, Map<String, JsonNode> values, List<Refusal> refusals) {
        this.path = path;
        this.values = values;
        this.refusals = refusals;
    }

    /** @param refusals where all that is refused is gathered */
    static Fields of(JsonNode json, List<Refusal> refusals) {
        return of("", json, refusals);
    }

    private static Fields of(String path, JsonNode json, List<Refusal> refusals) {
        if (json.isObject()) {
            Map<String, JsonNode> values = new LinkedHashMap<>();
            json.properties().forEach(own -> values.put(own.getKey(), own.getValue()));
            return new Fields(path, values, refusals);
        }
        throw refused(path, json, "an object");
    }

    private static LocatedException refused(String path, JsonNode json, String wanted) {
        return new LocatedException(path, "is " + kind(json) + "; it must be " + wanted);
    }

    private static String kind(JsonNode json) {
        return switch (json.getNodeType()) {
            case OBJECT -> "an object";
            case ARRAY -> "a list";
            case STRING -> "a text";
            case NUMBER -> "a number";
            case BOOLEAN -> "true or false";
            default -> "null";
        };
    }

    private LocatedException refused(String key, String words) {
        return new LocatedException(at(key), words);
    }

    private static LocatedException located(RefusedException refused, String path) {
        return new LocatedException(
                refused.refusals().stream().map(refusal -> refusal.within(path)).toList());
    }

    private String at(String key) {
        return path.isEmpty() ? key : path + "." + key;
    }

    /** Refuses the object where a key is missing. */
    void require(String key) {
        required(key);
    }

    /** The value of a key that may be left out or null. */
    private Optional<JsonNode> value(String key) {
        asked.add(key);
        return Optional.ofNullable(values.get(key)).filter(json -> !json.isNull());
    }

    private JsonNode required(String key) {
        asked.add(key);
        JsonNode json = values.get(key);
        if (json == null) {
            throw refused(key, "is missing");
        }
        return json;
    }

    private static String words(IllegalArgumentException refused) {
        return Objects.requireNonNullElse(refused.getMessage(), "not allowed");
    }

    /** Turns a text into a value, its {@link IllegalArgumentException} into a refusal at this key. */
    private <T> T read(String key, String text, Function<String, T> reader) {
        try {
            return reader.apply(text);
        } catch (RefusedException refused) {
            throw located(refused, at(key));
        } catch (IllegalArgumentException refused) {
            throw refused(key, words(refused));
        }
    }

    String text(String key) {
        return asText(key, required(key));
    }

    /** A required text, turned into a value. */
    <T> T text(String key, Function<String, T> reader) {
        return read(key, text(key), reader);
    }

    String text(String key, String otherwise) {
        return values.containsKey(key) ? asText(key, required(key)) : otherwise(key, otherwise);
    }

    private <T> T otherwise(String key, T value) {
        asked.add(key);
        return value;
    }

    /** A text that may be left out or null, turned into a value. */
    <T> Optional<T> optionalText(String key, Function<String, T> reader) {
        return value(key).map(json -> read(key, asText(key, json), reader));
    }

    private String asText(String key, JsonNode json) {
        if (json.isString()) {
            return json.stringValue();
        }
        throw refused(at(key), json, "a text");
    }

    /** A text or a number by its digits: how decimals, marks and raw boundaries are written. */
    private String asDigits(String key, JsonNode json) {
        if (json.isNumber()) {
            String digits = json.asString();
            if (!DECIMAL.matcher(digits).matches()) {
                throw refused(key, brief(digits) + " must be written plainly, such as 18.5");
            }
            return digits;
        }
        if (json.isString()) {
            return json.stringValue();
        }
        throw refused(at(key), json, "a decimal");
    }

    /** A required decimal, text or number, read by its digits. */
    <T> T decimal(String key, Function<String, T> reader) {
        return read(key, asDigits(key, required(key)), reader);
    }

    <T> T decimal(String key, String otherwise, Function<String, T> reader) {
        return values.containsKey(key) ? decimal(key, reader) : otherwise(key, reader.apply(otherwise));
    }

    /** A decimal that may be left out or null. */
    <T> Optional<T> optionalDecimal(String key, Function<String, T> reader) {
        return value(key).map(json -> read(key, asDigits(key, json), reader));
    }

    int whole(String key, int otherwise) {
        return values.containsKey(key) ? whole(key) : otherwise(key, otherwise);
    }

    /** A whole number turned into a value. */
    <T> T whole(String key, int otherwise, IntFunction<T> reader) {
        int number = whole(key, otherwise);
        return read(key, "", text -> reader.apply(number));
    }

    int whole(String key) {
        JsonNode json = required(key);
        String digits = json.isNumber() ? json.asString() : "";
        if (digits.matches("-?[0-9]{1,9}")) {
            return Integer.parseInt(digits);
        }
        throw json.isNumber()
                ? refused(key, brief(digits) + " must be a whole number")
                : refused(at(key), json, "a whole number");
    }

    /** A whole number that may be left out or null. */
    Optional<Integer> optionalWhole(String key) {
        return value(key).map(json -> whole(key));
    }

    /** Whether the key is there, whatever it holds. */
    boolean has(String key) {
        return values.containsKey(key);
    }

    boolean flag(String key, boolean otherwise) {
        if (!values.containsKey(key)) {
            return otherwise(key, otherwise);
        }
        if (required(key).isBoolean()) {
            return required(key).booleanValue();
        }
        throw refused(at(key), required(key), "true or false");
    }

    LocalDate date(String key) {
        return text(key, Fields::asDate);
    }

    Optional<LocalDate> optionalDate(String key) {
        return optionalText(key, Fields::asDate);
    }

    private static LocalDate asDate(String text) {
        return TypedDay.read(text)
                .orElseThrow(() -> new IllegalArgumentException(
                        DATE.matcher(text).matches()
                                ? "“" + text + "” is not a date of the calendar from 1900 to 2199"
                                : "“" + brief(text) + "” is not a date such as 2027-02-24"));
    }

    <E extends Enum<E>> E choice(String key, E otherwise) {
        return values.containsKey(key) ? choice(key, otherwise.getDeclaringClass()) : otherwise(key, otherwise);
    }

    /** A choice that may be left out or null. */
    <E extends Enum<E>> Optional<E> optionalChoice(String key, Class<E> choices) {
        return optionalText(key, text -> Codes.parse(choices, text));
    }

    <E extends Enum<E>> E choice(String key, Class<E> choices) {
        return text(key, text -> Codes.parse(choices, text));
    }

    /** The objects of a list, each read by itself: what one of them is refused for does not hide the others. */
    <T> List<T> list(String key, Function<Fields, T> reader) {
        return array(key, required(key), reader);
    }

    /** The same for a list that may be left out. */
    <T> List<T> optionalList(String key, Function<Fields, T> reader) {
        return values.containsKey(key) ? list(key, reader) : otherwise(key, List.of());
    }

    private <T> List<T> array(String key, JsonNode json, Function<Fields, T> reader) {
        List<T> read = new ArrayList<>();
        List<JsonNode> elements = elements(key, json);
        for (int i = 0; i < elements.size(); i++) {
            object(at(key) + "[" + i + "]", elements.get(i), reader).ifPresent(read::add);
        }
        return read;
    }

    private List<JsonNode> elements(String key, JsonNode json) {
        if (json.isArray()) {
            return List.copyOf(json.values());
        }
        throw refused(at(key), json, "a list");
    }

    /** The texts of a list. */
    <T> List<T> texts(String key, Function<String, T> reader) {
        return elements(key, required(key)).stream()
                .map(json -> read(key, asText(key, json), reader))
                .toList();
    }

    /** An object that may be left out. */
    <T> Optional<T> object(String key, Function<Fields, T> reader) {
        return values.containsKey(key) ? object(at(key), required(key), reader) : otherwise(key, Optional.empty());
    }

    /** Empty where it was refused. */
    private <T> Optional<T> object(String place, JsonNode json, Function<Fields, T> reader) {
        try {
            Fields fields = of(place, json, refusals);
            T value = reader.apply(fields);
            fields.refuseUnknown();
            return Optional.of(value);
        } catch (LocatedException located) {
            refusals.addAll(located.refusals());
        } catch (RefusedException refused) {
            refusals.addAll(located(refused, place).refusals());
        } catch (IllegalArgumentException refused) {
            refusals.add(new Refusal(place, words(refused)));
        }
        return Optional.empty();
    }

    /** The values of an object whose keys are names of its own, such as ids; the keys stay in order. */
    <T> Map<String, T> named(String key, Function<String, T> reader) {
        return inner(key, (fields, name) -> fields.decimal(name, reader));
    }

    /** The same, where every value is a list of objects. */
    <T> Map<String, List<T>> namedLists(String key, Function<Fields, T> reader) {
        return inner(key, (fields, name) -> fields.list(name, reader));
    }

    private <T> Map<String, T> inner(String key, BiFunction<Fields, String, T> reader) {
        if (!values.containsKey(key)) {
            return otherwise(key, Map.of());
        }
        Fields fields = of(at(key), required(key), refusals);
        Map<String, T> read = new LinkedHashMap<>();
        fields.values.keySet().forEach(name -> {
            try {
                read.put(name, reader.apply(fields, name));
            } catch (LocatedException located) {
                refusals.addAll(located.refusals());
            }
        });
        return read;
    }

    /** Refuses keys nobody asked for; to be called once everything was read. */
    void refuseUnknown() {
        values.keySet().stream()
                .filter(key -> !asked.contains(key))
                .forEach(key -> refusals.add(new Refusal(at(brief(key)), "is not a key that is known here")));
    }

    static String brief(String text) {
        return text.length() <= LONGEST_QUOTE ? text : text.substring(0, LONGEST_QUOTE) + "…";
    }
}
