package aestimo.app.ownform;

import aestimo.app.account.AccountService;
import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.OpenClass;
import aestimo.app.letters.Block;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.Letter;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.MadeLetter;
import aestimo.app.letters.SentenceGroup;
import aestimo.app.letters.SentenceService;
import aestimo.app.letters.WordsOffered;
import aestimo.app.ownform.FormDocument.Line;
import aestimo.app.ownform.FormDocument.Named;
import aestimo.app.picture.AimPicture;
import aestimo.app.picture.AimPng;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import aestimo.app.web.UploadName;
import com.deepoove.poi.data.Rows;
import com.deepoove.poi.data.TableRenderData;
import com.deepoove.poi.data.Tables;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;
import org.apache.commons.text.similarity.LevenshteinDistance;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Takes documents of a school's own as letters, and fills them for single students. */
@Service
public class OwnFormService {
    private static final String SENTENCES = "sentences:";
    private static final int PICTURE_WIDTH = 420;
    private static final int SCHOOL_HEIGHT = 60;
    private static final int LONGEST_NAME = 60;
    private static final int MOST_PROBLEMS = 8;

    private final OwnFormMapper mapper;
    private final LetterService letters;
    private final SentenceService sentences;
    private final AccountService accounts;

    OwnFormService(OwnFormMapper mapper, LetterService letters, SentenceService sentences, AccountService accounts) {
        this.mapper = mapper;
        this.letters = letters;
        this.sentences = sentences;
        this.accounts = accounts;
    }

    /** A name that may stand in double braces, with what it puts there. */
    public record Offered(String name, String words, String among) {}

    /** All names there are. */
    @Transactional(readOnly = true)
    public List<Offered> offered(TeacherId teacher, ClassFigures at) {
        Map<Long, String> groups =
                sentences.groups(teacher).stream().collect(Collectors.toMap(SentenceGroup::id, SentenceGroup::name));
        List<Offered> all = new ArrayList<>();
        WordsOffered.of(at, sentences.groups(teacher))
                .forEach(own -> all.add(new Offered(named(own.text(), groups), own.words(), own.among())));
        FormDocument.puts().forEach(name -> all.add(new Offered(name, putWords(name), "Tables and pictures")));
        return all;
    }

    private static String putWords(String name) {
        return Named.of(name)
                .map(own -> own.kind().words() + ": " + own.kind().facts())
                .orElse("Picture of the school, from your account");
    }

    /** In a document a sentence group goes by its name. */
    private static String named(String text, Map<Long, String> groups) {
        return text.startsWith(SENTENCES) ? SENTENCES + groups.get(number(text)) : text;
    }

    private static long number(String text) {
        return Long.parseLong(text.substring(SENTENCES.length()));
    }

    /** From a name in the document to what letters have in their braces. */
    private UnaryOperator<String> own(TeacherId teacher) {
        Map<String, Long> groups = new HashMap<>();
        sentences.groups(teacher).forEach(group -> groups.put(group.name(), group.id()));
        return name -> {
            String group = name.startsWith(SENTENCES)
                    ? name.substring(SENTENCES.length()).strip()
                    : "";
            return groups.containsKey(group) ? SENTENCES + groups.get(group) : name;
        };
    }

    /**
     * Takes a document as a letter.
     *
     * @param letterId of the letter whose document it replaces; 0 for a new one
     * @param fileName as it was sent
     * @return the letter's id
     * @throws FormException naming each unknown name with its paragraph and the nearest known one, or why it is no form
     */
    @Transactional
    public long save(TeacherId teacher, ClassFigures at, long letterId, byte[] file, String fileName) {
        if (file.length == 0) {
            throw FormException.at("form", "Choose the document first: a .docx file with names in double braces.");
        }
        List<Line> lines = FormDocument.read(file);
        List<String> names = FormDocument.names(file);
        if (names.isEmpty()) {
            throw FormException.at(
                    "form",
                    "The document has no name in double braces, so it would say the same to everybody. Put in at least {{name}}.");
        }
        UnaryOperator<String> own = own(teacher);
        checkNames(at, lines, names, own, teacher);
        List<Block> blocks = FormDocument.blocks(lines, own);
        String name = plain(fileName);
        long id = letterId;
        if (id == 0) {
            id = letters.add(teacher, name, blocks);
        } else {
            letters.replaceBlocks(teacher, id, blocks);
        }
        if (mapper.updateForm(teacher, id, file, name) == 0) {
            throw new NotFoundException("letter");
        }
        return id;
    }

