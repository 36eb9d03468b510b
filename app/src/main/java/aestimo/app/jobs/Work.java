package aestimo.app.jobs;

import java.time.Duration;
import java.util.Optional;
import java.util.function.Supplier;

/** One kind of long work. */
public interface Work {
    /** Told apart by this; one of those the table of jobs knows. */
    String kind();

    /**
     * Does it, or what is left of it: a process that did some of it before may have been killed at any moment. Runs for the
     * teacher whose job it is, outside any transaction.
     */
    Result run(Run run);

    /** How far it came. */
    sealed interface Result permits Done, Later, Failed {}

    /** @param file gives the result, where it is one; asked in the transaction that ends the job, and only where it does */
    record Done(Supplier<Optional<Long>> file) implements Result {}

    /**
     * To be gone on with after a pause, with the reason as a teacher may read it; empty where it was only interrupted.
     */
    record Later(Duration pause, String said) implements Result {}

    record Failed(String said) implements Result {}
}
