package aestimo.app.jobs;

import aestimo.app.store.TeacherId;
import java.util.function.IntPredicate;

/** A job while it is being done. */
public final class Run {
    private final TeacherId teacher;
    private final Job job;
    private final int tries;
    private final IntPredicate keep;

    /** @param keep notes how much is done, and tells whether to go on */
    Run(TeacherId teacher, Job job, int tries, IntPredicate keep) {
        this.teacher = teacher;
        this.job = job;
        this.tries = tries;
        this.keep = keep;
    }

    public TeacherId teacher() {
        return teacher;
    }

    public Job job() {
        return job;
    }

    /** How often it was put off in a row. */
    public int tries() {
        return tries;
    }

    /** Notes how much is done; false where it was stopped, or the process is about to end: then no more is to be done. */
    public boolean goesOn(int done) {
        return keep.test(done);
    }
}
