package aestimo.app.testing;

import aestimo.app.Aestimo;
import aestimo.app.web.DatabaseWatch;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * The real application with the demo data on the tests' own cluster, started once for all tests that ask for it as a
 * parameter.
 */
public final class RunningApp implements ParameterResolver {
    private static RunningApp started;

    private final int metricsPort = TestCluster.freePort();
    private TestCluster cluster;
    private ConfigurableApplicationContext context;

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext test) {
        return parameter.getParameter().getType() == RunningApp.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext test) {
        return get();
    }

    private static synchronized RunningApp get() {
        if (started == null) {
            started = new RunningApp();
            started.cluster = TestCluster.startForDemo();
            SpringApplication application = new SpringApplication(Aestimo.class);
            Map<String, Object> settings = new HashMap<>(started.cluster.environment());
            // As the environment would say it.
            settings.put("spring.mail.host", settings.get("SPRING_MAIL_HOST"));
            settings.put("spring.mail.port", settings.get("SPRING_MAIL_PORT"));
            settings.put("AESTIMO_PORT", "0");
            settings.put("AESTIMO_METRICS_PORT", Integer.toString(started.metricsPort));
            settings.put("AESTIMO_DEMO", "true");
            settings.put("AESTIMO_TODAY", "2027-02-24");
            application.setDefaultProperties(settings);
            started.context = application.run();
            started.cluster.keepDemo();
            // Where the demo was kept, the database was away for a moment.
            started.awaitDatabase();
        }
        return started;
    }

    /** Does something while the database is stopped and the application knows it; it is back afterwards. */
    public <T> T whileDatabaseIsAway(Callable<T> work) throws Exception {
        cluster.stop();
        try {
            Await.until("the application misses its database", bean(DatabaseWatch.class)::isAway);
            return work.call();
        } finally {
            cluster.startAgain();
            awaitDatabase();
        }
    }

    private void awaitDatabase() {
        DatabaseWatch watch = bean(DatabaseWatch.class);
        JdbcTemplate jdbc = bean(JdbcTemplate.class);
        Await.until("the application has its database", () -> answers(jdbc) && !watch.isAway());
    }

    private static boolean answers(JdbcTemplate jdbc) {
        try {
            return jdbc.queryForList("SELECT 1 FROM generate_series(1, 3)").size() == 3;
        } catch (DataAccessException notYet) {
            return false;
        }
    }

    public TestCluster cluster() {
        return cluster;
    }

    public <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    public <T> T bean(String name, Class<T> type) {
        return context.getBean(name, type);
    }

    /** Where it gives its figures to whoever watches it. */
    public String metricsAddress() {
        return "http://127.0.0.1:" + metricsPort + "/metrics";
    }

    public String address() {
        return "http://localhost:" + context.getEnvironment().getProperty("local.server.port");
    }
}
