package aestimo.app.imports;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.imports.ImportMapper.ImportRow;
import aestimo.app.marks.RemarkService;
import aestimo.app.roll.StudentService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.boundary.Band;
import aestimo.exchange.marks.Known;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.marks.Pages;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.sheet.Sheet;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Brings students and marks in. A file is read once and kept; how it is understood is settled step by step; then all of it
 * comes in or nothing, and all of it can be taken back.
 */
@Service
public class ImportService {
    /** What a source is called that came by the clipboard. */
    static final String PASTED = "pasted marks";

    static final String DONE_ALREADY = "This was imported already. Nothing was done twice.";

    private final ImportMapper mapper;
    private final BookService books;
    private final RemarkService remarks;
    private final StudentService students;
    private final ImportedTargets targets;
    private final ImportedCards cards;
    private final ImportedContacts contacts;
    private final JsonMapper json;
    private final Clock clock;

    ImportService(
            ImportMapper mapper,
            BookService books,
            RemarkService remarks,
            StudentService students,
            ImportedTargets targets,
            ImportedCards cards,
            ImportedContacts contacts,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.books = books;
        this.remarks = remarks;
        this.students = students;
        this.targets = targets;
        this.cards = cards;
        this.contacts = contacts;
        this.json = json;
        this.clock = clock;
    }

    /**
     * An import with what it would do, or did.
     *
     * @param notes what became of the pages of the file that are not read
     * @param pages names of those that could be read instead
     */
    public record View(
            long id,
            String source,
            String state,
            ImportPlan plan,
            Choices choices,
            boolean remembered,
            List<String> notes,
            List<String> pages) {}

    /** One as listed. */
    public record Listed(long id, String source, String state, OffsetDateTime at, int entries) {
        /** What became of it: “22 marks imported”. */
        public String words() {
            return switch (state) {
                case "OPEN" -> "not imported yet";
                case "DONE" ->
                    entries == 0 ? "imported" : entries == 1 ? "1 mark imported" : entries + " marks imported";
                default -> "undone";
            };
        }
    }

    @Transactional(readOnly = true)
    public List<Listed> all(TeacherId teacher, long classId) {
        return mapper.findAll(teacher, classId).stream()
                .map(row -> new Listed(row.id(), row.source(), row.state(), row.at(), row.entries()))
                .toList();
    }

    /**
     * Keeps the pages of a file to be looked at, settled as they suggest themselves, or as the last ones with the same
     * headings were.
     *
     * @param source the file's name without its ending, or what else the teacher knows it by
     * @return its id
     */
    @Transactional
    public long start(TeacherId teacher, long classId, String source, List<Sheet> sheets) {
        Pages pages = Pages.of(sheets);
        return mapper.insert(
                teacher,
                classId,
                source,
                json.writeValueAsString(pages.read()),
                json.writeValueAsString(suggested(teacher, classId, source, pages.read(), false)),
                json.writeValueAsString(pages),
                OffsetDateTime.now(clock));
    }

    /**
     * Reads another page of the file.
     *
     * @throws FormException when it was imported already, or has no such page
     */
    @Transactional
    public void readPage(TeacherId teacher, long classId, long importId, int page) {
        ImportRow row = row(teacher, classId, importId);
        Pages before = pages(row);
        if (page < 0 || page >= before.others().size()) {
            throw new FormException("The file has no such sheet.");
        }
        List<Sheet> others = new ArrayList<>(before.others());
        Pages now = Pages.instead(others.set(page, before.read()), others);
        if (mapper.updateSheet(
                        teacher,
                        classId,
                        importId,
                        json.writeValueAsString(now.read()),
                        json.writeValueAsString(suggested(teacher, classId, row.source(), now.read(), false)),
                        json.writeValueAsString(now))
                == 0) {
            throw new FormException(DONE_ALREADY);
        }
    }

    private Pages pages(ImportRow row) {
        return row.pages().isEmpty()
                ? new Pages(json.readValue(row.sheet(), Sheet.class), List.of(), List.of())
                : json.readValue(row.pages(), Pages.class);
    }

