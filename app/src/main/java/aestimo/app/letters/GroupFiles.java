package aestimo.app.letters;

import aestimo.app.letters.SentenceGroup.Only;
import aestimo.app.letters.SentenceGroup.Stretch;
import aestimo.app.web.FormException;
import aestimo.exchange.sheet.Sheet;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Sentence groups as files: a table with a line for each sentence, or JSON. */
@Component
class GroupFiles {
    static final int LONGEST_FILE = 1_000_000;
    private static final List<String> HEADINGS =
            List.of("group", "looks at", "from", "says", "sentence", "silent", "only where");

    private final JsonMapper json;

    GroupFiles(JsonMapper json) {
        this.json = json;
    }

    /** A group as JSON holds it. */
    record Saved(String name, String figure, List<Stretch> stretches, List<Only> only) {}

    String json(List<SentenceGroup> groups) {
        return json.writerWithDefaultPrettyPrinter()
                .writeValueAsString(groups.stream()
                        .map(own -> new Saved(own.name(), own.figure(), own.stretches(), own.only()))
                        .toList());
    }

    static Table table(List<SentenceGroup> groups) {
        List<List<Cell>> rows = new ArrayList<>();
        for (SentenceGroup group : groups) {
            String only = group.only().stream()
                    .map(own -> own.figure() + " " + own.test() + " " + own.value())
                    .collect(Collectors.joining("; "));
            for (Stretch stretch : group.stretches()) {
                List<String> wordings = stretch.wordings().isEmpty() ? List.of("") : stretch.wordings();
                for (String wording : wordings) {
                    rows.add(List.of(
                            Cell.of(group.name()),
                            Cell.of(group.figure()),
                            stretch.from() == null ? Cell.EMPTY : Cell.of(stretch.from()),
                            Cell.of(String.join(", ", stretch.steps())),
                            Cell.of(wording),
                            Cell.of(stretch.silent() ? "yes" : ""),
                            Cell.of(only)));
                }
            }
        }
        return new Table("Sentences", HEADINGS, rows);
    }

    /**
     * Reads groups from either.
     *
     * @throws FormException saying what is wrong with the file and where
     */
    List<SentenceGroup> read(byte[] file) {
        if (file.length > LONGEST_FILE) {
            throw new FormException(
                    "The file has over " + LONGEST_FILE / 1_000_000 + " MB. That is far more than sentences are.");
        }
        return isJson(file) ? readJson(file) : readTable(file);
    }

    private static boolean isJson(byte[] file) {
        for (byte letter : file) {
            if (!Character.isWhitespace(letter)) {
                return letter == '[' || letter == '{';
            }
        }
        return false;
    }

    private List<SentenceGroup> readJson(byte[] file) {
        try {
            return json.readValue(file, new TypeReference<List<Saved>>() {}).stream()
                    .map(own -> new SentenceGroup(
                            0, text(own.name()), text(own.figure()), all(own.stretches()), all(own.only()), 0))
                    .toList();
        } catch (JacksonException | NullPointerException broken) {
            throw new FormException(
                    "The file is not a JSON file of sentence groups. Export one here to see how it looks; nothing was imported.");
        }
    }

    private static String text(String own) {
        return own == null ? "" : own.strip();
    }

    private static <T> List<T> all(List<T> own) {
        return own == null ? List.of() : own;
    }

    private static List<SentenceGroup> readTable(byte[] file) {
        Sheet sheet;
        try {
            sheet = SheetReader.readLongest(file);
        } catch (UnreadableFileException refused) {
            throw new FormException(refused.getMessage());
        }
        List<List<String>> rows = sheet.rows();
        List<String> headings = rows.isEmpty()
                ? List.of()
                : rows.get(0).stream()
                        .map(heading -> heading.strip().toLowerCase(Locale.ROOT))
                        .toList();
        for (String needed : List.of("group", "looks at", "sentence")) {
            if (!headings.contains(needed)) {
                throw new FormException("The table has no column “" + needed + "”. Its first line must hold: "
                        + String.join(", ", HEADINGS) + ".");
            }
        }
        Map<String, SentenceGroup> groups = new LinkedHashMap<>();
        for (int i = 1; i < rows.size(); i++) {
            List<String> row = rows.get(i);
            String name = cell(row, headings, "group");
            if (!name.isEmpty()) {
                groups.put(name, with(groups.get(name), name, row, headings, i + 1));
            }
        }
        return List.copyOf(groups.values());
    }

    private static String cell(List<String> row, List<String> headings, String heading) {
        int place = headings.indexOf(heading);
        return place < 0 || place >= row.size() ? "" : row.get(place).strip();
    }

    /** The group with one more line: of a new stretch, or another sentence of the last. */
    private static SentenceGroup with(
            @Nullable SentenceGroup before, String name, List<String> row, List<String> headings, int line) {
        String typed = cell(row, headings, "from").replace(',', '.');
        if (!typed.isEmpty() && SentenceService.number(typed).isEmpty()) {
            throw new FormException("Line " + line + ": “" + typed + "” in the column “from” is not a number.");
        }
        BigDecimal from = SentenceService.number(typed).orElse(null);
        List<String> steps = GroupForm.steps(cell(row, headings, "says"));
        String sentence = cell(row, headings, "sentence");
        boolean silent = cell(row, headings, "silent").equalsIgnoreCase("yes");
        List<Stretch> stretches = new ArrayList<>(before == null ? List.of() : before.stretches());
        Stretch last = stretches.isEmpty() ? null : stretches.get(stretches.size() - 1);
        List<String> wordings = new ArrayList<>();
        if (last != null
                && last.steps().equals(steps)
                && (last.from() == null
                        ? from == null
                        : from != null && last.from().compareTo(from) == 0)) {
            wordings.addAll(last.wordings());
            stretches.remove(stretches.size() - 1);
        }
        if (!sentence.isEmpty()) {
            wordings.add(sentence);
        }
        stretches.add(new Stretch(from, steps, wordings, silent));
        return new SentenceGroup(
                0,
                name,
                before == null ? cell(row, headings, "looks at") : before.figure(),
                stretches,
                before == null ? only(cell(row, headings, "only where")) : before.only(),
                0);
    }

    private static List<Only> only(String text) {
        return Arrays.stream(text.split(";"))
                .map(String::strip)
                .filter(one -> !one.isEmpty())
                .map(one -> one.split(" (?=(?:is|is-not|at-least|at-most) )", 2))
                .map(parts -> {
                    String[] rest = (parts.length > 1 ? parts[1] : "").split(" ", 2);
                    return new Only(parts[0], rest[0], rest.length > 1 ? rest[1] : "");
                })
                .toList();
    }
}
