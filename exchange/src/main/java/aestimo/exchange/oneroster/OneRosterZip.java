package aestimo.exchange.oneroster;

import aestimo.core.typed.TypedDay;
import aestimo.exchange.oneroster.SchoolRoster.Member;
import aestimo.exchange.oneroster.SchoolRoster.RosterClass;
import aestimo.exchange.oneroster.SchoolRoster.Term;
import aestimo.exchange.sheet.Sheet;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;

/**
 * Reads a roster in the CSV binding of OneRoster 1.2: a zip with a manifest and a file for each table. Tables are read by
 * their headings, whatever their order; those that say nothing about classes and students are passed over.
 */
public final class OneRosterZip {
    private static final long MOST_BYTES = 40L * 1024 * 1024;
    private static final int MOST_FILES = 60;
    private static final int LONGEST_NAME = 255;
    private static final String TERM_TYPES = "term|semester";
    private static final List<String> NEEDED = List.of("classes", "users", "enrollments");

    private final Map<String, List<Map<String, String>>> tables = new HashMap<>();

    private OneRosterZip() {}

    /** What is done with each file of a zip, its name without folders; false to stop. */
    private interface Visit {
        boolean file(String name, byte[] content) throws UnreadableFileException;
    }

    /** Whether a file begins as a zip does and holds a manifest, so that it is worth reading as a roster. */
    public static boolean isOne(byte[] file) {
        boolean[] found = {false};
        try {
            walk(file, (name, content) -> {
                found[0] = name.equals("manifest.csv");
                return !found[0];
            });
        } catch (UnreadableFileException refused) {
            return false;
        }
        return found[0];
    }

