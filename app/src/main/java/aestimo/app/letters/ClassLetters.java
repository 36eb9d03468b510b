package aestimo.app.letters;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.SpanChoice;
import aestimo.app.letters.Block.Column;
import aestimo.app.letters.MadeLetter.Made;
import aestimo.app.letters.MadeLetter.Row;
import aestimo.app.letters.Recipient.Person;
import aestimo.app.letters.Recipient.Writer;
import aestimo.app.letters.Saying.Choice;
import aestimo.app.letters.Saying.Chosen;
import aestimo.app.marks.Remarks;
import aestimo.app.picture.AimPicture;
import aestimo.app.standing.StudentSheets;
import aestimo.app.standing.StudentView;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.StudentStanding;
import aestimo.core.targets.Attainments;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** One letter for one class over the dates a page is for: everybody's letter is made of it, and all are looked through. */
public final class ClassLetters {
    private static final Pattern STOPS = Pattern.compile("[.!?…]\\s*[.!?]");
    private static final Pattern ENDS = Pattern.compile("[.!?…:,–][\"”’)\\]]*$");

    private final Letter letter;
    private final ClassBook classBook;
    private final SpanChoice page;
    private final Told told;
    private final Map<String, ClassFigures> spans = new HashMap<>();
    private final Map<String, StudentSheets> sheets = new HashMap<>();
    private final Map<String, List<List<StudentStanding>>> inStretches = new HashMap<>();
    private final Map<String, Long> unmarked;
    private Attainments attainments;
    private List<MadeLetter> all;

    /**
     * What is known beside the class's own figures.
     *
     * @param persons by enrolment
     * @param groups by their ids
     * @param ownWords by enrolment
     * @param choices by enrolment and group
     * @param remarks notes to single pieces
     * @param spelling finds the words of a text that are none
     */
    record Told(
            Writer writer,
            Map<Long, Person> persons,
            Map<Long, SentenceGroup> groups,
            Map<Long, String> ownWords,
            Map<Long, Map<Long, Choice>> choices,
            Map<CellId, Remarks> remarks,
            Function<String, Set<String>> spelling) {}

    ClassLetters(Letter letter, ClassBook classBook, SpanChoice page, Told told) {
        this.letter = letter;
        this.classBook = classBook;
        this.page = page;
        this.told = told;
        this.unmarked = LooseEnds.of(at("").standing().counting()).stream()
                .filter(end -> end.kind() == LooseEnd.Kind.UNMARKED)
                .flatMap(end -> end.student().stream())
                .collect(Collectors.groupingBy(student -> student.id().text(), Collectors.counting()));
    }

    public Letter letter() {
        return letter;
    }

    /** Over the dates of the page. */
    public ClassFigures at() {
        return at("");
    }

    /** A block speaks of a term by its name, of the year, or of the dates of the page; so it does where the class has no such term. */
    private ClassFigures at(String span) {
        return spans.computeIfAbsent(span, asked -> ClassFigures.of(classBook, choice(asked)));
    }

    private SpanChoice choice(String span) {
        Optional<String> term = classBook.book().terms().stream()
                .filter(own -> own.name().equals(span))
                .findFirst()
                .map(Term::id)
                .map(id -> id.text());
        return span.equals("year")
                ? SpanChoice.read(Map.of("span", "year"), classBook.book())
                : term.map(id -> SpanChoice.read(Map.of("span", id), classBook.book()))
                        .orElse(page);
    }

    /** Everybody's present at the end of the dates, in the class's order. */
    public List<MadeLetter> all() {
        if (all == null) {
            all = at().standing().students().stream()
                    .filter(StudentStanding::present)
                    .map(this::made)
                    .toList();
            all = withSame(all);
        }
        return all;
    }

    public Optional<MadeLetter> of(long enrolmentId) {
        return all().stream().filter(made -> made.enrolmentId() == enrolmentId).findFirst();
    }

    /** The letter of a student; else of the first to look at, or of the first of all. Empty for a class of nobody. */
    public Optional<MadeLetter> shown(long enrolmentId) {
        return of(enrolmentId)
                .or(() -> all().stream().filter(made -> !made.isReady()).findFirst())
                .or(() -> all().stream().findFirst());
    }

    /** Who writes it. */
    public Writer writer() {
        return told.writer();
    }

    /** Some of the letters as a document that a word processor opens. */
    public byte[] docx(List<MadeLetter> letters) throws IOException {
        return LetterDocx.of(letters, told.writer(), classBook.row().title());
    }

