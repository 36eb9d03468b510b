package aestimo.app.letters;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** Words as one student is told them. Immutable. */
public record Said(List<Paragraph> paragraphs) {
    public Said {
        paragraphs = List.copyOf(paragraphs);
    }

    /** Where some letters come from. */
    public enum Source {
        /** Written for everybody. */
        WORDS,
        FIGURE,
        /** Chosen by a sentence group. */
        SENTENCE,
        /** Written for this student alone. */
        OWN
    }

    /**
     * Some letters that come from one place and look alike.
     *
     * @param of the key of a figure, or the id of a sentence group; else empty
     */
    public record Bit(String text, boolean bold, boolean italic, Source source, String of) {
        Bit within(Source outer, String group) {
            return new Bit(
                    text, bold, italic, source == Source.FIGURE ? source : outer, source == Source.FIGURE ? of : group);
        }

        Bit with(String other) {
            return new Bit(other, bold, italic, source, of);
        }

        /** Its classes on the page. */
        public String css() {
            return "is-" + source.name().toLowerCase(Locale.ROOT) + (bold ? " is-bold" : "")
                    + (italic ? " is-italic" : "");
        }
    }

    /** @param item one of a list */
    public record Paragraph(boolean item, List<Bit> bits) {
        public Paragraph {
            bits = List.copyOf(bits);
        }

        public String plain() {
            return bits.stream().map(Bit::text).collect(Collectors.joining());
        }
    }

    public boolean isEmpty() {
        return paragraphs.isEmpty();
    }

    /** The letters alone, a line for each paragraph. */
    public String plain() {
        return paragraphs.stream()
                .map(paragraph -> (paragraph.item() ? "- " : "") + paragraph.plain())
                .collect(Collectors.joining("\n"));
    }
}
