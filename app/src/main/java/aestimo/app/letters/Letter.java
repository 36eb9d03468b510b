package aestimo.app.letters;

import java.util.List;
import java.util.function.UnaryOperator;

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

    /** The same letter with each block altered. */
    Letter with(UnaryOperator<Block> altered) {
        return new Letter(id, name, blocks.stream().map(altered).toList(), archived, version);
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
