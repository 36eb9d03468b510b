package aestimo.exchange.sheet;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.jspecify.annotations.Nullable;

/**
 * OpenDocument spreadsheets, read as a stream: a cell or row said to be repeated a million times is never written out, as
 * libraries for the format do.
 */
final class OdsSheets {
    /** The letters of a day such as 2027-02-04, and of one with its minutes. */
    private static final int DAY = 10;

    private static final int MINUTES = 16;
    private static final String OFFICE = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";
    private static final String TABLE = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";
    private static final String TEXT = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";
    private static final int MOST_SHEETS = 30;
    /** No mark, number or share needs more digits, nor an exponent beyond them. */
    private static final int MOST_DIGITS = 40;

    /** Further down or right nothing is taken, however often a blank is repeated. */
    private static final int FAR = 1 << 20;

    private final XMLStreamReader xml;
    private final List<Sheet> sheets = new ArrayList<>();
    private final SheetBuilder.Room room = new SheetBuilder.Room();
    private @Nullable SheetBuilder sheet;
    private int row;
    private int rowTimes;
    private int column;

    private OdsSheets(XMLStreamReader xml) {
        this.xml = xml;
    }

    /** @param content the document's {@code content.xml} */
    static List<Sheet> read(byte[] content) throws UnreadableFileException {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        // No document of this format declares entities, so none is expanded or fetched.
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        try {
            XMLStreamReader xml = factory.createXMLStreamReader(new ByteArrayInputStream(content));
            return new OdsSheets(xml).sheets();
        } catch (XMLStreamException | NumberFormatException broken) {
            throw new UnreadableFileException(
                    "The spreadsheet is damaged and cannot be read. Open it, save it again as .ods, then import it.",
                    broken);
        }
    }

    private List<Sheet> sheets() throws XMLStreamException, UnreadableFileException {
        while (xml.hasNext() && sheets.size() < MOST_SHEETS) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT && TABLE.equals(xml.getNamespaceURI())) {
                start(xml.getLocalName());
            } else if (event == XMLStreamConstants.END_ELEMENT && TABLE.equals(xml.getNamespaceURI())) {
                end(xml.getLocalName());
            }
        }
        return sheets;
    }

    private void start(String element) throws XMLStreamException, UnreadableFileException {
        switch (element) {
            case "table" -> {
                String name = xml.getAttributeValue(TABLE, "name");
                sheet = new SheetBuilder(name == null ? "" : name, room);
                row = 0;
            }
            case "table-row" -> {
                rowTimes = times("number-rows-repeated");
                column = 0;
            }
            case "table-cell", "covered-table-cell" -> cell();
            default -> {
                // columns, styles, shapes: nothing that holds a cell's text
            }
        }
    }

    private void end(String element) throws UnreadableFileException {
        if (element.equals("table")) {
            sheets.add(Objects.requireNonNull(sheet).build());
        } else if (element.equals("table-row")) {
            row = Math.min(FAR, row + rowTimes);
        }
    }

    private int times(String attribute) {
        String times = xml.getAttributeValue(TABLE, attribute);
        int count = times == null ? 1 : Integer.parseInt(times);
        if (count < 1) {
            throw new NumberFormatException("repeated " + count + " times");
        }
        return Math.min(FAR, count);
    }

    /** A day, and the time to the minute where it is not midnight, as in {@code 2027-02-04T09:24:00}. */
    private static String day(String date) {
        boolean timed = date.length() >= MINUTES && !date.startsWith("00:00", DAY + 1);
        return timed
                ? date.substring(0, DAY) + " " + date.substring(DAY + 1, MINUTES)
                : date.substring(0, Math.min(DAY, date.length()));
    }

    private void cell() throws XMLStreamException, UnreadableFileException {
        int times = times("number-columns-repeated");
        String type = xml.getAttributeValue(OFFICE, "value-type");
        String value = xml.getAttributeValue(OFFICE, "value");
        String date = xml.getAttributeValue(OFFICE, "date-value");
        String shown = text();
        String text = shown;
        if (value != null && "percentage".equals(type)) {
            text = plain(number(value).movePointRight(2)) + "%";
        } else if (value != null) {
            text = plain(number(value));
        } else if (date != null) {
            text = day(date);
        }
        // The builder refuses what is too far right or down, so a repeated filled cell ends there.
        for (int r = 0; r < rowTimes && !text.isEmpty(); r++) {
            for (int c = 0; c < times; c++) {
                Objects.requireNonNull(sheet).put(row + r, column + c, text);
            }
        }
        column = Math.min(FAR, column + times);
    }

    /** Written out a number with a large exponent would fill the memory; it is told by its length first. */
    private static BigDecimal number(String value) {
        BigDecimal number = value.length() > MOST_DIGITS ? null : new BigDecimal(value);
        if (number == null || Math.abs(number.scale()) > MOST_DIGITS) {
            throw new NumberFormatException("a number beyond any mark");
        }
        return number;
    }

    private static String plain(BigDecimal number) {
        return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
    }

    /** The paragraphs of a cell, notes left out; ends at the cell's end. */
    private String text() throws XMLStreamException {
        StringBuilder text = new StringBuilder();
        int depth = 1;
        int inNote = 0;
        while (depth > 0) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT) {
                depth++;
                boolean note = OFFICE.equals(xml.getNamespaceURI())
                        && xml.getLocalName().equals("annotation");
                inNote = inNote > 0 || note ? inNote + 1 : 0;
                boolean blank = TEXT.equals(xml.getNamespaceURI()) && text.length() > 0;
                text.append(blank && !xml.getLocalName().equals("span") ? " " : "");
            } else if (event == XMLStreamConstants.END_ELEMENT) {
                depth--;
                inNote = Math.max(0, inNote - 1);
            } else if (event == XMLStreamConstants.CHARACTERS && inNote == 0) {
                text.append(xml.getText());
            }
        }
        return text.toString();
    }
}
