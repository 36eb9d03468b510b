package aestimo.app.standing;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** What of a student's figures others get to see: a choice of fields, kept in the address. */
public record Shown(Set<Field> fields) {
    /** What can be shown or left out. */
    public enum Field {
        PERCENT("percent"),
        GRADE("grade"),
        MEAN("class mean"),
        STRIP("the class as dots"),
        NOTES("notes"),
        ATTENDANCE("attendance"),
        GOALS("goals"),
        TARGET("target"),
        RANK("rank");

        private final String words;

        Field(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        public String key() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** Without a choice: everything but ranks. */
    static Shown read(Map<String, String> parameters) {
        if (!parameters.containsKey("show")) {
            return new Shown(EnumSet.complementOf(EnumSet.of(Field.RANK)));
        }
        Set<String> chosen = Arrays.stream(parameters.get("show").split(",")).collect(Collectors.toSet());
        Set<Field> fields = EnumSet.noneOf(Field.class);
        Arrays.stream(Field.values()).filter(own -> chosen.contains(own.key())).forEach(fields::add);
        return new Shown(fields);
    }

    public boolean has(String key) {
        return fields.stream().anyMatch(own -> own.key().equals(key));
    }

    /** As part of an address. */
    public String query() {
        return "show=" + fields.stream().map(Field::key).collect(Collectors.joining(","));
    }

    /** The address part with one field put in or taken out. */
    public String but(Field field) {
        Set<Field> others = EnumSet.noneOf(Field.class);
        others.addAll(fields);
        if (!others.remove(field)) {
            others.add(field);
        }
        return new Shown(others).query();
    }
}
