package aestimo.app.whole;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.GroundworkService;
import aestimo.app.groundwork.YearService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes new classes, empty or like one there is; several at once where several are named. */
@Service
class NewClassService {
    private static final int MOST = 12;

    private final GroundworkService groundwork;
    private final YearCopyService copies;
    private final BookService books;
    private final YearService years;

    NewClassService(GroundworkService groundwork, YearCopyService copies, BookService books, YearService years) {
        this.years = years;
        this.groundwork = groundwork;
        this.copies = copies;
        this.books = books;
    }

    /**
     * What a new class is like.
     *
     * @param classId 0 for an empty one
     * @param withPieces whether the assessments come along, without entries
     */
    record Like(long classId, boolean withPieces) {}

    /** “9C, 9D” as two names. */
    static List<String> names(String typed) {
        return Arrays.stream(typed.split("[,;\n]"))
                .map(String::strip)
                .filter(name -> !name.isEmpty())
                .toList();
    }

    /** The first colour that no class of the year has; the first of all where all are taken. */
    int freeTint(TeacherId teacher, long yearId) {
        Set<Integer> taken = books.classes(teacher).stream()
                .filter(row -> row.yearId() == yearId)
                .map(ClassRow::tint)
                .collect(Collectors.toSet());
        return IntStream.rangeClosed(1, GroundworkService.TINTS)
                .filter(tint -> !taken.contains(tint))
                .findFirst()
                .orElse(1);
    }

    /**
     * Makes classes: all that are named, or none.
     *
     * @param form the first has its colour; the others have those that are free; without a year, the one proposed is made
     * @return their ids, in the order they were named
     * @throws FormException naming every reason why one cannot be made
     */
    @Transactional
    List<Long> make(TeacherId teacher, ClassForm form, Like like) {
        List<String> names = names(form.name());
        if (names.size() > MOST) {
            throw FormException.at("name", "At most " + MOST + " classes can be made at once.");
        }
        long year = form.yearId() == 0 ? firstYear(teacher) : form.yearId();
        List<Long> made = new ArrayList<>();
        for (String name : names.isEmpty() ? List.of("") : names) {
            int tint = made.isEmpty() ? form.tint() : freeTint(teacher, year);
            ClassForm one = new ClassForm(year, name, form.subject(), tint, form.takesResults());
            made.add(like.classId() == 0 ? groundwork.createClass(teacher, one) : copied(teacher, one, like));
        }
        return made;
    }

    /** The newest there is: a form from before the first year was made belongs to it. */
    private long firstYear(TeacherId teacher) {
        return years.years(teacher).stream()
                .findFirst()
                .map(YearService.Year::id)
                .orElseGet(() -> years.create(teacher, years.proposed(teacher)));
    }

    private long copied(TeacherId teacher, ClassForm form, Like like) {
        groundwork.check(teacher, form);
        return copies.copy(
                        teacher,
                        form.yearId(),
                        new YearCopyService.Wish(
                                like.classId(), form.name(), form.subject(), form.tint(), like.withPieces()))
                .classId();
    }
}
