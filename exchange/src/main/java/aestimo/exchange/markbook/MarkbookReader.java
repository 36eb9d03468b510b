package aestimo.exchange.markbook;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Ceiling;
import aestimo.core.book.Part;
import aestimo.core.book.StartingScores;
import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.boundary.RawMark;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.goal.Evidence;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.goal.Judge;
import aestimo.core.goal.Level;
import aestimo.core.goal.LevelByHand;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.GoalId;
import aestimo.core.id.LessonId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.refusal.Refusal;
import aestimo.core.refusal.RefusedException;
import aestimo.core.register.ExcusedAbsence;
import aestimo.core.register.Lesson;
import aestimo.core.register.Presence;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.rules.Averaging;
import aestimo.core.rules.GradeOn;
import aestimo.core.rules.Method;
import aestimo.core.rules.Ranking;
import aestimo.core.rules.Rules;
import aestimo.core.rules.TermResults;
import aestimo.core.rules.YearResult;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import aestimo.core.value.Weight;
import aestimo.exchange.markbook.Markbook.Cell;
import aestimo.exchange.markbook.Markbook.Remarks;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import tools.jackson.core.JacksonException;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.databind.JsonNode;

/** Reads markbook files, strictly: what is not understood whole is refused whole, with every reason at once. */
public final class MarkbookReader {
    /** A class of 60 students and 150 pieces, every entry with a full note and memo, takes less than half of it. */
    public static final int LARGEST_FILE = 32 * 1024 * 1024;

    static final String FORMAT = "aestimo-markbook";
    static final int VERSION = 1;
    private static final Pattern MARK = Pattern.compile("-?[0-9]+(\\.[0-9]{1,4})?");

    private final List<Refusal> refusals = new ArrayList<>();
    private final Map<String, Boundaries> bandSets = new LinkedHashMap<>();
    private final Map<AssessmentId, String> instructions = new HashMap<>();
    private final Map<Cell, Remarks> remarks = new HashMap<>();

    private MarkbookReader() {}

    /**
     * Reads one markbook.
     *
     * @param in read to its end or to {@link #LARGEST_FILE}, not closed
     * @throws MarkbookException with the path of every key that is refused and the rule it breaks
     */
    public static Markbook read(InputStream in) throws IOException, MarkbookException {
        byte[] bytes = in.readNBytes(LARGEST_FILE + 1);
        if (bytes.length > LARGEST_FILE) {
            throw new MarkbookException(
                    "The file is larger than 32 MB. A markbook holds one class and is far smaller; is it the right file?");
        }
        JsonNode json;
        try {
            json = JsonText.parse(bytes);
        } catch (JacksonException malformed) {
            TokenStreamLocation at = malformed.getLocation();
            throw new MarkbookException("The file is not well-formed JSON"
                    + (at == null ? "" : ", line " + at.getLineNr() + ", column " + at.getColumnNr()) + ": "
                    + malformed.getOriginalMessage());
        }
        return new MarkbookReader().markbook(json);
    }

    private Markbook markbook(JsonNode json) throws MarkbookException {
        try {
            Fields top = Fields.of(json, refusals);
            checkFormat(top);
            String className = top.text("class");
            Book.Builder builder = builder(top);
            top.refuseUnknown();
            // Only once every piece could be read can it be judged how they fit together.
            if (refusals.isEmpty()) {
                return new Markbook(className, builder.build(), bandSets, instructions, remarks);
            }
        } catch (LocatedException located) {
            refusals.addAll(located.refusals());
        } catch (RefusedException refused) {
            refusals.addAll(refused.refusals());
        }
        throw new MarkbookException(refusals);
    }

    /** A file of another format would only be refused for everything it holds. */
    private static void checkFormat(Fields top) {
        top.text("format", text -> {
            if (!text.equals(FORMAT)) {
                throw new IllegalArgumentException("“" + Fields.brief(text) + "” must be “" + FORMAT + "”");
            }
            return text;
        });
        int version = top.whole("version");
        if (version != VERSION) {
            throw new LocatedException(
                    "version", version + " is not known here; the version that is read is " + VERSION);
        }
    }

