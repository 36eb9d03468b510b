package aestimo.app.door;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.guard.PublicAddress;
import aestimo.app.web.FormException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.Serializable;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.web.webauthn.api.AuthenticatorAssertionResponse;
import org.springframework.security.web.webauthn.api.AuthenticatorAttestationResponse;
import org.springframework.security.web.webauthn.api.Bytes;
import org.springframework.security.web.webauthn.api.CredentialRecord;
import org.springframework.security.web.webauthn.api.PublicKeyCredential;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialCreationOptions;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRequestOptions;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRpEntity;
import org.springframework.security.web.webauthn.jackson.WebauthnJacksonModule;
import org.springframework.security.web.webauthn.management.ImmutablePublicKeyCredentialCreationOptionsRequest;
import org.springframework.security.web.webauthn.management.ImmutablePublicKeyCredentialRequestOptionsRequest;
import org.springframework.security.web.webauthn.management.ImmutableRelyingPartyRegistrationRequest;
import org.springframework.security.web.webauthn.management.JdbcPublicKeyCredentialUserEntityRepository;
import org.springframework.security.web.webauthn.management.JdbcUserCredentialRepository;
import org.springframework.security.web.webauthn.management.PublicKeyCredentialUserEntityRepository;
import org.springframework.security.web.webauthn.management.RelyingPartyAuthenticationRequest;
import org.springframework.security.web.webauthn.management.RelyingPartyPublicKey;
import org.springframework.security.web.webauthn.management.UserCredentialRepository;
import org.springframework.security.web.webauthn.management.WebAuthnRelyingPartyOperations;
import org.springframework.security.web.webauthn.management.Webauthn4JRelyingPartyOperations;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Passkeys as the second step: a key of the teacher's device or telephone, bound to this address. */
@Service
public class Passkeys {
    private static final int LONGEST_LABEL = 60;
    private static final int LONGEST_ANSWER = 20_000;
    private static final int MOST = 10;

    private final PublicKeyCredentialUserEntityRepository users;
    private final UserCredentialRepository keys;
    private final PublicAddress address;
    private final SecondStepService steps;
    private final SecurityEvents events;
    private final JsonMapper json =
            JsonMapper.builder().addModule(new WebauthnJacksonModule()).build();

    Passkeys(JdbcOperations jdbc, PublicAddress address, SecondStepService steps, SecurityEvents events) {
        this.users = new JdbcPublicKeyCredentialUserEntityRepository(jdbc);
        this.keys = new JdbcUserCredentialRepository(jdbc);
        this.address = address;
        this.steps = steps;
        this.events = events;
    }

    /** One passkey of an account, as its owner called it. */
    public record Passkey(String id, String label, Instant made, Instant lastUsed) {}

    /** A question for a new passkey. */
    public record New(PublicKeyCredentialCreationOptions options, String json) implements Serializable {}

    /** A question to the passkeys of an account. */
    record Asked(PublicKeyCredentialRequestOptions options, String json) implements Serializable {}

    @Transactional(readOnly = true)
    public List<Passkey> of(SignedInTeacher teacher) {
        return Optional.ofNullable(users.findByUsername(teacher.signIn()))
                .map(user -> keys.findByUserId(user.getId()))
                .orElse(List.of())
                .stream()
                .map(key -> new Passkey(
                        key.getCredentialId().toBase64UrlString(), key.getLabel(), key.getCreated(), key.getLastUsed()))
                .toList();
    }

    /**
     * Begins to add one.
     *
     * @throws FormException when there are too many already
     */
    @Transactional
    public New begin(SignedInTeacher teacher, HttpServletRequest request) {
        if (of(teacher).size() >= MOST) {
            throw new FormException("There are " + MOST + " passkeys already. Remove one first.");
        }
        PublicKeyCredentialCreationOptions options = party(request)
                .createPublicKeyCredentialCreationOptions(
                        new ImmutablePublicKeyCredentialCreationOptionsRequest(as(teacher)));
        return new New(options, json.writeValueAsString(options));
    }

    /**
     * Adds one.
     *
     * @param answer what the browser made of the question
     * @throws FormException when it does not answer the question
     */
    @Transactional
    public void add(SignedInTeacher teacher, New begun, String answer, String label, HttpServletRequest request) {
        String name = label.isBlank() ? "passkey" : label.strip();
        if (name.length() > LONGEST_LABEL) {
            throw new FormException("The name has over " + LONGEST_LABEL + " letters.");
        }
        try {
            PublicKeyCredential<AuthenticatorAttestationResponse> made =
                    json.readValue(bounded(answer), new TypeReference<>() {});
            party(request)
                    .registerCredential(new ImmutableRelyingPartyRegistrationRequest(
                            begun.options(), new RelyingPartyPublicKey(made, name)));
        } catch (JacksonException | IllegalArgumentException | com.webauthn4j.util.exception.WebAuthnException wrong) {
            throw new FormException("The answer of the passkey could not be read. Nothing was added; try again.");
        }
        events.record(teacher.id(), Kind.SECOND_STEP_ON, "passkey");
    }

    /** Removes one of this account; false where it has none such. */
    @Transactional
    public boolean remove(SignedInTeacher teacher, String id) {
        boolean own = of(teacher).stream().anyMatch(key -> key.id().equals(id));
        if (own) {
            keys.delete(Bytes.fromBase64(id));
            events.record(teacher.id(), Kind.SECOND_STEP_OFF, "passkey");
            steps.forgetCodesWithoutStep(teacher.id());
        }
        return own;
    }

    /** Begins to ask for one of an account's. */
    @Transactional(readOnly = true)
    Asked ask(SignedInTeacher teacher, HttpServletRequest request) {
        PublicKeyCredentialRequestOptions options = party(request)
                .createCredentialRequestOptions(new ImmutablePublicKeyCredentialRequestOptionsRequest(as(teacher)));
        return new Asked(options, json.writeValueAsString(options));
    }

    /** Whether an answer is that of one of the account's passkeys to the question. */
    @Transactional
    boolean fits(SignedInTeacher teacher, Asked asked, String answer, HttpServletRequest request) {
        try {
            PublicKeyCredential<AuthenticatorAssertionResponse> shown =
                    json.readValue(bounded(answer), new TypeReference<>() {});
            CredentialRecord known = keys.findByCredentialId(shown.getRawId());
            return known != null
                    && party(request)
                            .authenticate(new RelyingPartyAuthenticationRequest(asked.options(), shown))
                            .getName()
                            .equals(teacher.signIn());
        } catch (JacksonException | IllegalArgumentException | com.webauthn4j.util.exception.WebAuthnException wrong) {
            return false;
        }
    }

    private static String bounded(String answer) {
        if (answer.length() > LONGEST_ANSWER) {
            throw new IllegalArgumentException("too long an answer");
        }
        return answer;
    }

    private static UsernamePasswordAuthenticationToken as(SignedInTeacher teacher) {
        return UsernamePasswordAuthenticationToken.authenticated(teacher, null, List.of());
    }

    /** Without an address of its own the application is on this machine, at whatever port the browser asked. */
    private WebAuthnRelyingPartyOperations party(HttpServletRequest request) {
        String origin = address.origin().orElseGet(() -> "http://localhost:" + request.getServerPort());
        return new Webauthn4JRelyingPartyOperations(
                users,
                keys,
                PublicKeyCredentialRpEntity.builder()
                        .id(address.host())
                        .name("Aestimo")
                        .build(),
                Set.of(origin));
    }
}
