package aestimo.app.desk;

import aestimo.app.book.CategoryStyle;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.entry.EntryKind;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The present term week by week, with every class's assessments as shapes on their weekdays. Lengths are in units of
 * the drawing, a week being {@value #ROW} high.
 */
record TermWeeks(String term, List<Week> weeks) {
    static final int ROW = 23;
    private static final int FIRST_X = 76;
    private static final int DAY = 27;
    private static final int BESIDE = 13;

    /** @param words the week's Monday; its month only where it begins */
    record Week(String words, double y, boolean now, List<Piece> pieces) {}

    record Piece(String words, CategoryStyle look, double x, boolean marked) {}

    /** Empty where there is no class, or today lies between terms. */
    static Optional<TermWeeks> of(List<ClassBook> open) {
        if (open.isEmpty()) {
            return Optional.empty();
        }
        Book first = open.get(0).book();
        return first.termOn(first.today()).map(term -> new TermWeeks(term.name(), weeks(open, term, first.today())));
    }

    private static List<Week> weeks(List<ClassBook> open, Term term, LocalDate today) {
        List<Week> weeks = new ArrayList<>();
        LocalDate monday = Days.monday(term.firstDay());
        for (int i = 0; !monday.isAfter(term.lastDay()); i++, monday = monday.plusWeeks(1)) {
            LocalDate next = monday.plusWeeks(1);
            boolean newMonth = i == 0 || monday.getDayOfMonth() <= 7;
            weeks.add(new Week(
                    newMonth ? Days.brief(monday) : String.valueOf(monday.getDayOfMonth()),
                    (double) ROW * i,
                    !today.isBefore(monday) && today.isBefore(next),
                    pieces(open, monday, next)));
        }
        return weeks;
    }

    private static List<Piece> pieces(List<ClassBook> open, LocalDate monday, LocalDate next) {
        List<Piece> pieces = new ArrayList<>();
        double free = 0;
        for (LocalDate day = monday; day.isBefore(next); day = day.plusDays(1)) {
            for (ClassBook classBook : open) {
                for (Assessment assessment : classBook.book().assessments()) {
                    if (assessment.date().equals(day)) {
                        double x = Math.max(FIRST_X + DAY * (day.getDayOfWeek().getValue() - 1.0), free);
                        free = x + BESIDE;
                        pieces.add(piece(classBook, assessment, x));
                    }
                }
            }
        }
        return pieces;
    }

    private static Piece piece(ClassBook classBook, Assessment assessment, double x) {
        boolean marked = classBook.book().students().stream()
                .anyMatch(
                        student -> !classBook.book().entry(student, assessment).is(EntryKind.BLANK));
        return new Piece(
                classBook.row().name() + " · " + assessment.title() + ", " + Days.brief(assessment.date())
                        + (marked ? "" : ", not yet marked"),
                classBook.look(assessment),
                x,
                marked);
    }
}
