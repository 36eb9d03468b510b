package aestimo.app.ownform;

import aestimo.app.letters.Block;
import aestimo.app.letters.Words;
import aestimo.app.web.FormException;
import com.deepoove.poi.XWPFTemplate;
import com.deepoove.poi.config.Configure;
import com.deepoove.poi.data.PictureRenderData;
import com.deepoove.poi.policy.PictureRenderPolicy;
import com.deepoove.poi.policy.TableRenderPolicy;
import com.deepoove.poi.template.MetaTemplate;
import com.deepoove.poi.template.run.RunTemplate;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.poi.xwpf.usermodel.IBody;
import org.apache.poi.xwpf.usermodel.IBodyElement;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFParagraph;
import org.apache.poi.xwpf.usermodel.XWPFTable;
import org.apache.poi.xwpf.usermodel.XWPFTableCell;
import org.apache.poi.xwpf.usermodel.XWPFTableRow;

/** A document with names in double braces: checked as it comes in, read as text, filled. */
final class FormDocument {
    static final int LARGEST_FILE = 10 * 1024 * 1024;
    /** Names of tables and pictures, and the blocks of a letter that are the same. */
    static final List<Named> NAMED = List.of(
            new Named("pieces", Block.Kind.PIECES),
            new Named("categories", Block.Kind.CATEGORIES),
            new Named("goals", Block.Kind.GOALS),
            new Named("notes", Block.Kind.NOTES),
            new Named("over-time", Block.Kind.OVER_TIME),
            new Named("own-words", Block.Kind.OWN_WORDS));

    private static final String SCHOOL_PICTURE = "school-picture";
    private static final long MOST_UNPACKED = 60L * 1024 * 1024;
    private static final int MOST_ENTRIES = 1_000;
    private static final int MOST_PARAGRAPHS = 400;
    private static final String IN_BRACES = "[^{}]{1,200}";
    private static final Pattern BRACES = Pattern.compile("\\{\\{(" + IN_BRACES + ")}}");

    private FormDocument() {}

    /** A table or picture that is put in by its name. */
    record Named(String name, Block.Kind kind) {
        static Optional<Named> of(String name) {
            return NAMED.stream().filter(own -> own.name().equals(name)).findFirst();
        }
    }

    /** One paragraph, or one row of a table, of the document. */
    record Line(String text) {
        List<String> names() {
            return BRACES.matcher(text)
                    .results()
                    .map(found -> found.group(1).strip())
                    .toList();
        }
    }

    /**
     * Reads it, bounded before anything looks into it.
     *
     * @throws FormException when it is no document without macros, is too large, or damaged
     */
    static List<Line> read(byte[] file) {
        if (file.length > LARGEST_FILE) {
            throw new FormException("The document is larger than 10 MB. Save it with smaller pictures.");
        }
        checkUnpacked(file);
        try (XWPFDocument document = new XWPFDocument(new ByteArrayInputStream(file))) {
            List<Line> lines = new ArrayList<>();
            document.getHeaderList().forEach(header -> read(header, lines));
            read(document, lines);
            document.getFooterList().forEach(footer -> read(footer, lines));
            if (lines.size() > MOST_PARAGRAPHS) {
                throw new FormException("The document has over " + MOST_PARAGRAPHS
                        + " paragraphs. A form for a letter has a page or two.");
            }
            return lines;
        } catch (IOException | RuntimeException broken) {
            if (broken instanceof FormException refused) {
                throw refused;
            }
            throw damaged();
        }
    }

    private static FormException damaged() {
        return new FormException(
                "That document cannot be opened. Choose a .docx file, saved by a word processor without a password.");
    }

