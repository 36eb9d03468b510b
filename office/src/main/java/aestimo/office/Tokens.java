package aestimo.office;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** OAuth 2 client credentials: one client, tokens for an hour. A restart forgets them, and the client asks anew. */
@Component
class Tokens {
    static final String SCOPE = "https://purl.imsglobal.org/spec/or/v1p2/scope/";
    static final Duration LIFE = Duration.ofHours(1);
    private static final Set<String> KNOWN =
            Set.of(SCOPE + "roster.readonly", SCOPE + "lineitem.createput", SCOPE + "results.createput");

    private final String client;
    private final String secret;
    private final SecureRandom random = new SecureRandom();
    private final Map<String, Token> given = new ConcurrentHashMap<>();

    Tokens(@Value("${office.client}") String client, @Value("${office.secret}") String secret) {
        this.client = client;
        this.secret = secret;
    }

    /** A token for some scopes. */
    record Token(String value, Set<String> scopes, Instant until) {}

    boolean isClient(String name, String word) {
        return MessageDigest.isEqual(
                (client + "\n" + secret).getBytes(StandardCharsets.UTF_8),
                (name + "\n" + word).getBytes(StandardCharsets.UTF_8));
    }

    /** @param asked scopes with spaces between; those unknown are not given */
    Token give(String asked) {
        Set<String> scopes = new TreeSet<>(Set.of(asked.split(" ")));
        scopes.retainAll(KNOWN);
        byte[] bytes = new byte[24];
        random.nextBytes(bytes);
        Token token = new Token(
                Base64.getUrlEncoder().withoutPadding().encodeToString(bytes),
                scopes,
                Instant.now().plus(LIFE));
        given.values().removeIf(old -> old.until().isBefore(Instant.now()));
        given.put(token.value(), token);
        return token;
    }

    /**
     * Lets a request with a token for a scope pass.
     *
     * @param authorization the header; null for none
     * @throws OneRosterError when there is no such token, or it is for other scopes
     */
    void require(String authorization, String scope) {
        Token token = authorization == null || !authorization.startsWith("Bearer ")
                ? null
                : given.get(authorization.substring("Bearer ".length()));
        if (token == null || token.until().isBefore(Instant.now())) {
            throw new OneRosterError(
                    401, "unauthorisedrequest", "The access token is missing, unknown or out of date.");
        }
        if (!token.scopes().contains(SCOPE + scope)) {
            throw new OneRosterError(403, "forbidden", "The access token is not for the scope " + SCOPE + scope + ".");
        }
    }
}
