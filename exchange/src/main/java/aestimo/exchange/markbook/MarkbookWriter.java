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
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.id.TermId;
import aestimo.core.register.ExcusedAbsence;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.rules.Averaging;
import aestimo.core.rules.Rules;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import aestimo.exchange.markbook.Markbook.Cell;
import aestimo.exchange.markbook.Markbook.Remarks;
import java.io.OutputStream;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Writes markbook files; {@link MarkbookReader} reads back an equal markbook. What holds its default is left out. */
public final class MarkbookWriter {
    private static final int PLACES = 4;

    private final Markbook markbook;
    private final Book book;
    private final JsonWriter out;

    private MarkbookWriter(Markbook markbook, JsonWriter out) {
        this.markbook = markbook;
        this.book = markbook.book();
        this.out = out;
    }

    /**
     * Writes {@code markbook} as UTF-8.
     *
     * @param stream flushed, not closed
     */
    public static void write(Markbook markbook, OutputStream stream) {
        try (JsonWriter out = JsonWriter.to(stream)) {
            out.object(() -> new MarkbookWriter(markbook, out).markbook());
        }
    }

    private void markbook() {
        out.text("format", MarkbookReader.FORMAT);
        out.number("version", MarkbookReader.VERSION);
        out.text("class", markbook.className());
        out.text("today", book.today().toString());
        out.list("terms", book.terms(), this::term);
        out.list("bands", book.boundaries().bands(), this::band);
        if (!markbook.bandSets().isEmpty()) {
            out.object(
                    "bandSets",
                    () -> new TreeMap<>(markbook.bandSets())
                            .forEach((name, bands) -> out.list(name, bands.bands(), this::band)));
        }
        if (!book.rules().equals(Rules.withDefaults())) {
            out.object("rules", this::rules);
        }
        out.list("categories", book.categories(), this::category);
        out.list("assessments", book.assessments(), this::assessment);
        out.list("students", book.students(), this::student);
        out.list("entries", book.entries(), this::entry);
        out.listUnlessEmpty("targets", book.targets(), this::target);
        book.startingScores().ifPresent(scores -> out.object("startingScores", () -> startingScores(scores)));
        book.register().ifPresent(register -> out.object("register", () -> register(register)));
        book.goals().ifPresent(this::goals);
    }

    private static String decimal(Percent percent) {
        return percent.exact().toDecimal(PLACES).stripTrailingZeros().toPlainString();
    }

    private void term(Term term) {
        out.text("id", term.id().text());
        out.text("name", term.name());
        out.text("starts", term.firstDay().toString());
        out.text("ends", term.lastDay().toString());
        out.textUnless("0", "weight", term.weight().toString());
    }

    private void band(Band band) {
        out.text("label", band.label());
        out.text("from", band.raw().map(RawMark::toString).orElseGet(() -> decimal(band.from())));
        band.worth().ifPresent(worth -> out.text("worth", decimal(worth)));
        out.textUnless("", "words", band.words());
    }

    private void rules() {
        Rules rules = book.rules();
        out.text("method", Codes.of(rules.method()));
        out.number("decimals", rules.places().count());
        out.text("gradeOn", Codes.of(rules.gradeOn()));
        out.text("borderline", decimal(rules.borderline()));
        out.text("movementAt", decimal(rules.movementAt()));
        rules.pass().ifPresent(label -> out.text("pass", label));
        out.text("notHandedIn", rules.notHandedIn().map(MarkbookWriter::decimal).orElse("ignored"));
        out.text("lateDeduction", decimal(rules.lateDeduction()));
        out.text("year", Codes.of(rules.year()));
        out.text("termResults", Codes.of(rules.termResults()));
        out.text("ranking", Codes.of(rules.ranking()));
    }

    private void category(Category category) {
        out.text("id", category.id().text());
        out.text("name", category.name());
        out.textUnless("0", "weight", category.weight().toString());
        out.textUnless(Codes.of(Averaging.EQUAL), "average", Codes.of(category.averaging()));
        if (category.dropLowest() > 0) {
            out.number("dropLowest", category.dropLowest());
        }
        out.flagUnless(true, "counts", category.counts());
        out.flagUnless(false, "retired", category.retired());
    }

    private void assessment(Assessment piece) {
        out.text("id", piece.id().text());
        out.text("title", piece.title());
        out.text("category", piece.category().text());
        out.text("date", piece.date().toString());
        out.textUnless(piece.date().toString(), "due", piece.due().toString());
        piece.statedTerm().ifPresent(term -> out.text("term", term.text()));
        out.textUnless(Codes.of(AssessmentKind.MARKS), "kind", Codes.of(piece.kind()));
        piece.statedOutOf().ifPresent(outOf -> out.text("outOf", outOf.toString()));
        piece.bands().ifPresent(bands -> out.text("bands", nameOf(bands)));
        out.textUnless(Weight.ONE.toString(), "weight", piece.weight().toString());
        out.flagUnless(false, "bonus", piece.isBonus());
        out.flagUnless(false, "allowOver", piece.allowsOver());
        out.textUnless("", "instructions", markbook.instructions().getOrDefault(piece.id(), ""));
        out.listUnlessEmpty("parts", piece.parts(), this::part);
        out.listUnlessEmpty("ceilings", piece.ceilings(), this::ceiling);
    }

