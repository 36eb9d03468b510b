package aestimo.app.web;

import jakarta.annotation.PreDestroy;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.Properties;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Whether the database answers, asked once a second on a connection of its own. Whoever would need it is told at once
 * where it does not, instead of waiting for the pool to give up; an outage is two lines in the log.
 */
@Component("database")
public class DatabaseWatch implements HealthIndicator {
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseWatch.class);
    private static final int SECONDS = 1;

    private final String url;
    private final Properties settings = new Properties();
    private @Nullable Connection own;
    private volatile boolean away;

    DatabaseWatch(
            @Value("${spring.datasource.url}") String url,
            @Value("${spring.datasource.username}") String user,
            @Value("${spring.datasource.password}") String password) {
        this.url = url;
        settings.setProperty("user", user);
        settings.setProperty("password", password);
        settings.setProperty("ApplicationName", "aestimo watch");
        for (String limit : new String[] {"connectTimeout", "socketTimeout", "loginTimeout"}) {
            settings.setProperty(limit, Integer.toString(SECONDS));
        }
    }

    public boolean isAway() {
        return away;
    }

    @Override
    public Health health() {
        return away ? Health.down().build() : Health.up().build();
    }

    @Scheduled(fixedDelay = 500)
    synchronized void look() {
        boolean answers = answers();
        if (answers == away) {
            away = !answers;
            if (away) {
                LOG.warn("The database does not answer. Requests are told so until it does.");
            } else {
                LOG.info("The database answers again.");
            }
        }
    }

    private boolean answers() {
        try {
            Connection known = own;
            if (known != null && known.isValid(SECONDS)) {
                return true;
            }
            close();
            own = DriverManager.getConnection(url, settings);
            return true;
        } catch (SQLException none) {
            close();
            return false;
        }
    }

    @PreDestroy
    synchronized void end() {
        close();
    }

    private void close() {
        Connection known = own;
        own = null;
        if (known != null) {
            try {
                known.close();
            } catch (SQLException gone) {
                // It was broken, or is by now: either way there is nothing left of it.
            }
        }
    }
}
