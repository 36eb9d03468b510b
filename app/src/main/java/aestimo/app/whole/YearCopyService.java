package aestimo.app.whole;

import aestimo.app.book.BookService;
import aestimo.app.book.CategoryStyle;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.YearService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.goal.Goals;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.TermId;
import aestimo.exchange.markbook.Markbook;
import java.io.Serializable;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Copies classes into another year, or into their own: categories, boundaries, rules and assessments, without students and
 * entries.
 * Dates move with their terms, and stay on their day of the week.
 */
@Service
public class YearCopyService {
    private static final int DAYS_OF_WEEK = 7;

    private final WholeClassService whole;
    private final ClassMaker maker;
    private final BookService books;
    private final YearService years;

    YearCopyService(WholeClassService whole, ClassMaker maker, BookService books, YearService years) {
        this.whole = whole;
        this.maker = maker;
        this.books = books;
        this.years = years;
    }

    /**
     * What became of one class; told on the page after the copying, so it is kept with the session.
     *
     * @param refused why it was not copied; empty text where it was
     * @param left how many assessments have no term to go to
     * @param classId of the copy; 0 where there is none
     */
    public record Copied(String className, String refused, int pieces, int left, long classId)
            implements Serializable {}

    /**
     * A class to be copied, under a name.
     *
     * @param subject empty for that of the class
     * @param tint 0 for that of the class
     * @param withPieces whether its assessments come along
     */
    public record Wish(long classId, String name, String subject, int tint, boolean withPieces) {
        /** With all of it. */
        public Wish(long classId, String name) {
            this(classId, name, "", 0, true);
        }
    }

    /**
     * Copies one class.
     *
     * @throws FormException when it cannot be made; nothing is made then
     */
    @Transactional
    public Copied copy(TeacherId teacher, long yearId, Wish wish) {
        YearService.Year year = years.year(teacher, yearId);
        ClassBook from = books.open(teacher, wish.classId());
        ClassRow row = from.row();
        Markbook markbook = whole.exports(teacher, wish.classId(), false);
        Map<TermId, YearService.Term> terms = new HashMap<>();
        List<Term> old = from.book().terms();
        for (int i = 0; i < Math.min(old.size(), year.terms().size()); i++) {
            terms.put(old.get(i).id(), year.terms().get(i));
        }
        Map<CategoryId, CategoryStyle> looks = new HashMap<>();
        from.book().categories().forEach(category -> looks.put(category.id(), from.look(category)));
        List<Assessment> moved = new ArrayList<>();
        for (Assessment piece : wish.withPieces() ? from.book().assessments() : List.<Assessment>of()) {
            moved(from.book(), piece, terms).ifPresent(moved::add);
        }
        Book book = from.book().toBuilder()
                .terms(year.terms().stream()
                        .map(term -> new Term(
                                new TermId(Long.toString(term.id())),
                                term.name(),
                                term.starts(),
                                term.ends(),
                                term.weight()))
                        .toList())
                .students(List.of())
                .entries(List.of())
                .targets(List.of())
                .startingScores(Optional.empty())
                // Lessons are those of the days of the old year.
                .register(Optional.empty())
                .goals(from.book().goals().map(goals -> moved(goals, moved)))
                .assessments(moved)
                .build();
        Map<TermId, Long> ids = new HashMap<>();
        year.terms().forEach(term -> ids.put(new TermId(Long.toString(term.id())), term.id()));
        ClassMaker.Made made = maker.make(
                teacher,
                new ClassForm(
                        yearId,
                        wish.name(),
                        wish.subject().isEmpty() ? row.subject() : wish.subject(),
                        wish.tint() == 0 ? row.tint() : wish.tint(),
                        row.takesResults()),
                new Markbook(wish.name(), book, markbook.bandSets(), markbook.instructions(), Map.of()),
                ids,
                looks);
        return new Copied(
                wish.name(),
                "",
                moved.size(),
                wish.withPieces() ? from.book().assessments().size() - moved.size() : 0,
                made.classId());
    }

    /** The same goals with the evidence that came along, and nobody's level. */
    private static Goals moved(Goals goals, List<Assessment> along) {
        Set<AssessmentId> pieces = along.stream().map(Assessment::id).collect(Collectors.toSet());
        return new Goals(
                goals.all().stream()
                        .map(goal -> goal.withEvidence(goal.evidence().stream()
                                .filter(own -> pieces.contains(own.assessment()))
                                .toList()))
                        .toList(),
                List.of());
    }

    /** The same piece in the like term of the year; empty where it has none. */
    private static Optional<Assessment> moved(Book book, Assessment piece, Map<TermId, YearService.Term> terms) {
        TermId own = book.termOf(piece);
        YearService.Term target = terms.get(own);
        if (target == null) {
            return Optional.empty();
        }
        Term from = book.term(own).orElseThrow();
        LocalDate date = moved(piece.date(), from, target);
        long due = ChronoUnit.DAYS.between(piece.date(), piece.due());
        return Optional.of(piece.toBuilder()
                .date(date)
                .due(date.plusDays(due))
                .term(piece.statedTerm().map(stated -> new TermId(Long.toString(target.id()))))
                .build());
    }

    /** As many days into the term, on the nearest like day of the week that lies in it. */
    static LocalDate moved(LocalDate date, Term from, YearService.Term to) {
        LocalDate day = to.starts().plusDays(ChronoUnit.DAYS.between(from.firstDay(), date));
        int off = Math.floorMod(
                date.getDayOfWeek().getValue() - day.getDayOfWeek().getValue(), DAYS_OF_WEEK);
        day = off > DAYS_OF_WEEK / 2 ? day.plusDays(off - DAYS_OF_WEEK) : day.plusDays(off);
        while (day.isAfter(to.ends())) {
            day = day.minusDays(DAYS_OF_WEEK);
        }
        while (day.isBefore(to.starts())) {
            day = day.plusDays(DAYS_OF_WEEK);
        }
        return day.isAfter(to.ends()) ? to.ends() : day;
    }
}
