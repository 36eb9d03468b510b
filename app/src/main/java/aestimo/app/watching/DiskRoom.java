package aestimo.app.watching;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.OptionalLong;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.util.unit.DataSize;

/**
 * How much room is left on the disk with the backups, where the database of an installation of one machine is too. That it
 * runs out is told while marks can still be saved.
 */
@Component
public class DiskRoom {
    private static final Logger LOG = LoggerFactory.getLogger(DiskRoom.class);

    private final String folder;
    private final DataSize low;
    private volatile boolean told;

    /**
     * @param folder where backups are; empty where nobody makes them
     * @param low less than this is told
     */
    DiskRoom(@Value("${aestimo.backups}") String folder, @Value("${aestimo.disk-low}") DataSize low) {
        this.folder = folder;
        this.low = low;
    }

    /** In bytes; empty where this process knows no disk, or cannot look at it. */
    public OptionalLong free() {
        if (folder.isBlank()) {
            return OptionalLong.empty();
        }
        try {
            return OptionalLong.of(Files.getFileStore(nearest(Path.of(folder).toAbsolutePath()))
                    .getUsableSpace());
        } catch (IOException gone) {
            return OptionalLong.empty();
        }
    }

    /** The folder of the backups is made with the first of them. */
    private static Path nearest(Path folder) {
        Path parent = folder.getParent();
        return Files.exists(folder) || parent == null ? folder : nearest(parent);
    }

    /** What is left, in megabytes, where that is little; empty otherwise. */
    public OptionalLong littleMegabytes() {
        OptionalLong free = free();
        return free.isPresent() && free.getAsLong() < low.toBytes()
                ? OptionalLong.of(DataSize.ofBytes(free.getAsLong()).toMegabytes())
                : OptionalLong.empty();
    }

    @Scheduled(fixedDelay = 60_000)
    void look() {
        OptionalLong little = littleMegabytes();
        if (little.isPresent() != told) {
            told = little.isPresent();
            if (told) {
                LOG.warn("Only {} MB are free on the disk of the markbook.", little.getAsLong());
            } else {
                LOG.info("There is room on the disk of the markbook again.");
            }
        }
    }
}