    private String nameOf(Boundaries bands) {
        return markbook.bandSets().entrySet().stream()
                .filter(set -> set.getValue().equals(bands))
                .map(Map.Entry::getKey)
                .min(String::compareTo)
                .orElseThrow(() -> new IllegalStateException("bug: a piece has bands that the markbook does not name"));
    }

    private void part(Part part) {
        out.text("id", part.id().text());
        out.text("title", part.title());
        out.text("outOf", part.outOf().toString());
        out.textUnless(Weight.ONE.toString(), "weight", part.weight().toString());
    }

    private void ceiling(Ceiling ceiling) {
        out.texts("gates", ceiling.gates().stream().map(gate -> gate.text()).toList());
        out.text("pass", decimal(ceiling.pass()));
        out.number("fewerThan", ceiling.fewerThan());
        out.text("ceiling", decimal(ceiling.most()));
    }

    private void student(Student student) {
        out.text("id", student.id().text());
        out.text("family", student.family());
        out.text("given", student.given());
        out.textUnless("", "number", student.number());
        student.set().ifPresent(set -> out.text("set", set));
        student.joined().ifPresent(day -> out.text("joined", day.toString()));
        student.left().ifPresent(day -> out.text("left", day.toString()));
    }

    private void entry(Book.Placed placed) {
        Entry entry = placed.entry();
        out.text("student", placed.student().text());
        out.text("assessment", placed.assessment().text());
        placed.part().ifPresent(part -> out.text("part", part.text()));
        out.text("is", Codes.of(entry.kind()));
        if (entry.is(EntryKind.MARK)) {
            out.text("value", entry.mark().orElseThrow().toString());
        } else if (entry.is(EntryKind.GRADE) || entry.is(EntryKind.DOUBT)) {
            out.text("value", entry.words());
        }
        out.flagUnless(false, "late", entry.isLate());
        out.flagUnless(false, "toFinish", entry.isToFinish());
        Remarks remarks = markbook.remarks().getOrDefault(Cell.of(placed), Remarks.NONE);
        out.textUnless("", "note", remarks.note());
        out.textUnless("", "memo", remarks.memo());
    }

    private void target(Target target) {
        out.text("student", target.student().text());
        aims(target.start(), target.end(), target.terms());
        target.stage().ifPresent(label -> out.text("stage", label));
        out.listUnlessEmpty("earlier", target.earlier(), earlier -> {
            out.text("until", earlier.until().toString());
            aims(earlier.start(), earlier.end(), earlier.terms());
        });
    }

    private void aims(Optional<String> start, Optional<String> end, Map<TermId, String> ofTerms) {
        start.ifPresent(label -> out.text("start", label));
        end.ifPresent(label -> out.text("end", label));
        if (!ofTerms.isEmpty()) {
            Map<String, String> terms = ofTerms.entrySet().stream()
                    .collect(Collectors.toMap(term -> term.getKey().text(), Map.Entry::getValue));
            out.object("terms", () -> new TreeMap<>(terms).forEach(out::text));
        }
    }

    private void startingScores(StartingScores start) {
        out.text("top", start.top().toString());
        List<Student> scored = book.students().stream()
                .filter(student -> start.scores().containsKey(student.id()))
                .toList();
        out.object(
                "scores",
                () -> scored.forEach(student -> out.text(
                        student.id().text(),
                        Objects.requireNonNull(start.scores().get(student.id())).toString())));
    }

    private void register(Register register) {
        out.textUnless(Codes.of(ExcusedAbsence.COUNTS), "excusedAbsence", Codes.of(register.excusedAbsence()));
        out.list("lessons", register.lessons(), lesson -> {
            out.text("id", lesson.id().text());
            out.text("date", lesson.date().toString());
            if (lesson.at() > 1) {
                out.number("at", lesson.at());
            }
        });
        out.listUnlessEmpty("entries", register.entries(), this::registerEntry);
    }

    private void goals(Goals goals) {
        out.list("goals", goals.all(), this::goal);
        out.listUnlessEmpty("goalLevels", goals.levels(), level -> {
            out.text("student", level.student().text());
            out.text("goal", level.goal().text());
            out.text("level", Codes.of(level.level()));
            out.text("date", level.date().toString());
        });
    }

    private void goal(Goal goal) {
        out.text("id", goal.id().text());
        out.text("title", goal.title());
        goal.parent().ifPresent(parent -> out.text("parent", parent.text()));
        goal.statedSecure().ifPresent(secure -> out.text("secure", decimal(secure)));
        goal.statedNeeds().ifPresent(needs -> out.number("needs", needs));
        goal.statedJudge().ifPresent(judge -> out.text("judge", Codes.of(judge)));
        out.listUnlessEmpty("evidence", goal.evidence(), evidence -> {
            out.text("assessment", evidence.assessment().text());
            evidence.part().ifPresent(part -> out.text("part", part.text()));
        });
    }

    private void registerEntry(RegisterEntry entry) {
        out.text("student", entry.student().text());
        out.text("lesson", entry.lesson().text());
        out.text("is", Codes.of(entry.presence()));
        out.flagUnless(false, "excused", entry.excused());
        if (entry.minutes() > 0) {
            out.number("minutes", entry.minutes());
        }
        out.textUnless("", "reason", entry.reason());
    }
}
