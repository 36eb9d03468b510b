package aestimo.app.web;

import aestimo.exchange.markbook.MarkbookException;
import aestimo.exchange.sheet.UnreadableFileException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.ui.Model;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/**
 * A form that was sent: its work is done, or refused with reasons. Then the page is shown again with all that was typed,
 * else the browser goes on to another page that says what was done. Each handler says only what is its own:
 *
 * <pre>return Sent.of(() -&gt; rules.save(form))
 *         .saying(told, "The rules are saved.")
 *         .to("redirect:/rules")
 *         .orShow(model, () -&gt; page(form, model));</pre>
 *
 * @param <T> what the work gives, such as an id
 */
public final class Sent<T> {
    /** What the pages show reasons from, where a page has one form. */
    public static final String PROBLEMS = "problems";

    /** The fields that are wrong, which the page tells beside each. */
    private static final String FIELDS = "wrongFields";

    private static final String TWICE =
            "Something of the same name was saved at the same moment, by a second click or in"
                    + " another window, so this was not saved again. Check that what is there is what you want.";

    /** A file can be wrong in more ways than a page can tell. */
    private static final int MOST_REASONS = 12;

    private final Optional<T> done;
    private final Optional<FormException> refused;
    private String there = "";

    private Sent(Optional<T> done, Optional<FormException> refused) {
        this.done = done;
        this.refused = refused;
    }

    /** Does the work; what it is refused for is kept. */
    public static <T> Sent<T> of(Supplier<T> work) {
        try {
            return new Sent<>(Optional.of(work.get()), Optional.empty());
        } catch (FormException refused) {
            return new Sent<>(Optional.empty(), Optional.of(refused));
        } catch (DuplicateKeyException twice) {
            // Each looked before it wrote, and saw nothing of the other yet.
            return new Sent<>(Optional.empty(), Optional.of(new FormException(TWICE)));
        }
    }

    /** Work with a file that was sent; that it cannot be read is a reason like any other. */
    public static <T> Sent<T> ofFile(FileWork<T> work) throws IOException {
        try {
            return new Sent<>(Optional.of(work.read()), Optional.empty());
        } catch (FormException refused) {
            return new Sent<>(Optional.empty(), Optional.of(refused));
        } catch (UnreadableFileException refused) {
            return new Sent<>(Optional.empty(), Optional.of(new FormException(refused.getMessage())));
        } catch (MarkbookException refused) {
            return new Sent<>(Optional.empty(), Optional.of(new FormException(reasons(refused))));
        }
    }

    /** What is done with a file. */
    public interface FileWork<T> {
        T read() throws IOException, UnreadableFileException, MarkbookException;
    }

    private static List<String> reasons(MarkbookException refused) {
        List<String> reasons = refused.getMessage().lines().toList();
        List<String> told = new ArrayList<>(reasons.subList(0, Math.min(MOST_REASONS, reasons.size())));
        if (reasons.size() > MOST_REASONS) {
            told.add("… and " + (reasons.size() - MOST_REASONS) + " further reasons.");
        }
        return told;
    }

    public static Sent<Boolean> of(Runnable work) {
        return of(() -> {
            work.run();
            return true;
        });
    }

    /** What the next page says once it is done. */
    public Sent<T> saying(RedirectAttributes flash, String words) {
        return saying(flash, it -> words);
    }

    public Sent<T> saying(RedirectAttributes flash, Function<T, String> words) {
        done.ifPresent(it -> flash.addFlashAttribute("done", words.apply(it)));
        return this;
    }

    /** What the next page offers beside these words, to undo it. */
    public Sent<T> undoable(RedirectAttributes flash, Function<T, Optional<Undo>> how) {
        done.flatMap(how).ifPresent(undo -> flash.addFlashAttribute("undo", undo));
        return this;
    }

    /** Where it goes on once it is done. */
    public Sent<T> to(String address) {
        return to(it -> address);
    }

    public Sent<T> to(Function<T, String> address) {
        there = done.map(address).orElse("");
        return this;
    }

    /** Shows the page again where it was refused. */
    public String orShow(Model model, Supplier<String> again) {
        return orShow(model, PROBLEMS, again);
    }

    /** @param name of the reasons in the model, where a page has several forms */
    public String orShow(Model model, String name, Supplier<String> again) {
        return orShow(model, name, why -> again.get());
    }

    /** @param again shows the page, which may depend on why it was refused */
    public String orShow(Model model, Function<FormException, String> again) {
        return orShow(model, PROBLEMS, again);
    }

    private String orShow(Model model, String name, Function<FormException, String> again) {
        if (refused.isEmpty()) {
            return there;
        }
        refuse(model, name, refused.get());
        return again.apply(refused.get());
    }

    /** Puts the reasons and their fields on the page that is shown again. */
    public static void refuse(Model model, String name, FormException refused) {
        model.addAttribute(name, refused.problems());
        model.addAttribute(FIELDS, named(refused));
    }

    private static List<Problems.Problem> named(FormException refused) {
        return refused.fields().stream().filter(own -> !own.field().isEmpty()).toList();
    }

    /** Goes there all the same where it was refused, and says why; for forms in which nothing is typed. */
    public String orSay(RedirectAttributes flash, String address) {
        if (refused.isEmpty()) {
            return there.isEmpty() ? address : there;
        }
        flash.addFlashAttribute(PROBLEMS, refused.get().problems());
        flash.addFlashAttribute(FIELDS, named(refused.get()));
        return address;
    }
}
