package aestimo.app.frame;

import aestimo.app.account.AccountSettings;
import aestimo.app.book.ClassRow;
import aestimo.app.book.HiddenNames;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.springframework.ui.Model;

/**
 * All that the frame of one page shows.
 *
 * @param title heading of the page, and of the browser's tab
 * @param facts one line under the heading
 * @param teacher id of the teacher, for keeping what is typed apart from another's on the same machine
 * @param tabs the spine's classes
 * @param links workspaces of the class, or the pages of the desk
 * @param open the class looked at; empty on pages of no class
 * @param here path of the page itself, without its query; a page shown after a refused form is that of the form
 * @param span empty on pages without a span
 * @param looseEnds how many there are, of the class looked at or of all
 * @param looseEndsHref where they are listed
 */
public record PageFrame(
        String title,
        String facts,
        long teacher,
        AccountSettings look,
        List<Tab> tabs,
        List<Link> links,
        Optional<ClassRow> open,
        String here,
        Optional<SpanChoice> span,
        Optional<YearLine> yearLine,
        Optional<YearLine> narrowYearLine,
        int looseEnds,
        String looseEndsHref) {
    /** An index tab of the spine. */
    public record Tab(String label, String title, int tint, String href, boolean open) {}

    /** One of the plain words beside the heading. */
    public record Link(String words, String href, boolean open) {}

    /** The span as part of an address, with nothing where there is none. */
    public String query() {
        return span.map(SpanChoice::query).orElse("");
    }

    /** Whether students go by numbers on this page. */
    public boolean namesHidden() {
        return HiddenNames.areHidden();
    }

    /** The same page over the same span, for coming back to it. */
    public String back() {
        return here.isEmpty() ? "/" : here + "?" + query();
    }

    /** The frame a page was given. */
    public static PageFrame of(Model model) {
        return (PageFrame) Objects.requireNonNull(model.getAttribute("frame"));
    }
}
