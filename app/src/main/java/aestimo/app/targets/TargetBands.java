package aestimo.app.targets;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A student's target in labels of bands, as it is kept and as a form holds it; empty text for none.
 *
 * @param stage reached at the end of an earlier stage
 * @param terms by the ids of the terms; terms without a band of their own are left out
 */
public record TargetBands(String start, String end, String stage, SortedMap<Long, String> terms) {
    public static final TargetBands NONE = new TargetBands("", "", "", new TreeMap<>());

    public TargetBands {
        terms = new TreeMap<>(terms);
        terms.values().removeIf(String::isEmpty);
    }

    /** Whether it says where to get to, or from where. */
    public boolean saysSomething() {
        return !start.isEmpty() || !end.isEmpty() || !terms.isEmpty();
    }

    /** Whether both lead to the same aims, whatever the earlier stage was. */
    boolean hasAimsOf(TargetBands other) {
        return start.equals(other.start) && end.equals(other.end) && terms.equals(other.terms);
    }

    public TargetBands withStart(String label) {
        return new TargetBands(label, end, stage, terms);
    }

    public TargetBands withEnd(String label) {
        return new TargetBands(start, label, stage, terms);
    }

    public TargetBands withStage(String label) {
        return new TargetBands(start, end, label, terms);
    }

    public TargetBands withTerm(long termId, String label) {
        SortedMap<Long, String> later = new TreeMap<>(terms);
        later.put(termId, label);
        return new TargetBands(start, end, stage, later);
    }

    /** “from 4 to 6, Term 1: 5”. */
    public String words(Map<Long, String> termNames) {
        List<String> words = new ArrayList<>();
        if (!start.isEmpty() || !end.isEmpty()) {
            words.add(((start.isEmpty() ? "" : "from " + start + " ") + (end.isEmpty() ? "" : "to " + end)).strip());
        }
        terms.forEach((term, label) -> words.add(termNames.getOrDefault(term, "a term") + ": " + label));
        if (!stage.isEmpty()) {
            words.add("earlier stage: " + stage);
        }
        return String.join(", ", words);
    }
}