    Choices suggested(TeacherId teacher, long classId, String source, Sheet sheet, boolean monthFirst) {
        ClassBook classBook = books.open(teacher, classId);
        List<Known> known = students.known(teacher, classId);
        MarkSheet read = read(classBook, sheet, known, monthFirst);
        Choices suggested = Suggestion.of(classBook, read, source, known, monthFirst);
        String layout = mapper.findLayout(teacher, headings(read));
        return layout == null
                ? suggested
                : Suggestion.remembered(json.readValue(layout, Choices.class), suggested, classBook);
    }

    static String headings(MarkSheet sheet) {
        return String.join("\t", sheet.headings());
    }

    private static MarkSheet read(ClassBook classBook, Sheet sheet, List<Known> known, boolean monthFirst) {
        return MarkSheet.read(
                sheet,
                new StudentFinder(known),
                new MarkSheet.Context(
                        classBook.book().assessments().stream()
                                .map(assessment -> assessment.title())
                                .toList(),
                        classBook.book().boundaries().bands().stream()
                                .map(Band::label)
                                .toList(),
                        monthFirst,
                        Suggestion.from(classBook)));
    }

    /** The choices made so far. */
    @Transactional(readOnly = true)
    public Choices choices(TeacherId teacher, long classId, long importId) {
        return json.readValue(row(teacher, classId, importId).choices(), Choices.class);
    }

    /** @throws NotFoundException when the class has no such import */
    @Transactional(readOnly = true)
    public View view(TeacherId teacher, long classId, long importId) {
        ImportRow row = row(teacher, classId, importId);
        ClassBook classBook = books.open(teacher, classId);
        List<Known> known = students.known(teacher, classId);
        Choices choices = json.readValue(row.choices(), Choices.class);
        MarkSheet sheet = read(classBook, json.readValue(row.sheet(), Sheet.class), known, choices.monthFirst());
        Map<String, String> words = new HashMap<>();
        mapper.findWords(teacher).forEach(word -> words.put(word.word(), word.meaning()));
        Pages pages = pages(row);
        boolean remembered = mapper.findLayout(teacher, headings(sheet)) != null;
        return new View(
                row.id(),
                row.source(),
                row.state(),
                Planner.plan(
                        classBook,
                        sheet,
                        choices,
                        new Planner.Standing(
                                known,
                                targets.standing(teacher, classBook),
                                cards.standing(teacher, classId),
                                contacts.standing(teacher, classId),
                                words,
                                noted(teacher, classId, sheet))),
                choices,
                remembered,
                pages.notes(),
                pages.others().stream().map(Sheet::name).toList());
    }

    /** The cells that have a note, where the sheet brings any. */
    private Set<CellId> noted(TeacherId teacher, long classId, MarkSheet sheet) {
        return sheet.rows().stream().allMatch(row -> row.notes().isEmpty())
                ? Set.of()
                : remarks.ofClass(teacher, classId).entrySet().stream()
                        .filter(own -> !own.getValue().note().isEmpty())
                        .map(Map.Entry::getKey)
                        .collect(Collectors.toSet());
    }

    private ImportRow row(TeacherId teacher, long classId, long importId) {
        return mapper.find(teacher, classId, importId).orElseThrow(ImportGoneException::new);
    }

    /** @throws FormException when it was imported already */
    @Transactional
    public void settle(TeacherId teacher, long classId, long importId, Choices choices) {
        ImportRow row = row(teacher, classId, importId);
        boolean otherDays = !choices.monthFirst()
                .equals(json.readValue(row.choices(), Choices.class).monthFirst());
        Choices saved = otherDays
                ? choices.withDaysOf(suggested(
                        teacher, classId, row.source(), json.readValue(row.sheet(), Sheet.class), choices.monthFirst()))
                : choices;
        if (mapper.updateChoices(teacher, classId, importId, json.writeValueAsString(saved)) == 0) {
            throw new FormException(DONE_ALREADY);
        }
    }

    /**
     * Forgets one that was never imported.
     *
     * @return what was pasted, as a spreadsheet copies it; empty text for a file, which can be chosen again
     */
    @Transactional
    public String leave(TeacherId teacher, long classId, long importId) {
        ImportRow row = row(teacher, classId, importId);
        mapper.deleteOpen(teacher, classId, importId);
        return row.source().equals(PASTED)
                ? json.readValue(row.sheet(), Sheet.class).asTabbedText()
                : "";
    }
}
