package aestimo.app.marks;

import aestimo.app.book.CellId;
import aestimo.app.web.FormException;
import com.fasterxml.jackson.annotation.JsonIgnore;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * What a teacher typed into one cell, as the browser sends it. What is said in the register comes the same way, with its
 * lesson where a mark has its assessment.
 *
 * @param id made by the browser; the same for every try to deliver it
 * @param part 0 for a piece without parts
 * @param base the version the cell had when it was typed into; 0 for a cell never touched
 * @param text as typed
 * @param how typed, filled, pasted, undone, redone or settled; null: typed
 * @param over the ids of what the same browser sent for this cell before and has no answer to: whichever of them was
 *     applied, this one is meant to follow it; null: none
 */
public record TypedEntry(
        UUID id,
        long assessment,
        long student,
        long part,
        int base,
        String text,
        @Nullable String how,
        @Nullable List<UUID> over) {
    /** Nobody alters an entry so often. */
    static final int HIGHEST_VERSION = 1_000_000_000;

    private static final int MOST_OVER = 50;
    private static final Set<String> WAYS = Set.of("typed", "filled", "pasted", "undone", "redone", "settled");

    /** Put into a cell in one of the ways, after nothing unanswered. */
    public TypedEntry(UUID id, long assessment, long student, long part, int base, String text, String how) {
        this(id, assessment, student, part, base, text, how, null);
    }

    /** Typed into a cell. */
    public TypedEntry(UUID id, long assessment, long student, long part, int base, String text) {
        this(id, assessment, student, part, base, text, "typed");
    }

    /** How it came: {@code typed} where the browser says nothing known. */
    @JsonIgnore
    public String way() {
        return how != null && WAYS.contains(how) ? how : "typed";
    }

    /** Typed into a cell of a piece without parts. */
    public TypedEntry(UUID id, long assessment, long student, int base, String text) {
        this(id, assessment, student, 0, base, text, "typed");
    }

    @JsonIgnore
    public CellId cell() {
        return new CellId(assessment, student, part);
    }

    /**
     * Whether a batch can be looked at entry by entry.
     *
     * @throws FormException when there are too many, or one lacks its id or its words, or follows too many
     */
    public static void check(List<TypedEntry> typed, int mostAtOnce) {
        if (typed.size() > mostAtOnce) {
            throw new FormException("Over " + mostAtOnce + " entries came at once. None was saved.");
        }
        if (typed.stream().anyMatch(entry -> entry == null || entry.id() == null || entry.text() == null)) {
            throw new FormException("An entry came without its id or its words. None was saved.");
        }
        if (typed.stream().anyMatch(entry -> entry.base() < 0 || entry.base() > HIGHEST_VERSION)) {
            throw new FormException("An entry came with a version no entry can have. None was saved.");
        }
        if (typed.stream()
                .anyMatch(entry -> entry.over() != null
                        && (entry.over().size() > MOST_OVER
                                || entry.over().stream().anyMatch(Objects::isNull)))) {
            throw new FormException(
                    "An entry names over " + MOST_OVER + " earlier ones, or one without an id. None was saved.");
        }
    }
}
