package aestimo.app.letters;

import aestimo.app.letters.MadeLetter.Made;
import aestimo.app.letters.MadeLetter.Row;
import aestimo.app.letters.Recipient.Writer;
import aestimo.app.picture.AimPicture;
import aestimo.app.picture.AimPng;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigInteger;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.apache.poi.common.usermodel.PictureType;
import org.apache.poi.openxml4j.exceptions.InvalidFormatException;
import org.apache.poi.util.Units;
import org.apache.poi.xwpf.usermodel.BreakType;
import org.apache.poi.xwpf.usermodel.ParagraphAlignment;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFParagraph;
import org.apache.poi.xwpf.usermodel.XWPFRun;
import org.apache.poi.xwpf.usermodel.XWPFStyle;
import org.apache.poi.xwpf.usermodel.XWPFTable;
import org.apache.poi.xwpf.usermodel.XWPFTableCell;
import org.apache.poi.xwpf.usermodel.XWPFTableRow;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTStyle;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.STStyleType;

/** Letters as a document that a word processor opens: headings, tables and pictures as such, a page for each student. */
final class LetterDocx {
    private static final String HEADING = "Heading1";
    private static final String SERIF = "Georgia";
    private static final int SIZE = 11;
    private static final int PICTURE_HEIGHT = 50;
    private static final double UNITS_TO_POINTS = 0.75;

    private final XWPFDocument document;
    private final Writer writer;
    private final String title;
    private final Optional<byte[]> school;

    private LetterDocx(XWPFDocument document, Writer writer, String title, Optional<byte[]> school) {
        this.document = document;
        this.writer = writer;
        this.title = title;
        this.school = school;
    }

    /** @param title of the class */
    static byte[] of(List<MadeLetter> letters, Writer writer, String title, Optional<byte[]> school)
            throws IOException {
        try (XWPFDocument document = new XWPFDocument();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            addHeadingStyle(document);
            LetterDocx docx = new LetterDocx(document, writer, title, school);
            for (int i = 0; i < letters.size(); i++) {
                docx.add(letters.get(i), i > 0);
            }
            document.write(out);
            return out.toByteArray();
        }
    }

    private static void addHeadingStyle(XWPFDocument document) {
        CTStyle style = CTStyle.Factory.newInstance();
        style.setStyleId(HEADING);
        style.addNewName().setVal("heading 1");
        style.setType(STStyleType.PARAGRAPH);
        style.addNewPPr().addNewOutlineLvl().setVal(BigInteger.ZERO);
        style.addNewRPr().addNewB();
        document.createStyles().addStyle(new XWPFStyle(style));
    }

    private void add(MadeLetter made, boolean breaks) throws IOException {
        boolean first = breaks;
        for (Made block : made.blocks()) {
            add(block, made, first);
            first = false;
        }
    }

    private void add(Made block, MadeLetter made, boolean breaks) throws IOException {
        if (breaks) {
            document.createParagraph().createRun().addBreak(BreakType.PAGE);
        }
        switch (block.block().kind()) {
            case HEADING -> addHeading(made);
            case WORDS, OWN_WORDS -> block.said().paragraphs().forEach(this::add);
            case PIECES, CATEGORIES, GOALS, NOTES -> addTable(block);
            case OVER_TIME -> addPicture(block.picture().orElseThrow());
            case SIGNATURE -> {
                plain("", ParagraphAlignment.LEFT);
                plain(writer.teacher(), ParagraphAlignment.LEFT);
            }
            case PAGE_BREAK -> document.createParagraph().createRun().addBreak(BreakType.PAGE);
        }
    }

    private void addHeading(MadeLetter made) throws IOException {
        if (school.isPresent()) {
            BufferedImage image = ImageIO.read(new ByteArrayInputStream(school.get()));
            int height = Math.min(PICTURE_HEIGHT, image.getHeight());
            addPicture(school.get(), "School.png", image.getWidth() * height / image.getHeight(), height);
        }
        XWPFParagraph heading = document.createParagraph();
        heading.setStyle(HEADING);
        run(heading, writer.school().isEmpty() ? title : writer.school(), 15).setBold(true);
        plain(title + " · " + writer.teacher(), ParagraphAlignment.LEFT);
        plain(writer.today() + " · " + (made.number() + " " + made.name()).strip(), ParagraphAlignment.LEFT);
    }

    private void plain(String words, ParagraphAlignment alignment) {
        XWPFParagraph paragraph = document.createParagraph();
        paragraph.setAlignment(alignment);
        run(paragraph, words, SIZE);
    }

    private static XWPFRun run(XWPFParagraph paragraph, String words, int size) {
        XWPFRun run = paragraph.createRun();
        run.setFontFamily(SERIF);
        run.setFontSize(size);
        run.setText(words);
        return run;
    }

    private void add(Said.Paragraph said) {
        XWPFParagraph paragraph = document.createParagraph();
        if (said.item()) {
            paragraph.setIndentationLeft(360);
            paragraph.setIndentationHanging(200);
            run(paragraph, "– ", SIZE);
        }
        said.bits().forEach(bit -> {
            XWPFRun run = run(paragraph, bit.text(), SIZE);
            run.setBold(bit.bold());
            run.setItalic(bit.italic());
        });
    }

    private void addTable(Made block) {
        XWPFTable table =
                document.createTable(block.rows().size() + 1, block.headings().size());
        table.setWidth("100%");
        fill(table.getRow(0), block.headings(), block, true);
        table.getRow(0).setRepeatHeader(true);
        for (int i = 0; i < block.rows().size(); i++) {
            Row row = block.rows().get(i);
            fill(table.getRow(i + 1), row.cells(), block, false);
        }
        plain("", ParagraphAlignment.LEFT);
    }

    private static void fill(XWPFTableRow row, List<String> cells, Made block, boolean bold) {
        for (int i = 0; i < cells.size(); i++) {
            XWPFTableCell cell = row.getCell(i);
            XWPFParagraph paragraph = cell.getParagraphs().get(0);
            paragraph.setAlignment(block.isWords(i) ? ParagraphAlignment.LEFT : ParagraphAlignment.RIGHT);
            run(paragraph, cells.get(i), SIZE - 2).setBold(bold);
        }
    }

    private void addPicture(AimPicture picture) throws IOException {
        int width = (int) Math.round(picture.width() * UNITS_TO_POINTS * 1.4);
        int height = (int) Math.round(picture.height() * UNITS_TO_POINTS * 1.4);
        addPicture(AimPng.of(picture), picture.words() + ".png", width, height);
    }

    private void addPicture(byte[] png, String name, int width, int height) throws IOException {
        try {
            document.createParagraph()
                    .createRun()
                    .addPicture(
                            new ByteArrayInputStream(png),
                            PictureType.PNG,
                            name,
                            Units.toEMU(width),
                            Units.toEMU(height));
        } catch (InvalidFormatException never) {
            throw new IllegalStateException("a PNG is a PNG", never);
        }
    }
}
