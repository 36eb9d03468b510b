package aestimo.exchange.marks;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.exchange.sheet.Sheet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PagesTest {
    private static Sheet page(String name, String text) {
        List<List<String>> rows =
                text.lines().map(line -> Arrays.asList(line.split("\t", -1))).collect(Collectors.toList());
        int width = rows.stream().mapToInt(List::size).max().orElse(0);
        return new Sheet(
                name,
                rows.stream()
                        .map(row -> {
                            List<String> padded = new ArrayList<>(row);
                            padded.addAll(Collections.nCopies(width - row.size(), ""));
                            return padded;
                        })
                        .toList());
    }

    private static final Sheet NORTH =
            page("North", "9B North\nName\tWalk\nIlva Brandt\t20\nKofi Osei\t15\nMean\t17.5\n");
    private static final Sheet SOUTH =
            page("South", "9B South\nName:\twalk\nEsme Quill\t9\nMeera Iyer\t11\nMean\t10\n");

    @Test
    void pagesWithTheSameHeadingsAndOtherStudentsAreOneList() {
        Pages pages = Pages.of(List.of(page("Read me", "How to use this\n"), NORTH, SOUTH));
        assertThat(pages.read().rows())
                .extracting(row -> row.get(0))
                .containsExactly(
                        "9B North", "Name", "Ilva Brandt", "Kofi Osei", "Mean", "Esme Quill", "Meera Iyer", "Mean");
        assertThat(pages.notes())
                .containsExactly(
                        "The sheet “Read me” is not read: it has other headings.",
                        "The sheet “South” is read together with “North”: its lines follow from line 6 on.");
        assertThat(pages.others()).extracting(Sheet::name).containsExactly("Read me");
    }

    @Test
    void theSameStudentsOnTwoPagesAreNeverReadOverOneAnother() {
        Sheet later = page("Term 2", "9B North\nName\tWalk\nIlva Brandt\t3\nKofi Osei\t4\n");
        Pages pages = Pages.of(List.of(NORTH, later));
        assertThat(pages.read().rows()).hasSize(5);
        assertThat(pages.notes())
                .containsExactly(
                        "The sheet “Term 2” has the same headings, but the same students too: it is not read.");
        Pages instead = Pages.instead(later, List.of(NORTH));
        assertThat(instead.read().name()).isEqualTo("Term 2");
        assertThat(instead.notes()).containsExactly("The sheet “North” is not read.");
    }

    @Test
    void listsOfOneMarkALineAreOneListWhoeverIsInThem() {
        Pages pages = Pages.of(List.of(
                page("Autumn", "Name\tTask\tMark\tOut of\nIlva Brandt\tWalk\t20\t25\nKofi Osei\tWalk\t15\t25\n"),
                page("Spring", "Name\tTask\tMark\tOut of\nIlva Brandt\tMock\t60\t80\nKofi Osei\tMock\t51\t80\n")));
        assertThat(pages.others()).isEmpty();
        assertThat(pages.read().rows()).hasSize(5);
    }

    @Test
    void withoutHeadingsTheLongestIsRead() {
        Pages pages = Pages.of(List.of(page("A", "1\t2\n"), page("B", "1\t2\n3\t4\n"), page("C", "5\t6\n")));
        assertThat(pages.read().name()).isEqualTo("B");
        assertThat(pages.others()).extracting(Sheet::name).containsExactly("A", "C");
    }

    /** However a class's rows are spread over pages, and in whatever order these stand, the same rows are read. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void pagesInAnyOrderGiveTheSameRows(long seed) {
        Random random = new Random(seed);
        List<StringBuilder> texts = new ArrayList<>();
        int count = 2 + random.nextInt(3);
        for (int i = 0; i < count; i++) {
            texts.add(new StringBuilder("No\tName\tWalk /25\n"));
        }
        List<String> all = new ArrayList<>();
        for (int i = 0; i < 24; i++) {
            String row = i + "\tStudent Number" + i + "\t" + (i % 25);
            all.add(row);
            texts.get(i % count).append(row).append('\n');
        }
        List<Sheet> pages = new ArrayList<>();
        texts.forEach(text -> pages.add(page("Page " + pages.size(), text.toString())));
        pages.add(page("Notes", "Set by Mo\nMarked by Ada\n"));
        Collections.shuffle(pages, random);
        Pages read = Pages.of(pages);
        assertThat(read.read().rows().stream().skip(1).map(row -> String.join("\t", row)))
                .containsExactlyInAnyOrderElementsOf(all);
        assertThat(read.others()).extracting(Sheet::name).containsExactly("Notes");
    }
}
