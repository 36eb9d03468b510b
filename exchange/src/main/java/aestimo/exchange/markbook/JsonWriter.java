package aestimo.exchange.markbook;

import java.io.OutputStream;
import java.math.BigDecimal;
import java.util.Collection;
import java.util.function.Consumer;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.StreamWriteFeature;
import tools.jackson.core.json.JsonFactory;

/** Writes a JSON document key by key, without the ceremony of a generator. */
public final class JsonWriter implements AutoCloseable {
    private static final JsonFactory FACTORY =
            JsonFactory.builder().disable(StreamWriteFeature.AUTO_CLOSE_TARGET).build();

    private final JsonGenerator out;

    private JsonWriter(JsonGenerator out) {
        this.out = out;
    }

    /** @param stream flushed on {@link #close}, not closed */
    public static JsonWriter to(OutputStream stream) {
        return new JsonWriter(FACTORY.createGenerator(ObjectWriteContext.empty(), stream));
    }

    /** An object where a value is due: the document itself, or one of a list. */
    public void object(Runnable keys) {
        out.writeStartObject();
        keys.run();
        out.writeEndObject();
    }

    public void object(String key, Runnable keys) {
        out.writeName(key);
        object(keys);
    }

    /** A list of objects. */
    public <T> void list(String key, Collection<T> all, Consumer<T> keys) {
        out.writeName(key);
        out.writeStartArray();
        all.forEach(one -> {
            out.writeRaw('\n');
            object(() -> keys.accept(one));
        });
        out.writeEndArray();
    }

    public <T> void listUnlessEmpty(String key, Collection<T> all, Consumer<T> keys) {
        if (!all.isEmpty()) {
            list(key, all, keys);
        }
    }

    public void texts(String key, Collection<String> all) {
        out.writeName(key);
        out.writeStartArray();
        all.forEach(out::writeString);
        out.writeEndArray();
    }

    public void text(String key, String text) {
        out.writeStringProperty(key, text);
    }

    public void textUnless(String otherwise, String key, String text) {
        if (!text.equals(otherwise)) {
            text(key, text);
        }
    }

    public void number(String key, int number) {
        out.writeNumberProperty(key, number);
    }

    public void number(String key, BigDecimal number) {
        out.writeName(key);
        out.writeNumber(number.toPlainString());
    }

    public void flag(String key, boolean flag) {
        out.writeBooleanProperty(key, flag);
    }

    public void flagUnless(boolean otherwise, String key, boolean flag) {
        if (flag != otherwise) {
            flag(key, flag);
        }
    }

    public void nothing(String key) {
        out.writeNullProperty(key);
    }

    @Override
    public void close() {
        out.close();
    }
}
