package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.TestCluster;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Templates, scripts and styles are written to be read: no formatter of theirs runs without Node, so this holds them. */
class ReadableFilesTest {
    private static final int LONGEST = 160;
    private static final Pattern FRONT_END = Pattern.compile(".*\\.(html|js|css)");
    private static final Pattern SECOND_DECLARATION = Pattern.compile("[;{}]\\s*[^\\s/}].*;|}.*\\{");

    private static List<Path> files() throws IOException {
        List<Path> files = new ArrayList<>();
        for (String module : List.of("app", "office")) {
            try (Stream<Path> all = Files.walk(TestCluster.home().resolve(module + "/src/main/resources"))) {
                all.filter(file -> FRONT_END.matcher(file.toString()).matches())
                        .filter(file -> !file.toString().contains("/vendor/"))
                        .forEach(files::add);
            }
        }
        return files;
    }

    private static List<String> lines(Path file) {
        try {
            return Files.readAllLines(file);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    private static List<String> offending(List<Path> files, Pattern line) {
        return files.stream()
                .flatMap(file -> lines(file).stream()
                        .filter(line.asPredicate())
                        .map(text -> file.getFileName() + ": " + text.strip()))
                .toList();
    }

    @Test
    void noLineIsLongerThanAScreen() throws IOException {
        List<Path> files = files();
        assertThat(files).hasSizeGreaterThan(90);
        assertThat(offending(files, Pattern.compile(".{" + (LONGEST + 1) + ",}")))
                .isEmpty();
    }

    @Test
    void aStyleHasOneDeclarationALine() throws IOException {
        List<Path> styles = files().stream()
                .filter(file -> file.toString().endsWith(".css"))
                .toList();
        assertThat(styles).hasSizeGreaterThan(10);
        assertThat(offending(styles, SECOND_DECLARATION)).isEmpty();
    }
}