    private Book.Builder builder(Fields top) {
        top.namedLists("bandSets", MarkbookReader::band)
                .forEach((name, bands) -> bandSets.put(name, boundaries("bandSets." + name, bands)));
        return new Book.Builder(top.date("today"))
                .terms(top.list("terms", MarkbookReader::term))
                .boundaries(boundaries("bands", top.list("bands", MarkbookReader::band)))
                .rules(top.object("rules", MarkbookReader::rules).orElse(Rules.withDefaults()))
                .categories(top.list("categories", MarkbookReader::category))
                .assessments(top.list("assessments", this::assessment))
                .students(top.list("students", MarkbookReader::student))
                .entries(top.list("entries", this::entry))
                .targets(top.optionalList("targets", MarkbookReader::target))
                .startingScores(top.object("startingScores", MarkbookReader::startingScores))
                .register(top.object("register", MarkbookReader::register))
                .goals(goals(top));
    }

    private static Optional<Goals> goals(Fields top) {
        boolean there = top.has("goals");
        List<Goal> all = top.optionalList("goals", MarkbookReader::goal);
        List<LevelByHand> levels = top.optionalList("goalLevels", MarkbookReader::levelByHand);
        return there || !levels.isEmpty() ? Optional.of(new Goals(all, levels)) : Optional.empty();
    }

    private static Goal goal(Fields goal) {
        return new Goal(
                goal.text("id", GoalId::new),
                goal.text("title"),
                goal.optionalText("parent", GoalId::new),
                goal.optionalDecimal("secure", Percent::parseWithinHundred),
                goal.optionalWhole("needs"),
                goal.optionalChoice("judge", Judge.class),
                goal.optionalList("evidence", MarkbookReader::evidence));
    }

    private static Evidence evidence(Fields evidence) {
        return new Evidence(evidence.text("assessment", AssessmentId::new), evidence.optionalText("part", PartId::new));
    }

    private static LevelByHand levelByHand(Fields level) {
        return new LevelByHand(
                level.text("student", StudentId::new),
                level.text("goal", GoalId::new),
                level.choice("level", Level.class),
                level.date("date"));
    }

    private Boundaries boundaries(String place, List<Band> bands) {
        List<String> problems = Boundaries.problems(bands);
        problems.forEach(problem -> refusals.add(new Refusal(place, problem)));
        return problems.isEmpty() ? Boundaries.of(bands) : Boundaries.NONE;
    }

    private static Band band(Fields band) {
        Optional<Percent> worth = band.optionalDecimal("worth", Percent::parseWithinHundred);
        String words = band.text("words", "");
        String label = band.text("label");
        return band.decimal(
                        "from",
                        from -> from.indexOf('/') < 0
                                ? Band.of(label, Percent.parse(from))
                                : Band.of(label, RawMark.parse(from)))
                .withWorth(worth)
                .withWords(words);
    }

    private static Term term(Fields term) {
        return new Term(
                term.text("id", TermId::new),
                term.text("name"),
                term.date("starts"),
                term.date("ends"),
                term.decimal("weight", "0", Weight::parse));
    }

    private static Rules rules(Fields rules) {
        return new Rules(
                rules.choice("method", Method.BY_CATEGORY),
                rules.whole("decimals", 1, Places::new),
                rules.choice("gradeOn", GradeOn.ROUNDED),
                rules.decimal("borderline", "2", Percent::parse),
                rules.decimal("movementAt", "2", Percent::parse),
                rules.optionalText("pass", label -> label),
                rules.decimal(
                        "notHandedIn",
                        "0",
                        text -> text.equals("ignored") ? Optional.empty() : Optional.of(Percent.parse(text))),
                rules.decimal("lateDeduction", "0", Percent::parse),
                rules.choice("year", YearResult.POOLED),
                rules.choice("termResults", TermResults.EXACT),
                rules.choice("ranking", Ranking.STANDARD));
    }

    private static Category category(Fields category) {
        return new Category(
                category.text("id", CategoryId::new),
                category.text("name"),
                category.decimal("weight", "0", Weight::parse),
                category.choice("average", Averaging.EQUAL),
                category.whole("dropLowest", 0),
                category.flag("counts", true),
                category.flag("retired", false));
    }

    private Assessment assessment(Fields piece) {
        AssessmentId id = piece.text("id", AssessmentId::new);
        LocalDate date = piece.date("date");
        String told = piece.text("instructions", "");
        if (!told.isEmpty()) {
            instructions.put(id, told);
        }
        return new Assessment.Builder(
                        id,
                        piece.text("title"),
                        piece.text("category", CategoryId::new),
                        piece.choice("kind", AssessmentKind.MARKS),
                        date)
                .due(piece.optionalDate("due").orElse(date))
                .term(piece.optionalText("term", TermId::new))
                .outOf(piece.optionalDecimal("outOf", OutOf::parse))
                .bands(piece.optionalText("bands", this::namedBands))
                .weight(piece.decimal("weight", "1", Weight::parse))
                .bonus(piece.flag("bonus", false))
                .allowOver(piece.flag("allowOver", false))
                .parts(piece.optionalList("parts", MarkbookReader::part))
                .ceilings(piece.optionalList("ceilings", MarkbookReader::ceiling))
                .build();
    }

