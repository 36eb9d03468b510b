package aestimo.app.web;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;

/** What will not do in a form, collected while it is checked, so that all of it is told at once and beside its fields. */
public final class Problems {
    private final List<Problem> all = new ArrayList<>();

    /**
     * One thing that will not do; kept in the session where the next page is to tell it.
     *
     * @param field the name the field has in the form; empty where it is of no single one
     * @param line which of the fields of that name, counted from 0, in a form of several lines
     * @param words what is wrong, and what to do
     */
    public record Problem(String field, int line, String words) implements Serializable {
        /** The words alone, as pages and messages have them. */
        @Override
        public String toString() {
            return words;
        }
    }

    /** Something that is of no single field. */
    public void add(String words) {
        at("", words);
    }

    public void at(String field, String words) {
        at(field, 0, words);
    }

    public void at(String field, int line, String words) {
        all.add(new Problem(field, line, words));
    }

    public void addAll(List<String> words) {
        words.forEach(this::add);
    }

    /** What was refused in one line of several: each field by its name, in that line. */
    public void addAll(FormException refused, int line) {
        refused.fields().forEach(own -> at(own.field(), line, own.words()));
    }

    public boolean isEmpty() {
        return all.isEmpty();
    }

    public List<String> words() {
        return all.stream().map(Problem::words).toList();
    }

    /** @throws FormException holding all of it, where there is anything */
    public void refuse() {
        if (!all.isEmpty()) {
            throw FormException.of(all);
        }
    }
}
