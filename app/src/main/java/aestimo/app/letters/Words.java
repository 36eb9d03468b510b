package aestimo.app.letters;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Words as a teacher writes them: paragraphs and list items, with bold and italics, and in braces what differs from
 * student to student. Saved as text: {@code *bold*}, {@code _italics_}, “- ” before a list item, {@code {result as
 * whole}} for a figure, {@code {they}} and {@code {has/have}} for forms of the student, {@code {sentences:12}} for a
 * sentence group; a backslash takes its meaning from the sign after it. Immutable.
 */
public final class Words {
    /** Longer words than these are no letter. */
    static final int LONGEST = 20_000;

    private static final Pattern GROUP = Pattern.compile("sentences:([0-9]{1,18})");
    private static final Pattern PAIR = Pattern.compile("(\\p{L}[\\p{L}’' ]*)/(\\p{L}[\\p{L}’' ]*)");
    private static final String AS = " as ";

    private final List<Paragraph> paragraphs;

    private Words(List<Paragraph> paragraphs) {
        this.paragraphs = List.copyOf(paragraphs);
    }

    /** How a stretch of letters looks. */
    record Style(boolean bold, boolean italic) {
        static final Style PLAIN = new Style(false, false);
    }

    /** What a paragraph is made of. */
    sealed interface Part permits Plain, FigurePart, FormPart, PairPart, GroupPart {
        Style style();
    }

    record Plain(String text, Style style) implements Part {}

    /** @param as how it is shown; {@link As#CLASS} where nothing is said */
    record FigurePart(String key, As as, Style style) implements Part {}

    record FormPart(String form, Style style) implements Part {}

    record PairPart(String one, String many, Style style) implements Part {}

    record GroupPart(long id, Style style) implements Part {}

    record Paragraph(boolean item, List<Part> parts) {}

    /** Reads it as saved. What is in no braces that close is plain text. */
    public static Words of(String text) {
        List<Paragraph> all = new ArrayList<>();
        for (String line : text.split("\\R", -1)) {
            if (!line.isBlank()) {
                boolean item = line.startsWith("- ");
                all.add(new Paragraph(item, new Reader(item ? line.substring(2) : line).parts()));
            }
        }
        return new Words(all);
    }

    List<Paragraph> paragraphs() {
        return paragraphs;
    }

    public boolean isEmpty() {
        return paragraphs.isEmpty();
    }

    /** The keys of all figures it names. */
    public List<String> figures() {
        return parts(FigurePart.class).stream().map(FigurePart::key).distinct().toList();
    }

    /** The sentence groups it uses. */
    public List<Long> groups() {
        return parts(GroupPart.class).stream().map(GroupPart::id).distinct().toList();
    }

    private <P extends Part> List<P> parts(Class<P> type) {
        return paragraphs.stream()
                .flatMap(paragraph -> paragraph.parts().stream())
                .filter(type::isInstance)
                .map(type::cast)
                .toList();
    }

    /** Text that is saved as itself, whatever signs are in it. */
    public static String escaped(String plain) {
        return plain.replaceAll("[\\\\*_{}]", "\\\\$0");
    }

    /** What stands in braces, without them. */
    static Part part(String inBraces, Style style) {
        Matcher group = GROUP.matcher(inBraces);
        if (group.matches()) {
            return new GroupPart(Long.parseLong(group.group(1)), style);
        }
        Optional<String> form = StudentForms.THEY.form(inBraces, "");
        if (form.isPresent()) {
            return new FormPart(inBraces, style);
        }
        Matcher pair = PAIR.matcher(inBraces);
        if (pair.matches()) {
            return new PairPart(pair.group(1), pair.group(2), style);
        }
        int as = inBraces.lastIndexOf(AS);
        Optional<As> shown = as < 0 ? Optional.empty() : As.of(inBraces.substring(as + AS.length()));
        return shown.<Part>map(own -> new FigurePart(inBraces.substring(0, as).strip(), own, style))
                .orElseGet(() -> new FigurePart(inBraces.strip(), As.CLASS, style));
    }

    /** Reads one line, sign by sign. */
    private static final class Reader {
        private final String line;
        private final List<Part> parts = new ArrayList<>();
        private final StringBuilder plain = new StringBuilder();
        private boolean bold;
        private boolean italic;
        private int at;

        Reader(String line) {
            this.line = line;
        }

        List<Part> parts() {
            while (at < line.length()) {
                char sign = line.charAt(at);
                if (sign == '\\' && at + 1 < line.length()) {
                    plain.append(line.charAt(at + 1));
                    at += 2;
                } else if (sign == '{' && closing(at) > at) {
                    flush();
                    parts.add(part(unescaped(line.substring(at + 1, closing(at))), style()));
                    at = closing(at) + 1;
                } else if ((sign == '*' || sign == '_') && turns(sign)) {
                    flush();
                    bold = sign == '*' ? !bold : bold;
                    italic = sign == '_' ? !italic : italic;
                    at++;
                } else {
                    plain.append(sign);
                    at++;
                }
            }
            flush();
            return parts;
        }

        private Style style() {
            return new Style(bold, italic);
        }

        private void flush() {
            if (!plain.isEmpty()) {
                parts.add(new Plain(plain.toString(), style()));
                plain.setLength(0);
            }
        }

        /** The brace that closes the one at a place; negative where none does. */
        private int closing(int from) {
            for (int i = from + 1; i < line.length(); i++) {
                if (line.charAt(i) == '\\') {
                    i++;
                } else if (line.charAt(i) == '}') {
                    return i;
                } else if (line.charAt(i) == '{') {
                    return -1;
                }
            }
            return -1;
        }

        /** Whether it begins bold or italics where another ends it, or ends what was begun: not the sign in “5 * 3”. */
        private boolean turns(char sign) {
            if (sign == '*' ? bold : italic) {
                return true;
            }
            int end = line.indexOf(sign, at + 1);
            return end > at + 1
                    && !Character.isWhitespace(line.charAt(at + 1))
                    && !Character.isWhitespace(line.charAt(end - 1));
        }

        private static String unescaped(String text) {
            return text.replaceAll("\\\\(.)", "$1");
        }
    }
}
