package aestimo.app.watching;

import aestimo.app.web.DatabaseWatch;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import io.prometheus.metrics.exporter.httpserver.HTTPServer;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.InetAddress;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Figures of this process on a port of their own, in the format of Prometheus: requests by route and answer, database
 * connections, memory, and what is peculiar to a markbook. No address of a page is in them as it was asked for, so no id.
 */
@Component
class Metrics implements MeterBinder {
    private static final Logger LOG = LoggerFactory.getLogger(Metrics.class);

    private final PrometheusMeterRegistry registry;
    private final DatabaseWatch database;
    private final DiskRoom disk;
    private final NightlyBackup backup;
    private final String port;
    private final String address;
    private @Nullable HTTPServer server;

    Metrics(
            PrometheusMeterRegistry registry,
            DatabaseWatch database,
            DiskRoom disk,
            NightlyBackup backup,
            @Value("${aestimo.metrics.port}") String port,
            @Value("${aestimo.metrics.address}") String address) {
        this.registry = registry;
        this.database = database;
        this.disk = disk;
        this.backup = backup;
        this.port = port;
        this.address = address;
    }

    @Override
    public void bindTo(MeterRegistry into) {
        Gauge.builder("aestimo.database.answers", database, it -> it.isAway() ? 0 : 1)
                .description("1 while the database answers this process")
                .register(into);
        Gauge.builder("aestimo.disk.free", disk, it -> it.free().orElse(-1))
                .description("room on the disk with the backups; -1 where there is none")
                .baseUnit("bytes")
                .register(into);
        Gauge.builder("aestimo.backup.failed", backup, it -> it.failure().isPresent() ? 1 : 0)
                .description("1 since a nightly backup failed, until one is made")
                .register(into);
    }

    /** A port that is taken is told, and no reason to keep teachers from their marks. */
    @EventListener(ApplicationReadyEvent.class)
    void open() {
        if (port.isBlank()) {
            return;
        }
        try {
            server = HTTPServer.builder()
                    .inetAddress(InetAddress.getByName(address))
                    .port(Integer.parseInt(port.strip()))
                    .registry(registry.getPrometheusRegistry())
                    .buildAndStart();
        } catch (IOException | NumberFormatException taken) {
            LOG.error(
                    "No figures are given on {}:{} ({}). Set AESTIMO_METRICS_PORT to a free port.",
                    address,
                    port,
                    taken.getMessage());
        }
    }

    @PreDestroy
    void close() {
        HTTPServer open = server;
        if (open != null) {
            open.close();
        }
    }
}
