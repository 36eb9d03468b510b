package aestimo.app.letters;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.OpenClass;
import aestimo.app.goals.GoalsMaker;
import aestimo.app.handout.HandedOutService;
import aestimo.app.letters.SentenceGroup.Only;
import aestimo.app.letters.SentenceGroup.Stretch;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFParagraph;
import org.apache.poi.xwpf.usermodel.XWPFTableCell;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Letters of a class: what each student is told, what is to be looked at before, and how they leave. */
@ExtendWith(RunningApp.class)
class LettersTest {
    private RunningApp app;
    private OwnClass own;
    private Visitor visitor;
    private String tests;

    /** Six students; Quiz is out of 20, Essay out of 10; Eberly has nothing yet. */
    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        visitor = own.visitor();
        own.addStudents("Aldous, Wren\nBrandt, Ilva\nCastellan, Rui\nDunmore, Fenna\nEberly, Jonah\nFarrow, Tomas\n");
        tests = own.addCategory("Tests");
        own.setBands("A", "80", "B", "50", "C", "0");
        own.addPiece("Quiz", tests, "2027-02-05", "20");
        own.addPiece("Essay", tests, "2027-02-12", "10");
        type("Quiz", "Aldous 18", "Brandt 12", "Castellan 11", "Dunmore 13", "Eberly x", "Farrow 4");
        type("Essay", "Aldous 9", "Brandt x", "Castellan 6", "Dunmore 7", "Eberly x", "Farrow 2");
    }

    private void type(String piece, String... typed) {
        Arrays.stream(typed).map(one -> one.split(" ")).forEach(one -> own.type(one[0], piece, one[1]));
    }

    private <T> T run(Supplier<T> work) {
        return ActingTeacher.as(own.teacher(), work);
    }

    private OpenClass open() {
        ClassBook classBook = app.bean(BookService.class).open(own.teacher(), own.id());
        return new OpenClass(
                new SignedInTeacher(own.teacher(), "test"), classBook, new HashMap<>(Map.of("span", "year")));
    }

    private long letter(Block... blocks) {
        return run(() -> app.bean(LetterService.class).add(own.teacher(), "Letter", List.of(blocks)));
    }

    private <T> T letters(long letter, Function<ClassLetters, T> what) {
        LetterService service = app.bean(LetterService.class);
        return run(() -> what.apply(service.open(open(), service.letter(own.teacher(), letter))));
    }

    private MadeLetter made(long letter, String family) {
        return letters(
                letter, all -> all.of(Long.parseLong(own.student(family))).orElseThrow());
    }

    private String plain(long letter, String family) {
        return made(letter, family).plain();
    }

    private List<String> said(long letter) {
        return letters(letter, all -> all.all().stream().map(MadeLetter::plain).toList());
    }

    private static List<String> looks(MadeLetter made) {
        return made.toLookAt().stream().map(LookAt::words).toList();
    }

    private long group(String name, String figure, Stretch... stretches) {
        SentenceGroup group = new SentenceGroup(0, name, figure, List.of(stretches), List.of(), 0);
        return run(() -> app.bean(SentenceService.class)
                .add(own.teacher(), List.of(group))
                .get(0));
    }

    private static Stretch from(String from, String... wordings) {
        return new Stretch(from == null ? null : new BigDecimal(from), List.of(), List.of(wordings), false);
    }

    @Test
    void figuresAreShownAsTheirPlaceWantsThem() {
        // Brandt: 60 % of one piece, and nothing of the one not handed in.
        own.type("Brandt", "Essay", "n");
        long letter = letter(
                Block.ofWords(
                        "{name}: {result}, {result as whole}, {result as two}, {result as grade}, {grade}, {piece:Quiz},"
                                + " {piece:Quiz as mark}, {piece:Quiz as percent}, {not-in as words}, {not-in-work}, {next-grade}, {next as one}."));
        assertThat(plain(letter, "Brandt"))
                .isEqualTo("Ilva Brandt: 30.0, 30, 30.00, C, C, 12 of 20, 12, 60.0, one, Essay, B, 20.0.");
    }

    @Test
    void aSentenceWithoutItsFigureIsLeftOutWholeAndSoIsAnEmptyParagraph() {
        long letter = letter(Block.ofWords(
                "Dear {given}, hello. You have {result} %. Go on.\nYour essay: {piece:Essay}.\n- {rank}"));
        assertThat(plain(letter, "Aldous"))
                .isEqualTo("Dear Wren, hello. You have 90.0 %. Go on.\nYour essay: 9 of 10.\n- 1");
        assertThat(plain(letter, "Eberly")).isEqualTo("Dear Jonah, hello. Go on.");
        assertThat(looks(made(letter, "Aldous"))).isEmpty();
        assertThat(looks(made(letter, "Eberly"))).containsExactly("no result", "no Essay", "no rank");
        // What ends no sentence does not cut one in two.
        long title = letter(Block.ofWords("Ask Mr. Hollis, who has {piece:Essay} of yours, e.g. the map. Bye."));
        assertThat(plain(title, "Eberly")).isEqualTo("Bye.");
    }

    @Test
    void formsAgreeAndBeginASentenceWithACapital() {
        long letter = letter(Block.ofWords("{they} {has/have} {their} book. I met {them}."));
        assertThat(plain(letter, "Brandt")).isEqualTo("They have their book. I met them.");
        visitor.post(
                own.base() + "/groundwork/students/" + own.student("Brandt"), "preferred", "Illy", "forms", "name");
        visitor.post(own.base() + "/groundwork/students/" + own.student("Farrow"), "forms", "he");
        assertThat(plain(letter, "Brandt")).isEqualTo("Illy has Illy’s book. I met Illy.");
        assertThat(plain(letter, "Farrow")).isEqualTo("He has his book. I met him.");
    }

    @Test
    void aGroupSaysWhatFitsAndWordingsAreDealtOutEvenly() {
        long group = group(
                "Result",
                "result",
                from("60", "Good, {given}.", "Fine, {given}.", "Well done, {given}."),
                from("20", "Go on."),
                from(null));
        long letter = letter(Block.ofWords("{sentences:" + group + "}"));
        // From 60 on lie Aldous 90, Brandt exactly 60, Dunmore 66.7; Castellan has 56.7 and Farrow exactly 20.
        assertThat(List.of("Aldous", "Brandt", "Dunmore").stream()
                        .map(it -> plain(letter, it))
                        .toList())
                .containsExactly("Good, Wren.", "Fine, Ilva.", "Well done, Fenna.");
        assertThat(plain(letter, "Castellan")).isEqualTo("Go on.");
        assertThat(plain(letter, "Farrow")).isEqualTo("Go on.");
        List<String> once = said(letter);
        assertThat(said(letter)).isEqualTo(once);
        own.type("Farrow", "Quiz", "3");
        assertThat(plain(letter, "Farrow")).isEmpty();
        assertThat(looks(made(letter, "Farrow"))).containsExactly("nothing said: Result", "empty");
        assertThat(looks(made(letter, "Castellan"))).isEmpty();
    }

    @Test
    void whatIsLeftUnsaidOnPurposeIsNothingToLookAt() {
        own.type("Brandt", "Essay", "n");
        long group = group(
                "Work",
                "not-in",
                from("1", "Please hand in {not-in-work}."),
                new Stretch(null, List.of(), List.of(), true));
        long letter = letter(Block.ofWords("Dear {given}, hello. {sentences:" + group + "} Bye."));
        assertThat(plain(letter, "Brandt")).isEqualTo("Dear Ilva, hello. Please hand in Essay. Bye.");
        assertThat(plain(letter, "Aldous")).isEqualTo("Dear Wren, hello. Bye.");
        assertThat(looks(made(letter, "Aldous"))).isEmpty();
    }

    @Test
    void furtherConditionsMustBeMetToo() {
        own.type("Brandt", "Essay", "n");
        SentenceGroup group = new SentenceGroup(
                0, "Only", "", List.of(from(null, "Only you.")), List.of(new Only("not-in", "at-least", "1")), 0);
        long id = run(() -> app.bean(SentenceService.class)
                .add(own.teacher(), List.of(group))
                .get(0));
        long letter = letter(Block.ofWords("{sentences:" + id + "}"));
        assertThat(plain(letter, "Brandt")).isEqualTo("Only you.");
        assertThat(plain(letter, "Aldous")).isEmpty();
    }

    @Test
    void oneStudentIsToldSomethingElseOrNothing() {
        long group = group("All", "", from(null, "One.", "Two."));
        long letter = letter(Block.ofWords("Hello. {sentences:" + group + "}"));
        String one = own.base() + "/families/letters/" + letter + "/one/" + own.student("Aldous");
        String id = Long.toString(group);
        assertThat(plain(letter, "Aldous")).isEqualTo("Hello. One.");
        visitor.post(one, "what", "choose", "group", id, "words", "Two.");
        assertThat(plain(letter, "Aldous")).isEqualTo("Hello. Two.");
        visitor.post(one, "what", "own", "group", id, "words", "Only for {given}.");
        assertThat(plain(letter, "Aldous")).isEqualTo("Hello. Only for Wren.");
        visitor.post(one, "what", "leave-out", "group", id);
        assertThat(plain(letter, "Aldous")).isEqualTo("Hello.");
        visitor.post(one, "what", "dealt", "group", id);
        assertThat(plain(letter, "Aldous")).isEqualTo("Hello. One.");
        assertThat(plain(letter, "Brandt")).isEqualTo("Hello. Two.");
    }

    @Test
    void ownWordsAreWantedSavedAndTooLongOnesRefusedWithoutBeingLost() {
        long letter = letter(Block.ofWords("Dear {given},"), Block.of(Block.Kind.OWN_WORDS));
        String one = own.base() + "/families/letters/" + letter + "/one/" + own.student("Brandt");
        assertThat(looks(made(letter, "Brandt"))).containsExactly("own words");
        visitor.post(one, "what", "own-words", "ownWords", "It was *good* of {them} to help.");
        assertThat(plain(letter, "Brandt")).isEqualTo("Dear Ilva,\nIt was good of them to help.");
        assertThat(looks(made(letter, "Brandt"))).isEmpty();
        HttpResponse<String> refused = visitor.post(one, "what", "own-words", "ownWords", "x".repeat(4001));
        assertThat(refused.statusCode()).isEqualTo(200);
        assertThat(Html.text(refused.body(), "[role=alert] p")).contains("over 4000 letters");
        assertThat(Html.text(refused.body(), "#own-words")).hasSize(4001);
        assertThat(plain(letter, "Brandt")).contains("good of them");
        visitor.post(one, "what", "own-words", "ownWords", "  ");
        assertThat(looks(made(letter, "Brandt"))).containsExactly("own words");
    }

    @Test
    void whatIsInDoubtUnmarkedAlikeOrOddlyEndedIsToLookAt() {
        own.type("Aldous", "Quiz", "25");
        own.type("Castellan", "Quiz", "");
        long letter = letter(Block.ofWords("This sentence is long enough that it should have its end marked with"));
        assertThat(looks(made(letter, "Aldous"))).contains("1 mark in doubt", "no full stop", "same as Brandt, Ilva");
        assertThat(looks(made(letter, "Castellan"))).contains("1 piece unmarked");
        long stops = letter(Block.ofWords("{result} % is good.. Go on, {given}."));
        assertThat(looks(made(stops, "Brandt"))).containsExactly("two full stops");
    }

    @Test
    void whatWouldTellOneOfFewAboutAnotherIsNotTold() {
        OwnClass few = new OwnClass(app, "");
        few.addStudents("Aldous, Wren\nBrandt, Ilva\n");
        few.setBands("A", "50", "B", "0");
        few.addPiece("Quiz", few.addCategory("Tests"), "2027-02-05", "20");
        few.type("Aldous", "Quiz", "18");
        few.type("Brandt", "Quiz", "9");
        own = few;
        visitor = few.visitor();
        long letter = letter(
                Block.ofWords("{result} %. Rank {rank}. Mean {class-mean}. Against {against-mean}."),
                new Block(
                        Block.Kind.PIECES,
                        "",
                        "",
                        List.of(),
                        List.of(Block.Column.MARK, Block.Column.CLASS, Block.Column.RANK)));
        assertThat(plain(letter, "Brandt")).isEqualTo("45.0 %.");
        assertThat(made(letter, "Brandt").blocks().get(1).rows().get(0).cells())
                .containsExactly("Quiz", "9/20", "", "");
    }

    private String[] form(long letter, String name, int version, String... words) {
        List<String> fields = new ArrayList<>(List.of("name", name, "version", Integer.toString(version)));
        for (String own : words) {
            fields.addAll(List.of("kind", "WORDS", "mark", "b", "words", own, "span", "", "pieces", ""));
        }
        return fields.toArray(new String[0]);
    }

    @Test
    void aLetterThatWillNotDoIsRefusedWithItsFieldAndKeepsWhatWasTyped() {
        long letter = letter(Block.ofWords("Dear {given},"));
        String at = own.base() + "/families/letters/" + letter;
        HttpResponse<String> refused =
                visitor.post(at, form(letter, "", 1, "Fine.", "You have {resutl} and {sentences:999}."));
        assertThat(Html.texts(refused.body(), "[role=alert] p"))
                .anySatisfy(words -> assertThat(words).contains("There is no figure {resutl}. The nearest is {result}"))
                .anySatisfy(words -> assertThat(words).contains("A letter needs a name"))
                .anySatisfy(words -> assertThat(words).contains("group named here is deleted"));
        assertThat(Html.values(refused.body(), "[data-field=words]", "data-line"))
                .containsOnly("1");
        assertThat(refused.body()).contains("You have {resutl}");
        assertThat(plain(letter, "Brandt")).isEqualTo("Dear Ilva,");
        assertThat(Html.text(visitor.post(at, form(letter, "Letter", 1)).body(), "[role=alert] p"))
                .contains("1 to 40 blocks");
        // Two windows: the second is told, and what it typed is still there.
        visitor.post(at, form(letter, "Letter", 1, "First window."));
        HttpResponse<String> late = visitor.post(at, form(letter, "Letter", 1, "Second window."));
        assertThat(Html.text(late.body(), "[role=alert] p")).contains("saved in another window meanwhile");
        assertThat(late.body()).contains("Second window.");
        assertThat(plain(letter, "Brandt")).isEqualTo("First window.");
    }

    @Test
    void aGroupThatWillNotDoIsRefusedWithItsLine() {
        String at = own.base() + "/families/sentences/0";
        HttpResponse<String> refused = visitor.post(
                at,
                "name",
                "Result",
                "version",
                "0",
                "figure",
                "result",
                "stretch",
                "0",
                "from",
                "40",
                "steps",
                "",
                "stretch",
                "1",
                "from",
                "60",
                "steps",
                "",
                "of",
                "0",
                "wording",
                "You {whatever}.",
                "of",
                "1",
                "wording",
                "Nested {sentences:1}.");
        assertThat(Html.texts(refused.body(), "[role=alert] p"))
                .anySatisfy(words -> assertThat(words).contains("must be a number below 40"))
                .anySatisfy(words -> assertThat(words).contains("There is no figure {whatever}"))
                .anySatisfy(words -> assertThat(words).contains("cannot hold another group"));
        assertThat(Html.values(refused.body(), "[data-field=from]", "data-line"))
                .containsExactly("1");
        assertThat(refused.body()).contains("You {whatever}.");
        HttpResponse<String> saved = visitor.post(
                at, "name", "Result", "version", "0", "figure", "result", "stretch", "a", "from", "60,5", "steps", "",
                "stretch", "b", "from", "", "steps", "", "of", "a", "wording", "Good.", "of", "a", "wording", "Fine.",
                "of", "b", "wording", "", "silent", "b");
        String there = OwnClass.location(saved).replaceAll("\\?.*", "");
        SentenceGroup group = run(() ->
                app.bean(SentenceService.class).group(own.teacher(), Long.parseLong(there.replaceAll(".*/", ""))));
        assertThat(group.stretches())
                .containsExactly(from("60.5", "Good.", "Fine."), new Stretch(null, List.of(), List.of(), true));
        assertThat(Html.text(
                        visitor.post(
                                        at, "name", "Result", "version", "0", "figure", "", "stretch", "0", "from", "",
                                        "steps", "")
                                .body(),
                        "[role=alert] p"))
                .contains("There is a group “Result” already");
    }

    @Test
    void onPaperEachStudentBeginsAPageAndStandsAloneOnIt() throws IOException {
        long letter = letter(
                Block.of(Block.Kind.HEADING),
                Block.ofWords("Dear {given},\n*{result} %* is your result – “{grade}”."),
                new Block(Block.Kind.PIECES, "", "", List.of(), List.of(Block.Column.MARK, Block.Column.PERCENT)),
                Block.of(Block.Kind.SIGNATURE));
        String at = own.base() + "/families/letters/" + letter;
        HttpResponse<String> none = visitor.post(at + "/paper", "draft", "");
        assertThat(Html.text(none.body(), "[role=alert] p")).isEqualTo("Tick the students the letter is for.");
        byte[] file = visitor.postForFile(
                at + "/paper",
                "chosen",
                own.student("Aldous"),
                "chosen",
                own.student("Brandt"),
                "chosen",
                own.student("Farrow"));
        List<String> pages = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(file)) {
            PDFTextStripper stripper = new PDFTextStripper();
            for (int page = 1; page <= document.getNumberOfPages(); page++) {
                stripper.setStartPage(page);
                stripper.setEndPage(page);
                pages.add(stripper.getText(document));
            }
        }
        assertThat(pages).hasSize(3).allSatisfy(page -> assertThat(page).contains("page 1 of 1"));
        assertThat(pages.get(1))
                .contains("Dear Ilva,", "60.0 % is your result – “B”.", "Quiz", "12/20", "Ilva Brandt · 9B");
        assertThat(pages.get(1)).doesNotContain("Aldous", "Farrow", "Wren", "\ufffd", "#");
        // A second click gives the file again, and tells of no second letter.
        visitor.postForFile(at + "/paper", "chosen", own.student("Aldous"));
        List<HandedOutService.HandedOut> handed =
                run(() -> app.bean(HandedOutService.class).of(own.teacher(), own.id()));
        assertThat(handed).hasSize(3);
        assertThat(handed.stream().map(one -> one.figures().get("result")).collect(Collectors.toSet()))
                .containsExactlyInAnyOrder("90.0", "60.0", "20.0");
        // Later a mark is put right: the letter that left is told to differ.
        own.type("Brandt", "Quiz", "13");
        String page = visitor.get(at + "/one?span=year&student=" + own.student("Brandt"))
                .body();
        assertThat(page).containsPattern(Pattern.compile("[23] figures differ today"));
        assertThat(visitor.get(own.base() + "/families/handed-out").body()).contains("3 students");
    }

    @Test
    void aZipHoldsAFileForEachStudentAndNobodyElse() throws IOException {
        long letter = letter(Block.ofWords("Dear {given}, you have {result} %."));
        String at = own.base() + "/families/letters/" + letter + "/paper";
        byte[] file =
                visitor.postForFile(at, "chosen", own.student("Aldous"), "chosen", own.student("Brandt"), "as", "zip");
        Map<String, String> texts = new HashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(file))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                try (PDDocument document = Loader.loadPDF(zip.readAllBytes())) {
                    texts.put(entry.getName(), new PDFTextStripper().getText(document));
                }
            }
        }
        assertThat(texts).containsOnlyKeys("Aldous Wren.pdf", "Brandt Ilva.pdf");
        assertThat(texts.get("Brandt Ilva.pdf"))
                .contains("Dear Ilva, you have 60.0 %.")
                .doesNotContain("Wren");
        assertThat(run(() -> app.bean(HandedOutService.class).of(own.teacher(), own.id())))
                .extracting(HandedOutService.HandedOut::how)
                .containsExactly("file", "file");
    }

    @Test
    void aWordProcessorOpensTheSameLettersWithTheirHeadingsTablesAndPages() throws IOException {
        own.sendTargets("", List.of("way", "slip"), "Brandt start C", "Brandt end A");
        long letter = letter(
                Block.of(Block.Kind.HEADING),
                Block.ofWords("Dear {given},\n- *{result} %*"),
                new Block(Block.Kind.PIECES, "", "", List.of(), List.of(Block.Column.MARK, Block.Column.NOTE)),
                Block.of(Block.Kind.OVER_TIME),
                Block.of(Block.Kind.SIGNATURE));
        byte[] file = visitor.postForFile(
                own.base() + "/families/letters/" + letter + "/paper",
                "chosen",
                own.student("Aldous"),
                "chosen",
                own.student("Brandt"),
                "as",
                "docx");
        try (XWPFDocument document = new XWPFDocument(new ByteArrayInputStream(file))) {
            assertThat(document.getParagraphs())
                    .filteredOn(paragraph -> "Heading1".equals(paragraph.getStyle()))
                    .hasSize(2);
            assertThat(document.getTables()).hasSize(2);
            assertThat(document.getTables().get(1).getRow(1).getTableCells())
                    .extracting(XWPFTableCell::getText)
                    .containsExactly("Quiz", "12/20", "");
            assertThat(document.getAllPictures()).isNotEmpty();
            assertThat(document.getParagraphs().stream()
                            .filter(paragraph -> paragraph.getCTP().xmlText().contains("w:type=\"page\""))
                            .count())
                    .isEqualTo(1);
            XWPFParagraph item = document.getParagraphs().stream()
                    .filter(paragraph -> paragraph.getText().contains("60.0 %"))
                    .findFirst()
                    .orElseThrow();
            assertThat(item.getRuns().get(1).isBold()).isTrue();
        }
    }

    @Test
    void anotherNameOfACategoryOrAPieceChangesNoLetter() {
        long group = group("Work", "category:Tests", from(null, "Your mean is {category:Tests as whole}."));
        long letter = letter(
                Block.ofWords(
                        "{category:Tests}, {category-grade:Tests}, {piece:Quiz as percent}. {sentences:" + group + "}"),
                new Block(Block.Kind.PIECES, "", "", List.of("Tests"), List.of(Block.Column.MARK)));
        String before = plain(letter, "Brandt");
        assertThat(before).isEqualTo("60.0, B, 60.0. Your mean is 60.");
        String version = own.read(book -> Integer.toString(book.row().version()));
        visitor.post(
                own.base() + "/groundwork/weights",
                "version",
                version,
                "categoryId",
                tests,
                "categoryName",
                "Checks {odd}",
                "weight",
                "100",
                "shape",
                "ring",
                "tint",
                "3");
        visitor.post(
                own.base() + "/assessments/" + own.piece("Quiz"),
                "title",
                "Quiz, again",
                "category",
                tests,
                "date",
                "2027-02-05",
                "outOf",
                "20",
                "version",
                "1");
        assertThat(own.<String>read(book -> book.book().categories().get(0).name()))
                .isEqualTo("Checks {odd}");
        assertThat(own.piece("Quiz, again")).isPositive();
        assertThat(plain(letter, "Brandt")).isEqualTo(before);
        assertThat(made(letter, "Brandt").blocks().get(1).rows()).hasSize(2);
    }

    /** How far with the goals: as a table, in words, and by a group of sentences whose steps are the levels. */
    @Test
    void goalsAreToldAndFollowTheirNewNames() {
        run(() -> {
            app.bean(GoalsMaker.class)
                    .addAndLink(
                            own.teacher(),
                            own.id(),
                            Map.of("Explains", List.of("Quiz"), "Argues", List.of("Essay"), "Surveys", List.of()));
            return null;
        });
        long group = group(
                "Explains",
                "goal:Explains",
                new Stretch(null, List.of("secure"), List.of("You explain well."), false),
                new Stretch(null, List.of("again", "begun"), List.of("Explain it once more."), false));
        long letter = letter(Block.ofWords("{goal:Explains}. {sentences:" + group + "}"), Block.of(Block.Kind.GOALS));
        assertThat(plain(letter, "Aldous")).isEqualTo("secure. You explain well.");
        assertThat(plain(letter, "Farrow")).isEqualTo("again. Explain it once more.");
        assertThat(made(letter, "Aldous").blocks().get(1).rows())
                .extracting(MadeLetter.Row::cells)
                .containsExactlyInAnyOrder(
                        List.of("Explains", "● secure"),
                        List.of("Argues", "● secure"),
                        List.of("Surveys", "○ not begun"));
        String page = visitor.get(own.base() + "/groundwork/goals").body();
        String before = Html.values(page, ".is-goals [name=title]", "value").get(0);
        visitor.post(
                own.base() + "/groundwork/goals",
                PageForm.fields(
                        page.replace("value=\"Explains\"", "value=\"Explains why\"")
                                .replaceAll("(?s)<template.*?</template>", ""),
                        "goals-form"));
        assertThat(Html.values(visitor.get(own.base() + "/groundwork/goals").body(), ".is-goals [name=title]", "value"))
                .contains("Explains why")
                .hasSize(3);
        assertThat(before).isNotEmpty();
        assertThat(plain(letter, "Farrow")).isEqualTo("again. Explain it once more.");
        // A class without the goal is asked what it has in its place; nothing of the letter is refused.
        OwnClass other = own.another("9C");
        other.addStudents("Hollis, Kwame\n");
        String asked = visitor.get(other.base() + "/families/letters/" + letter).body();
        assertThat(Html.plain(asked)).contains("This class has no goal “Explains why”.");
    }

    @Test
    void aTableShowsChosenPiecesWithTheirDayAndWhatWasAsked() {
        visitor.post(
                own.base() + "/assessments",
                "title",
                "Poster",
                "category",
                tests,
                "date",
                "2027-02-15",
                "outOf",
                "5",
                "due",
                "2027-02-22",
                "instructions",
                "Draw the coast.");
        long letter = letter(new Block(
                Block.Kind.PIECES,
                "",
                "",
                List.of("piece:Poster", "piece:Essay", "piece:No longer here"),
                List.of(Block.Column.DUE, Block.Column.HAND_IN, Block.Column.INSTRUCTIONS)));
        assertThat(made(letter, "Brandt").blocks().get(0).rows())
                .extracting(row -> String.join("|", row.cells()))
                .containsExactly("Essay|12 Feb|12 Feb|", "Poster|15 Feb|22 Feb|Draw the coast.");
        // The form keeps what is ticked, a piece beside a whole category.
        String at = own.base() + "/families/letters/" + letter;
        visitor.post(
                at,
                "version",
                "1",
                "name",
                "Letter",
                "kind",
                "PIECES",
                "mark",
                "b0",
                "words",
                "",
                "span",
                "",
                "show",
                "b0:Tests",
                "show",
                "b0:piece:Poster",
                "column",
                "b0:MARK");
        String page = visitor.get(at).body();
        assertThat(Html.values(page, ".letter-block [name=show][checked]", "value"))
                .containsExactly("b0:Tests", "b0:piece:Poster");
        assertThat(made(letter, "Brandt").blocks().get(0).rows()).hasSize(3);
    }

    @Test
    void whatAnotherClassHasNotIsAskedOnceAndSpokenOfAsItIsThere() {
        long group = group("Fieldwork", "category:Tests", from("50", "Good: {category:Tests}."), from(null, "Low."));
        long letter =
                letter(Block.ofWords("Dear {given}. You have {category:Tests as whole} %. {sentences:" + group + "}"));
        OwnClass other = own.another("9C");
        other.addStudents("Quill, Esme\n");
        String practicals = other.addCategory("Practicals");
        other.setBands("A", "80", "B", "50", "C", "0");
        other.addPiece("Lab", practicals, "2027-02-05", "10");
        other.type("Quill", "Lab", "9");
        String one = other.base() + "/families/letters/" + letter + "/one?span=year";
        assertThat(Html.texts(visitor.get(one).body(), ".instead form"))
                .singleElement()
                .satisfies(words -> assertThat(words).contains("This class has no category “Tests”.", "Practicals"));
        assertThat(body(visitor.get(one).body())).isEqualTo("Dear Esme.");
        // Nothing is asked where the class has it.
        assertThat(visitor.get(own.base() + "/families/letters/" + letter + "/one")
                        .body())
                .doesNotContain("class=\"instead\"");
        visitor.get(OwnClass.location(visitor.post(
                other.base() + "/families/instead",
                "letter",
                Long.toString(letter),
                "figure",
                "category:Tests",
                "instead",
                "category:Practicals")));
        String settled = visitor.get(one).body();
        assertThat(Html.texts(settled, ".instead form")).isEmpty();
        assertThat(body(settled)).isEqualTo("Dear Esme. You have 90 %. Good: 90.0.");
        assertThat(plain(letter, "Aldous")).contains("You have 90 %");
        // “There is none” leaves the sentence out and is nothing to look at; what is no figure is refused.
        visitor.get(OwnClass.location(visitor.post(
                other.base() + "/families/instead",
                "letter",
                Long.toString(letter),
                "figure",
                "category:Tests",
                "none",
                "true")));
        String silent = visitor.get(one).body();
        assertThat(body(silent)).isEqualTo("Dear Esme.");
        assertThat(Html.text(silent, ".letter-people")).doesNotContain("no category");
        String refused = OwnClass.location(visitor.post(
                other.base() + "/families/instead",
                "letter",
                Long.toString(letter),
                "figure",
                "category:Tests",
                "instead",
                "category:Nowhere"));
        assertThat(visitor.get(refused).body()).contains("Choose what this class has in its place");
    }

    /** The words of the letter shown; chips and words stand in elements of their own. */
    private static String body(String page) {
        return Html.text(page, ".letter-body").replace(" .", ".");
    }

    @Test
    void theSchoolsPictureHeadsLettersOnThePageOnPaperAndInADocument() throws IOException {
        java.io.ByteArrayOutputStream png = new java.io.ByteArrayOutputStream();
        javax.imageio.ImageIO.write(
                new java.awt.image.BufferedImage(900, 300, java.awt.image.BufferedImage.TYPE_INT_RGB), "png", png);
        long letter = letter(Block.of(Block.Kind.HEADING), Block.ofWords("Dear {given},"));
        String at = own.base() + "/families/letters/" + letter;
        assertThat(visitor.get(at + "/one").body()).doesNotContain("/account/picture");
        assertThat(visitor.upload(
                                "/account/picture",
                                "picture",
                                "no picture".getBytes(java.nio.charset.StandardCharsets.UTF_8))
                        .statusCode())
                .isEqualTo(302);
        assertThat(visitor.get("/account").body()).contains("That is not a picture. Choose a JPEG or PNG picture.");
        visitor.upload("/account/picture", "picture", png.toByteArray());
        assertThat(visitor.get(at + "/one").body()).contains("src=\"/account/picture\"");
        assertThat(javax.imageio.ImageIO.read(new ByteArrayInputStream(visitor.download("/account/picture")))
                        .getWidth())
                .isEqualTo(600);
        byte[] pdf = visitor.postForFile(at + "/paper", "chosen", own.student("Aldous"));
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getPage(0).getResources().getXObjectNames()).isNotEmpty();
        }
        byte[] docx = visitor.postForFile(at + "/paper", "chosen", own.student("Aldous"), "as", "docx");
        try (XWPFDocument document = new XWPFDocument(new ByteArrayInputStream(docx))) {
            assertThat(document.getAllPictures()).hasSize(1);
        }
        // Another teacher has none.
        assertThat(new OwnClass(app, "").visitor().get("/account/picture").statusCode())
                .isEqualTo(404);
    }

    @Test
    void listsOnPaperHaveTheTeachersLinesAndALineToSign() throws IOException {
        visitor.get("/account");
        visitor.post("/account/lists", "above", "x".repeat(501), "below", "Seen by", "sign", "true");
        String refused = visitor.get("/account").body();
        assertThat(refused).contains("The words above a list have over 500 letters.", "x".repeat(501));
        visitor.post("/account/lists", "above", "Please check – and\nhand back.", "below", "Seen by", "sign", "true");
        for (String list : List.of("/marks.pdf", "/standing.pdf", "/standing/sheets.pdf")) {
            try (PDDocument document = Loader.loadPDF(visitor.download(own.base() + list + "?span=year"))) {
                assertThat(new PDFTextStripper().getText(document))
                        .as(list)
                        .contains("Please check – and", "hand back.", "Seen by", "Mo Marin", "date");
            }
        }
    }

    @Test
    void aDraftIsNotRecorded() {
        long letter = letter(Block.ofWords("Dear {given},"));
        visitor.postForFile(
                own.base() + "/families/letters/" + letter + "/paper",
                "chosen",
                own.student("Aldous"),
                "draft",
                "true");
        assertThat(run(() -> app.bean(HandedOutService.class).of(own.teacher(), own.id())))
                .isEmpty();
    }

    @Test
    void everyReadyMadeLetterIsMadeForEverybodyOfTheDemo() {
        OwnClass demo = OwnClass.ofTheDemo(app, "9B");
        for (ReadyMade ready : ReadyMade.LETTERS) {
            String made = OwnClass.location(demo.visitor().post(demo.base() + "/families/letters", "of", ready.key()));
            String page =
                    demo.visitor().get(made.replaceAll("\\?.*", "") + "/one").body();
            assertThat(Html.texts(page, ".letter-people a")).as(ready.name()).hasSize(24);
            assertThat(Html.text(page, ".letter-body")).as(ready.name()).doesNotContain("{", "}", "null");
        }
        assertThat(Html.texts(
                        demo.visitor().get(demo.base() + "/families/sentences").body(), "tbody tr"))
                .hasSizeGreaterThan(6);
    }

    @Test
    void lettersAreNotOpenedWhileNamesAreHidden() {
        long letter = letter(Block.ofWords("Dear {given},"));
        visitor.post("/names", "names", "hidden", "back", "/");
        assertThat(visitor.get(own.base() + "/families/letters/" + letter + "/one")
                        .body())
                .doesNotContain("Ilva", "Brandt");
        visitor.post("/names", "names", "", "back", "/");
    }

    @Test
    void spellingIsReadOverAllLettersAndMendedOrKept() {
        long group = group("All", "", from(null, "I will recieve your work."));
        long letter = letter(
                Block.ofWords("Dear {given}, the colour of your Quizz by Mo Marin is fine. {sentences:" + group + "}"),
                Block.of(Block.Kind.OWN_WORDS));
        String at = own.base() + "/families/letters/" + letter;
        visitor.post(
                at + "/one/" + own.student("Brandt"), "what", "own-words", "ownWords", "Ilva’s work was faboulous.");
        // Names, the class's own work and figures are no mistakes.
        assertThat(looks(made(letter, "Aldous"))).contains("spelling: Quizz, recieve");
        assertThat(looks(made(letter, "Brandt"))).contains("spelling: Quizz, faboulous, recieve");
        String page = visitor.get(at + "/spelling").body();
        assertThat(Html.texts(page, "tbody td b")).containsExactly("Quizz", "faboulous", "recieve");
        assertThat(Html.values(page, "tr:contains(recieve) button[name=proposal]", "value"))
                .contains("receive");
        for (String[] settled : List.of(
                new String[] {"word", "recieve", "proposal", "receive"},
                new String[] {"word", "faboulous", "other", "fabulous"},
                new String[] {"word", "Quizz", "keep", "true"})) {
            visitor.get(OwnClass.location(visitor.post(at + "/spelling", settled)));
        }
        assertThat(plain(letter, "Brandt"))
                .isEqualTo("Dear Ilva, the colour of your Quizz by Mo Marin is fine. I will receive your work.\n"
                        + "Ilva’s work was fabulous.");
        assertThat(visitor.get(at + "/spelling").body()).contains("No mistake found");
        // What stands in braces is no text, though it holds the word.
        visitor.post(at, form(letter, "Letter", 3, "Your Quiz: {piece:Quiz}."));
        visitor.get(OwnClass.location(visitor.post(at + "/spelling", "word", "Quiz", "other", "test")));
        assertThat(plain(letter, "Brandt")).startsWith("Your test: 12 of 20.");
        visitor.post(at, form(letter, "Letter", 5, "The colour."));
        // American spelling is the account's to choose.
        visitor.post(
                "/account/look",
                "name",
                "Mo Marin",
                "theme",
                "auto",
                "rowHeight",
                "medium",
                "typeSize",
                "medium",
                "spelling",
                "en");
        assertThat(looks(made(letter, "Aldous"))).contains("spelling: colour");
        HttpResponse<String> refused = visitor.post(at + "/spelling", "word", "colour", "other", "");
        assertThat(Html.text(visitor.get(OwnClass.location(refused)).body(), "[role=alert] p"))
                .contains("Choose a word");
    }

    @Test
    void aReplacementThatWouldNotFitReplacesNothingAnywhere() {
        long letter = letter(Block.ofWords("Your wrok, {given}."), Block.of(Block.Kind.OWN_WORDS));
        String at = own.base() + "/families/letters/" + letter;
        String long4000 = "wrok " + "a ".repeat(1997);
        visitor.post(at + "/one/" + own.student("Brandt"), "what", "own-words", "ownWords", long4000 + "b");
        HttpResponse<String> refused = visitor.post(at + "/spelling", "word", "wrok", "other", "workmanship");
        assertThat(Html.text(visitor.get(OwnClass.location(refused)).body(), "[role=alert] p"))
                .contains("the own words for Brandt, Ilva would have over 4000 letters");
        assertThat(plain(letter, "Aldous")).isEqualTo("Your wrok, Wren.");
        visitor.get(OwnClass.location(visitor.post(at + "/spelling", "word", "wrok", "other", "work")));
        assertThat(plain(letter, "Aldous")).isEqualTo("Your work, Wren.");
        assertThat(plain(letter, "Brandt")).startsWith("Your work, Ilva.\nwork a a");
    }

    /** What was settled for somebody goes with them, and what names something gone says so. */
    @Test
    void aDeletedGroupAndADeletedLetterAreToldAndLoseNothingElse() {
        long group = group("All", "", from(null, "One."));
        long letter = letter(Block.ofWords("Hello. {sentences:" + group + "} Bye."));
        String at = own.base() + "/families";
        visitor.post(
                at + "/letters/" + letter + "/one/" + own.student("Brandt"),
                "what",
                "own",
                "group",
                "" + group,
                "words",
                "Mine.");
        visitor.postForFile(at + "/letters/" + letter + "/paper", "chosen", own.student("Brandt"));
        visitor.post(at + "/sentences/" + group + "/delete");
        assertThat(plain(letter, "Brandt")).isEqualTo("Hello. Bye.");
        assertThat(looks(made(letter, "Brandt"))).contains("a deleted sentence group");
        visitor.post(at + "/letters/" + letter + "/delete");
        assertThat(visitor.get(at + "/letters/" + letter + "/one").statusCode()).isEqualTo(404);
        assertThat(Html.texts(visitor.get(at + "/handed-out").body(), "tbody tr"))
                .hasSize(1);
    }

    @Test
    void lettersAreCopiedArchivedAndUsedAgain() {
        long letter = letter(Block.ofWords("Dear {given},"));
        String at = own.base() + "/families";
        String copy = OwnClass.location(visitor.post(at + "/letters/" + letter + "/copy"));
        assertThat(Html.value(visitor.get(copy).body(), "#name", "value")).isEqualTo("Letter (2)");
        visitor.post(at + "/letters/" + letter + "/archive", "archived", "true");
        assertThat(Html.texts(visitor.get(at).body(), ".letter-list:not(.is-ready) b"))
                .containsExactly("Letter (2)");
        visitor.post(at + "/letters/" + letter + "/archive", "archived", "");
        assertThat(Html.texts(visitor.get(at).body(), ".letter-list:not(.is-ready) b"))
                .containsExactly("Letter", "Letter (2)");
    }

    @Test
    void aClassOfNobodyIsTold() {
        OwnClass empty = new OwnClass(app, "");
        empty.addCategory("Tests");
        String made = OwnClass.location(empty.visitor().post(empty.base() + "/families/letters", "of", "half-year"));
        String at = made.replaceAll("\\?.*", "");
        assertThat(empty.visitor().get(at + "/one").body()).contains("Nobody to write to");
        for (String page : List.of("", "/hand-out", "/spelling", "/mail")) {
            assertThat(empty.visitor().get(at + page).statusCode()).as(page).isEqualTo(200);
        }
    }

    @Test
    void sentencesGoOutAndComeBackAsTheyWere() {
        group("Result", "result", from("60.5", "Good, {given}.", "Fine; \"well\", done."), from(null));
        run(() -> app.bean(SentenceService.class)
                .add(
                        own.teacher(),
                        List.of(new SentenceGroup(
                                0,
                                "Way",
                                "way",
                                List.of(
                                        new Stretch(null, List.of("up", "level"), List.of("On you go."), false),
                                        new Stretch(null, List.of("down"), List.of(), true)),
                                List.of(new Only("not-in", "at-least", "1")),
                                0))));
        List<SentenceGroup> before = run(() -> app.bean(SentenceService.class).groups(own.teacher()));
        String at = own.base() + "/families/sentences";
        for (String ending : List.of("csv", "json")) {
            byte[] file = visitor.download(at + "/export." + ending);
            OwnClass other = new OwnClass(app, "");
            HttpResponse<String> imported =
                    other.visitor().upload(other.base() + "/families/sentences/import", "file", file);
            assertThat(other.visitor().get(OwnClass.location(imported)).body())
                    .as(ending)
                    .contains("2 groups are imported.");
            List<SentenceGroup> after = ActingTeacher.as(
                    other.teacher(), () -> app.bean(SentenceService.class).groups(other.teacher()));
            assertThat(after)
                    .as(ending)
                    .usingRecursiveComparison()
                    .ignoringFields("id", "version")
                    .isEqualTo(before);
            // Once more: the names are taken, and nothing is written over.
            other.visitor().upload(other.base() + "/families/sentences/import", "file", file);
            assertThat(ActingTeacher.as(
                            other.teacher(),
                            () -> app.bean(SentenceService.class).groups(other.teacher())))
                    .extracting(SentenceGroup::name)
                    .containsExactly("Result", "Result (2)", "Way", "Way (2)");
        }
    }

    @Test
    void aFileThatWillNotDoImportsNothingAndSaysWhy() {
        String at = own.base() + "/families/sentences";
        Map<String, String> files = Map.of(
                "group,sentence\nA,B\n", "no column “looks at”",
                "group,looks at,from,sentence\nA,result,many,B\n",
                        "Line 2: “many” in the column “from” is not a number",
                "group,looks at,from,sentence\nA,result,60,Good.\nB,nonsense,,Bad.\n",
                        "“B”: This class has no such figure",
                "[{\"name\": \"A\", \"stretches\": 7}]", "not a JSON file of sentence groups",
                "[]", "holds no sentence group",
                "", "holds no");
        files.forEach((file, why) -> {
            HttpResponse<String> refused =
                    visitor.upload(at + "/import", "file", file.getBytes(java.nio.charset.StandardCharsets.UTF_8));
            assertThat(Html.text(visitor.get(OwnClass.location(refused)).body(), "[role=alert] p"))
                    .as(file)
                    .contains(why);
        });
        assertThat(run(() -> app.bean(SentenceService.class).groups(own.teacher())))
                .isEmpty();
    }
}
