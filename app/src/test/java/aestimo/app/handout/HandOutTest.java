package aestimo.app.handout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.book.BookService;
import aestimo.app.frame.OpenClass;
import aestimo.app.jobs.Job;
import aestimo.app.jobs.JobService;
import aestimo.app.letters.Block;
import aestimo.app.letters.LetterService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Await;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Student;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.zip.ZipInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureTreeRoot;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Letters leaving on paper and as files: kept as they left, many of them by a job that is done once or not at all. */
@ExtendWith(RunningApp.class)
class HandOutTest {
    private static final int MANY = 45;

    private RunningApp app;
    private OwnClass own;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
    }

    private <T> T run(Supplier<T> work) {
        return ActingTeacher.as(own.teacher(), work);
    }

    private void students(int count) {
        StringBuilder pasted = new StringBuilder("Number\tFamily\tGiven\n");
        for (int i = 0; i < count; i++) {
            pasted.append(i + 1)
                    .append("\tFamily")
                    .append((char) ('A' + i % 26))
                    .append(i)
                    .append("\tGiven")
                    .append(i);
            pasted.append('\n');
        }
        own.addStudents(pasted.toString());
    }

    private OpenClass open() {
        return run(() -> HandOut.open(
                own.teacher(), app.bean(BookService.class).open(own.teacher(), own.id()), Map.of("span", "year")));
    }

    private long letter(String words) {
        return run(() -> app.bean(LetterService.class).add(own.teacher(), "Letter", List.of(Block.ofWords(words))));
    }

    private List<Long> everybody() {
        return open().book().students().stream()
                .map(student -> Long.parseLong(student.id().text()))
                .toList();
    }

    private HandOut how(long letter, HandOut.As as, boolean duplex, int perPage) {
        return new HandOut(letter, Map.of("span", "year"), everybody(), as, duplex, perPage, false, false);
    }

    private HandOutService.Outcome handOut(HandOut how, String token) {
        return run(() -> app.bean(HandOutService.class).handOut(open(), how, token));
    }

    private byte[] file(HandOut how) {
        return handOut(how, UUID.randomUUID().toString()).file().orElseThrow().bytes();
    }

    private List<HandedOutService.HandedOut> handed() {
        return run(() -> app.bean(HandedOutService.class).of(own.teacher(), own.id()));
    }

    private Job job(Job job) {
        return run(() -> app.bean(JobService.class).job(own.teacher(), own.id(), job.id()));
    }

    private static List<String> pages(byte[] pdf) {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            List<String> pages = new ArrayList<>();
            PDFTextStripper stripper = new PDFTextStripper();
            for (int page = 1; page <= document.getNumberOfPages(); page++) {
                stripper.setStartPage(page);
                stripper.setEndPage(page);
                pages.add(stripper.getText(document).strip());
            }
            return pages;
        } catch (IOException broken) {
            throw new java.io.UncheckedIOException(broken);
        }
    }

    @Test
    void whatLeftIsKeptByteForByteAndServedAgain() {
        students(3);
        String at = own.base() + "/families/letters/" + letter("Dear {given}.");
        String chosen = Long.toString(everybody().get(0));
        byte[] sent = own.visitor().postForFile(at + "/paper?span=year", "chosen", chosen);
        long file = handed().get(0).file().orElseThrow();
        assertThat(own.visitor().download(own.base() + "/families/files/" + file))
                .isEqualTo(sent);
        assertThat(run(() -> app.bean(HandedOutService.class).file(own.teacher(), own.id(), file))
                        .sha256())
                .matches("[0-9a-f]{64}");
        assertThat(own.visitor().get(own.base() + "/families/handed-out").body())
                .contains("/families/files/" + file, "as it left");
        // Neither another class nor another teacher has it.
        OwnClass other = own.another("9C");
        assertThat(own.visitor().get(other.base() + "/families/files/" + file).statusCode())
                .isEqualTo(404);
        assertThat(new OwnClass(app, "")
                        .visitor()
                        .get(own.base() + "/families/files/" + file)
                        .statusCode())
                .isEqualTo(404);
    }

    @Test
    void manyLettersAreAJobThatMakesOneFileOnceHoweverOftenTheFormIsSent() {
        students(MANY);
        HandOut how = how(letter("Dear {given}, you are number {number}."), HandOut.As.PDF, true, 1);
        String token = UUID.randomUUID().toString();
        Job begun = handOut(how, token).job().orElseThrow();
        assertThat(handOut(how, token).job().orElseThrow().id()).isEqualTo(begun.id());
        Await.until("the letters are made", () -> !job(begun).isDue());
        Job done = job(begun);
        assertThat(done.isFinished()).isTrue();
        assertThat(done.done()).isEqualTo(MANY);
        byte[] pdf = run(() -> app.bean(HandedOutService.class)
                        .file(own.teacher(), own.id(), done.file().orElseThrow()))
                .bytes();
        // Each begins the front of a sheet, also where two parts of the file meet.
        List<String> pages = pages(pdf);
        assertThat(pages).hasSize(2 * MANY - 1);
        for (int i = 0; i < MANY; i++) {
            assertThat(pages.get(2 * i)).contains("Dear Given", "you are number", "page 1 of 1");
            assertThat(i == MANY - 1 ? "" : pages.get(2 * i + 1)).isEmpty();
        }
        assertThat(String.join("\n", pages)).contains("number 1.", "number " + MANY + ".");
        readsAsOneDocument(pdf, open().book().students());
        assertThat(handed()).hasSize(MANY).allMatch(one -> one.file().equals(done.file()));
        String page =
                own.visitor().get(own.base() + "/families/jobs/" + begun.id()).body();
        assertThat(Html.text(page, ".job .notice")).contains("It is made.");
    }

    /** A bookmark for each letter leads to its page, and what a screen reader follows leads back to the page it is read from. */
    private static void readsAsOneDocument(byte[] pdf, List<Student> students) {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            int letter = 0;
            for (PDOutlineItem item :
                    document.getDocumentCatalog().getDocumentOutline().children()) {
                assertThat(item.getTitle()).isEqualTo(students.get(letter).listName());
                assertThat(document.getPages().indexOf(item.findDestinationPage(document)))
                        .isEqualTo(2 * letter);
                letter++;
            }
            assertThat(letter).isEqualTo(MANY);
            PDStructureTreeRoot tags = document.getDocumentCatalog().getStructureTreeRoot();
            assertThat(tags.getKids()).hasSize(1);
            COSArray numbers = tags.getParentTree().getCOSObject().getCOSArray(COSName.NUMS);
            Set<Integer> seen = new HashSet<>();
            for (int i = 0; i < MANY; i++) {
                PDPage page = document.getPage(2 * i);
                int place = page.getStructParents();
                assertThat(seen.add(place))
                        .as("page %d has a number of its own", i)
                        .isTrue();
                assertThat(numbers.getInt(2 * place)).isEqualTo(place);
                COSArray elements = (COSArray) numbers.getObject(2 * place + 1);
                assertThat(elements).isNotEmpty();
                for (int element = 0; element < elements.size(); element++) {
                    COSDictionary tag = (COSDictionary) elements.getObject(element);
                    assertThat(tag.getCOSDictionary(COSName.PG)).isSameAs(page.getCOSObject());
                    COSDictionary top = tag;
                    while (top.getCOSDictionary(COSName.P) != null) {
                        top = top.getCOSDictionary(COSName.P);
                    }
                    assertThat(top).isSameAs(tags.getCOSObject());
                }
            }
        } catch (IOException broken) {
            throw new java.io.UncheckedIOException(broken);
        }
    }

    @Test
    void aJobThatIsStoppedLeavesNothingBehind() {
        students(MANY);
        HandOut how = how(letter("Dear {given}."), HandOut.As.ZIP, false, 1);
        Job begun = handOut(how, UUID.randomUUID().toString()).job().orElseThrow();
        Await.until("some are made", () -> job(begun).done() > 0);
        own.visitor().post(own.base() + "/families/jobs/" + begun.id() + "/stop");
        Await.until("the work has stopped", () -> job(begun).state() == Job.State.STOPPED);
        String page =
                own.visitor().get(own.base() + "/families/jobs/" + begun.id()).body();
        assertThat(Html.text(page, ".job .notice")).contains("It was stopped.", "Nothing was handed out.");
        assertThat(handed()).isEmpty();
        assertThat(job(begun).file()).isEmpty();
    }

    @Test
    void aJobGoesOnAfterItsDatabaseWasAway() throws Exception {
        students(MANY);
        HandOut how = how(letter("Dear {given}."), HandOut.As.ZIP, false, 1);
        Job begun = handOut(how, UUID.randomUUID().toString()).job().orElseThrow();
        Await.until("some are made", () -> job(begun).done() > 0);
        app.whileDatabaseIsAway(() -> null);
        Await.until("the letters are made", () -> !job(begun).isDue());
        assertThat(job(begun).state()).as(job(begun).said()).isEqualTo(Job.State.DONE);
        assertThat(handed()).hasSize(MANY);
    }

    @Test
    void aZipOfManyHasAFileForEachThoughTwoWouldHaveOneName() throws IOException {
        own.addStudents("Bra/ndt, Ilva\nBra?ndt, Ilva\n");
        byte[] zip = file(how(letter("Dear {given}."), HandOut.As.ZIP, false, 1));
        List<String> names = new ArrayList<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (var entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                names.add(entry.getName());
            }
        }
        assertThat(names).containsExactly("Bra_ndt Ilva.pdf", "Bra_ndt Ilva 2.pdf");
    }

    @Test
    void twoOrFourMarkSheetsShareAPageWithTheirNumbersTheRightWayRound() throws IOException {
        students(5);
        long letter = run(() -> app.bean(LetterService.class)
                .add(
                        own.teacher(),
                        "Letter",
                        List.of(
                                Block.of(Block.Kind.HEADING),
                                Block.ofWords("Dear {given}, number {number}."),
                                Block.of(Block.Kind.PIECES))));
        String tests = own.addCategory("Tests");
        own.addPiece("A piece of work with quite a long title", tests, "2027-02-05", "20");
        for (int perPage : List.of(2, 4)) {
            byte[] pdf = file(how(letter, HandOut.As.PDF, false, perPage));
            List<String> pages = pages(pdf);
            assertThat(pages).as("%d a page", perPage).hasSize((5 + perPage - 1) / perPage);
            for (int i = 0; i < 5; i++) {
                assertThat(pages.get(i / perPage)).contains("number " + (i + 1) + ".");
            }
            try (PDDocument document = Loader.loadPDF(pdf)) {
                assertThat(document.getPage(0).getMediaBox().getWidth()).isEqualTo(PDRectangle.A4.getWidth());
                assertThat(document.getPage(0).getMediaBox().getHeight()).isEqualTo(PDRectangle.A4.getHeight());
            }
        }
    }

    @Test
    void lettersLongerThanWantedAreNamedAndHeldUntilTheyMay() {
        students(2);
        long letter = letter("Dear {given}.\n" + "A long sentence that takes its place on the page. ".repeat(150));
        run(() -> {
            LetterService letters = app.bean(LetterService.class);
            var made = letters.letter(own.teacher(), letter);
            letters.save(
                    own.teacher(),
                    aestimo.app.figures.ClassFigures.of(open()),
                    new aestimo.app.letters.Letter(letter, "Letter", made.blocks(), false, made.version(), 1, ""));
            return null;
        });
        HandOut how = how(letter, HandOut.As.PDF, false, 1);
        assertThatThrownBy(() -> file(how))
                .isInstanceOf(FormException.class)
                .hasMessageContaining("2 letters are longer than 1 page: FamilyA0, Given0; FamilyB1, Given1")
                .hasMessageContaining("Nothing was handed out");
        assertThat(handed()).isEmpty();
        // The page counts them once they are laid out, and keeps what was ticked where it is refused.
        String lengths = own.visitor()
                .get(own.base() + "/families/letters/" + letter + "/lengths?span=year")
                .body();
        assertThat(Html.texts(lengths, "a")).hasSize(2).allMatch(words -> words.contains("pages"));
        String page = own.visitor()
                .post(
                        own.base() + "/families/letters/" + letter + "/paper?span=year",
                        "chosen",
                        Long.toString(everybody().get(1)),
                        "duplex",
                        "true")
                .body();
        assertThat(Html.texts(page, "tr:has([name=chosen][checked])")).hasSize(1);
        assertThat(Html.texts(page, "label:has([name=duplex][checked])")).hasSize(1);
        HandOut allowed = new HandOut(letter, how.dates(), how.chosen(), how.as(), false, 1, false, true);
        assertThat(pages(file(allowed))).hasSizeGreaterThan(2);
        assertThat(handed()).hasSize(2);
    }

    @Test
    void aFileThatNothingRefersToWaitsAWeek() throws SQLException {
        students(1);
        long letter = letter("Dear {given}.");
        HandOut draft = new HandOut(letter, Map.of(), everybody(), HandOut.As.PDF, false, 1, true, true);
        long drafted = handOut(draft, "").file().orElseThrow().id();
        long recorded = handOut(how(letter, HandOut.As.PDF, false, 1), "")
                .file()
                .orElseThrow()
                .id();
        forgetBefore("now() - interval '7 days'");
        assertThat(run(() -> app.bean(HandedOutService.class).file(own.teacher(), own.id(), drafted)))
                .isNotNull();
        // The demo's clock stands in another year than the database's.
        forgetBefore("timestamptz '2027-03-05'");
        assertThatThrownBy(() -> run(() -> app.bean(HandedOutService.class).file(own.teacher(), own.id(), drafted)))
                .isInstanceOf(NotFoundException.class);
        assertThat(run(() -> app.bean(HandedOutService.class).file(own.teacher(), own.id(), recorded)))
                .isNotNull();
    }

    private void forgetBefore(String day) throws SQLException {
        try (Connection connection = DriverManager.getConnection(
                        app.cluster().url(), "aestimo_app", app.cluster().password("app"));
                Statement statement = connection.createStatement()) {
            statement.execute("SELECT forget_old_files(" + day + ")");
        }
    }

    @Test
    void nobodyChosenAnEmptyLetterAndAJobTooManyAreRefused() {
        students(MANY);
        long letter = letter("Dear {given}.");
        assertThatThrownBy(() -> handOut(
                        new HandOut(letter, Map.of(), List.of(999_999L), HandOut.As.PDF, false, 1, false, false), "t"))
                .hasMessageContaining("Tick the students");
        long empty = run(() -> app.bean(LetterService.class).add(own.teacher(), "Empty", List.of()));
        assertThatThrownBy(() -> handOut(how(empty, HandOut.As.PDF, false, 1), "t"))
                .hasMessageContaining("The letter has no blocks yet");
        assertThatThrownBy(() -> handOut(how(letter, HandOut.As.PDF, false, 1), ""))
                .hasMessageContaining("Open the page again");
        assertThat(handed()).isEmpty();
    }
}
