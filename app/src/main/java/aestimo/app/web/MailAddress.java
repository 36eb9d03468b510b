package aestimo.app.web;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** What an e-mail address may look like: one address, and nothing beside it. */
public final class MailAddress {
    static final int LONGEST = 100;

    /** No space, line break, comma, semicolon, bracket or quotation mark: nothing that would make two addresses of it. */
    private static final Pattern FORM = Pattern.compile(
            "[A-Za-z0-9!#$%&'*+/=?^_`{|}~.-]{1,64}@[A-Za-z0-9](?:[A-Za-z0-9-]*[A-Za-z0-9])?(?:\\.[A-Za-z0-9](?:[A-Za-z0-9-]*[A-Za-z0-9])?)+");

    private MailAddress() {}

    public static boolean isOne(String text) {
        return text.length() <= LONGEST
                && FORM.matcher(text).matches()
                && !text.startsWith(".")
                && !text.contains("..")
                && !text.contains(".@");
    }

    /**
     * Why a text will not do as an address; empty where it will, or is empty.
     *
     * @param what as in “The e-mail address”
     */
    public static Optional<String> problem(String text, String what) {
        return text.isEmpty() || isOne(text)
                ? Optional.empty()
                : Optional.of(
                        what + " is “" + text + "”. It must be one address such as name@school.example, or empty.");
    }

    /** The same for two spellings of one mailbox. */
    public static String key(String address) {
        return address.strip().toLowerCase(Locale.ROOT);
    }
}
