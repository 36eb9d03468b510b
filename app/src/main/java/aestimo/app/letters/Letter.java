package aestimo.app.letters;

import java.util.List;
import java.util.function.UnaryOperator;

/**
 * What is handed to a student or family, as it is written for all: its blocks in order. Immutable.
 *
 * @param archived no longer offered, but kept
 * @param pages how many it may have; 0: as many as it takes
 * @param formName of the document it is filled into, a form of one's own; empty for a letter made of blocks
 */
public record Letter(
        long id, String name, List<Block> blocks, boolean archived, int version, int pages, String formName) {
    public Letter {
        blocks = List.copyOf(blocks);
    }

    /** Whether it is a document of one's own that is filled; its blocks then tell what is in it. */
    public boolean isForm() {
        return !formName.isEmpty();
    }

    /** Whether each student is written something of their own. */
    public boolean wantsOwnWords() {
        return blocks.stream().anyMatch(block -> block.kind() == Block.Kind.OWN_WORDS);
    }

    /** The same letter made of others. */
    Letter with(List<Block> others) {
        return new Letter(id, name, others, archived, version, pages, formName);
    }

    /** The same letter with each block altered. */
    Letter with(UnaryOperator<Block> altered) {
        return new Letter(id, name, blocks.stream().map(altered).toList(), archived, version, pages, formName);
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