    /** Who comes before and after a student in the list. */
    public record Beside(Optional<MadeLetter> before, Optional<MadeLetter> after) {}

    public Beside beside(MadeLetter made) {
        int place = all().indexOf(made);
        return new Beside(
                place > 0 ? Optional.of(all().get(place - 1)) : Optional.empty(),
                place + 1 < all().size() ? Optional.of(all().get(place + 1)) : Optional.empty());
    }

    /**
     * Why a sentence group says what it says to one student, and what else it could say.
     *
     * @param because “Fieldwork 60.0, 55 to 70”
     * @param said as it stands in the letter; empty for nothing
     * @param words the same as it is saved
     * @param others the other wordings of the stretch
     */
    public record Why(
            long group,
            String name,
            String because,
            String said,
            String words,
            List<Other> others,
            boolean settled,
            boolean open) {}

    /** @param said as the student would read it */
    public record Other(String words, String said) {}

    public List<Why> why(MadeLetter made) {
        return made.chosen().stream().map(chosen -> why(made, chosen)).toList();
    }

    private Why why(MadeLetter made, Chosen chosen) {
        SentenceGroup group = chosen.group();
        String value = group.looksAt(at())
                .map(figure ->
                        figure.words() + " " + figure.of(at(), made.to().own()).shown())
                .orElse(group.isForEverybody() ? "said to everybody" : "");
        List<String> wordings = chosen.stretch() < 0
                ? List.of()
                : group.stretches().get(chosen.stretch()).wordings();
        return new Why(
                group.id(),
                group.name(),
                chosen.stretch() < 0 && !group.isForEverybody() ? value + ": in no stretch" : value,
                said(made, chosen.words()),
                chosen.words(),
                wordings.stream()
                        .filter(own -> !own.equals(chosen.words()))
                        .map(own -> new Other(own, said(made, own)))
                        .toList(),
                chosen.settled(),
                chosen.isOpen());
    }

    private String said(MadeLetter made, String words) {
        return new Saying(made.to(), groups(""), Map.of()).say(Words.of(words)).plain();
    }

    /** Two letters with the same words, where words were chosen by figures, are hardly meant. */
    private static List<MadeLetter> withSame(List<MadeLetter> letters) {
        Map<String, List<MadeLetter>> together = letters.stream()
                .filter(made -> !made.plain().isEmpty())
                .collect(Collectors.groupingBy(MadeLetter::plain));
        return letters.stream()
                .map(made -> together.getOrDefault(made.plain(), List.of()).stream()
                        .filter(other -> other.enrolmentId() != made.enrolmentId())
                        .findFirst()
                        .map(other -> made.with(new LookAt(
                                LookAt.Kind.SAME_LETTER,
                                "same as " + other.listName(),
                                "The words are the same as those to " + other.listName() + ".")))
                        .orElse(made))
                .toList();
    }

    private MadeLetter made(StudentStanding own) {
        long enrolment = ClassBook.id(own.student());
        Recipient to = new Recipient(at(), own, told.persons().getOrDefault(enrolment, Person.UNKNOWN), told.writer());
        String ownWords = told.ownWords().getOrDefault(enrolment, "");
        Map<Long, Choice> choices = told.choices().getOrDefault(enrolment, Map.of());
        List<Made> blocks = new ArrayList<>();
        List<Chosen> chosen = new ArrayList<>();
        List<LookAt> looks = new ArrayList<>();
        for (Block block : letter.blocks()) {
            Recipient over = block.span().isEmpty() ? to : to.over(at(block.span()));
            Saying saying = new Saying(over, groups(block.span()), choices);
            made(block, over, saying, ownWords).ifPresent(blocks::add);
            chosen.addAll(saying.chosen());
            addLooks(saying, over, looks);
        }
        addLooks(own, ownWords, blocks, looks);
        looks.sort(Comparator.comparing(LookAt::kind));
        return new MadeLetter(to, blocks, ownWords, looks.stream().distinct().toList(), chosen);
    }

    private Saying.Groups groups(String span) {
        return new Saying.Groups() {
            @Override
            public Optional<SentenceGroup> group(long id) {
                return Optional.ofNullable(told.groups().get(id));
            }

            @Override
            public List<List<StudentStanding>> students(SentenceGroup group) {
                return inStretches.computeIfAbsent(span + "\n" + group.id(), key -> group.students(at(span)));
            }
        };
    }

