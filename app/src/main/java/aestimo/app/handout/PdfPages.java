package aestimo.app.handout;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.multipdf.LayerUtility;
import org.apache.pdfbox.multipdf.PDFMergerUtility;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;
import org.apache.pdfbox.util.Matrix;

/** What is done with pages once they are laid out: joined, counted, put side by side on sheets to cut. */
final class PdfPages {
    private static final float[] DASHES = {3, 3};
    private static final float CUT_WIDTH = 0.5f;
    private static final float CUT_GREY = 0.6f;

    private PdfPages() {}

    /** One file of several. */
    static byte[] joined(List<byte[]> parts) throws IOException {
        if (parts.size() == 1) {
            return parts.get(0);
        }
        PDFMergerUtility merger = new PDFMergerUtility();
        parts.forEach(part -> merger.addSource(new RandomAccessReadBuffer(part)));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        merger.setDestinationStream(out);
        merger.mergeDocuments(null);
        return out.toByteArray();
    }

    /**
     * For printing on both sides: a blank back behind each letter that ends on a front, so that the next begins a sheet.
     *
     * @param lengths of the letters, in their order
     */
    static byte[] withBlankBacks(byte[] pdf, List<Integer> lengths) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            int end = 0;
            for (int length : lengths.subList(0, Math.max(0, lengths.size() - 1))) {
                end += length;
                if (length % 2 == 1) {
                    PDPage last = document.getPage(end - 1);
                    document.getPages().insertAfter(new PDPage(last.getMediaBox()), last);
                    end++;
                }
            }
            return saved(document);
        }
    }

    private static byte[] saved(PDDocument document) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        document.save(out);
        return out.toByteArray();
    }

    /** How many pages each letter takes, in their order: as many as there are bookmarks. */
    static List<Integer> lengths(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            List<Integer> begins = new ArrayList<>();
            if (document.getDocumentCatalog().getDocumentOutline() != null) {
                for (PDOutlineItem item :
                        document.getDocumentCatalog().getDocumentOutline().children()) {
                    begins.add(document.getPages().indexOf(item.findDestinationPage(document)));
                }
            }
            List<Integer> lengths = new ArrayList<>();
            for (int i = 0; i < begins.size(); i++) {
                int end = i + 1 < begins.size() ? begins.get(i + 1) : document.getNumberOfPages();
                lengths.add(end - begins.get(i));
            }
            return lengths;
        }
    }

    /**
     * Pages put side by side on sheets of A4, with lines to cut along.
     *
     * @param perPage 2, one above the other, or 4
     */
    static byte[] onSheets(byte[] pdf, int perPage) throws IOException {
        int columns = perPage / 2;
        float width = PDRectangle.A4.getWidth() / columns;
        float height = PDRectangle.A4.getHeight() / 2;
        try (PDDocument pages = Loader.loadPDF(pdf);
                PDDocument sheets = new PDDocument()) {
            LayerUtility layers = new LayerUtility(sheets);
            for (int first = 0; first < pages.getNumberOfPages(); first += perPage) {
                PDPage sheet = new PDPage(PDRectangle.A4);
                sheets.addPage(sheet);
                try (PDPageContentStream pen = new PDPageContentStream(sheets, sheet)) {
                    for (int i = 0; i < perPage && first + i < pages.getNumberOfPages(); i++) {
                        PDFormXObject page = layers.importPageAsForm(pages, first + i);
                        pen.saveGraphicsState();
                        pen.transform(
                                Matrix.getTranslateInstance((i % columns) * width, (i < columns ? 1 : 0) * height));
                        pen.drawForm(page);
                        pen.restoreGraphicsState();
                    }
                    cut(pen, columns, width, height);
                }
            }
            sheets.getDocumentInformation()
                    .setTitle(pages.getDocumentInformation().getTitle());
            sheets.getDocumentInformation()
                    .setAuthor(pages.getDocumentInformation().getAuthor());
            return saved(sheets);
        }
    }

    private static void cut(PDPageContentStream pen, int columns, float width, float height) throws IOException {
        pen.setLineDashPattern(DASHES, 0);
        pen.setLineWidth(CUT_WIDTH);
        pen.setStrokingColor(CUT_GREY);
        pen.moveTo(0, height);
        pen.lineTo(PDRectangle.A4.getWidth(), height);
        if (columns > 1) {
            pen.moveTo(width, 0);
            pen.lineTo(width, PDRectangle.A4.getHeight());
        }
        pen.stroke();
    }
}
