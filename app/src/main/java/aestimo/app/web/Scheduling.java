package aestimo.app.web;

import aestimo.app.store.Outage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.task.ThreadPoolTaskSchedulerCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Work done by the clock goes on after a failure; where the database is away, that was said already. */
@Configuration
class Scheduling {
    private static final Logger LOG = LoggerFactory.getLogger(Scheduling.class);

    @Bean
    ThreadPoolTaskSchedulerCustomizer quietWhileTheDatabaseIsAway() {
        return scheduler -> scheduler.setErrorHandler(failed -> {
            if (Outage.isBehind(failed)) {
                LOG.debug("the database was away", failed);
            } else {
                LOG.error("work done by the clock failed", Unspoken.of(failed));
            }
        });
    }
}
