package aestimo.app.letters;

import aestimo.app.book.ClassBook;
import aestimo.app.letters.Saying.Chosen;
import aestimo.app.picture.AimPicture;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * One student's letter as it will leave.
 *
 * @param toLookAt what should be looked at before; empty for a letter that is ready
 * @param chosen the sentences that groups put in, and why
 */
public record MadeLetter(Recipient to, List<Made> blocks, String ownWords, List<LookAt> toLookAt, List<Chosen> chosen) {
    /** Headings of columns that hold words. */
    private static final Set<String> WORDS = Set.of("note", "instructions");

    public MadeLetter {
        blocks = List.copyOf(blocks);
        toLookAt = List.copyOf(toLookAt);
        chosen = List.copyOf(chosen);
    }

    /**
     * A block as it is shown; one that holds nothing for this student is left out.
     *
     * @param rows of a table, each with a cell for every heading
     */
    public record Made(Block block, Said said, List<String> headings, List<Row> rows, Optional<AimPicture> picture) {
        /** Whether a column of its table holds words, not figures. */
        public boolean isWords(int column) {
            return column == 0 || WORDS.contains(headings.get(column));
        }

        static Made of(Block block) {
            return new Made(block, new Said(List.of()), List.of(), List.of(), Optional.empty());
        }

        static Made of(Block block, Said said) {
            return new Made(block, said, List.of(), List.of(), Optional.empty());
        }
    }

    /** @param group whether it heads those that follow */
    public record Row(List<String> cells, boolean group) {}

    public long enrolmentId() {
        return ClassBook.id(to.student());
    }

    /** As lists have it: “Brandt, Ilva”. */
    public String listName() {
        return to.student().listName();
    }

    /** As it is called in a heading: “Ilva Brandt”. */
    public String name() {
        return (to.given() + " " + to.student().family()).strip();
    }

    public String number() {
        return to.student().number();
    }

    /** Empty where the student is in none. */
    public String setName() {
        return to.student().set().orElse("");
    }

    public boolean isReady() {
        return toLookAt.isEmpty();
    }

    /** All its words, for comparing two letters and for reading through. */
    String plain() {
        return blocks.stream()
                .map(made -> made.said().plain())
                .filter(words -> !words.isEmpty())
                .collect(Collectors.joining("\n"));
    }

    MadeLetter with(LookAt more) {
        List<LookAt> all = new ArrayList<>(toLookAt);
        all.add(more);
        all.sort(Comparator.comparing(LookAt::kind));
        return new MadeLetter(to, blocks, ownWords, all, chosen);
    }
}
