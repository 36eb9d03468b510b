package aestimo.app.ownform;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.account.AccountService;
import aestimo.app.handout.HandedOutService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFParagraph;
import org.apache.poi.xwpf.usermodel.XWPFTable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A school's own document as a letter: names in double braces are found however it was typed, and filled for each. */
@ExtendWith(RunningApp.class)
class OwnFormTest {
    private RunningApp app;
    private OwnClass own;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("Number\tFamily\tGiven\n7\tBrandt\tIlva\n8\tCastellan\tRui\n");
        String tests = own.addCategory("Tests");
        own.setBands("A", "80", "B", "50", "C", "0");
        own.addPiece("Quiz", tests, "2027-02-05", "20");
        own.type("Brandt", "Quiz", "12");
    }

    /** A paragraph of runs, as a word processor leaves them. */
    private static void add(XWPFDocument document, String... runs) {
        XWPFParagraph paragraph = document.createParagraph();
        for (int i = 0; i < runs.length; i++) {
            paragraph.createRun().setText(runs[i]);
            paragraph.getRuns().get(i).setBold(i % 2 == 1);
        }
    }

    private static byte[] bytes(XWPFDocument document) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        document.write(out);
        document.close();
        return out.toByteArray();
    }

    private String take(byte[] file) {
        return OwnClass.location(own.visitor().upload(own.base() + "/families/forms/new?span=year", "form", file));
    }

    private String refusal(byte[] file) {
        return String.join(
                " ",
                Html.texts(
                        own.visitor()
                                .upload(own.base() + "/families/forms/new?span=year", "form", file)
                                .body(),
                        "[role=alert] p"));
    }

    /** By file name, each document's text with tables and headers. */
    private Map<String, XWPFDocument> handedOut(String form) throws IOException {
        own.visitor().get(form);
        String at = form.replaceAll("/form\\?.*", "");
        byte[] zip = own.visitor()
                .postForFile(
                        at + "/paper?span=year",
                        "chosen",
                        own.student("Brandt"),
                        "chosen",
                        own.student("Castellan"),
                        "as",
                        "zip");
        Map<String, XWPFDocument> documents = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                documents.put(entry.getName(), new XWPFDocument(new ByteArrayInputStream(in.readAllBytes())));
            }
        }
        return documents;
    }

    private static String text(XWPFDocument document) {
        return document.getParagraphs().stream().map(XWPFParagraph::getText).collect(Collectors.joining("\n"));
    }

    @Test
    void namesAreFoundThoughTheWordProcessorSplitThemAndAreFilledForEach() throws IOException {
        XWPFDocument document = new XWPFDocument();
        document.createHeader(org.apache.poi.wp.usermodel.HeaderFooterType.DEFAULT)
                .createParagraph()
                .createRun()
                .setText("Report on {{name}}");
        add(document, "Dear {", "{gi", "ven}", "},");
        add(document, "your result is {{result as whole}} %, and {{they}} {{has/have}} 2 * 3_4 {curly} marks.");
        add(document, "{{pieces}}");
        XWPFTable table = document.createTable(1, 2);
        table.getRow(0).getCell(0).setText("Number");
        table.getRow(0).getCell(1).setText("{{number}}");
        add(document, "{{school-picture}}");
        String form = take(bytes(document));
        assertThat(form).contains("/form?");
        String page =
                own.visitor().get(form + "&student=" + own.student("Brandt")).body();
        assertThat(Html.text(page, ".letter-body"))
                .contains("Dear Ilva", "your result is 60 %, and they have 2 * 3_4 {curly} marks.", "Number 7");
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(300, 100, BufferedImage.TYPE_INT_RGB), "png", png);
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(AccountService.class).savePicture(own.teacher(), png.toByteArray());
            return null;
        });
        Map<String, XWPFDocument> documents = handedOut(form);
        assertThat(documents).containsOnlyKeys("7 Brandt Ilva.docx", "8 Castellan Rui.docx");
        XWPFDocument ilva = documents.get("7 Brandt Ilva.docx");
        assertThat(text(ilva))
                .contains("Dear Ilva", "your result is 60 %, and they have 2 * 3_4 {curly} marks.")
                .doesNotContain("{{", "Rui");
        assertThat(ilva.getHeaderList().get(0).getText()).contains("Report on Ilva Brandt");
        assertThat(ilva.getTables()).hasSize(2);
        assertThat(ilva.getTables().get(0).getText()).contains("Quiz").contains("12/20");
        assertThat(ilva.getTables().get(1).getText()).contains("7");
        assertThat(ilva.getAllPictures()).hasSize(1);
        // Who has no result is told an empty place, and it is something to look at before.
        assertThat(text(documents.get("8 Castellan Rui.docx"))).contains("your result is  %");
        String one = own.visitor()
                .get(form.replaceAll("/form\\?.*", "/one?span=year&student=" + own.student("Castellan")))
                .body();
        assertThat(Html.text(one, ".letter-people [aria-current]")).contains("no ");
        assertThat(ActingTeacher.as(
                        own.teacher(), () -> app.bean(HandedOutService.class).of(own.teacher(), own.id())))
                .hasSize(2)
                .allMatch(handed -> handed.how().equals("file"));
    }

    @Test
    void anUnknownNameIsRefusedWithItsParagraphAndTheNearestKnown() throws IOException {
        XWPFDocument document = new XWPFDocument();
        add(document, "Dear {{given}},");
        add(document, "you have {{resutl}} % in all.");
        add(document, "{{sentences:No such group}}");
        assertThat(refusal(bytes(document)))
                .contains("There is no {{resutl}}, in the paragraph “you have {{resutl}} % in all.”.")
                .contains("The nearest is {{result}}.")
                .contains("There is no {{sentences:No such group}}");
        assertThat(own.visitor().get(own.base() + "/families").body()).contains("No letter yet");
    }

    @Test
    void whatIsNoFormIsRefusedWithoutBeingOpened() throws IOException {
        XWPFDocument plain = new XWPFDocument();
        add(plain, "Dear all,");
        assertThat(refusal(bytes(plain))).contains("no name in double braces");
        assertThat(refusal("Dear {{given}}".getBytes(StandardCharsets.UTF_8)))
                .contains("That document cannot be opened");
        assertThat(refusal(new byte[0])).contains("Choose the document first");
        XWPFDocument good = new XWPFDocument();
        add(good, "Dear {{given}},");
        byte[] docx = bytes(good);
        assertThat(refusal(with(docx, "word/vbaProject.bin", new byte[10]))).contains("holds macros");
        assertThat(refusal(with(docx, "word/media/big.bin", new byte[70 * 1024 * 1024])))
                .contains("unpacks to far more than a letter");
        assertThat(refusal(new byte[11 * 1024 * 1024])).contains("larger than 10 MB");
        assertThat(refusal(java.util.Arrays.copyOf(docx, docx.length / 2))).contains("That document cannot be opened");
        XWPFDocument repeated = new XWPFDocument();
        add(repeated, "{{?given}} again {{/given}}");
        assertThat(refusal(bytes(repeated))).isNotEmpty();
        assertThat(own.visitor().get(own.base() + "/families").body()).contains("No letter yet");
    }

    /** The same zip file with an entry more. */
    private static byte[] with(byte[] file, String name, byte[] content) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(file));
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                zip.putNextEntry(new ZipEntry(entry.getName()));
                zip.write(in.readAllBytes());
            }
            zip.putNextEntry(new ZipEntry(name));
            zip.write(content);
        }
        return out.toByteArray();
    }

    @Test
    void aFormIsReplacedRenamedCopiedAndGivenBackAsItWasSent() throws IOException {
        XWPFDocument document = new XWPFDocument();
        add(document, "Dear {{given}},");
        byte[] sent = bytes(document);
        String form = take(sent);
        own.visitor().get(form);
        String letter = form.replaceAll("/form\\?.*", "");
        assertThat(own.visitor().download(letter + "/form.docx")).isEqualTo(sent);
        own.visitor().post(letter + "/name", "name", "Report of the school");
        String copied = OwnClass.location(own.visitor().post(letter + "/copy"));
        assertThat(own.visitor().download(copied.replaceAll("\\?.*", "") + "/form.docx"))
                .isEqualTo(sent);
        XWPFDocument other = new XWPFDocument();
        add(other, "Hello {{name}},");
        own.visitor().upload(letter + "/form", "form", bytes(other));
        String shown = form + "&student=" + own.student("Brandt");
        assertThat(Html.text(own.visitor().get(shown).body(), ".letter-body")).contains("Hello Ilva Brandt");
        assertThat(own.visitor().get(own.base() + "/families").body()).contains("Report of the school");
        // A replacement that will not do leaves the one there is.
        own.visitor().upload(letter + "/form", "form", new byte[] {1, 2, 3});
        assertThat(Html.text(own.visitor().get(shown).body(), ".letter-body")).contains("Hello Ilva Brandt");
        // What is made of blocks has no form.
        String blocks = OwnClass.location(own.visitor().post(own.base() + "/families/letters"));
        assertThat(own.visitor().get(blocks.replaceAll("\\?.*", "") + "/form").statusCode())
                .isEqualTo(404);
        assertThat(List.of(own.visitor().get(letter).statusCode())).containsExactly(302);
    }
}
