package aestimo.app.erase;

import aestimo.app.events.SecurityEvents;
import java.time.Clock;
import java.time.OffsetDateTime;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionTemplate;

/** Forgets by night what is older than the settings say. */
@Component
class Retention {
    private static final Logger LOG = LoggerFactory.getLogger(Retention.class);

    private final EraseMapper mapper;
    private final SecurityEvents events;
    private final TransactionOperations transactions;
    private final Clock clock;
    private final int changeDays;
    private final int importDays;
    private final int eventDays;
    private final int browserDays;

    /** @param changeDays how long the record of changes keeps names; entries in it stay */
    Retention(
            EraseMapper mapper,
            SecurityEvents events,
            PlatformTransactionManager transactionManager,
            Clock clock,
            @Value("${aestimo.keep.names-in-changes-days}") int changeDays,
            @Value("${aestimo.keep.imported-files-days}") int importDays,
            @Value("${aestimo.keep.security-events-days}") int eventDays,
            @Value("${aestimo.keep.known-browsers-days}") int browserDays) {
        this.mapper = mapper;
        this.events = events;
        this.transactions = new TransactionTemplate(transactionManager);
        this.clock = clock;
        this.changeDays = changeDays;
        this.importDays = importDays;
        this.eventDays = eventDays;
        this.browserDays = browserDays;
    }

    /** A database that is away is asked again the next night; one line says so. */
    @Scheduled(cron = "${aestimo.keep.at}")
    void byNight() {
        try {
            LOG.info("forgotten for their age: {}", forget());
        } catch (DataAccessException | TransactionException away) {
            LOG.warn(
                    "what is old could not be forgotten this night: {}",
                    away.getClass().getSimpleName());
        }
    }

    /** @return how much was forgotten */
    int forget() {
        OffsetDateTime now = OffsetDateTime.now(clock);
        Integer gone = transactions.execute(status ->
                mapper.forgetOld(now.minusDays(changeDays), now.minusDays(browserDays), now.minusDays(importDays)));
        return (gone == null ? 0 : gone) + events.forgetBefore(now.minusDays(eventDays));
    }
}
