package aestimo.app.store;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** The hash by which it is told that something is still what it was. */
public final class Sha256 {
    private Sha256() {}

    /** In 64 hexadecimal digits. */
    public static String of(byte[] bytes) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (NoSuchAlgorithmException none) {
            throw new IllegalStateException("bug: every Java has SHA-256", none);
        }
    }

    /** Of the text in UTF-8. */
    public static String of(String text) {
        return of(text.getBytes(StandardCharsets.UTF_8));
    }
}
