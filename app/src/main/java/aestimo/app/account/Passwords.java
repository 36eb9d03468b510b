package aestimo.app.account;

import com.nulabinc.zxcvbn.Zxcvbn;
import java.text.Normalizer;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder.SecretKeyFactoryAlgorithm;
import org.springframework.stereotype.Component;

/**
 * What a password must be, and whether one fits: of any script and up to 200 characters, but none of those that are tried
 * first. The same letters fit however a keyboard puts their accents together.
 */
@Component
class Passwords {
    static final int SHORTEST = 10;
    static final int LONGEST = 200;
    /** Ten to this power of guesses is what a list of usual passwords and its variants takes. */
    private static final double FEW_GUESSES = 7;
    /** Looking for words in a long text takes its square in time, and a long one is safe by then. */
    private static final int LOOKED_AT = 60;

    /** Unlike the hash of earlier accounts, this one looks at all of a long password. */
    private static final String NOW = "pbkdf2";

    private static final String BEFORE = "bcrypt";
    /** The same with few rounds, for tests that sign in a thousand times; never for people's passwords. */
    private static final String QUICK = "quick";

    private static final int SALT_BYTES = 16;
    private static final int ROUNDS = 210_000;
    private static final int QUICK_ROUNDS = 1000;
    private static final int ROUNDS_BEFORE = 12;

    /** Hashes are costly on purpose: many at once would leave nothing for those who type marks. In order of asking. */
    final Semaphore turns = new Semaphore(Math.max(1, Runtime.getRuntime().availableProcessors() / 2), true);

    private final PasswordEncoder encoder;
    private final Zxcvbn guesser = new Zxcvbn();

    /** @param quick whether new hashes are quick ones; those of any kind are known */
    Passwords(@Value("${aestimo.quick-hashes}") boolean quick) {
        this.encoder = new DelegatingPasswordEncoder(
                quick ? QUICK : NOW,
                Map.of(
                        NOW,
                        encoder(ROUNDS),
                        QUICK,
                        encoder(QUICK_ROUNDS),
                        BEFORE,
                        new BCryptPasswordEncoder(ROUNDS_BEFORE)));
    }

    private static PasswordEncoder encoder(int rounds) {
        return new Pbkdf2PasswordEncoder("", SALT_BYTES, rounds, SecretKeyFactoryAlgorithm.PBKDF2WithHmacSHA512);
    }

    /**
     * Why a password will not do; empty where it does.
     *
     * @param own what others know of its owner, such as names
     */
    Optional<String> problem(String password, List<String> own) {
        int length = password.codePointCount(0, password.length());
        if (length < SHORTEST) {
            return Optional.of("The password needs at least " + SHORTEST + " characters.");
        }
        if (length > LONGEST) {
            return Optional.of("The password has over " + LONGEST + " characters.");
        }
        String lookedAt = password.substring(0, Math.min(LOOKED_AT, password.length()));
        return guesser.measure(lookedAt, own).getGuessesLog10() < FEW_GUESSES
                ? Optional.of("This password is among those that are guessed first. Choose another, such as a short"
                        + " sentence of your own.")
                : Optional.empty();
    }

    String hash(String password) {
        return inTurn(() -> encoder.encode(composed(password)));
    }

    /** Whether a password is that of a hash; takes as long where it is not. */
    boolean fits(String password, String hash) {
        String composed = composed(password);
        // Hashes of before accents were put together are of what was typed.
        return password.length() <= 2 * LONGEST
                && inTurn(() -> encoder.matches(composed, hash)
                        || !composed.equals(password) && encoder.matches(password, hash));
    }

    private <T> T inTurn(Supplier<T> work) {
        turns.acquireUninterruptibly();
        try {
            return work.get();
        } finally {
            turns.release();
        }
    }

    /** Whether a hash is made as they no longer are. */
    boolean isOld(String hash) {
        return encoder.upgradeEncoding(hash);
    }

    private static String composed(String password) {
        return Normalizer.normalize(password, Normalizer.Form.NFKC);
    }
}
