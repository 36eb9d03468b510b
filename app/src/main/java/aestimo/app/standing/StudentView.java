package aestimo.app.standing;

import aestimo.app.book.CategoryStyle;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.book.HiddenNames;
import aestimo.app.figures.Value;
import aestimo.app.frame.Days;
import aestimo.app.marks.Remarks;
import aestimo.app.picture.Axis;
import aestimo.app.picture.OverTime;
import aestimo.app.picture.PossibleBar;
import aestimo.app.picture.Strip;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.counting.EntryCounts;
import aestimo.core.counting.Reason;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.grading.Result;
import aestimo.core.id.AssessmentId;
import aestimo.core.result.CategoryAverage;
import aestimo.core.result.Needed;
import aestimo.core.result.Prospects;
import aestimo.core.result.Share;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.typed.EntryText;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/**
 * One student over a span: result, what is possible, and every piece with its place in the class.
 *
 * @param line number, set and the like
 * @param lead what is missing to the next band, and what would reach it; empty without bands or result
 * @param rank “rank 9 of 24”; empty without one
 * @param needs what each band needs on what remains, the highest first
 */
public record StudentView(
        String id,
        String number,
        String name,
        String called,
        String line,
        String result,
        String grade,
        String rank,
        PossibleBar bar,
        String lead,
        boolean justBelow,
        List<Group> groups,
        List<Need> needs,
        List<String> counts,
        OverTime overTime) {
    static final int STRIP = 220;
    static final int OVER_TIME = 264;

    /** A category with its pieces; {@code weight} empty where it does not count, {@code average} where there is none. */
    public record Group(String id, String name, CategoryStyle look, String weight, String average, List<Piece> pieces) {
        /** The rows of the student page, see {@link StudentMarkup#rows}. */
        public String rows(String base, String query) {
            return StudentMarkup.rows(pieces, base, query);
        }
    }

    /**
     * One piece.
     *
     * @param mark as typed, or in words
     * @param outOf “/40”; empty where it has none
     * @param css of the entry's state
     * @param share of the result in percent, with the points it brings; empty where it has none
     * @param counted how many entries of the class count in it
     * @param drawn draws its strip when asked: most pages that show a student show none
     */
    public record Piece(
            String id,
            String title,
            String date,
            String due,
            Value mark,
            Value outOf,
            String css,
            Value percent,
            String grade,
            Value share,
            Value points,
            int counted,
            Supplier<Strip> drawn,
            Value rank,
            Value mean,
            String note) {
        /** The spread of its percents with the student in it; empty where nothing counts. */
        public Optional<Strip> strip() {
            return counted == 0 ? Optional.empty() : Optional.of(drawn.get());
        }

        public boolean isInDoubt() {
            return css.equals("is-doubt");
        }
    }

    /** “, 2204” behind the name; empty text where the student has no number. */
    public String numbered() {
        return number.isEmpty() ? "" : ", " + number;
    }

    public record Need(String label, String words, boolean reached) {}

    /** “the piece left”, “the 3 pieces left”. */
    static String piecesLeft(Prospects prospects) {
        return prospects.remaining() == 1 ? "the piece left" : "the " + prospects.remaining() + " pieces left";
    }

    static StudentView of(ClassBook classBook, Standing standing, Student student, Map<CellId, Remarks> remarks) {
        return new Maker(classBook, standing, student, remarks).view();
    }

    private static final class Maker {
        private final ClassBook classBook;
        private final Standing standing;
        private final Book book;
        private final Student student;
        private final StudentStanding own;
        private final Map<CellId, Remarks> remarks;
        private final Places places;
        private final Map<AssessmentId, Share> shares = new HashMap<>();
        private final Axis axis;

        Maker(ClassBook classBook, Standing standing, Student student, Map<CellId, Remarks> remarks) {
            this.classBook = classBook;
            this.standing = standing;
            this.book = standing.book();
            this.student = student;
            this.own = standing.of(student.id());
            this.remarks = remarks;
            this.places = book.rules().places();
            own.shares()
                    .orElse(List.of())
                    .forEach(share -> shares.put(share.assessment().id(), share));
            this.axis = Axis.ofPieces(standing, 6, STRIP - 12);
        }

        private StudentView view() {
            Optional<Result> result = own.result();
            return new StudentView(
                    student.id().text(),
                    student.number(),
                    student.listName(),
                    student.fullName(),
                    line(),
                    result.map(Result::shown).orElse(""),
                    StandingTable.label(result),
                    rank(),
                    PossibleBar.of(standing, own),
                    lead(),
                    result.filter(Result::justBelow).isPresent(),
                    book.categories().stream()
                            .map(this::group)
                            .filter(group -> !group.pieces().isEmpty())
                            .toList(),
                    needs(),
                    counts(own.counts()),
                    OverTime.of(Standing.of(standing.counting(), new Span.Year()), student, OVER_TIME));
        }

        private String line() {
            List<String> facts = new ArrayList<>();
            if (!student.number().isEmpty()) {
                facts.add(student.number());
            }
            student.set().ifPresent(facts::add);
            student.joined().ifPresent(day -> facts.add("joined " + Days.brief(day)));
            student.left().ifPresent(day -> facts.add("left " + Days.brief(day)));
            return String.join(" · ", facts);
        }

        private String rank() {
            if (own.rank().isEmpty()) {
                return own.present() ? "" : "not in the class at the end of these dates";
            }
            String inClass =
                    "rank " + own.rank().get() + " of " + standing.mean().counted();
            return own.setRank()
                    .map(rank -> inClass + " · " + student.set().orElse("") + " " + rank)
                    .orElse(inClass);
        }

        private Group group(Category category) {
            List<Piece> pieces = new ArrayList<>();
            for (AssessmentFigures figures : standing.assessments()) {
                if (figures.assessment().category().equals(category.id())) {
                    pieces.add(piece(figures));
                }
            }
            return new Group(
                    category.id().text(),
                    category.name(),
                    classBook.look(category),
                    book.countsTowardsResult(category) ? category.weight().toString() : "",
                    own.category(category.id())
                            .map(CategoryAverage::average)
                            .map(average -> average.shown(places))
                            .orElse(""),
                    pieces);
        }

        private Piece piece(AssessmentFigures figures) {
            Assessment piece = figures.assessment();
            Optional<Percent> percent = figures.percentOf(student);
            Optional<Share> share = Optional.ofNullable(shares.get(piece.id())).filter(it -> percent.isPresent());
            String note = HiddenNames.areHidden()
                    ? ""
                    : ClassBook.cells(student, piece).stream()
                            .map(cell ->
                                    remarks.getOrDefault(cell, Remarks.NONE).note())
                            .filter(text -> !text.isEmpty())
                            .reduce((one, other) -> one + " " + other)
                            .orElse("");
            return new Piece(
                    piece.id().text(),
                    piece.title(),
                    Days.brief(piece.date()),
                    Days.brief(piece.due()),
                    mark(piece, percent),
                    css(piece).equals("is-mark") && percent.isPresent()
                            ? Value.decimal(piece.outOf().value(), "/" + piece.outOf())
                            : Value.NONE,
                    css(piece),
                    Value.percent(percent, places),
                    percent.flatMap(standing::gradeOf).map(Band::label).orElse(""),
                    Value.percent(share.map(it -> it.share()), places),
                    Value.percent(share.map(it -> it.points()), places),
                    figures.counted(),
                    () -> Strip.on(axis, Strip.Laying.SMALL, book, figures, student),
                    Value.rank(figures.placeOf(student)),
                    Value.percent(figures.mean(), places),
                    note);
        }

        private Value mark(Assessment piece, Optional<Percent> percent) {
            if (piece.hasParts()) {
                return percent.map(it -> piece.pointsOf(it.exact()).toDecimal(places.count()))
                        .map(points -> Value.decimal(points, points.toPlainString()))
                        .orElse(Value.words(own.outcome(book.placeOf(piece.id()).orElseThrow())
                                .reason()
                                .words()));
            }
            Entry entry = book.entry(student, piece);
            if (entry.is(EntryKind.BLANK)) {
                return Value.words(student.isMeant(piece) ? "–" : "not meant");
            }
            if (piece.isInDoubt(entry, book.boundaries())) {
                return Value.words("? " + entry);
            }
            // With its signs it is words: “18 late”.
            return entry.is(EntryKind.MARK) && !entry.isLate() && !entry.isToFinish()
                    ? Value.decimal(entry.mark().orElseThrow().value(), entry.toString())
                    : Value.words(entry.toString());
        }

        private String css(Assessment piece) {
            if (piece.hasParts()) {
                // Of a piece with parts that all wait for something, one in doubt is what the teacher has to settle.
                return own.outcome(book.placeOf(piece.id()).orElseThrow()).reason() == Reason.NO_PART
                                && hasPartInDoubt(piece)
                        ? "is-doubt"
                        : "is-mark";
            }
            Entry entry = book.entry(student, piece);
            return piece.isInDoubt(entry, book.boundaries())
                    ? "is-doubt"
                    : "is-" + entry.kind().name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        private boolean hasPartInDoubt(Assessment piece) {
            return IntStream.range(0, piece.entryCount())
                    .anyMatch(part -> !EntryText.reasonForDoubt(
                                    classBook.entry(ClassBook.cell(student, piece, part)),
                                    piece,
                                    part,
                                    book.boundaries())
                            .isEmpty());
        }

        private List<Need> needs() {
            Prospects prospects = own.prospects();
            List<Need> needs = new ArrayList<>();
            if (prospects.remaining() == 0) {
                return needs;
            }
            for (Band band : book.boundaries().bands()) {
                prospects
                        .needed(band)
                        .ifPresent(needed -> needs.add(new Need(
                                band.label(),
                                switch (needed.kind()) {
                                    case SECURED -> "secured";
                                    case OUT_OF_REACH -> "out of reach";
                                    case PERCENT -> needed.shown().orElseThrow() + " %";
                                },
                                needed.kind() == Needed.Kind.SECURED)));
            }
            return needs;
        }

        /** “1.6 below grade 6. An average of 78 % on the 3 pieces left reaches it; 52 % keeps grade 5.” */
        private String lead() {
            if (own.result().isEmpty()) {
                return "";
            }
            Result result = own.result().get();
            Optional<Band> next = result.grade().flatMap(book.boundaries()::above);
            Prospects prospects = own.prospects();
            StringBuilder words = new StringBuilder();
            next.ifPresent(band -> words.append(result.toNextShown().orElseThrow())
                    .append(" below grade ")
                    .append(band.label())
                    .append('.'));
            if (prospects.remaining() == 0 || result.grade().isEmpty()) {
                return words.toString();
            }
            String left = piecesLeft(prospects);
            Optional<Needed> reach = next.flatMap(prospects::needed);
            Optional<Needed> keep = prospects.needed(result.grade().get());
            reach.ifPresent(needed -> words.append(
                    needed.kind() == Needed.Kind.PERCENT
                            ? " An average of " + needed.shown().orElseThrow() + " % on " + left + " reaches it"
                            : needed.kind() == Needed.Kind.SECURED
                                    ? " Anything on " + left + " reaches it"
                                    : " Even 100 % on " + left + " does not reach it"));
            keep.filter(needed -> needed.kind() == Needed.Kind.PERCENT)
                    .ifPresent(needed -> words.append(reach.isPresent() ? "; " : " On " + left + " ")
                            .append(needed.shown().orElseThrow())
                            .append(" % keeps grade ")
                            .append(result.grade().get().label()));
            return words.append(
                            reach.isPresent() || keep.isPresent() && keep.get().kind() == Needed.Kind.PERCENT
                                    ? "."
                                    : "")
                    .toString()
                    .strip();
        }

        private static List<String> counts(EntryCounts counts) {
            List<String> words = new ArrayList<>();
            add(words, counts.absent(), "absent");
            add(words, counts.excused(), "excused");
            add(words, counts.notHandedIn(), "not handed in");
            add(words, counts.late(), "late");
            add(words, counts.toFinish(), "to finish");
            add(words, counts.inDoubt(), "in doubt");
            add(words, counts.blank(), "blank");
            return words;
        }

        private static void add(List<String> words, int count, String what) {
            if (count > 0) {
                words.add(what + (count == 1 ? " once" : count == 2 ? " twice" : " " + count + " times"));
            }
        }
    }
}
