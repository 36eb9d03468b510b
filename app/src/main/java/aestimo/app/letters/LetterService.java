package aestimo.app.letters;

import aestimo.app.account.AccountService;
import aestimo.app.account.AccountSettings;
import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.OpenClass;
import aestimo.app.letters.ClassLetters.Known;
import aestimo.app.letters.LetterMapper.ChoiceRow;
import aestimo.app.letters.LetterMapper.LetterRow;
import aestimo.app.letters.LetterMapper.OwnWordsRow;
import aestimo.app.letters.Recipient.Person;
import aestimo.app.letters.Recipient.Writer;
import aestimo.app.letters.Saying.Choice;
import aestimo.app.marks.AssessmentService;
import aestimo.app.marks.RemarkService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** A teacher's letters, and what is settled in them for single students of a class. */
@Service
public class LetterService {
    static final int LONGEST_NAME = 60;
    static final int LONGEST_OWN_WORDS = 4000;
    static final int MOST_BLOCKS = 40;
    static final int MOST_LETTERS = 200;
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.UK);

    private final LetterMapper mapper;
    private final SentenceService sentences;
    private final InsteadService insteads;
    private final AccountService accounts;
    private final RemarkService remarks;
    private final AssessmentService assessments;
    private final SpellingService spelling;
    private final JsonMapper json;
    private final Clock clock;

    LetterService(
            LetterMapper mapper,
            SentenceService sentences,
            InsteadService insteads,
            AccountService accounts,
            RemarkService remarks,
            AssessmentService assessments,
            SpellingService spelling,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.sentences = sentences;
        this.insteads = insteads;
        this.accounts = accounts;
        this.remarks = remarks;
        this.assessments = assessments;
        this.spelling = spelling;
        this.json = json;
        this.clock = clock;
    }

    /** All letters; archived ones last. */
    @Transactional(readOnly = true)
    public List<Letter> letters(TeacherId teacher) {
        return mapper.findLetters(teacher).stream().map(this::letter).toList();
    }

    /** @throws NotFoundException when the teacher has no such letter */
    @Transactional(readOnly = true)
    public Letter letter(TeacherId teacher, long id) {
        return mapper.findLetter(teacher, id).map(this::letter).orElseThrow(() -> new NotFoundException("letter"));
    }

    /** As it is saved. */
    LetterRow row(Letter letter) {
        return new LetterRow(
                letter.id(),
                letter.name(),
                json.writeValueAsString(letter.blocks()),
                letter.archived(),
                letter.version(),
                letter.pages(),
                letter.formName());
    }

    private Letter letter(LetterRow row) {
        return new Letter(
                row.id(),
                row.name(),
                json.readValue(row.blocks(), new TypeReference<List<Block>>() {}),
                row.archived(),
                row.version(),
                row.pages(),
                row.formName());
    }

    /**
     * Makes a letter; where its name is taken, under one with a number.
     *
     * @return its id
     */
    @Transactional
    public long add(TeacherId teacher, String name, List<Block> blocks) {
        if (mapper.findLetters(teacher).size() >= MOST_LETTERS) {
            throw new FormException("There are " + MOST_LETTERS + " letters already. Delete one you no longer use.");
        }
        String written = json.writeValueAsString(blocks);
        return FreeName.insert(name, LONGEST_NAME, free -> mapper.insertLetter(teacher, free, written));
    }

    /**
     * Keeps a letter as it is written.
     *
     * @param at the class it is looked at in
     * @throws FormException naming everything that will not do, or when it was saved elsewhere meanwhile
     */
    @Transactional
    public void save(TeacherId teacher, ClassFigures at, Letter letter) {
        Problems problems = new Problems();
        checkName(teacher, letter.id(), letter.name(), problems);
        if (letter.blocks().isEmpty() || letter.blocks().size() > MOST_BLOCKS) {
            problems.add("A letter has 1 to " + MOST_BLOCKS + " blocks. Add one below.");
        }
        for (int i = 0; i < letter.blocks().size(); i++) {
            int place = i;
            Block block = letter.blocks().get(i);
            if (block.words().length() > Words.LONGEST) {
                problems.at("words", i, "These words have over " + Words.LONGEST + " letters.");
            }
            problems(teacher, at, block.words()).forEach(wrong -> problems.at("words", place, wrong));
        }
        problems.refuse();
        if (mapper.updateLetter(teacher, row(letter)) == 0) {
            letter(teacher, letter.id());
            throw new FormException(
                    "The letter was saved in another window meanwhile. What you typed is still here, not saved; save again to replace that.");
        }
    }

    private void checkName(TeacherId teacher, long id, String name, Problems problems) {
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            problems.at(
                    "name", "A letter needs a name of 1 to " + LONGEST_NAME + " letters, such as Half-year letter.");
        } else if (mapper.countLettersNamed(teacher, name, id) > 0) {
            problems.at("name", "There is a letter “" + name + "” already. Choose another name.");
        }
    }

    /** @throws FormException when the name will not do */
    @Transactional
    public void rename(TeacherId teacher, long id, String name) {
        Letter own = letter(teacher, id);
        Problems problems = new Problems();
        checkName(teacher, id, name, problems);
        problems.refuse();
        mapper.updateLetter(
                teacher,
                row(new Letter(id, name, own.blocks(), own.archived(), own.version(), own.pages(), own.formName())));
    }

    /** Puts other blocks in the place of a letter's own, as when its form is another. */
    @Transactional
    public void replaceBlocks(TeacherId teacher, long id, List<Block> blocks) {
        Letter own = letter(teacher, id);
        mapper.updateLetter(teacher, row(own.with(blocks)));
    }

    /** What is wrong with words for a class: a figure or group there is not. */
    @Transactional(readOnly = true)
    public List<String> problems(TeacherId teacher, ClassFigures at, String text) {
        Words words = Words.of(text);
        List<String> problems = new ArrayList<>();
        KnownFigures.problem(at, words).ifPresent(problems::add);
        List<Long> known =
                sentences.groups(teacher).stream().map(SentenceGroup::id).toList();
        if (!known.containsAll(words.groups())) {
            problems.add("A sentence group named here is deleted. Delete it, or choose another.");
        }
        return problems;
    }

    /** @throws NotFoundException when the teacher has no such letter */
    @Transactional
    public void archive(TeacherId teacher, long id, boolean archived) {
        Letter own = letter(teacher, id);
        mapper.updateLetter(
                teacher,
                row(new Letter(id, own.name(), own.blocks(), archived, own.version(), own.pages(), own.formName())));
    }

    /** What was handed out of it is kept. */
    @Transactional
    public void remove(TeacherId teacher, long id) {
        if (mapper.deleteLetter(teacher, id) == 0) {
            throw new NotFoundException("letter");
        }
    }

    /** A letter for everybody of a class. */
    @Transactional(readOnly = true)
    public ClassLetters open(OpenClass open, Letter letter) {
        TeacherId teacher = open.teacher();
        Writer writer = writer(teacher);
        Map<Long, Person> persons = persons(teacher, open.id());
        InsteadService.Instead instead = insteads.of(teacher, open.id());
        return new ClassLetters(
                instead.names().letter(letter),
                open.classBook(),
                open.span(),
                new Known(
                        writer,
                        persons,
                        sentences.groups(teacher).stream()
                                .map(instead.names()::group)
                                .collect(Collectors.toMap(SentenceGroup::id, Function.identity())),
                        instead.none(),
                        mapper.findOwnWords(teacher, letter.id(), open.id()).stream()
                                .collect(Collectors.toMap(OwnWordsRow::enrolmentId, OwnWordsRow::words)),
                        choices(teacher, letter.id(), open.id()),
                        remarks.ofClass(teacher, open.id()),
                        assessments.instructions(teacher, open.id()),
                        spelling.of(open, persons.values(), writer)));
    }

    /**
     * Puts another word in place of a misspelt one wherever a letter has it for a class: in its own words, in the sentences
     * it uses, and in what is written for single students.
     *
     * @throws FormException when the other is empty or too long
     */
    @Transactional
    public void replaceWord(OpenClass open, long letterId, String word, String other) {
        if (word.isEmpty() || other.isEmpty() || other.length() > 60) {
            throw new FormException("Choose a word to put in place of “" + word + "”.");
        }
        TeacherId teacher = open.teacher();
        Letter letter = letter(teacher, letterId);
        // What stands in braces is no text.
        Pattern whole = Pattern.compile("\\{[^{}]*}|(?<!\\p{L})" + Pattern.quote(word) + "(?!\\p{L})");
        UnaryOperator<String> mended = text -> whole.matcher(text)
                .replaceAll(found ->
                        Matcher.quoteReplacement(found.group().startsWith("{") ? found.group() : Words.escaped(other)));
        LetterRow row = row(letter.with(block ->
                new Block(block.kind(), mended.apply(block.words()), block.span(), block.pieces(), block.columns())));
        if (mapper.updateLetter(teacher, row) == 0) {
            throw new FormException(
                    "The letter was saved in another window meanwhile. Nothing was replaced; try again.");
        }
        letter.groups().forEach(group -> sentences.mend(teacher, group, mended));
        for (OwnWordsRow own : mapper.findOwnWords(teacher, letterId, open.id())) {
            String words = mended.apply(own.words());
            if (words.length() > LONGEST_OWN_WORDS) {
                throw new FormException("With “" + other + "” the own words for "
                        + open.classBook().student(own.enrolmentId()).listName() + " would have over "
                        + LONGEST_OWN_WORDS
                        + " letters. Nothing was replaced; shorten them first.");
            }
            mapper.writeOwnWords(teacher, letterId, open.id(), own.enrolmentId(), words);
        }
        mapper.findChoices(teacher, letterId, open.id())
                .forEach(own -> mapper.writeChoice(
                        teacher,
                        letterId,
                        open.id(),
                        new ChoiceRow(own.enrolmentId(), own.groupId(), mended.apply(own.words()), own.own())));
    }

    Writer writer(TeacherId teacher) {
        AccountSettings settings = accounts.look(teacher);
        return new Writer(
                settings.school(),
                settings.name(),
                LocalDate.now(clock).format(DAY),
                settings.hasPicture() ? "/account/picture" : "");
    }

    Map<Long, Person> persons(TeacherId teacher, long classId) {
        return mapper.findPersons(teacher, classId).stream()
                .collect(Collectors.toMap(
                        LetterMapper.PersonRow::enrolmentId,
                        row -> new Person(row.preferred(), StudentForms.of(row.forms()))));
    }

    private Map<Long, Map<Long, Choice>> choices(TeacherId teacher, long letterId, long classId) {
        Map<Long, Map<Long, Choice>> choices = new HashMap<>();
        for (ChoiceRow row : mapper.findChoices(teacher, letterId, classId)) {
            choices.computeIfAbsent(row.enrolmentId(), key -> new HashMap<>())
                    .put(row.groupId(), new Choice(row.words(), row.own()));
        }
        return choices;
    }

    /**
     * Keeps what a teacher writes for one student; empty words delete them.
     *
     * @throws FormException when they are too long
     */
    @Transactional
    public void saveOwnWords(OpenClass open, long letterId, long enrolmentId, String words) {
        letter(open.teacher(), letterId);
        open.classBook().student(enrolmentId);
        if (words.length() > LONGEST_OWN_WORDS) {
            throw FormException.at(
                    "ownWords", "Own words have over " + LONGEST_OWN_WORDS + " letters. They were not saved.");
        }
        if (words.isBlank()) {
            mapper.deleteOwnWords(open.teacher(), letterId, enrolmentId);
        } else {
            mapper.writeOwnWords(open.teacher(), letterId, open.id(), enrolmentId, words);
        }
    }

    /**
     * Settles what one group says to one student.
     *
     * @param words one of its wordings, or the teacher's own; empty: it says nothing
     */
    @Transactional
    public void choose(OpenClass open, long letterId, long enrolmentId, long groupId, String words, boolean own) {
        letter(open.teacher(), letterId);
        sentences.group(open.teacher(), groupId);
        open.classBook().student(enrolmentId);
        if (words.length() > SentenceService.LONGEST_WORDING) {
            throw FormException.at(
                    "words", "A sentence has over " + SentenceService.LONGEST_WORDING + " letters. It was not saved.");
        }
        mapper.writeChoice(open.teacher(), letterId, open.id(), new ChoiceRow(enrolmentId, groupId, words, own));
    }

    /** What the group deals out is said again. */
    @Transactional
    public void unchoose(OpenClass open, long letterId, long enrolmentId, long groupId) {
        mapper.deleteChoice(open.teacher(), letterId, enrolmentId, groupId);
    }
}
