package aestimo.exchange.sheet;

import java.util.Comparator;
import java.util.List;

/** Reads whatever a teacher has at hand into sheets, told apart by what is in it, never by its name. */
public final class SheetReader {
    public static final int LARGEST_FILE = 20 * 1024 * 1024;

    private static final byte[] ZIP = {'P', 'K', 3, 4};
    private static final byte[] OLD_OFFICE = {(byte) 0xD0, (byte) 0xCF, 0x11, (byte) 0xE0};
    private static final List<byte[]> PICTURES = List.of(
            new byte[] {(byte) 0x89, 'P', 'N', 'G'},
            new byte[] {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF},
            new byte[] {'G', 'I', 'F', '8'});
    private static final byte[] PDF = {'%', 'P', 'D', 'F'};

    private SheetReader() {}

    /**
     * Reads a file: CSV or TSV, XLSX, ODS.
     *
     * @return the pages that hold anything, at least one
     * @throws UnreadableFileException when it is none of these, holds nothing, or is larger than any class list
     */
    public static List<Sheet> read(byte[] file) throws UnreadableFileException {
        if (file.length > LARGEST_FILE) {
            throw new UnreadableFileException(
                    "The file is larger than 20 MB, far more than a class list or mark sheet. Save the sheet alone.");
        }
        if (starts(file, OLD_OFFICE)) {
            throw new UnreadableFileException(
                    "The file is protected by a password, or in the old .xls format. Save it as .xlsx without a password.");
        }
        if (PICTURES.stream().anyMatch(picture -> starts(file, picture))) {
            throw new UnreadableFileException(
                    "The file is a picture. Open the list it was taken from, and save that as a spreadsheet or CSV.");
        }
        if (starts(file, PDF)) {
            throw new UnreadableFileException(
                    "The file is a PDF. Save the list it was printed from as a spreadsheet or CSV.");
        }
        List<Sheet> sheets = starts(file, ZIP) ? ZippedSheets.read(file) : List.of(TextSheet.read(file));
        List<Sheet> filled = sheets.stream().filter(sheet -> !sheet.isEmpty()).toList();
        if (filled.isEmpty()) {
            throw new UnreadableFileException("The file is empty: it holds no text and no numbers.");
        }
        return filled;
    }

    /**
     * The longest page of a file: a spreadsheet often begins with one that only explains the others.
     *
     * @throws UnreadableFileException as {@link #read}
     */
    public static Sheet readLongest(byte[] file) throws UnreadableFileException {
        return read(file).stream()
                .max(Comparator.comparingInt(page -> page.rows().size()))
                .orElseThrow();
    }

    /**
     * Reads what was pasted from a spreadsheet or a page.
     *
     * @throws UnreadableFileException when it holds nothing, or is larger than any class list
     */
    public static Sheet readPaste(String text) throws UnreadableFileException {
        Sheet sheet = TextSheet.parse(text);
        if (sheet.isEmpty()) {
            throw new UnreadableFileException("Nothing was pasted: there is no text and no number.");
        }
        return sheet;
    }

    private static boolean starts(byte[] file, byte[] with) {
        if (file.length < with.length) {
            return false;
        }
        for (int i = 0; i < with.length; i++) {
            if (file[i] != with[i]) {
                return false;
            }
        }
        return true;
    }
}
