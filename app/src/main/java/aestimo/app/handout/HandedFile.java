package aestimo.app.handout;

/**
 * A file as it was handed out.
 *
 * @param name without its ending
 */
public record HandedFile(long id, String name, HandOut.As as, String sha256, byte[] bytes) {}