    private Optional<Made> made(Block block, Recipient to, Saying saying, String ownWords) {
        return switch (block.kind()) {
            case HEADING, SIGNATURE, PAGE_BREAK -> Optional.of(Made.of(block));
            case WORDS ->
                Optional.of(Made.of(block, saying.say(Words.of(block.words()))))
                        .filter(it -> !it.said().isEmpty());
            case OWN_WORDS ->
                Optional.of(Made.of(block, own(saying.say(Words.of(ownWords)))))
                        .filter(it -> !it.said().isEmpty());
            case PIECES -> table(block, pieces(block, to));
            case CATEGORIES -> table(block, categories(to));
            case NOTES -> table(block, notes(block, to));
            case OVER_TIME ->
                Optional.of(AimPicture.of(attainments(), to.student(), AimPicture.Size.MARGIN, true))
                        .filter(picture -> !picture.dots().isEmpty())
                        .map(picture ->
                                new Made(block, new Said(List.of()), List.of(), List.of(), Optional.of(picture)));
        };
    }

    private Attainments attainments() {
        if (attainments == null) {
            attainments = Attainments.of(at().standing().counting());
        }
        return attainments;
    }

    private static Said own(Said said) {
        return new Said(said.paragraphs().stream()
                .map(paragraph -> new Said.Paragraph(
                        paragraph.item(),
                        paragraph.bits().stream()
                                .map(bit -> bit.within(Said.Source.OWN, ""))
                                .toList()))
                .toList());
    }

    private static Optional<Made> table(Block block, List<Row> rows) {
        boolean any = rows.stream().anyMatch(row -> !row.group());
        return Optional.of(new Made(block, new Said(List.of()), headings(block), rows, Optional.empty()))
                .filter(made -> any);
    }

    private static List<String> headings(Block block) {
        return switch (block.kind()) {
            case PIECES ->
                Stream.concat(Stream.of("piece"), block.columns().stream().map(Column::words))
                        .toList();
            case CATEGORIES -> List.of("category", "weight", "average", "grade");
            default -> List.of("piece", "note");
        };
    }

    private StudentSheets sheet(Block block) {
        return sheets.computeIfAbsent(
                block.span(), span -> StudentSheets.forLetters(classBook, choice(span), present(), told.remarks()));
    }

    private List<Student> present() {
        return at().standing().students().stream()
                .filter(StudentStanding::present)
                .map(StudentStanding::student)
                .toList();
    }

    private StudentView view(Block block, Recipient to) {
        return sheet(block).of(to.student().id());
    }

    private static boolean shows(Block block, StudentView.Group group) {
        return block.pieces().isEmpty() || block.pieces().contains(group.name());
    }

    private List<Row> pieces(Block block, Recipient to) {
        StudentSheets sheet = sheet(block);
        List<Row> rows = new ArrayList<>();
        for (StudentView.Group group : view(block, to).groups()) {
            if (shows(block, group)) {
                group.pieces().forEach(piece -> {
                    List<String> cells = new ArrayList<>(List.of(piece.title()));
                    block.columns().forEach(column -> cells.add(cell(sheet, piece, column)));
                    rows.add(new Row(cells, false));
                });
            }
        }
        return rows;
    }

    private static String cell(StudentSheets sheet, StudentView.Piece piece, Column column) {
        return switch (column) {
            case MARK -> sheet.mark(piece) + piece.outOf().shown();
            case PERCENT -> piece.isInDoubt() ? "" : piece.percent().shown();
            case GRADE -> piece.isInDoubt() ? "" : piece.grade();
            case CLASS -> sheet.mean(piece);
            case RANK -> sheet.rank(piece);
            case DUE -> piece.date();
            case NOTE -> piece.note();
        };
    }

    private List<Row> categories(Recipient to) {
        List<Row> rows = new ArrayList<>();
        to.at().book().categories().forEach(category -> {
            String average = LetterFigures.said(to, "category:" + category.name(), As.CLASS)
                    .orElse("");
            if (!average.isEmpty()) {
                rows.add(new Row(
                        List.of(
                                category.name(),
                                to.at().book().countsTowardsResult(category)
                                        ? category.weight().toString()
                                        : "practice",
                                average,
                                LetterFigures.said(to, "category-grade:" + category.name(), As.CLASS)
                                        .orElse("")),
                        false));
            }
        });
        return rows;
    }

