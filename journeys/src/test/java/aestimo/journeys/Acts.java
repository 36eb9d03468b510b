package aestimo.journeys;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;

/** What a teacher does with mouse and keys, counted: clicks and single keys, not what is written. */
final class Acts {
    private final Page page;
    private int count;

    Acts(Page page) {
        this.page = page;
    }

    void click(String what) {
        page.click(what);
        count++;
    }

    void click(Locator what) {
        what.click();
        count++;
    }

    void press(String key) {
        page.keyboard().press(key);
        count++;
    }

    void write(String words) {
        page.keyboard().type(words);
    }

    /** What was done otherwise, such as pasting. */
    void add(int done) {
        count += done;
    }

    int count() {
        return count;
    }
}
