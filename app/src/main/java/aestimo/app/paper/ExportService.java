package aestimo.app.paper;

import aestimo.app.account.AccountService;
import aestimo.app.account.AccountSettings;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Plain;
import aestimo.app.picture.Rail;
import aestimo.app.store.TeacherId;
import aestimo.app.web.Download;
import aestimo.core.book.Category;
import aestimo.core.boundary.Band;
import aestimo.core.rules.Averaging;
import aestimo.exchange.table.OdsTable;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import aestimo.exchange.table.XlsxTable;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.springframework.stereotype.Service;

/** Answers a page's table as CSV, as a workbook or as PDF. */
@Service
public class ExportService {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.UK);

    private final Paper paper;
    private final AccountService accounts;
    private final Clock clock;

    ExportService(Paper paper, AccountService accounts, Clock clock) {
        this.paper = paper;
        this.accounts = accounts;
        this.clock = clock;
    }

    /**
     * What is exported.
     *
     * @param table in its title the class and the span
     * @param leading how many columns name a row
     * @param more further sheets of a workbook, such as weights and boundaries
     * @param rail a picture over the table on paper
     */
    public record Export(
            String heading, String span, Table table, int leading, List<Table> more, Optional<Rail> rail) {}

    /**
     * Answers it in the format that an address ends in.
     *
     * @param ending {@code csv}, {@code xlsx}, {@code ods} or {@code pdf}
     */
    public void answer(TeacherId teacher, Export export, String ending, HttpServletResponse response)
            throws IOException {
        if (!ending.equals("pdf")) {
            List<Table> sheets = new ArrayList<>();
            sheets.add(export.table());
            sheets.addAll(export.more());
            sheets(sheets, ending, response);
            return;
        }
        byte[] whole = onOnePage(teacher, export, PaperTable.of(export.table(), export.leading()));
        Download.file(response, export.table().title(), "application/pdf", ".pdf", whole);
    }

    /** A second page for the last row or two is spared where a somewhat smaller type does it. */
    private byte[] onOnePage(TeacherId teacher, Export export, PaperTable table) throws IOException {
        Map<String, Object> model = new HashMap<>();
        model.put("ruled", false);
        model.put("rail", export.rail());
        model.put("table", table);
        byte[] first = pdf(teacher, export.heading(), export.span(), "table", model);
        Optional<PaperTable> smaller = pages(first) == 2 ? table.smaller() : Optional.empty();
        while (smaller.isPresent()) {
            model.put("table", smaller.get());
            byte[] whole = pdf(teacher, export.heading(), export.span(), "table", model);
            if (pages(whole) == 1) {
                return whole;
            }
            smaller = smaller.get().smaller();
        }
        return first;
    }

    private static int pages(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return document.getNumberOfPages();
        }
    }

    /**
     * Answers tables as a sheet each; the first alone where the format has but one.
     *
     * @param ending {@code csv}, {@code xlsx} or {@code ods}
     */
    public void sheets(List<Table> tables, String ending, HttpServletResponse response) throws IOException {
        sheets(tables, tables.get(0).title(), ending, response);
    }

    /** @param title what the file is called, where that is not the name of its first sheet */
    public void sheets(List<Table> tables, String title, String ending, HttpServletResponse response)
            throws IOException {
        switch (ending) {
            case "csv" -> Download.csv(response, tables.get(0));
            case "ods" ->
                Download.file(
                        response,
                        title,
                        "application/vnd.oasis.opendocument.spreadsheet",
                        ".ods",
                        out -> OdsTable.write(tables, out));
            default ->
                Download.file(
                        response,
                        title,
                        "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
                        ".xlsx",
                        out -> XlsxTable.write(tables, out));
        }
    }

    /**
     * What a template for paper shows a table by.
     *
     * @param leading how many columns name a row
     * @param ruled whether there are lines between the columns, to be written between
     */
    public Map<String, Object> laid(Table table, int leading, boolean ruled) {
        Map<String, Object> model = new HashMap<>();
        model.put("table", PaperTable.of(table, leading));
        model.put("ruled", ruled);
        model.put("rail", Optional.empty());
        return model;
    }

    /**
     * Answers a page of its own as PDF.
     *
     * @param template among those for paper
     * @param model what the template shows beside the heading
     * @param name of the file, without its ending
     */
    public void pdf(
            TeacherId teacher,
            String heading,
            String span,
            String template,
            Map<String, Object> model,
            String name,
            HttpServletResponse response)
            throws IOException {
        byte[] whole = pdf(teacher, heading, span, template, model);
        Download.file(response, name, "application/pdf", ".pdf", whole);
    }

    /** The same as a file, made whole before any of it is sent, so that nobody gets half of it. */
    public byte[] pdf(TeacherId teacher, String heading, String span, String template, Map<String, Object> model)
            throws IOException {
        ByteArrayOutputStream whole = new ByteArrayOutputStream();
        paper.write(template, headed(teacher, heading, span, model), whole);
        return whole.toByteArray();
    }

    /** The same as the next part of a larger file. */
    public void pdf(
            TeacherId teacher, String heading, String span, String template, Map<String, Object> model, PdfInParts into)
            throws IOException {
        paper.lay(template, headed(teacher, heading, span, model), into);
    }

    private Map<String, Object> headed(TeacherId teacher, String heading, String span, Map<String, Object> model) {
        AccountSettings look = accounts.look(teacher);
        Map<String, Object> headed = new HashMap<>(model);
        headed.putIfAbsent("lines", accounts.listLines(teacher));
        headed.put("heading", heading);
        headed.put("span", span);
        headed.put("school", look.school());
        headed.put("teacher", look.name());
        headed.put("today", LocalDate.now(clock).format(DAY));
        return headed;
    }

    /** How the results of a class are made: the sheet that goes with its tables. */
    public static Table groundwork(ClassBook classBook) {
        List<List<Cell>> rows = new ArrayList<>();
        for (Category category : classBook.book().categories()) {
            rows.add(List.of(
                    Cell.of("category"),
                    Cell.of(category.name()),
                    Cell.of(category.weight().value()),
                    Cell.of((category.averaging() == Averaging.EQUAL ? "each assessment alike" : "by points")
                            + (category.dropLowest() > 0 ? ", lowest " + category.dropLowest() + " dropped" : "")
                            + (category.counts() ? "" : ", practice"))));
        }
        for (Band band : classBook.book().boundaries().bands()) {
            rows.add(List.of(
                    Cell.of("grade"),
                    Cell.of(band.label()),
                    Cell.of(new BigDecimal(Plain.words(band.from()))),
                    Cell.of(band.words())));
        }
        return new Table("Weights and boundaries", List.of("What", "Name", "Weight or from %", "How"), rows);
    }
}
