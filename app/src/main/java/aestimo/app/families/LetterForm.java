package aestimo.app.families;

import aestimo.app.letters.Block;
import aestimo.app.letters.Block.Column;
import aestimo.app.letters.Block.Kind;
import aestimo.app.letters.Letter;
import aestimo.app.web.FormFields;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** A letter as its form holds it: every block has one field of each name, and a mark by which its columns are told. */
final class LetterForm {
    private LetterForm() {}

    static Letter read(FormFields fields, Letter before) {
        List<Block> blocks = new ArrayList<>();
        List<String> kinds = fields.texts("kind");
        for (int i = 0; i < kinds.size(); i++) {
            String kind = kinds.get(i).toUpperCase(Locale.ROOT);
            String mark = fields.text("mark", i);
            int place = i;
            Arrays.stream(Kind.values())
                    .filter(own -> own.name().equals(kind))
                    .findFirst()
                    .ifPresent(own -> blocks.add(new Block(
                            own,
                            own == Kind.WORDS ? fields.text("words", place) : "",
                            fields.text("span", place),
                            own.isOfPieces() ? shown(fields, mark) : List.of(),
                            own == Kind.PIECES ? columns(fields, mark) : List.of())));
        }
        return new Letter(
                before.id(),
                fields.text("name"),
                blocks,
                before.archived(),
                (int) fields.number("version"),
                (int) Math.min(9, fields.number("pages")),
                before.formName());
    }

    /** What is ticked to be shown: each value begins with the mark of its block. */
    private static List<String> shown(FormFields fields, String mark) {
        return fields.texts("show").stream()
                .filter(value -> value.startsWith(mark + ":"))
                .map(value -> value.substring(mark.length() + 1))
                .toList();
    }

    private static List<Column> columns(FormFields fields, String mark) {
        List<String> chosen = fields.texts("column");
        return Arrays.stream(Column.values())
                .filter(column -> chosen.contains(mark + ":" + column.name()))
                .toList();
    }
}