    private Boundaries namedBands(String name) {
        Boundaries bands = bandSets.get(name);
        if (bands == null) {
            throw new IllegalArgumentException("there is no band set “" + Fields.brief(name) + "” in bandSets");
        }
        return bands;
    }

    private static Part part(Fields part) {
        return new Part(
                part.text("id", PartId::new),
                part.text("title"),
                part.decimal("outOf", OutOf::parse),
                part.decimal("weight", "1", Weight::parse));
    }

    private static Ceiling ceiling(Fields ceiling) {
        return new Ceiling(
                ceiling.texts("gates", PartId::new),
                ceiling.decimal("pass", Percent::parse),
                ceiling.whole("fewerThan"),
                ceiling.decimal("ceiling", Percent::parse));
    }

    private static Student student(Fields student) {
        return new Student(
                student.text("id", StudentId::new),
                student.text("family"),
                student.text("given"),
                student.text("number", ""),
                student.optionalText("set", set -> set),
                student.optionalDate("joined"),
                student.optionalDate("left"));
    }

    private Book.Placed entry(Fields entry) {
        StudentId student = entry.text("student", StudentId::new);
        AssessmentId assessment = entry.text("assessment", AssessmentId::new);
        Optional<PartId> part = entry.optionalText("part", PartId::new);
        EntryKind kind = entry.choice("is", EntryKind.class);
        Entry plain = switch (kind) {
            case MARK ->
                entry.decimal(
                        "value", text -> MARK.matcher(text).matches() ? Entry.of(Mark.parse(text)) : Entry.doubt(text));
            case GRADE -> entry.text("value", Entry::grade);
            case DOUBT -> entry.text("value", Entry::doubt);
            default -> valueless(entry, kind);
        };
        Remarks own = new Remarks(entry.text("note", ""), entry.text("memo", ""));
        if (!own.equals(Remarks.NONE)) {
            remarks.put(new Cell(student, assessment, part), own);
        }
        return new Book.Placed(
                student,
                assessment,
                part,
                plain.withLate(entry.flag("late", false)).withToFinish(entry.flag("toFinish", false)));
    }

    private static Entry valueless(Fields entry, EntryKind kind) {
        if (entry.optionalDecimal("value", text -> text)
                .filter(text -> !text.isEmpty())
                .isPresent()) {
            throw new IllegalArgumentException("an entry that is “" + Codes.of(kind) + "” holds no value");
        }
        return Entry.of(kind);
    }

    private static Target target(Fields target) {
        return new Target(
                target.text("student", StudentId::new),
                target.optionalText("start", label -> label),
                target.optionalText("end", label -> label),
                termBands(target),
                target.optionalText("stage", label -> label),
                target.optionalList("earlier", MarkbookReader::earlierTarget));
    }

    private static Map<TermId, String> termBands(Fields target) {
        Map<TermId, String> terms = new HashMap<>();
        target.named("terms", label -> label).forEach((term, label) -> terms.put(new TermId(term), label));
        return terms;
    }

    private static Target.Earlier earlierTarget(Fields earlier) {
        return new Target.Earlier(
                earlier.date("until"),
                earlier.optionalText("start", label -> label),
                earlier.optionalText("end", label -> label),
                termBands(earlier));
    }

    private static StartingScores startingScores(Fields start) {
        OutOf top = start.decimal("top", OutOf::parse);
        start.require("scores");
        Map<StudentId, Mark> scores = new LinkedHashMap<>();
        start.named("scores", Mark::parse).forEach((student, score) -> scores.put(new StudentId(student), score));
        return new StartingScores(top, scores);
    }

    private static Register register(Fields register) {
        return new Register(
                register.choice("excusedAbsence", ExcusedAbsence.COUNTS),
                register.list("lessons", MarkbookReader::lesson),
                register.optionalList("entries", MarkbookReader::registerEntry));
    }

    private static Lesson lesson(Fields lesson) {
        return new Lesson(lesson.text("id", LessonId::new), lesson.date("date"), lesson.whole("at", 1));
    }

    private static RegisterEntry registerEntry(Fields entry) {
        return new RegisterEntry(
                entry.text("student", StudentId::new),
                entry.text("lesson", LessonId::new),
                entry.choice("is", Presence.class),
                entry.flag("excused", false),
                entry.whole("minutes", 0),
                entry.text("reason", ""));
    }
}
