package aestimo.exchange.marks;

import aestimo.exchange.sheet.Sheet;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * Which pages of a file are read, and which are not: those with the same headings and other students are one list; of all
 * others the longest is read, and every one that is not is named.
 *
 * @param read what is read
 * @param notes what became of the other pages, for the teacher
 * @param others the pages that are not read, each of which may be read instead
 */
public record Pages(Sheet read, List<String> notes, List<Sheet> others) {
    private static final int MOST_TITLES = 15;
    private static final int FEW = 3;

    public Pages {
        notes = List.copyOf(notes);
        others = List.copyOf(others);
    }

    /** Where a page's headings stand, and who is below them. */
    private record Headed(Sheet page, int row, List<String> headings, Set<List<String>> people) {
        static Headed of(Sheet page) {
            for (int i = 0; i < Math.min(MOST_TITLES, page.rows().size()); i++) {
                List<String> row = page.rows().get(i);
                List<Integer> persons = IntStream.range(0, row.size())
                        .filter(it -> ColumnRole.headed(row.get(it))
                                .filter(ColumnRole::isPerson)
                                .isPresent())
                        .boxed()
                        .toList();
                if (!persons.isEmpty()
                        && row.stream().filter(cell -> !cell.isEmpty()).count() > 1) {
                    Set<List<String>> people = new HashSet<>();
                    page.rows()
                            .subList(i + 1, page.rows().size())
                            .forEach(below ->
                                    people.add(persons.stream().map(below::get).toList()));
                    people.removeIf(who -> who.stream().allMatch(String::isEmpty));
                    return new Headed(page, i, headings(row), people);
                }
            }
            return new Headed(page, -1, List.of(), Set.of());
        }

        private static List<String> headings(List<String> row) {
            List<String> plain = new ArrayList<>(row.stream().map(Heading::bare).toList());
            while (!plain.isEmpty() && plain.get(plain.size() - 1).isEmpty()) {
                plain.remove(plain.size() - 1);
            }
            return plain;
        }

        /** Figures at the foot are no people, however many of them two pages share. */
        boolean hasOthersThan(Headed other) {
            Set<List<String>> both = new HashSet<>(people);
            both.retainAll(other.people());
            return both.size()
                            <= Math.max(
                                    FEW, Math.min(people.size(), other.people().size()) / FEW)
                    && both.size() < Math.min(people.size(), other.people().size());
        }
    }

    /** Sorts the pages of a file. */
    public static Pages of(List<Sheet> pages) {
        List<Headed> all = pages.stream().map(Headed::of).toList();
        Headed longest = all.get(0);
        for (Headed own : all) {
            if (own.people().size() > longest.people().size()
                    || longest.row() < 0
                            && own.row() < 0
                            && own.page().rows().size() > longest.page().rows().size()) {
                longest = own;
            }
        }
        return joined(all, longest);
    }

    /** A page alone, in place of another. */
    public static Pages instead(Sheet read, List<Sheet> others) {
        return new Pages(
                read, others.stream().map(page -> named(page) + " is not read.").toList(), others);
    }

    private static Pages joined(List<Headed> all, Headed longest) {
        List<Headed> together = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        List<Sheet> others = new ArrayList<>();
        boolean list = LongForm.of(longest.page().rows()).isPresent();
        for (Headed own : all) {
            boolean same = own == longest
                    || own.row() >= 0
                            && own.headings().equals(longest.headings())
                            && own.page().width() == longest.page().width();
            if (same
                    && (list
                            || own == longest
                            || own.hasOthersThan(longest) && together.stream().allMatch(own::hasOthersThan))) {
                together.add(own);
            } else {
                others.add(own.page());
                notes.add(named(own.page())
                        + (same
                                ? " has the same headings, but the same students too: it is not read."
                                : " is not read: it has other headings."));
            }
        }
        List<List<String>> rows = new ArrayList<>(together.get(0).page().rows());
        for (Headed own : together.subList(1, together.size())) {
            notes.add(named(own.page()) + " is read together with “"
                    + together.get(0).page().name() + "”: its lines follow from line " + (rows.size() + 1) + " on.");
            rows.addAll(
                    own.page().rows().subList(own.row() + 1, own.page().rows().size()));
        }
        return new Pages(new Sheet(together.get(0).page().name(), rows), notes, others);
    }

    private static String named(Sheet page) {
        return "The sheet “" + page.name() + "”";
    }
}
