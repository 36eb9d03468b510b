package aestimo.app.watching;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class NightlyBackupTest {
    @TempDir
    Path folder;

    @Test
    void aFailedNightIsToldUntilOneIsMade() throws IOException {
        NightlyBackup backup = new NightlyBackup(folder.toString());
        assertThat(backup.failure()).isEmpty();
        Path failed = Files.writeString(folder.resolve("failed"), "2027-02-24\n");
        assertThat(backup.failure()).contains("2027-02-24");
        Files.writeString(failed, "x".repeat(5000));
        assertThat(backup.failure()).hasValueSatisfying(day -> assertThat(day).hasSize(40));
        Files.delete(failed);
        assertThat(backup.failure()).isEmpty();
    }

    @Test
    void whereNobodyMakesThemNothingIsTold() throws IOException {
        Files.writeString(folder.resolve("failed"), "2027-02-24");
        assertThat(new NightlyBackup("").failure()).isEmpty();
        assertThat(new NightlyBackup(folder.resolve("gone").toString()).failure())
                .isEmpty();
    }
}
