package aestimo.app.handout;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.multipdf.LayerUtility;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.util.Matrix;

/** Pages put side by side on sheets to cut. */
final class CutSheets {
    private static final float[] DASHES = {3, 3};
    private static final float CUT_WIDTH = 0.5f;
    private static final float CUT_GREY = 0.6f;

    private CutSheets() {}

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
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            sheets.save(out);
            return out.toByteArray();
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
