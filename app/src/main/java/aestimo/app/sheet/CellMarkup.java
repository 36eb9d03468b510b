package aestimo.app.sheet;

import aestimo.app.book.CellId;
import aestimo.app.marks.Remarks;
import java.util.List;
import java.util.Map;
import org.springframework.web.util.HtmlUtils;

/**
 * The cells of a row as markup. Written here and not by the template because a sheet of 40 × 150 has 6 000 of them, each
 * with up to ten attributes; a template takes several times as long. Every text is escaped.
 */
final class CellMarkup {
    private CellMarkup() {}

    /** @param remarks notes and memos, so that the box for them is there as soon as its key is pressed */
    static String of(List<CellView> cells, Map<CellId, Remarks> remarks) {
        StringBuilder markup = new StringBuilder(cells.size() * 80);
        for (CellView cell : cells) {
            markup.append("<td tabindex=\"-1\"");
            attribute(markup, "class", cell.getCss());
            if (cell.version() != 0) {
                attribute(markup, "data-v", Integer.toString(cell.version()));
            }
            if (!cell.typed().equals(cell.shown()) || !cell.second().isEmpty()) {
                attribute(markup, "data-t", cell.typed());
            }
            if (cell.noted()) {
                Remarks own =
                        remarks.getOrDefault(new CellId(cell.assessment(), cell.student(), cell.part()), Remarks.NONE);
                attribute(markup, "data-note", own.note());
                attribute(markup, "data-memo", own.memo());
            }
            optional(markup, "data-late", cell.late());
            optional(markup, "data-finish", cell.toFinish());
            optional(markup, "hidden", cell.part() != 0);
            if (!cell.reason().isEmpty()) {
                attribute(markup, "title", cell.reason());
            }
            if (!cell.getLabel().isEmpty()) {
                attribute(markup, "aria-label", cell.getLabel());
            }
            markup.append('>').append(HtmlUtils.htmlEscape(cell.shown()));
            if (!cell.second().isEmpty()) {
                markup.append("<small>")
                        .append(HtmlUtils.htmlEscape(cell.second()))
                        .append("</small>");
            }
            markup.append("</td>");
        }
        return markup.toString();
    }

    private static void attribute(StringBuilder markup, String name, String value) {
        markup.append(' ')
                .append(name)
                .append("=\"")
                .append(HtmlUtils.htmlEscape(value))
                .append('"');
    }

    private static void optional(StringBuilder markup, String name, boolean is) {
        if (is) {
            markup.append(' ').append(name).append("=\"\"");
        }
    }
}
