package aestimo.exchange.markbook;

import aestimo.core.typed.PlainText;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.core.json.JsonFactory;

/** Reads JSON text into values, refusing what is malformed, nested without end, endless, or says a key twice. */
final class JsonText {
    private static final int DEEPEST = 32;
    private static final int LONGEST_TEXT = 100_000;
    /** A class of 60 students and 150 pieces has a fifth of it. */
    private static final int MOST_VALUES = 500_000;

    private static final JsonFactory FACTORY = factory(LONGEST_TEXT);

    private final JsonParser in;
    private int values;

    private JsonText(JsonParser in) {
        this.in = in;
    }

    private static JsonFactory factory(int longestText) {
        return JsonFactory.builder()
                .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                .streamReadConstraints(StreamReadConstraints.builder()
                        .maxNestingDepth(DEEPEST)
                        .maxStringLength(longestText)
                        .build())
                .build();
    }

    /** @throws StreamReadException when {@code bytes} are not one well-formed JSON value */
    static Json parse(byte[] bytes) {
        return parse(bytes, FACTORY);
    }

    /**
     * The value, where {@code bytes} are one.
     *
     * @param longestText in characters
     */
    static Optional<Json> tryParse(byte[] bytes, int longestText) {
        try {
            return Optional.of(parse(bytes, factory(longestText)));
        } catch (JacksonException malformed) {
            return Optional.empty();
        }
    }

    private static Json parse(byte[] bytes, JsonFactory factory) {
        try (JsonParser in = factory.createParser(ObjectReadContext.empty(), bytes)) {
            if (in.nextToken() == null) {
                throw new StreamReadException(in, "the file is empty");
            }
            Json value = new JsonText(in).value();
            if (in.nextToken() != null) {
                throw new StreamReadException(in, "there is more after the end of the document");
            }
            return value;
        }
    }

    private Json value() {
        if (++values > MOST_VALUES) {
            throw new StreamReadException(in, "there are more than " + MOST_VALUES + " values");
        }
        return switch (in.currentToken()) {
            case START_OBJECT -> object();
            case START_ARRAY -> list();
            case VALUE_STRING -> new Json.Text(plain(in.getString()));
            case VALUE_NUMBER_INT, VALUE_NUMBER_FLOAT -> new Json.Num(in.getString());
            case VALUE_TRUE -> new Json.Bool(true);
            case VALUE_FALSE -> new Json.Bool(false);
            default -> new Json.Null();
        };
    }

    private Json object() {
        Map<String, Json> keys = new LinkedHashMap<>();
        while (in.nextToken() != JsonToken.END_OBJECT) {
            String key = in.currentName();
            in.nextToken();
            keys.put(plain(key), value());
        }
        return new Json.Obj(keys);
    }

    private String plain(String text) {
        if (!PlainText.isPlain(text)) {
            throw new StreamReadException(in, "a text holds a control character");
        }
        return text;
    }

    private Json list() {
        List<Json> elements = new ArrayList<>();
        while (in.nextToken() != JsonToken.END_ARRAY) {
            elements.add(value());
        }
        return new Json.Arr(elements);
    }
}