    /** Every file of a zip, within bounds of bytes, entries and names. Some put the tables in a folder of their own. */
    private static void walk(byte[] file, Visit visit) throws UnreadableFileException {
        long bytes = 0;
        int files = 0;
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(file))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                byte[] content = zip.readNBytes((int) (MOST_BYTES - bytes + 1));
                bytes += content.length;
                if (bytes > MOST_BYTES
                        || ++files > MOST_FILES
                        || entry.getName().length() > LONGEST_NAME) {
                    throw new UnreadableFileException(
                            "The file unpacks to far more than a school's roster, so it was not opened.");
                }
                if (!visit.file(entry.getName().substring(entry.getName().lastIndexOf('/') + 1), content)) {
                    return;
                }
            }
        } catch (IOException | IllegalArgumentException broken) {
            throw new UnreadableFileException(
                    "The file is damaged: it breaks off or cannot be unpacked. Have it made again.", broken);
        }
    }

    /**
     * Reads a roster.
     *
     * @throws UnreadableFileException when it is none, or holds what cannot be taken, saying what and where
     */
    public static SchoolRoster read(byte[] file) throws UnreadableFileException {
        OneRosterZip zip = new OneRosterZip();
        zip.unpack(file);
        return zip.roster();
    }

    private void unpack(byte[] file) throws UnreadableFileException {
        walk(file, (name, content) -> {
            if (name.endsWith(".csv") && content.length > 0) {
                tables.put(name.substring(0, name.length() - ".csv".length()), table(name, content));
            }
            return true;
        });
        checkManifest();
    }

    private static List<Map<String, String>> table(String name, byte[] content) throws UnreadableFileException {
        Sheet sheet;
        try {
            sheet = SheetReader.read(content).get(0);
        } catch (UnreadableFileException refused) {
            throw new UnreadableFileException(name + ": " + refused.getMessage(), refused);
        }
        List<Map<String, String>> rows = new ArrayList<>();
        List<String> headings =
                sheet.rows().isEmpty() ? List.of() : sheet.rows().get(0);
        for (int i = 1; i < sheet.rows().size(); i++) {
            Map<String, String> row = new HashMap<>();
            for (int j = 0; j < headings.size(); j++) {
                row.put(headings.get(j), sheet.rows().get(i).get(j));
            }
            row.put("line", Integer.toString(i + 1));
            rows.add(row);
        }
        return rows;
    }

    private void checkManifest() throws UnreadableFileException {
        Map<String, String> manifest = rows("manifest").stream()
                .collect(Collectors.toMap(
                        row -> row.getOrDefault("propertyName", ""),
                        row -> row.getOrDefault("value", ""),
                        (a, b) -> b));
        String version = manifest.getOrDefault("oneroster.version", "");
        if (!version.equals("1.2")) {
            throw new UnreadableFileException(
                    version.isEmpty()
                            ? "The zip holds no roster: its manifest.csv names no oneroster.version."
                            : "The roster is of version " + version + ". What is read is OneRoster 1.2.");
        }
        for (String table : NEEDED) {
            if (manifest.getOrDefault("file." + table, "").equals("delta")) {
                throw new UnreadableFileException(
                        "The roster holds only what changed since another one. Ask for it in whole (“bulk”).");
            }
            if (!tables.containsKey(table)) {
                throw new UnreadableFileException("The roster holds no " + table + ".csv.");
            }
        }
    }

    private List<Map<String, String>> rows(String table) {
        return tables.getOrDefault(table, List.of()).stream()
                .filter(row -> !row.getOrDefault("status", "").equals("tobedeleted"))
                .toList();
    }

    private SchoolRoster roster() throws UnreadableFileException {
        List<Term> terms = new ArrayList<>();
        String year = "";
        for (Map<String, String> row : rows("academicSessions")) {
            if (text(row, "type").equals("schoolYear")) {
                year = text(row, "title");
            } else if (text(row, "type").matches(TERM_TYPES)) {
                terms.add(new Term(
                        text(row, "title"),
                        date(row, "startDate", "academicSessions")
                                .orElseThrow(() -> missing("academicSessions", row, "startDate")),
                        date(row, "endDate", "academicSessions")
                                .orElseThrow(() -> missing("academicSessions", row, "endDate"))));
            }
        }
        terms.sort(Comparator.comparing(Term::starts));
        Map<String, Map<String, String>> users = new HashMap<>();
        rows("users").forEach(row -> users.put(text(row, "sourcedId"), row));
        Map<String, List<Map<String, String>>> enrolled = rows("enrollments").stream()
                .filter(row -> text(row, "role").equals("student"))
                .collect(Collectors.groupingBy(row -> text(row, "classSourcedId")));
        List<RosterClass> classes = new ArrayList<>();
        for (Map<String, String> row : rows("classes")) {
            if (text(row, "title").isBlank()) {
                throw missing("classes", row, "title");
            }
            classes.add(new RosterClass(
                    text(row, "title"),
                    members(enrolled.getOrDefault(text(row, "sourcedId"), List.of()), users, terms)));
        }
        if (classes.isEmpty()) {
            throw new UnreadableFileException(
                    "The roster's classes.csv holds no class. Ask for a roster with your classes.");
        }
        return new SchoolRoster(year, List.copyOf(terms), List.copyOf(classes));
    }

    private static UnreadableFileException missing(String table, Map<String, String> row, String column) {
        return new UnreadableFileException(table + ".csv, line " + text(row, "line") + ": " + column + " is empty.");
    }

    private static List<Member> members(
            List<Map<String, String>> enrolled, Map<String, Map<String, String>> users, List<Term> terms)
            throws UnreadableFileException {
        Set<String> seen = new HashSet<>();
        List<Member> members = new ArrayList<>();
        for (Map<String, String> row : enrolled) {
            String userId = text(row, "userSourcedId");
            Map<String, String> user = users.get(userId);
            if (user == null) {
                throw new UnreadableFileException("enrollments.csv, line " + text(row, "line") + " names the user "
                        + userId + ", who is not in users.csv.");
            }
            if (seen.add(userId)) {
                members.add(member(row, user, terms));
            }
        }
        members.sort(Comparator.comparing(Member::family).thenComparing(Member::given));
        return List.copyOf(members);
    }

    /** From the year's first day on is from the start; to its last day is still there. */
    private static Member member(Map<String, String> row, Map<String, String> user, List<Term> terms)
            throws UnreadableFileException {
        Optional<LocalDate> joined = date(row, "beginDate", "enrollments")
                .filter(day -> terms.isEmpty() || day.isAfter(terms.get(0).starts()));
        Optional<LocalDate> left = date(row, "endDate", "enrollments")
                .filter(day -> terms.isEmpty()
                        || day.isBefore(terms.get(terms.size() - 1).ends()));
        String given = text(user, "givenName");
        String preferred = text(user, "preferredGivenName");
        return new Member(
                text(user, "identifier"),
                text(user, "familyName"),
                given,
                preferred.equals(given) ? "" : preferred,
                text(user, "email"),
                joined,
                left);
    }

    private static String text(Map<String, String> row, String column) {
        return row.getOrDefault(column, "");
    }

    private static Optional<LocalDate> date(Map<String, String> row, String column, String table)
            throws UnreadableFileException {
        String text = text(row, column);
        Optional<LocalDate> day = TypedDay.read(text);
        if (day.isEmpty() && !text.isEmpty()) {
            throw new UnreadableFileException(table + ".csv, line " + text(row, "line") + ": " + column + " is “" + text
                    + "”, which is not a date such as 2027-02-24.");
        }
        return day;
    }
}
