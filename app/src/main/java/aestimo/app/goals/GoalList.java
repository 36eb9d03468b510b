package aestimo.app.goals;

import aestimo.app.web.FormException;
import aestimo.core.typed.PlainText;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Goals as a list pasted with its indents, or as a sheet with the goal a goal is under in its second column. */
final class GoalList {
    private static final int LARGEST = 1024 * 1024;
    private static final int MOST_LINES = 500;
    private static final Pattern LINE = Pattern.compile("([\\t \\u00A0]*)(?:[-–•*]|[0-9]{1,3}[.)])?\\s*(.*)");

    private GoalList() {}

    /**
     * One goal a line; one that begins further in than the one above is under it.
     *
     * @throws FormException where there are too many lines
     */
    static List<GoalLine> ofText(String pasted) {
        List<GoalLine> lines = new ArrayList<>();
        int first = -1;
        for (String text : pasted.lines().toList()) {
            Matcher line = LINE.matcher(text);
            if (!line.matches() || line.group(2).isBlank()) {
                continue;
            }
            int indent = line.group(1).replace("\t", "    ").length();
            first = first < 0 ? indent : first;
            lines.add(new GoalLine(0, plain(line.group(2)), indent > first && !lines.isEmpty(), "", "", ""));
            if (lines.size() > MOST_LINES) {
                throw FormException.at("pasted", "Over " + MOST_LINES + " lines were pasted. Paste fewer at once.");
            }
        }
        return lines;
    }

    /**
     * Rows of a CSV, XLSX or ODS: the goal, and in a second column the one it is under, if any. A row of headings is left
     * out.
     *
     * @throws FormException where it cannot be read
     */
    static List<GoalLine> ofFile(byte[] file) {
        if (file.length > LARGEST) {
            throw FormException.at("file", "The file is larger than 1 MB. Take one with the goals alone.");
        }
        List<List<String>> rows;
        try {
            rows = SheetReader.readLongest(file).rows();
        } catch (UnreadableFileException refused) {
            throw FormException.at("file", String.valueOf(refused.getMessage()));
        }
        if (rows.size() > MOST_LINES) {
            throw FormException.at("file", "The file has over " + MOST_LINES + " rows. Take one with the goals alone.");
        }
        Map<String, List<String>> under = new LinkedHashMap<>();
        for (List<String> row : rows) {
            String title = row.isEmpty() ? "" : plain(row.get(0));
            String above = row.size() < 2 ? "" : plain(row.get(1));
            boolean headings = under.isEmpty() && title.toLowerCase(Locale.ROOT).matches("goals?|title|can do");
            if (title.isEmpty() || headings) {
                continue;
            }
            if (above.isEmpty()) {
                under.computeIfAbsent(title, none -> new ArrayList<>());
            } else {
                under.computeIfAbsent(above, none -> new ArrayList<>()).add(title);
            }
        }
        List<GoalLine> lines = new ArrayList<>();
        under.forEach((above, all) -> {
            lines.add(new GoalLine(0, above, false, "", "", ""));
            all.forEach(title -> lines.add(new GoalLine(0, title, true, "", "", "")));
        });
        return lines;
    }

    private static String plain(String text) {
        return PlainText.of(text).strip();
    }
}
