package aestimo.app.jobs;

import aestimo.app.jobs.JobMapper.JobRow;
import aestimo.app.store.Sha256;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Begins jobs, tells how far they are, stops them. They are done by {@link JobRunner}. */
@Service
public class JobService {
    private static final int MOST_DUE = 10;
    private static final int LONGEST_TOKEN = 40;
    private static final int DIGITS = 16;

    private final JobMapper mapper;
    private final Clock clock;

    JobService(JobMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /**
     * A job to begin.
     *
     * @param token of the form that asks for it; the same form with other contents, as after going back, asks for another
     */
    public record Asked(long classId, String token, String kind, String title, String request, int total) {}

    /**
     * @param begun whether it is new; the same form sent twice finds the one it began
     */
    public record Begun(Job job, boolean begun) {}

    /** @throws FormException when too many are due already */
    @Transactional
    public Begun begin(TeacherId teacher, Asked asked) {
        if (asked.token().isEmpty() || asked.token().length() > LONGEST_TOKEN) {
            throw new FormException("The form did not arrive completely. Open the page again.");
        }
        if (mapper.countDue(teacher) >= MOST_DUE) {
            throw new FormException("There are " + MOST_DUE + " jobs running already. Wait for one, or stop it.");
        }
        String token = asked.token() + ":" + Sha256.of(asked.request()).substring(0, DIGITS);
        JobRow row = new JobRow(
                0,
                asked.classId(),
                token,
                asked.kind(),
                asked.title(),
                asked.request(),
                Job.State.DUE.name(),
                0,
                asked.total(),
                0,
                "",
                null,
                OffsetDateTime.now(clock));
        boolean isNew = mapper.insert(teacher, row) == 1;
        return new Begun(job(mapper.findByToken(teacher, token).orElseThrow()), isNew);
    }

    static Job job(JobRow row) {
        return new Job(
                row.id(),
                row.classId(),
                row.kind(),
                row.title(),
                row.request(),
                Job.State.valueOf(row.state()),
                row.done(),
                row.total(),
                row.said(),
                Optional.ofNullable(row.fileId()),
                row.begun());
    }

    /** @throws NotFoundException when the class has no such job */
    @Transactional(readOnly = true)
    public Job job(TeacherId teacher, long classId, long id) {
        return mapper.find(teacher, id)
                .filter(row -> row.classId() == classId)
                .map(JobService::job)
                .orElseThrow(() -> new NotFoundException("job"));
    }

    /** Those of a class, the latest first. */
    @Transactional(readOnly = true)
    public List<Job> ofClass(TeacherId teacher, long classId) {
        return mapper.findOfClass(teacher, classId).stream()
                .map(JobService::job)
                .toList();
    }

    /** What is done is done; no more of it will be. Returns false where it had ended by itself. */
    @Transactional
    public boolean stop(TeacherId teacher, long classId, long id) {
        job(teacher, classId, id);
        return mapper.end(teacher, id, Job.State.STOPPED.name(), "", OffsetDateTime.now(clock)) == 1;
    }

    /** Has one that ended gone on with; one that is on its way goes on as it is. */
    @Transactional
    public void resume(TeacherId teacher, long classId, long id, int done) {
        job(teacher, classId, id);
        mapper.resume(teacher, id, done, OffsetDateTime.now(clock));
    }
}
