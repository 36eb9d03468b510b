package aestimo.app.imports;

import aestimo.app.book.ClassBook;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.typed.EntryText;
import aestimo.exchange.marks.Known;
import aestimo.exchange.marks.MarkColumn;
import aestimo.exchange.marks.MarkSheet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** Finds the assessment of a class that a column with another title is: by its title, its out-of, and best by its marks. */
final class SameAssessments {
    private static final LevenshteinDistance DISTANCE = new LevenshteinDistance(2);
    /** Shorter titles are too easily close to one another. */
    private static final int LETTERS = 6;
    /** So many students with a mark in both say something. */
    private static final int FEWEST = 3;

    private static final int CONVINCING = 5;
    private static final double NEARLY_ALL = 0.9;

    private final ClassBook classBook;
    /** By the row's line. */
    private final Map<Integer, Student> students = new HashMap<>();

    private final List<MarkSheet.Row> matched;

    SameAssessments(ClassBook classBook, MarkSheet sheet, Map<Integer, Known> found) {
        this.classBook = classBook;
        Map<Long, Student> own = new HashMap<>();
        classBook.book().students().forEach(student -> own.put(ClassBook.id(student), student));
        found.forEach((line, known) ->
                Optional.ofNullable(own.get(known.id())).ifPresent(student -> students.put(line, student)));
        matched = sheet.rows().stream()
                .filter(row -> students.containsKey(row.line()))
                .toList();
    }

    /** @param why in words for the teacher */
    record Same(Assessment assessment, String why) {}

    /** How many students have a mark in both, how many of these the same, and how many different marks there are. */
    private record Marks(int both, int equal, int different) {
        boolean areAgainst() {
            return both >= FEWEST && equal * 2 < both;
        }

        boolean areConvincing() {
            return both >= CONVINCING && equal >= NEARLY_ALL * both && different >= FEWEST;
        }

        String words() {
            return both == 0 ? "" : "; " + equal + " of " + both + " marks are the same";
        }
    }

    /** The assessment a column without one of its own is taken for; empty where none is surely meant. */
    Optional<Same> of(MarkColumn column, Set<String> taken) {
        Same best = null;
        int most = -1;
        for (Assessment own : classBook.book().assessments()) {
            if (own.hasParts() || taken.contains(own.title()) || !isOneOf(own, column)) {
                continue;
            }
            Marks marks = marks(own, column);
            boolean called = isCalledSo(own.title(), column.title());
            if (called && !marks.areAgainst() && marks.equal() + 1 > most) {
                best = new Same(own, "its heading is nearly “" + own.title() + "”" + marks.words());
                most = marks.equal() + 1;
            } else if (!called && marks.areConvincing() && marks.equal() > most) {
                best = new Same(own, "its marks are those of “" + own.title() + "”" + marks.words());
                most = marks.equal();
            }
        }
        return Optional.ofNullable(best);
    }

    private static boolean isOneOf(Assessment own, MarkColumn column) {
        return column.grades()
                ? own.kind() == AssessmentKind.GRADES
                : own.kind() == AssessmentKind.MARKS
                        && column.outOf()
                                .filter(said -> !column.percent())
                                .map(said -> said.value().compareTo(own.outOf(0).value()) == 0)
                                .orElse(true);
    }

    /** “Quiz 3” is not “Quiz 4”: the numbers have to be the same, letters nearly. */
    static boolean isCalledSo(String own, String other) {
        String one = plain(own);
        String two = plain(other);
        if (!one.replaceAll("[^0-9]+", " ")
                .strip()
                .equals(two.replaceAll("[^0-9]+", " ").strip())) {
            return false;
        }
        boolean words = new HashSet<>(List.of(one.split(" "))).equals(new HashSet<>(List.of(two.split(" "))));
        int distance = DISTANCE.apply(one, two);
        return words || Math.min(one.length(), two.length()) >= LETTERS && distance >= 0;
    }

    private static String plain(String title) {
        return title.toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", " ")
                .strip();
    }

    private Marks marks(Assessment own, MarkColumn column) {
        int both = 0;
        int equal = 0;
        Set<String> different = new HashSet<>();
        for (MarkSheet.Row row : matched) {
            Student student = students.get(row.line());
            String text = row.cell(column.place());
            if (student == null || text.isEmpty()) {
                continue;
            }
            Entry standing = classBook.entry(ClassBook.cell(student, own, 0));
            Entry said = EntryText.understand(
                    CellWords.plain(text), own, 0, classBook.book().boundaries());
            if (standing.is(EntryKind.BLANK) || said.is(EntryKind.BLANK) || said.is(EntryKind.DOUBT)) {
                continue;
            }
            both++;
            if (Planner.withoutSigns(standing).equals(Planner.withoutSigns(said))) {
                equal++;
                different.add(said.toString());
            }
        }
        return new Marks(both, equal, different.size());
    }
}
