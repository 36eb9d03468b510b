package aestimo.app.door;

import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.store.Sha256;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalLong;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The second step of signing in by time-based codes (RFC 6238: six digits, half a minute, SHA-1, which all apps for it
 * know) and by recovery codes, each good once.
 */
@Service
public class SecondStepService {
    private static final int SECRET_BYTES = 20;
    private static final int CODES = 8;
    private static final int CODE_BYTES = 15;
    private static final Duration STEP = Duration.ofSeconds(30);
    private static final SecureRandom RANDOM = new SecureRandom();

    private final SecondStepMapper mapper;
    private final SecurityEvents events;
    private final Clock clock;
    private final TimeBasedOneTimePasswordGenerator generator = new TimeBasedOneTimePasswordGenerator(STEP);

    SecondStepService(SecondStepMapper mapper, SecurityEvents events, Clock clock) {
        this.mapper = mapper;
        this.events = events;
        this.clock = clock;
    }

    /** Whether an account asks for a second step: a code or a passkey. */
    @Transactional(readOnly = true)
    public boolean isAsked(TeacherId teacher) {
        return mapper.hasAny(teacher);
    }

    @Transactional(readOnly = true)
    public boolean hasCodes(TeacherId teacher) {
        return mapper.find(teacher).isPresent();
    }

    @Transactional(readOnly = true)
    public int recoveryCodesLeft(TeacherId teacher) {
        return mapper.countCodes(teacher);
    }

    /** A new secret in base 32, as it is typed into an app. */
    public String newSecret() {
        byte[] secret = new byte[SECRET_BYTES];
        RANDOM.nextBytes(secret);
        return new Base32().encodeToString(secret);
    }

    /** What an app reads from a picture. */
    public String address(String signIn, String secret) {
        String account = URLEncoder.encode(signIn, StandardCharsets.UTF_8).replace("+", "%20");
        return "otpauth://totp/Aestimo:" + account + "?secret=" + secret + "&issuer=Aestimo";
    }

    /**
     * Asks for codes from now on, once one shows that the app has the secret.
     *
     * @throws FormException when the code is not right
     */
    @Transactional
    public void add(TeacherId teacher, String secret, String code) {
        byte[] bytes = new Base32().decode(secret);
        long step = stepOf(bytes, code)
                .orElseThrow(() -> FormException.at(
                        "code",
                        "This code is not right. Codes change twice a minute; is the clock of the telephone right?"));
        mapper.save(teacher, bytes, step, OffsetDateTime.now(clock));
        events.record(teacher, Kind.SECOND_STEP_ON, "codes");
    }

    @Transactional
    public void remove(TeacherId teacher) {
        if (mapper.delete(teacher) == 1) {
            events.record(teacher, Kind.SECOND_STEP_OFF, "codes");
        }
        forgetCodesWithoutStep(teacher);
    }

    /** Recovery codes of an account without any second step would be a door nobody thinks of. */
    @Transactional
    public void forgetCodesWithoutStep(TeacherId teacher) {
        if (!mapper.hasAny(teacher)) {
            mapper.deleteCodes(teacher);
        }
    }

    /** Without any second step, for a teacher who has lost both telephone and recovery codes. */
    @Transactional
    public void removeAll(TeacherId teacher, String signIn) {
        mapper.delete(teacher);
        mapper.deletePasskeys(signIn);
        mapper.deleteCodes(teacher);
    }

    /** New recovery codes; the old ones are good no more. They are told here and nowhere else. */
    @Transactional
    public List<String> newRecoveryCodes(TeacherId teacher) {
        mapper.deleteCodes(teacher);
        List<String> codes = new ArrayList<>();
        for (int i = 0; i < CODES; i++) {
            byte[] random = new byte[CODE_BYTES];
            RANDOM.nextBytes(random);
            String code = new Base32().encodeToString(random);
            mapper.insertCode(teacher, Sha256.of(code));
            codes.add(String.join("-", code.split("(?<=\\G.{4})")));
        }
        events.record(teacher, Kind.RECOVERY_CODES_MADE);
        return codes;
    }

    /** Whether this is a code of the app, or a recovery code; it is used up by it. */
    @Transactional
    public boolean take(TeacherId teacher, String typed) {
        String code = typed.replaceAll("[\\s-]", "").toUpperCase(Locale.ROOT);
        if (code.length() > 6) {
            boolean taken = mapper.takeCode(teacher, Sha256.of(code)) == 1;
            if (taken) {
                events.record(teacher, Kind.RECOVERY_CODE_USED, mapper.countCodes(teacher) + " left");
            }
            return taken;
        }
        return mapper.find(teacher)
                .map(row -> stepOf(row.secret(), code))
                .filter(OptionalLong::isPresent)
                .filter(step -> mapper.take(teacher, step.getAsLong()) == 1)
                .isPresent();
    }

    /** The half minute a code is of: this one, or one beside it, since clocks differ. Real time, whatever the demo's day. */
    private OptionalLong stepOf(byte[] secret, String typed) {
        long now = Instant.now().getEpochSecond() / STEP.toSeconds();
        String code = typed.replaceAll("\\s", "");
        OptionalLong found = OptionalLong.empty();
        for (long step = now - 1; step <= now + 1; step++) {
            if (isSame(code(secret, Instant.ofEpochSecond(step * STEP.toSeconds())), code)) {
                found = OptionalLong.of(step);
            }
        }
        return found;
    }

    /** The code of an app with this secret at a moment. */
    String code(byte[] secret, Instant at) {
        try {
            return generator.generateOneTimePasswordString(new SecretKeySpec(secret, "RAW"), at);
        } catch (InvalidKeyException wrong) {
            throw new IllegalStateException("bug: any bytes are a key", wrong);
        }
    }

    private static boolean isSame(String one, String other) {
        return MessageDigest.isEqual(one.getBytes(StandardCharsets.UTF_8), other.getBytes(StandardCharsets.UTF_8));
    }
}
