package aestimo.app.watching;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** What became of the backup of the last night; it is made beside the application, which learns of it from a file. */
@Component
public class NightlyBackup {
    private static final int LONGEST = 40;

    private final Optional<Path> failed;

    /** @param folder where backups are; empty where nobody makes them */
    NightlyBackup(@Value("${aestimo.backups}") String folder) {
        this.failed = folder.isBlank() ? Optional.empty() : Optional.of(Path.of(folder, "failed"));
    }

    /** The day of the first that failed since one was made; empty where all is well. */
    public Optional<String> failure() {
        return failed.filter(Files::isReadable)
                .map(file -> {
                    try {
                        String day = Files.readString(file).strip();
                        return day.substring(0, Math.min(LONGEST, day.length()));
                    } catch (IOException gone) {
                        // It was made whole between looking and reading.
                        return "";
                    }
                })
                .filter(day -> !day.isEmpty());
    }
}
