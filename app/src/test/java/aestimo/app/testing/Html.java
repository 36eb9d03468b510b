package aestimo.app.testing;

import java.util.ArrayList;
import java.util.List;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;
import org.jsoup.select.NodeTraversor;

/** What a page holds, found as a browser would find it: by selectors, whatever its white space and order of attributes. */
public final class Html {
    private Html() {}

    /** The words of each element a selector finds, one space between any two pieces of text. */
    public static List<String> texts(String page, String selector) {
        return Jsoup.parse(page).select(selector).stream().map(Html::words).toList();
    }

    /** @throws AssertionError where there is no such element */
    public static String text(String page, String selector) {
        return texts(page, selector).stream().findFirst().orElseThrow(() -> new AssertionError("no " + selector));
    }

    /** One attribute of each element a selector finds. */
    public static List<String> values(String page, String selector, String attribute) {
        return Jsoup.parse(page).select(selector).eachAttr(attribute);
    }

    /** @throws AssertionError where there is no such element, or it has not the attribute */
    public static String value(String page, String selector, String attribute) {
        return values(page, selector, attribute).stream()
                .findFirst()
                .orElseThrow(() -> new AssertionError("no " + selector + " with " + attribute));
    }

    /** The page with no white space at either end of a text, so that markup can be looked for in it. */
    public static String plain(String page) {
        Document document = Jsoup.parse(page);
        document.outputSettings().prettyPrint(false);
        NodeTraversor.traverse(
                (Node node, int depth) -> {
                    if (node instanceof TextNode text) {
                        text.text(text.text().strip());
                    }
                },
                document);
        return document.outerHtml();
    }

    /** The elements a selector finds. */
    public static List<Element> elements(String page, String selector) {
        return Jsoup.parse(page).select(selector);
    }

    static String words(Element element) {
        List<String> words = new ArrayList<>();
        NodeTraversor.traverse(
                (Node node, int depth) -> {
                    if (node instanceof TextNode text && !text.isBlank()) {
                        words.add(text.text().strip());
                    }
                },
                element);
        return String.join(" ", words);
    }
}
