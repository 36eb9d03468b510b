package aestimo.exchange.marks;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.apache.commons.text.similarity.LevenshteinDistance;

/**
 * Finds out whom a row of a sheet is about: by number, then by e-mail, then by name. A name that is merely close is
 * proposed, never taken by itself; nor is anybody where two signs of a row speak for two students.
 */
public final class StudentFinder {
    private static final LevenshteinDistance DISTANCE = new LevenshteinDistance(2);
    /** Shorter names are too easily close to one another. */
    private static final int LETTERS_FOR_TWO = 10;

    private static final Pattern APOSTROPHES = Pattern.compile("['’`´]");
    private static final Pattern LEADING_NOUGHTS = Pattern.compile("^0+(?=[0-9])");
    private static final int MOST_NAMED = 4;
    private static final int LONGEST_NAME = 200;
    private static final Found NOBODY = new Found(How.NOBODY, Optional.empty(), "");

    private final List<Known> students;
    private final Map<String, Set<Known>> byNumber;
    private final Map<String, Set<Known>> byEmail;
    private final Map<List<String>, Set<Known>> byName = new HashMap<>();
    /** By each single name of theirs. */
    private final Map<String, Set<Known>> byWord = new HashMap<>();

    private final Map<Known, Words> words = new HashMap<>();

    /** A student's names, each brought to one form. */
    private record Words(Set<List<String>> full, List<String> family, List<String> given, List<String> preferred) {}

