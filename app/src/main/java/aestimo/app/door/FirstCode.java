package aestimo.app.door;

import aestimo.app.account.AccountService;
import aestimo.app.account.SignedInTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Locale;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;

/** The first account is made by whoever started the installation: they alone were told a code. */
@Service
class FirstCode {
    private final String code;
    private final AccountService accounts;
    private final Throttle throttle;

    /** @param code empty where there is none: the first account is then made by the administrator's command alone */
    FirstCode(@Value("${aestimo.first-code}") String code, AccountService accounts, Throttle throttle) {
        this.code = canonical(code);
        this.accounts = accounts;
        this.throttle = throttle;
    }

    boolean isSet() {
        return !code.isEmpty();
    }

    /**
     * Makes the first account.
     *
     * @throws FormException when the code is wrong, or something else about it is not right
     */
    SignedInTeacher createFirst(String typed, String signIn, String name, String password) {
        if (!isSet()) {
            throw new FormException("The first account is made with ./aestimo account add on this machine.");
        }
        // All who try count together: there is one code.
        Throttle.Begun begun = throttle.begin(Throttle.within("first account", ""));
        if (begun.mustWait()) {
            throw FormException.at(
                    "code", "Too many wrong codes. Wait " + begun.seconds() + " seconds, then try again.");
        }
        if (!MessageDigest.isEqual(bytes(canonical(typed)), bytes(code))) {
            throw FormException.at(
                    "code", "This is not the code that ./aestimo start printed. Look there, and type it again.");
        }
        throttle.right(begun);
        TeacherId made = accounts.createFirst(signIn, name, password);
        return new SignedInTeacher(made, AccountService.canonical(signIn));
    }

    private static String canonical(String text) {
        return text.replaceAll("[\\s-]", "").toUpperCase(Locale.ROOT);
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
