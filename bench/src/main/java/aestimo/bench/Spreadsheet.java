package aestimo.bench;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.rules.Averaging;
import java.io.IOException;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.FormulaEvaluator;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;

/**
 * The same class as a workbook with formulas for the percent of every piece, the average of every category, result, grade
 * and rank: what a teacher would otherwise keep. No drops and no ceilings.
 */
final class Spreadsheet implements AutoCloseable {
    private static final int HEAD = 1;

    private final XSSFWorkbook workbook = new XSSFWorkbook();
    private final Book book;
    private final int students;

    Spreadsheet(Book book) {
        this.book = book;
        this.students = book.students().size();
        Sheet marks = workbook.createSheet("marks");
        Sheet results = workbook.createSheet("results");
        Sheet bands = workbook.createSheet("bands");
        List<Band> fromBelow = book.boundaries().bands();
        for (int i = 0; i < fromBelow.size(); i++) {
            Band band = fromBelow.get(fromBelow.size() - 1 - i);
            Row row = bands.createRow(i);
            row.createCell(0).setCellValue(band.from().exact().toDecimal(4).doubleValue());
            row.createCell(1).setCellValue(band.label());
        }
        Row outOfs = marks.createRow(0);
        for (int student = 0; student < students; student++) {
            marks.createRow(HEAD + student);
            results.createRow(HEAD + student);
        }
        int column = 0;
        for (int i = 0; i < book.assessments().size(); i++) {
            Assessment piece = book.assessments().get(i);
            for (int part = 0; part < piece.entryCount(); part++) {
                outOfs.createCell(column).setCellValue(piece.outOf(part).value().doubleValue());
                for (int student = 0; student < students; student++) {
                    put(marks.getRow(HEAD + student).createCell(column), book.entry(student, i, part));
                }
                column++;
            }
            for (int student = 0; student < students; student++) {
                results.getRow(HEAD + student).createCell(i).setCellFormula(percent(piece, student, column));
            }
        }
        for (int student = 0; student < students; student++) {
            formulas(results.getRow(HEAD + student), student);
        }
    }

    private static void put(Cell cell, Entry entry) {
        if (entry.is(EntryKind.NOT_HANDED_IN)) {
            cell.setCellValue(0);
        } else {
            entry.mark().ifPresent(mark -> cell.setCellValue(mark.value().doubleValue()));
        }
    }

    private static String at(int column, int row) {
        return CellReference.convertNumToColString(column) + (row + 1);
    }

    /** @param end the column behind the piece's last */
    private static String percent(Assessment piece, int student, int end) {
        int row = HEAD + student;
        if (!piece.hasParts()) {
            String mark = "marks!" + at(end - 1, row);
            return "IF(ISNUMBER(" + mark + "),100*" + mark + "/marks!" + at(end - 1, 0) + ",\"\")";
        }
        int first = end - piece.entryCount();
        String weighted = IntStream.range(0, piece.entryCount())
                .mapToObj(part -> piece.parts().get(part).weight() + "*100*SUM(marks!" + at(first + part, row)
                        + ")/marks!" + at(first + part, 0))
                .collect(Collectors.joining("+"));
        String weights = IntStream.range(0, piece.entryCount())
                .mapToObj(part -> piece.parts().get(part).weight() + "*ISNUMBER(marks!" + at(first + part, row) + ")")
                .collect(Collectors.joining("+"));
        return "IF((" + weights + ")=0,\"\",(" + weighted + ")/(" + weights + "))";
    }

    private void formulas(Row row, int student) {
        int pieces = book.assessments().size();
        int at = HEAD + student;
        for (int i = 0; i < book.categories().size(); i++) {
            row.createCell(pieces + i).setCellFormula(average(i, at));
        }
        String weighted = IntStream.range(0, book.categories().size())
                .mapToObj(i -> book.categories().get(i).weight() + "*SUM(" + at(pieces + i, at) + ")")
                .collect(Collectors.joining("+"));
        String weights = IntStream.range(0, book.categories().size())
                .mapToObj(i -> book.categories().get(i).weight() + "*ISNUMBER(" + at(pieces + i, at) + ")")
                .collect(Collectors.joining("+"));
        int result = pieces + book.categories().size();
        row.createCell(result).setCellFormula("ROUND((" + weighted + ")/(" + weights + "),1)");
        int bands = book.boundaries().bands().size();
        row.createCell(result + 1)
                .setCellFormula("LOOKUP(" + at(result, at) + ",bands!A1:A" + bands + ",bands!B1:B" + bands + ")");
        String column = CellReference.convertNumToColString(result);
        row.createCell(result + 2)
                .setCellFormula(
                        "RANK(" + at(result, at) + "," + column + (HEAD + 1) + ":" + column + (HEAD + students) + ")");
    }

    private String average(int category, int row) {
        List<Integer> own = IntStream.range(0, book.assessments().size())
                .filter(i -> book.categories().indexOf(book.categoryOf(i)) == category)
                .boxed()
                .toList();
        if (book.categories().get(category).averaging() == Averaging.EQUAL) {
            return "AVERAGE(" + own.stream().map(i -> at(i, row)).collect(Collectors.joining(",")) + ")";
        }
        String top = own.stream()
                .map(i -> book.assessments().get(i).outOf() + "*SUM(" + at(i, row) + ")")
                .collect(Collectors.joining("+"));
        String bottom = own.stream()
                .map(i -> book.assessments().get(i).outOf() + "*ISNUMBER(" + at(i, row) + ")")
                .collect(Collectors.joining("+"));
        return "(" + top + ")/(" + bottom + ")";
    }

    /** Computes every formula anew. */
    double evaluate() {
        FormulaEvaluator evaluator = workbook.getCreationHelper().createFormulaEvaluator();
        evaluator.evaluateAll();
        int result = book.assessments().size() + book.categories().size();
        return workbook.getSheet("results").getRow(HEAD).getCell(result).getNumericCellValue();
    }

    @Override
    public void close() throws IOException {
        workbook.close();
    }
}
