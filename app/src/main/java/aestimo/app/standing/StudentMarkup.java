package aestimo.app.standing;

import java.util.List;
import org.springframework.web.util.HtmlUtils;

/**
 * The rows of a student's pieces. Written here and not by the template because there may be well over a hundred, each with
 * a dozen texts, and teachers go from student to student: a template takes several times as long. Every text is escaped.
 */
final class StudentMarkup {
    private static final String FIGURE = "num figure";
    private static final String DIM = "num figure dim";

    private StudentMarkup() {}

    /**
     * @param base address of the class
     * @param query of the page, as links on it go on with it
     */
    static String rows(List<StudentView.Piece> pieces, String base, String query) {
        StringBuilder markup = new StringBuilder(pieces.size() * 900);
        String run = base + "/run?" + query + "&assessment=";
        for (StudentView.Piece piece : pieces) {
            String figure = "assessment:" + piece.id();
            markup.append("<tr><th scope=\"row\" class=\"piece-title\"><a");
            attribute(markup, "href", run + piece.id());
            attribute(markup, "title", piece.date() + ": mark it down the class");
            markup.append('>').append(escaped(piece.title())).append("</a></th><td");
            attribute(markup, "class", FIGURE + " state " + piece.css());
            attribute(markup, "data-w", figure);
            markup.append("><b>")
                    .append(escaped(piece.mark().toString()))
                    .append("</b><span class=\"of\">")
                    .append(escaped(piece.outOf().toString()))
                    .append("</span></td>");
            cell(markup, FIGURE, figure, piece.percent().toString());
            cell(markup, DIM, "result", piece.share().toString());
            cell(markup, DIM, "result", piece.points().toString());
            markup.append("<td class=\"strip-cell\">");
            piece.strip().ifPresent(strip -> markup.append(strip.drawnWithLinks(base, query)));
            markup.append("</td>");
            cell(markup, DIM, "assessment-rank:" + piece.id(), piece.rank().toString());
            markup.append("<td class=\"note\"");
            if (!piece.note().isEmpty()) {
                attribute(markup, "title", piece.note());
            }
            markup.append('>').append(escaped(piece.note())).append("</td></tr>");
        }
        return markup.toString();
    }

    private static void cell(StringBuilder markup, String css, String figure, String text) {
        markup.append("<td");
        attribute(markup, "class", css);
        attribute(markup, "data-w", figure);
        markup.append('>').append(escaped(text)).append("</td>");
    }

    private static void attribute(StringBuilder markup, String name, String value) {
        markup.append(' ').append(name).append("=\"").append(escaped(value)).append('"');
    }

    private static String escaped(String text) {
        return HtmlUtils.htmlEscape(text);
    }
}