    public StudentFinder(List<Known> students) {
        this.students = List.copyOf(students);
        this.byNumber = index(known -> bareNumber(known.number()));
        this.byEmail = index(known -> known.email().toLowerCase(Locale.ROOT));
        for (Known known : students) {
            Words own = new Words(
                    fullNames(known),
                    NameWords.of(known.family()),
                    NameWords.of(known.given()),
                    NameWords.of(known.preferred()));
            words.put(known, own);
            own.full()
                    .forEach(name -> byName.computeIfAbsent(name, none -> new HashSet<>())
                            .add(known));
            Stream.of(own.family(), own.given(), own.preferred())
                    .flatMap(List::stream)
                    .forEach(word -> byWord.computeIfAbsent(word, none -> new HashSet<>())
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

    /** Every way a student's name is written in full. */
    private static Set<List<String>> fullNames(Known known) {
        Set<List<String>> names = new LinkedHashSet<>();
        for (String given : List.of(known.given(), known.preferred())) {
            if (!given.isEmpty() || known.given().isEmpty() && known.preferred().isEmpty()) {
                names.add(NameWords.of(known.family(), given));
                names.add(NameWords.inTwoLetters(known.family(), given));
                // “O Neill” for O'Neill.
                names.add(NameWords.of(APOSTROPHES.matcher(known.family()).replaceAll(" "), given));
            }
        }
        return names;
    }

    private Words words(Known known) {
        return Objects.requireNonNull(words.get(known));
    }

    /** Spreadsheets drop the noughts a number begins with. */
    public static String bareNumber(String number) {
        return LEADING_NOUGHTS.matcher(number.strip()).replaceFirst("");
    }

    /** Whether exactly one student has this number. */
    boolean isNumber(String text) {
        return !text.isEmpty()
                && byNumber.getOrDefault(bareNumber(text), Set.of()).size() == 1;
    }

    /** Whether some student is called so, in any order, or in initials. */
    boolean isName(String text) {
        // Most cells of a large sheet are figures, and none of these is worth taking apart.
        if (text.length() > LONGEST_NAME || text.chars().noneMatch(Character::isLetter)) {
            return false;
        }
        List<String> words = NameWords.asked(text);
        return byName.containsKey(words) || !initialled(words).isEmpty();
    }

    /** Whether it is the family name or the given one of somebody, alone. */
    boolean isOneName(String text) {
        List<String> words = NameWords.asked(text);
        return words.size() == 1 && byWord.containsKey(words.get(0));
    }

    /** Whether a cell says by itself that its row is somebody's of the class. */
    boolean isSomebody(String text) {
        return isName(text) || isNumber(text) || byEmail.containsKey(text.toLowerCase(Locale.ROOT));
    }

    /** How a row's student was found. */
    public enum How {
        NUMBER("number"),
        EMAIL("e-mail"),
        NAME("name"),
        /** The family name and the first letter of the given one, which fit nobody else. */
        INITIAL("initial"),
        /** The address names the student, as in ilva.brandt@…. */
        ADDRESS("e-mail’s name"),
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
            return this == NUMBER || this == EMAIL || this == NAME || this == INITIAL || this == ADDRESS;
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
        List<String> said = NameWords.asked(asked.name());
        Set<Known> named = byName.getOrDefault(said, Set.of());
        Set<Known> numbered = byNumber.getOrDefault(bareNumber(asked.number()), Set.of());
        if (!asked.number().isEmpty() && numbered.size() == 1) {
            Known known = numbered.iterator().next();
            return said.isEmpty() || named.contains(known) || named.isEmpty() && isNear(known, said)
                    ? new Found(How.NUMBER, Optional.of(known), "")
                    : against("Number " + asked.number(), known, asked.name());
        }
        Set<Known> mailed = byEmail.getOrDefault(asked.email().toLowerCase(Locale.ROOT), Set.of());
        if (!asked.email().isEmpty() && mailed.size() == 1) {
            Known known = mailed.iterator().next();
            return named.isEmpty() || named.contains(known)
                    ? new Found(How.EMAIL, Optional.of(known), "")
                    : against("The address " + asked.email(), known, asked.name());
        }
        if (named.size() == 1) {
            return new Found(How.NAME, Optional.of(named.iterator().next()), "");
        }
        if (named.size() > 1) {
            return several(named, " have this name. Say which.");
        }
        Set<Known> initialled = initialled(said);
        if (initialled.size() == 1) {
            return new Found(How.INITIAL, Optional.of(initialled.iterator().next()), "");
        }
        if (initialled.size() > 1) {
            return several(initialled, " fit. Say which.");
        }
        Found close = said.isEmpty() ? NOBODY : close(said);
        return close.how() == How.NOBODY ? byAddress(asked.email()) : close;
    }

    private static Found against(String sign, Known known, String name) {
        return new Found(
                How.UNCLEAR,
                Optional.of(known),
                sign + " is " + known.listName() + ", but the name says “" + name + "”.");
    }

    private static Found several(Set<Known> students, String words) {
        List<String> names =
                students.stream().map(Known::listName).distinct().sorted().toList();
        return new Found(
                How.UNCLEAR,
                Optional.empty(),
                students.size() + " students" + words
                        + (names.size() > 1 && names.size() <= MOST_NAMED ? " " + String.join("; ", names) + "." : ""));
    }

    /** Those whose family name stands there whole, with letters their other names begin with: “I. Brandt”. */
    private Set<Known> initialled(List<String> said) {
        Set<Known> fitting = new HashSet<>();
        if (said.size() < 2 || said.stream().noneMatch(word -> word.length() == 1)) {
            return fitting;
        }
        for (Known known : students) {
            Words own = words(known);
            List<String> rest = new ArrayList<>(said);
            own.family().forEach(rest::remove);
            boolean whole = rest.size() == said.size() - own.family().size() && !rest.isEmpty();
            if (whole && (fits(rest, own.given()) || fits(rest, own.preferred()))) {
                fitting.add(known);
            }
        }
        return fitting;
    }

    /** Whether each word is one of the names, or the letter one of them begins with, the first of them among these. */
    private static boolean fits(List<String> words, List<String> names) {
        List<String> left = new ArrayList<>(names);
        for (String word : words) {
            Optional<String> own = left.stream()
                    .filter(name -> word.length() == 1 ? name.startsWith(word) : name.equals(word))
                    .findFirst();
            if (own.isEmpty()) {
                return false;
            }
            left.remove(own.get());
        }
        return true;
    }

    /** An address that spells a student's name: {@code ilva.brandt@tidewater.example}. */
    private Found byAddress(String email) {
        int at = email.indexOf('@');
        List<String> words =
                at < 1 ? List.of() : NameWords.of(email.substring(0, at).replaceAll("[0-9]+", ""));
        Set<Known> named = words.size() < 2 ? Set.of() : byName.getOrDefault(words, Set.of());
        return named.size() == 1
                ? new Found(How.ADDRESS, Optional.of(named.iterator().next()), "")
                : NOBODY;
    }

    private Found close(List<String> words) {
        if (words.size() == 1) {
            return byOneName(words.get(0));
        }

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
            return NOBODY;
        }
        if (rival) {
            return new Found(How.UNCLEAR, Optional.empty(), "More than one student is called nearly so. Say which.");
        }
        return new Found(
                How.CLOSE,
                Optional.of(nearest),
                least == 0
                        ? "One of the two has a name more; nobody else has a similar name."
                        : (least == 1 ? "One letter differs" : "Two letters differ")
                                + "; nobody else has a similar name.");
    }

    /** One name alone, be it the family's or the given one. */
    private Found byOneName(String word) {
        Set<Known> fitting = byWord.getOrDefault(word, Set.of());
        if (fitting.isEmpty()) {
            return NOBODY;
        }
        return fitting.size() > 1
                ? several(fitting, " are called so. Say which.")
                : new Found(
                        How.CLOSE,
                        Optional.of(fitting.iterator().next()),
                        "There is only one name; it fits nobody else.");
    }

    /** 0 where one name holds all words of the other; −1 where they are not close. */
    private int distance(Known known, List<String> words) {
        int least = -1;
        for (List<String> name : words(known).full()) {
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
        if (Math.abs(one.length() - other.length()) > 2) {
            return -1;
        }
        int distance = DISTANCE.apply(one, other);
        return distance == 2 && Math.min(one.length(), other.length()) < LETTERS_FOR_TWO ? -1 : distance;
    }

    private boolean isNear(Known known, List<String> words) {
        return words(known).full().contains(words)
                || distance(known, words) >= 0
                || words(known).full().stream().anyMatch(own -> words.stream().anyMatch(own::contains));
    }
}
