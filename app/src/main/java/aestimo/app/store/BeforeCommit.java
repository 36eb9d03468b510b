package aestimo.app.store;

/** Looks at what a teacher's transaction wrote, as the last thing before it is committed. */
public interface BeforeCommit {
    /**
     * Called within the transaction, which nothing else writes to after it.
     *
     * @throws RuntimeException where it must not be committed; then all of it is taken back, and whoever began it is told why
     */
    void check(TeacherId teacher);
}
