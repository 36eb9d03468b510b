package aestimo.exchange.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.testing.Seed;
import aestimo.exchange.marks.Known;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.oneroster.OneRosterZip;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.RepeatedTest;

/** Files with something altered by chance, also within their zip: read, or refused in words, never anything else. */
class AlteredSheetsTest {
    private static final List<String> FILES = List.of(
            "oneroster-1.2.zip",
            "quiz-export.csv",
            "roster-pasted.tsv",
            "roster.ods",
            "term-marks-semicolon.csv",
            "term-marks.xlsx");

    private static final StudentFinder STUDENTS = new StudentFinder(List.of(
            new Known(1, "2201", "Aldous", "Wren", "", "wren.aldous@tidewater.example"),
            new Known(2, "2204", "Brandt", "Ilva", "", "")));

    @RepeatedTest(400)
    void anyAlterationIsReadOrRefusedInWords() throws IOException {
        long seed = Seed.next();
        Random random = new Random(seed);
        String name = FILES.get(random.nextInt(FILES.size()));
        boolean isZip = !name.endsWith("sv");
        byte[] file =
                isZip && random.nextInt(4) > 0 ? alteredWithin(sample(name), random) : altered(sample(name), random);
        String trace = "seed " + seed + ", " + name;
        try {
            if (OneRosterZip.isOne(file)) {
                assertThat(OneRosterZip.read(file).classes()).as(trace).isNotEmpty();
            } else {
                for (Sheet sheet : SheetReader.read(file)) {
                    assertThat(MarkSheet.read(
                                            sheet,
                                            STUDENTS,
                                            new MarkSheet.Context(
                                                    List.of("Dune survey"), List.of(), false, LocalDate.of(2026, 9, 1)))
                                    .columns())
                            .as(trace)
                            .hasSameSizeAs(sheet.rows().get(0));
                }
            }
        } catch (UnreadableFileException refused) {
            assertThat(refused.getMessage()).as(trace).isNotBlank().doesNotContain("Exception");
        } catch (RuntimeException | StackOverflowError broken) {
            throw new AssertionError(trace, broken);
        }
    }

    private static byte[] sample(String name) throws IOException {
        try (InputStream in = AlteredSheetsTest.class.getResourceAsStream("/samples/" + name)) {
            return in.readAllBytes();
        }
    }

    /** Some bytes other ones, taken out, doubled, or the rest cut off. */
    private static byte[] altered(byte[] file, Random random) throws IOException {
        byte[] now = file;
        for (int i = 0; i <= random.nextInt(4) && now.length > 1; i++) {
            int at = random.nextInt(now.length);
            int until = Math.min(now.length, at + 1 + random.nextInt(40));
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            out.write(now, 0, at);
            switch (random.nextInt(6)) {
                case 0 -> out.write(now, until, now.length - until);
                case 1 -> {
                    out.write(now, at, until - at);
                    out.write(now, at, now.length - at);
                }
                case 2 -> out.write("\"<&;\t\n,'\0".getBytes(StandardCharsets.ISO_8859_1));
                default -> {
                    byte[] rest = Arrays.copyOfRange(now, at, now.length);
                    rest[0] = (byte) random.nextInt(256);
                    out.write(rest);
                }
            }
            now = out.toByteArray();
        }
        return now;
    }

    /** The same to one of the files within a zip, and sometimes one of them left out. */
    private static byte[] alteredWithin(byte[] file, Random random) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int odd = random.nextInt(6);
        boolean leftOut = random.nextInt(5) == 0;
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(file));
                ZipOutputStream zip = new ZipOutputStream(out)) {
            int place = 0;
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                byte[] content = in.readAllBytes();
                if (place != odd || !leftOut) {
                    zip.putNextEntry(new ZipEntry(entry.getName()));
                    zip.write(place == odd ? altered(content, random) : content);
                }
                place++;
            }
        }
        return out.toByteArray();
    }
}
