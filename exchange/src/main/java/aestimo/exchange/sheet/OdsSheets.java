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
    private static final String OFFICE = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";
    private static final String TABLE = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";
    private static final String TEXT = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";
    private static final int MOST_SHEETS = 30;

    private final XMLStreamReader xml;
    private final List<Sheet> sheets = new ArrayList<>();
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
                    "The spreadsheet is damaged and cannot be read. Open it, save it again as .ods, then bring it in.",
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
                sheet = new SheetBuilder(xml.getAttributeValue(TABLE, "name"));
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

    private void end(String element) {
        if (element.equals("table")) {
            sheets.add(Objects.requireNonNull(sheet).build());
        } else if (element.equals("table-row")) {
            row += rowTimes;
        }
    }

    private int times(String attribute) {
        String times = xml.getAttributeValue(TABLE, attribute);
        return times == null ? 1 : Integer.parseInt(times);
    }

    private void cell() throws XMLStreamException, UnreadableFileException {
        int times = times("number-columns-repeated");
        String type = xml.getAttributeValue(OFFICE, "value-type");
        String value = xml.getAttributeValue(OFFICE, "value");
        String date = xml.getAttributeValue(OFFICE, "date-value");
        String shown = text();
        String text = shown;
        if (value != null && "percentage".equals(type)) {
            text = plain(new BigDecimal(value).movePointRight(2)) + "%";
        } else if (value != null) {
            text = plain(new BigDecimal(value));
        } else if (date != null) {
            text = date.length() > 10 ? date.substring(0, 10) : date;
        }
        // The builder refuses what is too far right or down, so a repeated filled cell ends there.
        for (int r = 0; r < rowTimes && !text.isEmpty(); r++) {
            for (int c = 0; c < times; c++) {
                Objects.requireNonNull(sheet).put(row + r, column + c, text);
            }
        }
        column += times;
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
