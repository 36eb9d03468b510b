package aestimo.exchange.results;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

/**
 * One case of the files in {@code vectors/}: a markbook, the words asked for, and what must come out. The figures were
 * computed by a separate program in exact fractions, from the rules alone; a second one, written apart, agrees.
 */
record Case(String name, JsonNode json) {
    static final ObjectMapper MAPPER = new ObjectMapper();

    static Stream<Case> all(String file) {
        try (InputStream in = Case.class.getResourceAsStream("/vectors/" + file)) {
            return MAPPER
                    .readTree(in)
                    .valueStream()
                    .map(json -> new Case(json.get("name").asString(), json))
                    .toList()
                    .stream();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    @Override
    public String toString() {
        return name;
    }

    /** The words behind {@code results FILE}. */
    List<String> words() {
        List<String> words = new ArrayList<>();
        for (String option : List.of("span", "from", "to", "pieces", "needed")) {
            String value = json.path(option).asString("");
            if (!value.isEmpty()) {
                words.add("--" + option);
                words.add(value);
            }
        }
        json.path("args").forEach(word -> words.add(word.asString()));
        return words;
    }

    /** What the command printed and how it ended. */
    record Printed(int exit, String out, String errors) {}

    /** Runs the command on the case's book, as a file. */
    Printed run(Path folder) {
        return run(folder, json.get("book").toString().getBytes(StandardCharsets.UTF_8), words());
    }

    static Printed run(Path folder, byte[] file, List<String> words) {
        try {
            Path path = folder.resolve("book.json");
            Files.write(path, file);
            List<String> all = new ArrayList<>(List.of(path.toString()));
            all.addAll(words);
            return run(all);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    static Printed run(List<String> words) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream errors = new ByteArrayOutputStream();
        int exit = ResultsCommand.run(words, out, new PrintStream(errors, true, StandardCharsets.UTF_8));
        return new Printed(exit, out.toString(StandardCharsets.UTF_8), errors.toString(StandardCharsets.UTF_8));
    }
}
