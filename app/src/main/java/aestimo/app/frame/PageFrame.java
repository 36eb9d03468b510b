package aestimo.app.frame;

import aestimo.app.account.AccountSettings;
import aestimo.app.book.ClassRow;
import aestimo.app.book.HiddenNames;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.ui.Model;

/**
 * All that the frame of one page shows.
 *
 * @param title heading of the page
 * @param facts one line under the heading
 * @param teacher id of the teacher, for keeping what is typed apart from another's on the same machine
 * @param tabs the spine's classes
 * @param links workspaces of the class, or the pages of the desk
 * @param open the class looked at; empty on pages of no class
 * @param here path of the page itself, without its query; a page shown after a refused form is that of the form
 * @param span empty on pages without a span
 * @param firstSteps what a class that is only begun still needs; empty for any other
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
        List<FirstSteps.Step> firstSteps,
        int looseEnds,
        String looseEndsHref) {
    /** An index tab of the spine. */
    public record Tab(String label, String title, int tint, String href, boolean open) {}

    /** One of the plain words beside the heading. */
    public record Link(String words, String href, boolean open) {}

    /** What the browser's tab and its history call the page: “9B Geography · Marks · Term 2”. */
    public String tabTitle() {
        return Stream.of(
                        Stream.of(title),
                        links.stream()
                                .filter(link -> link.open() && !link.words().equals(title))
                                .map(Link::words),
                        span.stream().map(SpanChoice::words))
                .flatMap(words -> words)
                .collect(Collectors.joining(" · "));
    }

    /** The page within its class, or among those of the desk, by which its help is found: {@code room/seats}. */
    public String helpTopic() {
        return open.isPresent()
                ? here.replaceFirst("^/classes/\\d+/", "")
                : links.stream()
                        .filter(Link::open)
                        .map(link -> link.href().substring(1))
                        .findFirst()
                        .orElse("");
    }

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
