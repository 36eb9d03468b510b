package aestimo.exchange.sheet;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.regex.Pattern;

/** Text with separators: tabs, semicolons or commas, in UTF-8, UTF-16 or Windows-1252. */
final class TextSheet {
    private static final char[] SEPARATORS = {'\t', ';', ','};
    private static final int LINES_LOOKED_AT = 60;
    private static final int LONGEST_FIELD = 100_000;

    /** Text that is no table, by how it begins: read as one, its lines would be taken for names. */
    private static final Map<Pattern, String> OTHERS = Map.of(
            Pattern.compile("\\s*<(!--|(!doctype|\\?xml|html|head|body|svg)\\b)", Pattern.CASE_INSENSITIVE),
            "a web page or XML",
            Pattern.compile("\\s*(\\{\\s*(\"|})|\\[\\s*[\\[{])"),
            "JSON",
            Pattern.compile("\\s*BEGIN:VCALENDAR\\b"),
            "a calendar",
            Pattern.compile("\\s*BEGIN:VCARD\\b"),
            "a contact card");

    private TextSheet() {}

    static Sheet read(byte[] file) throws UnreadableFileException {
        String text = decode(file);
        if (text.chars().anyMatch(letter -> letter < ' ' && letter != '\t' && letter != '\n' && letter != '\r')) {
            throw new UnreadableFileException(
                    "The file is neither text nor a spreadsheet that can be read. Save the list as .xlsx, .ods or .csv.");
        }
        for (Map.Entry<Pattern, String> other : OTHERS.entrySet()) {
            if (other.getKey().matcher(text).lookingAt()) {
                throw new UnreadableFileException("The file is " + other.getValue()
                        + ", not a table. Save the list as a spreadsheet or CSV, then import that.");
            }
        }
        return parse(text);
    }

    /** A mark at its beginning tells the encoding; else it is UTF-8 where that fits to the last byte; else Windows-1252. */
    private static String decode(byte[] file) throws UnreadableFileException {
        if (file.length >= 2 && (file[0] == (byte) 0xFF && file[1] == (byte) 0xFE)) {
            return strictly(Arrays.copyOfRange(file, 2, file.length), StandardCharsets.UTF_16LE);
        }
        if (file.length >= 2 && (file[0] == (byte) 0xFE && file[1] == (byte) 0xFF)) {
            return strictly(Arrays.copyOfRange(file, 2, file.length), StandardCharsets.UTF_16BE);
        }
        if (file.length >= 3 && file[0] == (byte) 0xEF && file[1] == (byte) 0xBB && file[2] == (byte) 0xBF) {
            return strictly(Arrays.copyOfRange(file, 3, file.length), StandardCharsets.UTF_8);
        }
        try {
            return decoded(file, StandardCharsets.UTF_8);
        } catch (CharacterCodingException notUtf8) {
            return strictly(file, Charset.forName("windows-1252"));
        }
    }

    private static String strictly(byte[] bytes, Charset charset) throws UnreadableFileException {
        try {
            return decoded(bytes, charset);
        } catch (CharacterCodingException broken) {
            throw new UnreadableFileException(
                    "The letters of the file cannot be read as " + charset.displayName()
                            + ". Save it again as CSV in UTF-8, or as a spreadsheet.",
                    broken);
        }
    }

    private static String decoded(byte[] bytes, Charset charset) throws CharacterCodingException {
        return charset.newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT)
                .decode(ByteBuffer.wrap(bytes))
                .toString();
    }

    static Sheet parse(String text) throws UnreadableFileException {
        SheetBuilder sheet = new SheetBuilder("", new SheetBuilder.Room());
        int row = 0;
        try (CsvReader<CsvRecord> lines = CsvReader.builder()
                .fieldSeparator(separator(text))
                .skipEmptyLines(false)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .maxBufferSize(LONGEST_FIELD)
                .ofCsvRecord(text)) {
            for (CsvRecord line : lines) {
                for (int column = 0; column < line.getFieldCount(); column++) {
                    sheet.put(row, column, line.getField(column));
                }
                row++;
            }
        } catch (CsvParseException cut) {
            throw new UnreadableFileException(
                    "The text cannot be cut into cells from row " + (row + 1)
                            + " on. Is a quotation mark opened there that is never closed, or closed within a word?",
                    cut);
        } catch (IOException never) {
            throw new IllegalStateException("bug: reading text from memory failed", never);
        }
        return sheet.build();
    }

    /** The one that cuts most lines into the same number of columns, more than one; a tab wherever there are tabs. */
    private static char separator(String text) {
        char best = ',';
        int bestScore = 0;
        for (char separator : SEPARATORS) {
            int[] counts = text.lines()
                    .filter(line -> !line.isBlank())
                    .limit(LINES_LOOKED_AT)
                    .mapToInt(line -> count(line, separator))
                    .toArray();
            int score = 0;
            for (int count : counts) {
                int same = (int)
                        Arrays.stream(counts).filter(other -> other == count).count();
                score = count > 0 ? Math.max(score, same * (separator == '\t' ? counts.length + 1 : 1)) : score;
            }
            if (score > bestScore) {
                best = separator;
                bestScore = score;
            }
        }
        return best;
    }

    /** How often a separator stands outside quotation marks; a comma between two digits may be a decimal one. */
    private static int count(String line, char separator) {
        boolean quoted = false;
        int count = 0;
        for (int i = 0; i < line.length(); i++) {
            char letter = line.charAt(i);
            if (letter == '"') {
                quoted = !quoted;
            } else if (letter == separator && !quoted && !(letter == ',' && isBetweenDigits(line, i))) {
                count++;
            }
        }
        return count;
    }

    private static boolean isBetweenDigits(String line, int place) {
        return place > 0
                && place + 1 < line.length()
                && Character.isDigit(line.charAt(place - 1))
                && Character.isDigit(line.charAt(place + 1));
    }
}
