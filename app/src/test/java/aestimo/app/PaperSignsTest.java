package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.ClassBook;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Paper shows every sign there is: a glyph that is missing comes out as “#”, and two signs as the same one. */
@ExtendWith(RunningApp.class)
class PaperSignsTest {
    /** Letters of names and signs of every kind; none of them “#”. */
    private static final String ODD = "Ķęř Ðòß Œæ ŵ Жук Ωμ ▲▼▾ → ✓✗ ½ √ “”–";

    private static List<CmapLookup> fonts() throws IOException {
        List<CmapLookup> fonts = new ArrayList<>();
        for (String weight : List.of("400", "700")) {
            for (String font : List.of("atkinson-hyperlegible-next", "dejavu-sans")) {
                try (InputStream in =
                        PaperSignsTest.class.getResourceAsStream("/paper/fonts/" + font + "-" + weight + ".ttf")) {
                    fonts.add(new TTFParser()
                            .parse(new RandomAccessReadBuffer(in))
                            .getUnicodeCmapLookup());
                }
            }
        }
        return fonts;
    }

    /** Every character beyond ASCII that the application's own words hold. */
    private static Set<Integer> written() throws IOException {
        Set<Integer> signs = new TreeSet<>();
        for (String module : List.of("core", "exchange", "app")) {
            try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main"))) {
                for (Path file : files.filter(it -> it.toString().matches(".*\\.(java|html)"))
                        .toList()) {
                    Files.readString(file)
                            .codePoints()
                            .filter(sign -> sign > 127)
                            .forEach(signs::add);
                }
            }
        }
        return signs;
    }

    @Test
    void theFontsOfPaperHaveEverySignTheApplicationWrites() throws IOException {
        List<CmapLookup> fonts = fonts();
        Set<Integer> written = written();
        assertThat(written).contains((int) '▲', (int) '→', (int) '’');
        // Keys, which are named on the screen alone.
        written.removeAll(List.of((int) '⇥', (int) '↵', (int) '⇧', (int) '⌫'));
        assertThat(written.stream()
                        .filter(sign -> fonts.subList(0, 2).stream().allMatch(font -> font.getGlyphId(sign) == 0)
                                || fonts.subList(2, 4).stream().allMatch(font -> font.getGlyphId(sign) == 0))
                        .map(Character::toString)
                        .collect(Collectors.joining()))
                .as("signs no font of paper has")
                .isEmpty();
    }

    private static String text(byte[] pdf, String route) {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return new PDFTextStripper().getText(document);
        } catch (IOException broken) {
            throw new UncheckedIOException(route, broken);
        }
    }

    @Test
    void noPdfOfTheApplicationLacksAGlyph(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        own.addStudents("Name\n" + ODD + ", Zoë\n");
        own.addPiece(ODD, own.addCategory(ODD), "2027-02-11", "20");
        own.type(ODD, ODD, "11");
        Map<String, String> ids =
                Routes.ids(app, own.visitor(), own.teacher(), own.<ClassBook>read(classBook -> classBook));
        Map<String, byte[]> files = new LinkedHashMap<>();
        for (String route : Routes.all(app)) {
            if (route.startsWith("GET ") && route.endsWith(".pdf")) {
                files.put(route, own.visitor().download(Routes.path(route, ids)));
            }
        }
        assertThat(files).hasSizeGreaterThan(6);
        files.forEach((route, pdf) -> {
            String text = text(pdf, route);
            assertThat(text.replace("SHA-256", ""))
                    .as(route)
                    .doesNotContain("#", "\uFFFD")
                    .isNotBlank();
        });
        String meeting = files.entrySet().stream()
                .filter(file -> file.getKey().contains("meeting"))
                .map(file -> text(file.getValue(), file.getKey()))
                .collect(Collectors.joining());
        assertThat(meeting).contains("▲", "▼");
        assertThat(text(files.get("GET /classes/{classId}/marks.pdf"), "marks")).contains(ODD);
    }
}
