package aestimo.office;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Map;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/** Tokens, a sign of life, and how refusals are written. */
@RestController
@RestControllerAdvice
class Answers {
    private final Tokens tokens;

    Answers(Tokens tokens) {
        this.tokens = tokens;
    }

    @GetMapping("/health")
    Map<String, String> health() {
        return Map.of("status", "UP");
    }

    @PostMapping("/token")
    ResponseEntity<Map<String, Object>> token(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestParam Map<String, String> form) {
        String name = form.getOrDefault("client_id", "");
        String word = form.getOrDefault("client_secret", "");
        if (authorization != null && authorization.startsWith("Basic ")) {
            String[] pair = decoded(authorization.substring("Basic ".length())).split(":", 2);
            name = pair[0];
            word = pair.length > 1 ? pair[1] : "";
        }
        if (!form.getOrDefault("grant_type", "").equals("client_credentials")) {
            return ResponseEntity.badRequest().body(Map.of("error", "unsupported_grant_type"));
        }
        if (!tokens.isClient(name, word)) {
            return ResponseEntity.status(401).body(Map.of("error", "invalid_client"));
        }
        Tokens.Token token = tokens.give(form.getOrDefault("scope", ""));
        return ResponseEntity.ok(Map.of(
                "access_token", token.value(),
                "token_type", "Bearer",
                "expires_in", Tokens.LIFE.toSeconds(),
                "scope", String.join(" ", token.scopes())));
    }

    private static String decoded(String text) {
        try {
            return new String(Base64.getDecoder().decode(text), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException broken) {
            return ":";
        }
    }

    @ExceptionHandler
    ResponseEntity<Map<String, Object>> refused(OneRosterError error) {
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(error.status());
        if (error.status() == 429) {
            answer.header("Retry-After", "1");
        }
        return answer.body(error.body());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, Object>> unreadable(HttpMessageNotReadableException broken) {
        return refused(new OneRosterError(400, "invaliddata", "The body is no JSON of the form OneRoster asks for."));
    }
}
