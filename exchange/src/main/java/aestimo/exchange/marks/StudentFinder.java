package aestimo.exchange.marks;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.apache.commons.text.similarity.LevenshteinDistance;

/**
 * Finds out whom a row of a sheet is about: by number, then by e-mail, then by name. A name that is merely close is
 * proposed, never taken by itself.
 */
public final class StudentFinder {
    private static final LevenshteinDistance DISTANCE = new LevenshteinDistance(2);
    /** Shorter names are too easily close to one another. */
    private static final int LETTERS_FOR_TWO = 10;

    private final List<Known> students;
    private final Map<String, Set<Known>> byNumber;
    private final Map<String, Set<Known>> byEmail;
    private final Map<List<String>, Set<Known>> byName = new HashMap<>();

    public StudentFinder(List<Known> students) {
        this.students = List.copyOf(students);
        this.byNumber = index(Known::number);
        this.byEmail = index(known -> known.email().toLowerCase(Locale.ROOT));
        for (Known known : students) {
            names(known)
                    .forEach(name -> byName.computeIfAbsent(name, none -> new HashSet<>())
                            .add(known));
        }
    }

    private Map<String, Set<Known>> index(Function<Known, String> key) {
        Map<String, Set<Known>> index = new HashMap<>();
        for (Known known : students) {
            if (!key.apply(known).isEmpty()) {
                index.computeIfAbsent(key.apply(known), none -> new HashSet<>()).add(known);
            }
        }
        return index;
    }

    private static List<List<String>> names(Known known) {
        List<String> full = NameWords.of(known.family(), known.given());
        return known.preferred().isEmpty()
                ? List.of(full)
                : List.of(full, NameWords.of(known.family(), known.preferred()));
    }

    /** Whether exactly one student has this number. */
    boolean isNumber(String text) {
        return byNumber.getOrDefault(text, Set.of()).size() == 1;
    }

    /** Whether some student has this very name, in any order. */
    boolean isName(String text) {
        return byName.containsKey(NameWords.of(text));
    }

    /** How a row's student was found. */
    public enum How {
        NUMBER("number"),
        EMAIL("e-mail"),
        NAME("name"),
        /** Proposed; to be settled by the teacher. */
        CLOSE("name is close"),
        /** Two signs of the row, or two students, speak against each other; to be settled. */
        UNCLEAR("unclear"),
        NOBODY(""),
        /** By the place of the row in the list, which the teacher said is the class's. */
        ORDER("order");

        private final String words;

        How(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        /** Whether the student can be taken without asking. */
        public boolean isSure() {
            return this == NUMBER || this == EMAIL || this == NAME;
        }
    }

    /**
     * What a row says about its student; each text may be empty.
     *
     * @param name a whole name, in any order
     */
    public record Asked(String number, String email, String name) {}

    /**
     * Whom a row is about.
     *
     * @param student empty for nobody; a proposal where {@code how} is not sure
     * @param words why it is to be settled; empty where it is sure
     */
    public record Found(How how, Optional<Known> student, String words) {}

    /** Whom the row is about. */
    public Found find(Asked asked) {
        Set<Known> numbered = byNumber.getOrDefault(asked.number(), Set.of());
        if (!asked.number().isEmpty() && numbered.size() == 1) {
            Known known = numbered.iterator().next();
            return asked.name().isEmpty() || isNear(known, asked.name())
                    ? new Found(How.NUMBER, Optional.of(known), "")
                    : new Found(
                            How.UNCLEAR,
                            Optional.of(known),
                            "Number " + asked.number() + " is " + known.listName() + ", but the name says “"
                                    + asked.name() + "”.");
        }
        Set<Known> mailed = byEmail.getOrDefault(asked.email().toLowerCase(Locale.ROOT), Set.of());
        if (!asked.email().isEmpty() && mailed.size() == 1) {
            return new Found(How.EMAIL, Optional.of(mailed.iterator().next()), "");
        }
        List<String> words = NameWords.of(asked.name());
        Set<Known> named = byName.getOrDefault(words, Set.of());
        if (named.size() == 1) {
            return new Found(How.NAME, Optional.of(named.iterator().next()), "");
        }
        if (named.size() > 1) {
            return new Found(How.UNCLEAR, Optional.empty(), named.size() + " students have this name. Say which.");
        }
        return words.isEmpty() ? new Found(How.NOBODY, Optional.empty(), "") : close(words);
    }

    private Found close(List<String> words) {
        Known nearest = null;
        int least = Integer.MAX_VALUE;
        boolean rival = false;
        for (Known known : students) {
            int distance = distance(known, words);
            if (distance >= 0 && distance < least) {
                nearest = known;
                least = distance;
                rival = false;
            } else if (distance == least) {
                rival = true;
            }
        }
        if (nearest == null) {
            return new Found(How.NOBODY, Optional.empty(), "");
        }
        if (rival) {
            return new Found(How.UNCLEAR, Optional.empty(), "More than one student is called nearly so. Say which.");
        }
        return new Found(
                How.CLOSE,
                Optional.of(nearest),
                least == 0
                        ? "One of the two has a name more; nobody else is near."
                        : (least == 1 ? "One letter differs" : "Two letters differ") + "; nobody else is near.");
    }

    /** 0 where one name holds all words of the other; −1 where they are not close. */
    private static int distance(Known known, List<String> words) {
        int least = -1;
        for (List<String> name : names(known)) {
            int distance = words.size() > 1 && name.size() > 1 && (name.containsAll(words) || words.containsAll(name))
                    ? 0
                    : letters(name, words);
            if (distance >= 0 && (least < 0 || distance < least)) {
                least = distance;
            }
        }
        return least;
    }

    private static int letters(List<String> name, List<String> words) {
        String one = String.join(" ", name);
        String other = String.join(" ", words);
        int distance = DISTANCE.apply(one, other);
        return distance == 2 && Math.min(one.length(), other.length()) < LETTERS_FOR_TWO ? -1 : distance;
    }

    private boolean isNear(Known known, String name) {
        List<String> words = NameWords.of(name);
        return names(known).contains(words)
                || distance(known, words) >= 0
                || names(known).stream().anyMatch(own -> words.stream().anyMatch(own::contains));
    }
}