    private static void checkUnpacked(byte[] file) {
        boolean document = false;
        long bytes = 0;
        int entries = 0;
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(file))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (entry.getName().endsWith("vbaProject.bin")) {
                    throw new FormException("The document holds macros. Save it as .docx without them.");
                }
                bytes += zip.readNBytes((int) (MOST_UNPACKED - bytes + 1)).length;
                if (++entries > MOST_ENTRIES || bytes > MOST_UNPACKED) {
                    throw new FormException("The document unpacks to far more than a letter. It was not opened.");
                }
                document |= entry.getName().equals("word/document.xml");
            }
        } catch (IOException | IllegalArgumentException broken) {
            throw damaged();
        }
        if (!document) {
            throw damaged();
        }
    }

    private static void read(IBody body, List<Line> lines) {
        for (IBodyElement element : body.getBodyElements()) {
            if (element instanceof XWPFParagraph paragraph) {
                add(paragraph.getText(), lines);
            } else if (element instanceof XWPFTable table) {
                for (XWPFTableRow row : table.getRows()) {
                    add(
                            String.join(
                                    "   ",
                                    row.getTableCells().stream()
                                            .map(XWPFTableCell::getText)
                                            .map(text -> text.replaceAll("\\s+", " "))
                                            .toList()),
                            lines);
                }
            }
        }
    }

    private static void add(String text, List<Line> lines) {
        text.lines().filter(line -> !line.isBlank()).forEach(line -> lines.add(new Line(line.strip())));
    }

    /**
     * The blocks of a letter that say the same as the document, for looking through and comparing.
     *
     * @param own makes of a name in double braces what stands in single ones
     */
    static List<Block> blocks(List<Line> lines, UnaryOperator<String> own) {
        List<Block> blocks = new ArrayList<>();
        StringBuilder words = new StringBuilder();
        for (Line line : lines) {
            words.append(words(line, own)).append('\n');
            for (String name : line.names()) {
                Named.of(name).ifPresent(named -> {
                    addWords(words, blocks);
                    blocks.add(Block.of(named.kind()));
                });
            }
        }
        addWords(words, blocks);
        return blocks;
    }

    private static void addWords(StringBuilder words, List<Block> blocks) {
        if (!words.toString().isBlank()) {
            blocks.add(Block.ofWords(words.toString().strip()));
        }
        words.setLength(0);
    }

    private static String words(Line line, UnaryOperator<String> own) {
        StringBuilder words = new StringBuilder();
        Matcher found = BRACES.matcher(line.text());
        int from = 0;
        while (found.find()) {
            String name = found.group(1).strip();
            words.append(Words.escaped(line.text().substring(from, found.start())));
            if (!isPut(name)) {
                words.append('{').append(own.apply(name)).append('}');
            }
            from = found.end();
        }
        return words.append(Words.escaped(line.text().substring(from))).toString();
    }

    /** Whether a name is that of a table or picture. */
    static boolean isPut(String name) {
        return Named.of(name).isPresent() || name.equals(SCHOOL_PICTURE);
    }

    static List<String> puts() {
        List<String> all = new ArrayList<>(NAMED.stream().map(Named::name).toList());
        all.add(SCHOOL_PICTURE);
        return all;
    }

    /**
     * The names the filling will find, also where a word processor split the braces over several runs.
     *
     * @throws FormException when the braces do not close
     */
    static List<String> names(byte[] file) {
        try (XWPFTemplate template = XWPFTemplate.compile(new ByteArrayInputStream(file), configure(name -> null))) {
            List<String> names = new ArrayList<>();
            for (MetaTemplate found : template.getElementTemplates()) {
                if (!(found instanceof RunTemplate run)) {
                    throw new FormException("“" + found.variable()
                            + "” begins a part that is repeated; a form has none. Take the sign before its name out.");
                }
                names.add(whole(run));
            }
            return names;
        } catch (IOException | RuntimeException broken) {
            if (broken instanceof FormException refused) {
                throw refused;
            }
            throw new FormException(
                    "The braces in the document cannot be understood: look for {{ that is not closed by }}.");
        }
    }

    private static String whole(RunTemplate run) {
        char sign = run.getSign() == null ? 0 : run.getSign();
        return ((sign == 0 ? "" : String.valueOf(sign)) + run.getTagName()).strip();
    }

    /** The document with everything put in; a name without a value is left empty. */
    static byte[] filled(byte[] file, Function<String, Object> value) throws IOException {
        try (XWPFTemplate template = XWPFTemplate.compile(new ByteArrayInputStream(file), configure(value))) {
            template.render(new Object());
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            template.write(out);
            return out.toByteArray();
        }
    }

    private static Configure configure(Function<String, Object> value) {
        var builder = Configure.builder()
                .buildGrammerRegex(IN_BRACES)
                .setRenderDataComputeFactory(model -> name -> value.apply(name.strip()))
                .setValidErrorHandler(new Configure.ClearHandler());
        for (String name : List.of("pieces", "categories", "notes")) {
            builder.bind(name, new TableRenderPolicy());
        }
        builder.bind("over-time", new PictureRenderPolicy());
        builder.bind(SCHOOL_PICTURE, new PictureRenderPolicy());
        return builder.build();
    }

    static boolean isSchoolPicture(String name) {
        return name.equals(SCHOOL_PICTURE);
    }

    static PictureRenderData picture(byte[] png, int width, int height) {
        return com.deepoove.poi.data.Pictures.ofBytes(png, com.deepoove.poi.data.PictureType.PNG)
                .size(width, height)
                .create();
    }
}
