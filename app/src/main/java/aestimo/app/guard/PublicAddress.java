package aestimo.app.guard;

import java.net.URI;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * By which address people reach the application. Without one it serves this machine alone; with one, a proxy in front
 * speaks TLS to the browsers, and nothing else is answered.
 */
@Component
public final class PublicAddress {
    private static final Set<String> LOOPBACK = Set.of("localhost", "127.0.0.1", "[::1]");

    private static final int HTTPS = 443;

    private final Optional<URI> address;

    /**
     * @param address such as {@code https://markbook.school.example}; empty for this machine alone
     * @throws IllegalArgumentException when it is no https address of a host
     */
    PublicAddress(@Value("${aestimo.address}") String address) {
        this.address = address.isBlank() ? Optional.empty() : Optional.of(read(address.strip()));
    }

    private static URI read(String text) {
        URI uri = URI.create(text);
        boolean bare = uri.getPath() == null
                || uri.getPath().isEmpty()
                || uri.getPath().equals("/");
        if (!"https".equalsIgnoreCase(uri.getScheme()) || uri.getHost() == null || !bare || uri.getQuery() != null) {
            throw new IllegalArgumentException("AESTIMO_ADDRESS is to be https:// and a host, such as"
                    + " https://markbook.school.example, not “" + text + "”");
        }
        return uri;
    }

    /** Whether browsers reach it by TLS: cookies, redirects and headers follow from that. */
    public boolean isSecure() {
        return address.isPresent();
    }

    /** Whether a request that names this host is meant for this application. */
    boolean isOurs(String host) {
        String lower = host.toLowerCase(Locale.ROOT);
        return address.map(uri -> lower.equals(uri.getHost().toLowerCase(Locale.ROOT)))
                .orElseGet(() -> LOOPBACK.contains(lower));
    }

    /** Whether a request that names this host comes from a program on this machine, such as the launcher's question. */
    static boolean isLoopback(String host) {
        return LOOPBACK.contains(host.toLowerCase(Locale.ROOT));
    }

    /** The same page by the address people are to use. */
    String of(String pathAndQuery) {
        return address.map(uri -> "https://" + uri.getRawAuthority()).orElse("") + pathAndQuery;
    }

    /** The port browsers use under TLS. */
    int port() {
        return address.map(URI::getPort).filter(port -> port > 0).orElse(HTTPS);
    }

    /** The host, for what is bound to it, such as a passkey. */
    public String host() {
        return address.map(URI::getHost).orElse("localhost");
    }

    /** The origin as browsers name it, where it is set. */
    public Optional<String> origin() {
        return address.map(uri -> "https://" + uri.getRawAuthority());
    }
}
