package aestimo.app.letters;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** How a student is spoken of where the name is not said again. */
public enum StudentForms {
    THEY("they", List.of("they", "them", "their", "theirs", "themselves"), true),
    SHE("she", List.of("she", "her", "her", "hers", "herself"), false),
    HE("he", List.of("he", "him", "his", "his", "himself"), false),
    /** Always by the name. */
    NAME("the name", List.of(), false);

    /** As they stand in words with figures, whoever the student is. */
    static final List<String> FORMS = THEY.forms;

    private final String words;
    private final List<String> forms;
    private final boolean plural;

    StudentForms(String words, List<String> forms, boolean plural) {
        this.words = words;
        this.forms = forms;
        this.plural = plural;
    }

    /** As a teacher chooses it. */
    public String words() {
        return words;
    }

    public String key() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** They, where it is none. */
    public static StudentForms of(String key) {
        return Arrays.stream(values())
                .filter(own -> own.key().equals(key))
                .findFirst()
                .orElse(THEY);
    }

    /**
     * The form that stands for one of {@link #FORMS}; with a capital where that has one.
     *
     * @return empty where the text is none of them
     */
    Optional<String> form(String form, String name) {
        int place = FORMS.indexOf(form.toLowerCase(Locale.ROOT));
        if (place < 0) {
            return Optional.empty();
        }
        String own = this == NAME ? named(place, name) : forms.get(place);
        boolean capital = Character.isUpperCase(form.charAt(0));
        return Optional.of(capital ? own.substring(0, 1).toUpperCase(Locale.ROOT) + own.substring(1) : own);
    }

    private static String named(int place, String name) {
        boolean possessive = place == 2 || place == 3;
        return possessive ? name + (name.endsWith("s") ? "’" : "’s") : name;
    }

    /** Of a pair such as “has/have”, the word that goes with it. */
    String agreeing(String one, String many) {
        return plural ? many : one;
    }
}