    private List<Row> notes(Block block, Recipient to) {
        return view(block, to).groups().stream()
                .filter(group -> shows(block, group))
                .flatMap(group -> group.pieces().stream())
                .filter(piece -> !piece.note().isEmpty())
                .map(piece -> new Row(List.of(piece.title(), piece.note()), false))
                .toList();
    }

    private static void addLooks(Saying saying, Recipient to, List<LookAt> looks) {
        for (String key : saying.missing()) {
            if (key.startsWith(Saying.DELETED_GROUP)) {
                looks.add(new LookAt(
                        LookAt.Kind.MISSING_FIGURE,
                        "a deleted sentence group",
                        "The letter names a sentence group that is deleted; nothing is said in its place."));
                continue;
            }
            String words = LetterFigures.find(to.at(), key)
                    .map(LetterFigures.Offered::words)
                    .orElse(key);
            looks.add(new LookAt(
                    LookAt.Kind.MISSING_FIGURE,
                    "no " + words,
                    "The sentence with “" + words + "” is left out: there is none."));
        }
        saying.chosen().stream()
                .filter(Chosen::isOpen)
                .forEach(chosen -> looks.add(new LookAt(
                        LookAt.Kind.NOTHING_SAID,
                        "nothing said: " + chosen.group().name(),
                        "“" + chosen.group().name()
                                + "” says nothing here, and it is not decided that it should not.")));
    }

    private void addLooks(StudentStanding own, String ownWords, List<Made> blocks, List<LookAt> looks) {
        int doubt = own.counts().inDoubt();
        if (doubt > 0) {
            looks.add(new LookAt(
                    LookAt.Kind.IN_DOUBT,
                    doubt == 1 ? "1 mark in doubt" : doubt + " marks in doubt",
                    "What is in doubt counts nowhere until it is settled."));
        }
        long blank = unmarked.getOrDefault(own.student().id().text(), 0L);
        if (blank > 0) {
            looks.add(new LookAt(
                    LookAt.Kind.UNMARKED,
                    blank == 1 ? "1 piece unmarked" : blank + " pieces unmarked",
                    "The figures are those without it."));
        }
        if (letter.wantsOwnWords() && ownWords.isBlank()) {
            looks.add(new LookAt(LookAt.Kind.OWN_WORDS, "own words", "The letter wants words of your own."));
        }
        if (blocks.stream().allMatch(made -> made.block().kind() == Block.Kind.PAGE_BREAK)) {
            looks.add(new LookAt(LookAt.Kind.EMPTY, "empty", "Nothing is said in this letter."));
        }
        Set<String> misspelt = misspelt(blocks);
        if (!misspelt.isEmpty()) {
            looks.add(new LookAt(
                    LookAt.Kind.SPELLING,
                    "spelling: " + String.join(", ", misspelt),
                    "No such " + (misspelt.size() == 1 ? "word is" : "words are") + " in the dictionary."));
        }
        blocks.stream()
                .flatMap(made -> made.said().paragraphs().stream())
                .filter(paragraph -> !paragraph.item())
                .map(Said.Paragraph::plain)
                .forEach(words -> addStops(words, looks));
    }

    /** Figures are no words; what stands between them is read piece by piece, with a break where a figure was. */
    private Set<String> misspelt(List<Made> blocks) {
        String words = blocks.stream()
                .flatMap(made -> made.said().paragraphs().stream())
                .map(paragraph -> paragraph.bits().stream()
                        .map(bit -> bit.source() == Said.Source.FIGURE ? " " : bit.text())
                        .collect(Collectors.joining()))
                .collect(Collectors.joining("\n"));
        return told.spelling().apply(words);
    }

    /** The words that are none, with the students whose letters hold them. */
    public Map<String, List<MadeLetter>> misspelt() {
        Map<String, List<MadeLetter>> words = new TreeMap<>();
        for (MadeLetter made : all()) {
            misspelt(made.blocks())
                    .forEach(word -> words.computeIfAbsent(word, key -> new ArrayList<>())
                            .add(made));
        }
        return words;
    }

    private static void addStops(String words, List<LookAt> looks) {
        String end = words.length() > 30 ? "…" + words.substring(words.length() - 30) : words;
        if (STOPS.matcher(words.replace("...", "…")).find()) {
            looks.add(new LookAt(LookAt.Kind.FULL_STOPS, "two full stops", "“" + end + "” has two full stops."));
        } else if (words.length() > 40 && !ENDS.matcher(words).find()) {
            looks.add(new LookAt(LookAt.Kind.FULL_STOPS, "no full stop", "“" + end + "” ends without a full stop."));
        }
    }
}
