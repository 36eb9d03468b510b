package aestimo.app.letters;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.SpanChoice;
import aestimo.app.letters.MadeLetter.Made;
import aestimo.app.letters.Recipient.Person;
import aestimo.app.letters.Recipient.Writer;
import aestimo.app.letters.Saying.Choice;
import aestimo.app.letters.Saying.Chosen;
import aestimo.app.marks.Remarks;
import aestimo.app.picture.AimPicture;
import aestimo.app.standing.StudentSheets;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.id.AssessmentId;
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
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** One letter for one class over the dates a page is for: everybody's letter is made of it, and all are looked through. */
public final class ClassLetters {

    private final Letter letter;
    private final ClassBook classBook;
    private final SpanChoice page;
    private final Known known;
    private final Map<String, ClassFigures> spans = new HashMap<>();
    private final Map<String, List<List<StudentStanding>>> inStretches = new HashMap<>();
    private final LetterTables tables;
    private final LookingThrough looking;
    private @Nullable Attainments attainments;
    private @Nullable List<MadeLetter> all;

    /**
     * What is known beside the class's own figures.
     *
     * @param persons by enrolment
     * @param groups by their ids
     * @param none figures the class has not, on purpose
     * @param ownWords by enrolment
     * @param choices by enrolment and group
     * @param remarks notes to single pieces
     * @param instructions what students were told to do, by piece
     * @param spelling finds the words of a text that are none
     */
    record Known(
            Writer writer,
            Map<Long, Person> persons,
            Map<Long, SentenceGroup> groups,
            Set<String> none,
            Map<Long, String> ownWords,
            Map<Long, Map<Long, Choice>> choices,
            Map<CellId, Remarks> remarks,
            Map<AssessmentId, String> instructions,
            Function<String, Set<String>> spelling) {}

    ClassLetters(Letter letter, ClassBook classBook, SpanChoice page, Known known) {
        this.letter = letter;
        this.classBook = classBook;
        this.page = page;
        this.known = known;
        this.looking = new LookingThrough(at(""), known.spelling());
        this.tables = new LetterTables(
                span -> StudentSheets.forLetters(classBook, choice(span), present(), known.remarks()),
                known.instructions());
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
        return known.writer();
    }

    /**
     * Some of the letters as a document that a word processor opens.
     *
     * @param picture of the school, a PNG
     */
    public byte[] docx(List<MadeLetter> letters, Optional<byte[]> picture) throws IOException {
        return LetterDocx.of(letters, known.writer(), classBook.row().title(), picture);
    }

    /** Words beside the letter itself, such as those of a mail, as one student is told them. */
    public Said say(MadeLetter made, String words) {
        Map<Long, Choice> choices = known.choices().getOrDefault(made.enrolmentId(), Map.of());
        return new Saying(made.to(), groups(""), choices).say(Words.of(words));
    }

    /** What one name in braces says to one student; empty where it says nothing. */
    public String value(MadeLetter made, String inBraces) {
        Map<Long, Choice> choices = known.choices().getOrDefault(made.enrolmentId(), Map.of());
        return new Saying(made.to(), groups(""), choices).say(inBraces);
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
        Recipient to =
                new Recipient(at(), own, known.persons().getOrDefault(enrolment, Person.UNKNOWN), known.writer());
        String ownWords = known.ownWords().getOrDefault(enrolment, "");
        Map<Long, Choice> choices = known.choices().getOrDefault(enrolment, Map.of());
        List<Made> blocks = new ArrayList<>();
        List<Chosen> chosen = new ArrayList<>();
        List<LookAt> looks = new ArrayList<>();
        for (Block block : letter.blocks()) {
            Recipient over = block.span().isEmpty() ? to : to.over(at(block.span()));
            Saying saying = new Saying(over, groups(block.span()), choices);
            made(block, over, saying, ownWords).ifPresent(blocks::add);
            chosen.addAll(saying.chosen());
            LookingThrough.add(saying, over, known.none(), looks);
        }
        looking.add(letter, own, ownWords, blocks, looks);
        looks.sort(Comparator.comparing(LookAt::kind));
        return new MadeLetter(to, blocks, ownWords, looks.stream().distinct().toList(), chosen);
    }

    private Saying.Groups groups(String span) {
        return new Saying.Groups() {
            @Override
            public Optional<SentenceGroup> group(long id) {
                return Optional.ofNullable(known.groups().get(id));
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
            case PIECES, CATEGORIES, GOALS, NOTES -> tables.of(block, to);
            case OVER_TIME ->
                Optional.of(AimPicture.of(attainments(), to.student(), AimPicture.Size.MARGIN, true))
                        .filter(picture -> !picture.dots().isEmpty())
                        .map(picture ->
                                new Made(block, new Said(List.of()), List.of(), List.of(), Optional.of(picture)));
        };
    }

    private List<Student> present() {
        return at().standing().students().stream()
                .filter(StudentStanding::present)
                .map(StudentStanding::student)
                .toList();
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

    /** The words that are none, with the students whose letters hold them. */
    public Map<String, List<MadeLetter>> misspelt() {
        Map<String, List<MadeLetter>> words = new TreeMap<>();
        for (MadeLetter made : all()) {
            looking.misspelt(made.blocks())
                    .forEach(word -> words.computeIfAbsent(word, key -> new ArrayList<>())
                            .add(made));
        }
        return words;
    }
}
