package aestimo.app.jobs;

import aestimo.app.jobs.JobMapper.DueRow;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.Outage;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Does jobs, in any of the processes that stand before the database. Whoever does one has it for some seconds and says again
 * and again that it still does; should that process end, another goes on with it.
 */
@Component
class JobRunner {
    private static final Logger LOG = LoggerFactory.getLogger(JobRunner.class);
    private static final Duration HAS_IT = Duration.ofSeconds(12);
    private static final Duration AFTER_AN_OUTAGE = Duration.ofSeconds(2);
    private static final Duration KEPT_FOR = Duration.ofDays(7);
    private static final int AT_ONCE = 2;
    private static final long PATIENCE_SECONDS = 10;

    private final JobMapper mapper;
    private final Map<String, Work> works;
    private final TransactionTemplate transactions;
    private final Clock clock;
    private final ExecutorService hands = Executors.newFixedThreadPool(AT_ONCE, work -> {
        Thread thread = new Thread(work, "job");
        thread.setDaemon(true);
        return thread;
    });
    /** What this process does at the moment, with the teacher it is for. */
    private final Map<Long, TeacherId> running = new ConcurrentHashMap<>();

    private final Set<Long> stopped = ConcurrentHashMap.newKeySet();
    private volatile boolean ending;

    JobRunner(JobMapper mapper, List<Work> works, PlatformTransactionManager transactionManager, Clock clock) {
        this.mapper = mapper;
        this.works = works.stream().collect(Collectors.toMap(Work::kind, Function.identity()));
        this.transactions = new TransactionTemplate(transactionManager);
        this.clock = clock;
    }

    @Scheduled(fixedDelay = 400)
    void doWhatIsDue() {
        if (ending || running.size() >= AT_ONCE) {
            return;
        }
        for (DueRow due : inTransaction(() -> mapper.findDue(now()))) {
            if (running.size() < AT_ONCE && works.containsKey(due.kind())) {
                ActingTeacher.as(due.teacherId(), () -> {
                    boolean mine = inTransaction(
                            () -> mapper.claim(due.teacherId(), due.id(), now(), now().plus(HAS_IT)) == 1);
                    if (mine && running.putIfAbsent(due.id(), due.teacherId()) == null) {
                        hands.execute(() -> run(due));
                    }
                    return null;
                });
            }
        }
    }

    /** Says that this process still does what it does, also where one step of it takes long. */
    @Scheduled(fixedDelay = 3000)
    void keepThem() {
        running.forEach((id, teacher) -> ActingTeacher.as(teacher, () -> keep(teacher, id, 0)));
    }

    @Scheduled(fixedDelay = 3_600_000, initialDelay = 60_000)
    void forgetOldFiles() {
        inTransaction(() -> mapper.forgetOldFiles(now().minus(KEPT_FOR)));
    }

    @PreDestroy
    void end() throws InterruptedException {
        ending = true;
        hands.shutdown();
        hands.awaitTermination(PATIENCE_SECONDS, TimeUnit.SECONDS);
    }

    private boolean keep(TeacherId teacher, long id, int done) {
        if (inTransaction(() -> mapper.keep(teacher, id, done, now().plus(HAS_IT))) == 0) {
            stopped.add(id);
        }
        return !ending && !stopped.contains(id);
    }

    private void run(DueRow due) {
        TeacherId teacher = due.teacherId();
        long id = due.id();
        try {
            ActingTeacher.as(teacher, () -> {
                inTransaction(() -> mapper.find(teacher, id)).ifPresent(row -> {
                    Work.Result result = result(
                            due, new Run(teacher, JobService.job(row), row.tries(), done -> keep(teacher, id, done)));
                    inTransaction(() -> {
                        settle(teacher, id, row.tries(), result);
                        return null;
                    });
                });
                return null;
            });
        } catch (RuntimeException unforeseen) {
            // Nobody has it any more in a while; then whoever reaches the database goes on with it.
            if (Outage.isBehind(unforeseen)) {
                LOG.debug("the database was away", unforeseen);
                return;
            }
            LOG.error("Job {} broke off: {}", id, unforeseen.getClass().getName());
        } finally {
            running.remove(id);
            stopped.remove(id);
        }
    }

    private Work.Result result(DueRow due, Run run) {
        try {
            return Objects.requireNonNull(works.get(due.kind())).run(run);
        } catch (FormException refused) {
            return new Work.Failed(refused.getMessage());
        } catch (NotFoundException gone) {
            return new Work.Failed("What it was for is deleted.");
        } catch (RuntimeException unforeseen) {
            if (Outage.isBehind(unforeseen)) {
                return new Work.Later(AFTER_AN_OUTAGE, "");
            }
            // Its message might hold what the letters say.
            LOG.error("Job {} broke off: {}", due.id(), unforeseen.getClass().getName());
            return new Work.Failed("It stopped because of a fault in the markbook. Start it again.");
        }
    }

    private void settle(TeacherId teacher, long id, int tries, Work.Result result) {
        if (result instanceof Work.Done done) {
            // What was stopped meanwhile leaves nothing behind.
            if (mapper.end(teacher, id, Job.State.DONE.name(), "", now()) == 1) {
                done.file().get().ifPresent(file -> mapper.setFile(teacher, id, file));
            }
        } else if (result instanceof Work.Failed failed) {
            mapper.end(teacher, id, Job.State.FAILED.name(), failed.said(), now());
        } else if (result instanceof Work.Later later) {
            boolean interrupted = later.said().isEmpty();
            mapper.putOff(teacher, id, now().plus(later.pause()), interrupted ? tries : tries + 1, later.said());
        }
    }

    private OffsetDateTime now() {
        return OffsetDateTime.now(clock);
    }

    private <T> T inTransaction(Supplier<T> work) {
        return transactions.execute(status -> work.get());
    }
}
