package aestimo.app.toschool;

import aestimo.app.book.CategoryStyle;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.returns.ReturnRow;
import aestimo.app.returns.ReturnService;
import aestimo.app.returns.RowForm;
import aestimo.app.returns.SchoolReturn;
import aestimo.app.returns.TermBefore;
import aestimo.app.sending.Progress;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Term;
import aestimo.core.counting.Counting;
import aestimo.core.id.TermId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The results of one term on their way to the school.
 *
 * @param own the draft return, else the latest sealed; empty where none was begun
 * @param replaces number of the return it corrects; 0 for none
 * @param feeding the pieces its figures are made of
 * @param rows with what stands beside them
 * @param before name of the term before; empty for the first
 * @param earlier the other returns of the class, the latest first
 */
record ToSchoolView(
        Term term,
        Optional<SchoolReturn> own,
        int replaces,
        List<Feeding> feeding,
        List<Row> rows,
        String before,
        List<Earlier> earlier) {
    /** Pieces of a category that counts. */
    record Feeding(String category, CategoryStyle look, List<String> pieces) {}

    /**
     * One student.
     *
     * @param sentAs as a form holds it
     * @param was what stands, as the form carries it along
     * @param before the grade sent for the term before, else the one reached in it
     */
    record Row(ReturnRow row, String sentAs, String was, String before) {}

    record Earlier(long id, String words, String href) {}

    static ToSchoolView of(ClassBook classBook, Term term, List<SchoolReturn> all, Map<Long, Progress> progress) {
        Book book = classBook.book();
        Optional<SchoolReturn> own =
                all.stream().filter(other -> other.term().equals(term.id())).reduce((one, later) -> later);
        TermBefore before = TermBefore.of(book, term, all);
        return new ToSchoolView(
                term,
                own,
                own.map(it -> it.number() - 1).orElse(0),
                feeding(classBook, term.id()),
                own.map(it -> it.rows().stream()
                                .map(row -> new Row(
                                        row,
                                        row.own().noGrade()
                                                ? RowForm.NO_GRADE
                                                : row.own().sentAs(),
                                        RowForm.wasText(row.own()),
                                        before.grade(row.enrolmentId())))
                                .toList())
                        .orElse(List.of()),
                before.name(),
                earlier(classBook, all, own, progress));
    }

    private static List<Feeding> feeding(ClassBook classBook, TermId term) {
        Book book = classBook.book();
        Counting counting = Counting.of(book);
        List<Feeding> feeding = new ArrayList<>();
        for (Category category : book.categories()) {
            List<String> pieces = ReturnService.feeding(counting, category, term);
            if (!pieces.isEmpty()) {
                feeding.add(new Feeding(category.name(), classBook.look(category), pieces));
            }
        }
        return feeding;
    }

    private static List<Earlier> earlier(
            ClassBook classBook, List<SchoolReturn> all, Optional<SchoolReturn> own, Map<Long, Progress> progress) {
        List<Earlier> earlier = new ArrayList<>();
        for (SchoolReturn other : all) {
            if (own.isEmpty() || own.get().id() != other.id()) {
                String term =
                        classBook.book().term(other.term()).map(Term::name).orElse("a term that is gone");
                earlier.add(
                        0,
                        new Earlier(
                                other.id(),
                                other.sealed().map(Days::at).orElse("draft") + " · " + term
                                        + (other.number() > 1 ? ", correction " + (other.number() - 1) : "") + " · "
                                        + ReturnState.of(other, progress.getOrDefault(other.id(), Progress.NONE))
                                                .words(),
                                "/classes/" + classBook.row().id() + "/to-school/" + other.id() + "/record.pdf"));
            }
        }
        return earlier;
    }

    /** “7 assessments in 4 categories that count”, for the sentences that tell what the figures come from. */
    public String madeOf() {
        int pieces = feeding.stream().mapToInt(own -> own.pieces().size()).sum();
        if (pieces == 0) {
            return "no assessment yet";
        }
        return (pieces == 1 ? "1 assessment" : pieces + " assessments") + " in "
                + (feeding.size() == 1 ? "one category" : feeding.size() + " categories") + " that count"
                + (feeding.size() == 1 ? "s" : "");
    }
}
