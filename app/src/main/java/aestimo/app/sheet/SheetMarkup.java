package aestimo.app.sheet;

import aestimo.app.book.CellId;
import aestimo.app.marks.Remarks;
import aestimo.app.picture.SoFar;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.HtmlUtils;

/**
 * The one drawing of a cell of the sheet, of the line of a student's marks and of a column's spread, for the page and for
 * the answers to what is typed alike. Written here and not by the template because a sheet of 40 × 150 has 6 000 cells,
 * each with up to ten attributes; a template takes several times as long. Every text is escaped.
 */
final class SheetMarkup {
    private SheetMarkup() {}

    /** @param remarks notes and memos, so that the box for them is there as soon as its key is pressed */
    static String cells(List<CellView> cells, Map<CellId, Remarks> remarks) {
        StringBuilder markup = new StringBuilder(cells.size() * 80);
        cells.forEach(cell -> write(markup, cell, remarks));
        return markup.toString();
    }

    static String cell(CellView cell, Map<CellId, Remarks> remarks) {
        return cells(List.of(cell), remarks);
    }

    private static void write(StringBuilder markup, CellView cell, Map<CellId, Remarks> remarks) {
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
            markup.append(" <small>")
                    .append(HtmlUtils.htmlEscape(cell.second()))
                    .append("</small>");
        }
        markup.append("</td>");
    }

    /** A student's marks so far as a small line; empty text where nothing counts yet, {@code line} null then. */
    static String line(@Nullable SoFar line) {
        if (line == null) {
            return "";
        }
        return picture("", SoFar.WIDTH, SoFar.HEIGHT, line.words())
                + "<polyline points=\"" + line.points() + "\"/><circle r=\"2.2\" cx=\"" + line.x() + "\" cy=\""
                + line.y() + "\"" + (line.above() ? " class=\"is-above\"" : "") + "/></svg>";
    }

    /** Lowest, quartiles, median and highest of a column. */
    static String spread(Foot.Spread spread) {
        return picture(" class=\"spread\"", Foot.Spread.WIDTH, Foot.Spread.HEIGHT, spread.words())
                + "<title>" + HtmlUtils.htmlEscape(spread.words()) + "</title>"
                + "<line class=\"whole\" x1=\"" + spread.low() + "\" y1=\"7\" x2=\"" + spread.high() + "\" y2=\"7\"/>"
                + "<rect x=\"" + spread.lower() + "\" y=\"3.5\" width=\"" + (spread.upper() - spread.lower())
                + "\" height=\"7\"/><line class=\"middle\" x1=\"" + spread.median() + "\" y1=\"1.5\" x2=\""
                + spread.median() + "\" y2=\"12.5\"/></svg>";
    }

    private static String picture(String css, int width, int height, String words) {
        return "<svg" + css + " viewBox=\"0 0 " + width + " " + height + "\" role=\"img\" aria-label=\""
                + HtmlUtils.htmlEscape(words) + "\">";
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
