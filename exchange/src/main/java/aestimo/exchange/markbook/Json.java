package aestimo.exchange.markbook;

import java.util.List;
import java.util.Map;

/** A JSON value as it was written: numbers keep their digits, so that none is ever read as a binary fraction. */
sealed interface Json {
    /** Keys in the order they were written. */
    record Obj(Map<String, Json> values) implements Json {}

    record Arr(List<Json> values) implements Json {}

    record Text(String value) implements Json {}

    /** @param digits such as {@code 18.50}, as written */
    record Num(String digits) implements Json {}

    record Bool(boolean value) implements Json {}

    /** The value {@code null}. */
    record Null() implements Json {}

    /** What it is, in words for a message. */
    default String kind() {
        if (this instanceof Obj) {
            return "an object";
        } else if (this instanceof Arr) {
            return "a list";
        } else if (this instanceof Text) {
            return "a text";
        } else if (this instanceof Num) {
            return "a number";
        }
        return this instanceof Bool ? "true or false" : "null";
    }
}
