package aestimo.exchange.markbook;

import aestimo.core.typed.PlainText;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.core.util.JsonParserDelegate;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.cfg.JsonNodeFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads JSON text into Jackson's tree, refusing what is malformed, nested without end, endless, says a key twice or holds
 * control characters. Decimals are exact and keep their digits.
 */
final class JsonText {
    private static final int DEEPEST = 32;
    private static final int LONGEST_TEXT = 100_000;
    /** A class of 60 students and 150 pieces has a fifth of it. */
    private static final int MOST_VALUES = 500_000;

    private static final JsonMapper MAPPER = mapper(LONGEST_TEXT);

    private JsonText() {}

    private static JsonMapper mapper(int longestText) {
        return JsonMapper.builder(JsonFactory.builder()
                        .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                        .streamReadConstraints(StreamReadConstraints.builder()
                                .maxNestingDepth(DEEPEST)
                                .maxStringLength(longestText)
                                .build())
                        .build())
                .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
                // Told below, in words.
                .disable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
                .disable(JsonNodeFeature.STRIP_TRAILING_BIGDECIMAL_ZEROES)
                .build();
    }

    /** @throws JacksonException when {@code bytes} are not one well-formed JSON value */
    static JsonNode parse(byte[] bytes) {
        return parse(bytes, MAPPER);
    }

    /**
     * The value, where {@code bytes} are one.
     *
     * @param longestText in characters
     */
    static Optional<JsonNode> tryParse(byte[] bytes, int longestText) {
        try {
            return Optional.of(parse(bytes, mapper(longestText)));
        } catch (JacksonException malformed) {
            return Optional.empty();
        }
    }

    private static JsonNode parse(byte[] bytes, JsonMapper mapper) {
        try (JsonParser in = new Bounded(mapper.tokenStreamFactory().createParser(ObjectReadContext.empty(), bytes))) {
            if (in.nextToken() == null) {
                throw new StreamReadException(in, "the file is empty");
            }
            JsonNode value = mapper.readTree(in);
            if (in.nextToken() != null) {
                throw new StreamReadException(in, "there is more after the end of the document");
            }
            return value;
        }
    }

    /** Counts what it reads, and lets no control character through. */
    private static final class Bounded extends JsonParserDelegate {
        private int values;

        Bounded(JsonParser in) {
            super(in);
        }

        @Override
        public JsonToken nextToken() {
            JsonToken token = super.nextToken();
            if (token == JsonToken.PROPERTY_NAME) {
                plain(super.currentName());
            } else if (token == JsonToken.VALUE_STRING) {
                plain(super.getString());
            }
            if (token != null && (token.isScalarValue() || token.isStructStart()) && ++values > MOST_VALUES) {
                throw new StreamReadException(this, "there are more than " + MOST_VALUES + " values");
            }
            return token;
        }

        @Override
        public @Nullable String nextName() {
            return nextToken() == JsonToken.PROPERTY_NAME ? super.currentName() : null;
        }

        private void plain(String text) {
            if (!PlainText.isPlain(text)) {
                throw new StreamReadException(this, "a text holds a control character");
            }
        }
    }
}
