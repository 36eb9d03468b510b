package aestimo.app.guard;

/** An address as a setting would give it, for tests of what depends on it. */
public final class PublicAddressOf {
    private PublicAddressOf() {}

    public static PublicAddress text(String address) {
        return new PublicAddress(address);
    }
}
