package aestimo.app.letters;

import java.util.List;

/**
 * What is handed to a student or family, as it is written for all: its blocks in order. Immutable.
 *
 * @param archived no longer offered, but kept
 */
public record Letter(long id, String name, List<Block> blocks, boolean archived, int version) {
    public Letter {
        blocks = List.copyOf(blocks);
    }

    /** Whether each student is written something of their own. */
    public boolean wantsOwnWords() {
        return blocks.stream().anyMatch(block -> block.kind() == Block.Kind.OWN_WORDS);
    }

    /** The sentence groups it uses. */
    List<Long> groups() {
        return blocks.stream()
                .flatMap(block -> block.read().stream())
                .flatMap(words -> words.groups().stream())
                .distinct()
                .toList();
    }
}
