package aestimo.app.web;

import java.nio.charset.StandardCharsets;

/**
 * Text that a preview carries on to the request that imports it, so that nothing is kept in between. It has to fit into the
 * fields of one form.
 */
public final class CarriedText {
    private static final int LARGEST = 1_500_000;

    private CarriedText() {}

    /**
     * @param field it was typed or chosen in
     * @param instead what to do where it is too much
     * @throws FormException where it is too much
     */
    public static String checked(String text, String field, String instead) {
        if (text.length() > LARGEST || text.getBytes(StandardCharsets.UTF_8).length > LARGEST) {
            throw FormException.at(field, "That is over 1.5 MB of text. " + instead);
        }
        return text;
    }
}
