package aestimo.app.door;

import aestimo.app.store.Sha256;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.io.Serializable;
import java.util.Arrays;
import java.util.Optional;

/**
 * Where a sign-in comes from.
 *
 * @param address of the network
 * @param browser the hash of the sign by which a browser is known again; empty where it has none
 */
record Visit(String address, String browser) implements Serializable {
    private static final int LONGEST_TOKEN = 100;

    static Visit of(HttpServletRequest request) {
        return new Visit(
                String.valueOf(request.getRemoteAddr()),
                token(request).map(Visit::hash).orElse(""));
    }

    /** What the browser's cookie holds. */
    static Optional<String> token(HttpServletRequest request) {
        return Arrays.stream(Optional.ofNullable(request.getCookies()).orElse(new Cookie[0]))
                .filter(cookie -> cookie.getName().equals(cookieName(request.isSecure())))
                .map(Cookie::getValue)
                .filter(value -> value.length() <= LONGEST_TOKEN)
                .findFirst();
    }

    static String cookieName(boolean secure) {
        return secure ? "__Host-aestimo-browser" : "aestimo-browser";
    }

    static String hash(String token) {
        return Sha256.of(token);
    }
}