    private static String plain(String fileName) {
        String name =
                UploadName.withoutEnding(fileName).replaceAll("\\p{Cntrl}", " ").strip();
        return name.isEmpty() ? "Form" : name.substring(0, Math.min(name.length(), LONGEST_NAME));
    }

    private void checkNames(
            ClassFigures at, List<Line> lines, List<String> names, UnaryOperator<String> own, TeacherId teacher) {
        Problems problems = new Problems();
        List<String> known = offered(teacher, at).stream().map(Offered::name).toList();
        names.stream()
                .distinct()
                .filter(name -> !FormDocument.isPut(name) && !known.contains(name))
                .filter(name -> !letters.problems(teacher, at, "{" + own.apply(name) + "}")
                                .isEmpty()
                        || own.apply(name).equals(name) && name.startsWith(SENTENCES))
                .limit(MOST_PROBLEMS)
                .forEach(name -> problems.at(
                        "form",
                        "There is no {{" + name + "}}" + where(lines, name) + ". The nearest is {{"
                                + nearest(known, name) + "}}."));
        problems.refuse();
    }

    private static String where(List<Line> lines, String name) {
        return lines.stream()
                .filter(line -> line.names().contains(name))
                .findFirst()
                .map(line -> ", in the paragraph “"
                        + (line.text().length() > 80 ? line.text().substring(0, 80) + "…" : line.text()) + "”")
                .orElse("");
    }

    private static String nearest(List<String> known, String name) {
        return known.stream()
                .min(Comparator.comparingInt(
                        own -> LevenshteinDistance.getDefaultInstance().apply(own, name)))
                .orElse("name");
    }

    /** Copies a letter, with the document of one that is a form. */
    @Transactional
    public long copy(TeacherId teacher, Letter letter) {
        long id = letters.add(teacher, letter.name(), letter.blocks());
        if (letter.isForm()) {
            mapper.updateForm(teacher, id, document(teacher, letter.id()), letter.formName());
        }
        return id;
    }

    /** The document as it was sent. */
    @Transactional(readOnly = true)
    public byte[] document(TeacherId teacher, long letterId) {
        return mapper.findForm(teacher, letterId)
                .map(OwnFormMapper.FormRow::form)
                .orElseThrow(() -> new NotFoundException("form"));
    }

    /** The document filled for one student. */
    @Transactional(readOnly = true)
    public byte[] filled(OpenClass open, ClassLetters all, MadeLetter made) throws IOException {
        byte[] form = document(open.teacher(), all.letter().id());
        UnaryOperator<String> own = own(open.teacher());
        Function<String, Object> value = name -> Named.of(name)
                .map(named -> put(named.kind(), made))
                .orElseGet(() -> FormDocument.isSchoolPicture(name)
                        ? accounts.picture(open.teacher())
                                .map(OwnFormService::school)
                                .orElse(null)
                        : all.value(made, own.apply(name)));
        return FormDocument.filled(form, value);
    }

    /** Null where the student has nothing of it. */
    private static @Nullable Object put(Block.Kind kind, MadeLetter made) {
        Optional<MadeLetter.Made> block =
                made.blocks().stream().filter(own -> own.block().kind() == kind).findFirst();
        return block.map(own -> switch (kind) {
                    case OVER_TIME -> own.picture().map(OwnFormService::picture).orElse(null);
                    case OWN_WORDS -> own.said().plain();
                    default -> table(own);
                })
                .orElse(null);
    }

    private static TableRenderData table(MadeLetter.Made block) {
        Tables.TableBuilder table = Tables.ofPercentWidth("100%");
        table.addRow(Rows.of(block.headings().toArray(String[]::new)).textBold().create());
        block.rows().forEach(row -> table.addRow(Rows.create(row.cells().toArray(String[]::new))));
        return table.create();
    }

    private static Object picture(AimPicture picture) {
        try {
            return FormDocument.picture(AimPng.of(picture), PICTURE_WIDTH, (int)
                    Math.round(PICTURE_WIDTH * picture.height() / picture.width()));
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    private static Object school(byte[] png) {
        try {
            BufferedImage image = ImageIO.read(new ByteArrayInputStream(png));
            int height = Math.min(SCHOOL_HEIGHT, image.getHeight());
            return FormDocument.picture(png, image.getWidth() * height / image.getHeight(), height);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }
}
