package aestimo.app.paper;

import aestimo.app.guard.FairTurns;
import aestimo.app.store.ActingTeacher;
import com.openhtmltopdf.css.sheet.FontFaceRule;
import com.openhtmltopdf.extend.FSStream;
import com.openhtmltopdf.extend.SVGDrawer;
import com.openhtmltopdf.extend.impl.FSDefaultCacheStore;
import com.openhtmltopdf.layout.SharedContext;
import com.openhtmltopdf.pdfboxout.PdfBoxRenderer;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.render.DefaultObjectDrawerFactory;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.Reader;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/**
 * Makes PDFs out of page templates. These are well-formed, and everything they need ships with the application: nothing
 * is fetched from anywhere.
 */
@Component
class Paper {
    private static final String SCHEME = "paper";

    static {
        // Its own log would tell what stands on a page.
        XRLog.setLoggingEnabled(false);
    }

    /** Reading the fonts takes longer than laying out a page. */
    private static final FSDefaultCacheStore FONT_METRICS = new FSDefaultCacheStore();

    /** One at a time, since laying out a whole class takes a good part of the server's memory. */
    private final FairTurns turns = new FairTurns(1, Duration.ofSeconds(60));

    private final ITemplateEngine templates;
    private final SVGDrawer pictures = new Pictures();

    Paper(ITemplateEngine templates) {
        this.templates = templates;
    }

    /**
     * Makes a whole paper, in this teacher's turn.
     *
     * @param out not closed
     */
    void write(String template, Map<String, Object> model, OutputStream out) throws IOException {
        FairTurns.Turn turn = turn();
        try {
            PdfRendererBuilder builder = builder(template, model);
            builder.toStream(out);
            builder.run();
        } finally {
            turn.close();
        }
    }

    private FairTurns.Turn turn() {
        return turns.begin(
                ActingTeacher.current().<Object>map(teacher -> teacher).orElse(""));
    }

    /** Lays out a part of a file. */
    void lay(String template, Map<String, Object> model, PdfInParts into) throws IOException {
        FairTurns.Turn turn = turn();
        try {
            layInTurn(builder(template, model), into);
        } finally {
            turn.close();
        }
    }

    private static void layInTurn(PdfRendererBuilder builder, PdfInParts into) throws IOException {
        builder.usePDDocument(into.document());
        try (PdfBoxRenderer renderer = builder.buildPdfRenderer()) {
            renderer.createPDFWithoutClosing();
            into.setAside();
        }
    }

    private PdfRendererBuilder builder(String template, Map<String, Object> model) {
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.withHtmlContent(templates.process("paper/" + template, new Context(Locale.UK, model)), SCHEME + ":///");
        builder.useSVGDrawer(pictures);
        DefaultObjectDrawerFactory drawers = new DefaultObjectDrawerFactory();
        drawers.registerDrawer(StripDrawer.TYPE, new StripDrawer());
        builder.useObjectDrawerFactory(drawers);
        builder.usePdfUaAccessibility(true);
        builder.useProtocolsStreamImplementation(Shipped::of, SCHEME);
        builder.withProducer("Aestimo");
        builder.useCacheStore(PdfRendererBuilder.CacheStore.PDF_FONT_METRICS, FONT_METRICS);
        return builder;
    }

    /** Reads the fonts for pictures once: they are the same on every paper. */
    private static final class Pictures extends BatikSVGDrawer {
        private boolean hasFonts;

        @Override
        public void importFontFaceRules(List<FontFaceRule> rules, SharedContext shared) {
            if (!hasFonts) {
                super.importFontFaceRules(rules, shared);
                hasFonts = true;
            }
        }

        /** Called after each paper; the fonts stay. */
        @Override
        public void close() {
            // Nothing else is held.
        }
    }

    /** A style sheet or font of the application. */
    private record Shipped(ClassPathResource resource) implements FSStream {
        static Shipped of(String address) {
            return new Shipped(new ClassPathResource(
                    SCHEME + URI.create(address).normalize().getPath()));
        }

        @Override
        public InputStream getStream() {
            try {
                return resource.getInputStream();
            } catch (IOException missing) {
                throw new IllegalStateException("the application lacks " + resource.getPath(), missing);
            }
        }

        @Override
        public Reader getReader() {
            return new InputStreamReader(getStream(), StandardCharsets.UTF_8);
        }
    }
}
