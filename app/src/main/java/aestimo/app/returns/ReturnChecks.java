package aestimo.app.returns;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.frame.Plain;
import aestimo.app.returns.Check.Place;
import aestimo.app.school.SchoolField;
import aestimo.app.school.SchoolService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What a return is looked through for before it is sealed: what must be corrected, and what may pass. */
@Component
public class ReturnChecks {
    private static final int SHORTEST_NAME = 3;
    private static final int FAR = 2;

    private final SchoolService school;
    private final ReturnService returns;

    ReturnChecks(SchoolService school, ReturnService returns) {
        this.school = school;
        this.returns = returns;
    }

    /** All there is, what must be corrected first. */
    public List<Check> of(TeacherId teacher, ClassBook classBook, SchoolReturn own) {
        Looked looked = new Looked(
                classBook,
                own,
                LooseEnds.of(classBook.book()),
                "/classes/" + classBook.row().id(),
                "?span=" + own.termId());
        List<Check> found = new ArrayList<>();
        if (own.isCorrection() && own.why().isEmpty()) {
            found.add(Check.of(
                    true,
                    "A correction without a reason",
                    looked.base() + "/to-school" + looked.span() + "#why",
                    List.of(),
                    "say why it is corrected"));
        }
        looked.weights(found);
        looked.entries(found, true, "mark in doubt", "marks in doubt", LooseEnd.Kind.IN_DOUBT);
        looked.rows(
                found,
                true,
                row -> row.gradeSent().isEmpty() && !row.own().noGrade() && looked.needsGrade(row),
                "sent",
                "student without a grade",
                "students without a grade",
                "say “no grade”, and why");
        looked.rows(
                found,
                true,
                row -> row.own().noGrade() && row.own().reason().isEmpty(),
                "why",
                "“no grade” without a reason",
                "“no grade” without reasons",
                "");
        looked.rows(
                found,
                true,
                row -> row.isAdjusted() && row.own().reason().isEmpty(),
                "why",
                "adjusted grade without a reason",
                "adjusted grades without reasons",
                "");
        looked.emptyFields(found, school.fields(teacher));
        int length = school.commentLength(teacher);
        looked.rows(
                found,
                true,
                row -> row.own().comment().length() > length,
                "comment",
                "comment over " + length + " letters",
                "comments over " + length + " letters",
                "");
        if (school.connection(teacher).isPresent()) {
            looked.unknown(found, school.studentRefs(teacher, own.classId()));
        }
        dates(found, teacher, classBook.book(), own);
        looked.entries(found, false, "absence not settled", "absences not settled", LooseEnd.Kind.ABSENT);
        looked.entries(found, false, "blank past its date", "blanks past their dates", LooseEnd.Kind.UNMARKED);
        classBook
                .book()
                .term(own.term())
                .map(term -> TermBefore.of(classBook.book(), term, returns.ofClass(teacher, own.classId())))
                .ifPresent(before -> looked.odd(found, before));
        looked.comments(found);
        looked.rows(found, false, ReturnRow::isAdjusted, "sent", "grade adjusted", "grades adjusted", "");
        return found;
    }

    /** What is sealed outside them stays ready, so it may pass. */
    private void dates(List<Check> found, TeacherId teacher, Book book, SchoolReturn own) {
        book.term(own.term())
                .flatMap(term -> school.dates(teacher, term.firstDay(), term.lastDay()))
                .filter(dates -> !dates.hold(book.today()))
                .ifPresent(dates -> found.add(Check.of(
                        false,
                        "Outside the school’s dates",
                        "/school",
                        List.of(),
                        "it takes this term from " + Days.brief(dates.from()) + " to " + Days.brief(dates.to()))));
    }

    /**
     * One return with what it is looked through by.
     *
     * @param base address of the class
     * @param span the part of an address that names the term
     */
    private record Looked(ClassBook classBook, SchoolReturn own, List<LooseEnd> ends, String base, String span) {
        Book book() {
            return classBook.book();
        }

        /** @param field what of the row is mended, as the page calls it */
        Place place(ReturnRow row, String words, String field) {
            return new Place(words, base + "/to-school" + span + "#" + field + "-" + row.enrolmentId());
        }

        void weights(List<Check> found) {
            if (!book().boundaries().isEmpty() && ends.stream().anyMatch(end -> end.kind() == LooseEnd.Kind.WEIGHTS)) {
                found.add(Check.of(
                        true,
                        "Weights make " + Plain.words(book().weightsInAll()) + ", not 100",
                        base + "/groundwork/weights" + span,
                        List.of(),
                        ""));
            }
        }

        boolean needsGrade(ReturnRow row) {
            return row.percent().isEmpty() || !book().boundaries().isEmpty();
        }

        void rows(
                List<Check> found,
                boolean must,
                Predicate<ReturnRow> test,
                String field,
                String one,
                String many,
                String hint) {
            List<Place> places = own.rows().stream()
                    .filter(test)
                    .map(row -> place(row, row.name(), field))
                    .toList();
            if (!places.isEmpty()) {
                found.add(Check.counted(must, one, many, "", places, hint));
            }
        }

        /** Loose ends of the term's pieces, and of nobody who is not in the return. */
        void entries(List<Check> found, boolean must, String one, String many, LooseEnd.Kind kind) {
            List<Place> places = ends.stream()
                    .filter(end -> end.kind() == kind
                            && end.assessment().filter(this::feeds).isPresent()
                            && end.student().map(this::isIn).orElse(true))
                    .map(end -> new Place(
                            end.student()
                                            .map(student -> student.listName() + ", ")
                                            .orElse("")
                                    + end.assessment().map(Assessment::title).orElse(""),
                            ""))
                    .toList();
            if (!places.isEmpty()) {
                found.add(Check.counted(must, one, many, base + "/loose-ends" + span, places, ""));
            }
        }

        private boolean feeds(Assessment piece) {
            return book().termOf(piece).equals(own.term()) && book().countsTowardsResult(book().categoryOf(piece));
        }

        private boolean isIn(Student student) {
            return own.rows().stream().anyMatch(row -> row.enrolmentId() == ClassBook.id(student));
        }

        void emptyFields(List<Check> found, List<SchoolField> fields) {
            List<Place> empty = new ArrayList<>();
            for (ReturnRow row : own.rows()) {
                for (int at = 0; at < fields.size(); at++) {
                    String name = fields.get(at).name();
                    if (fields.get(at).isTyped() && !row.fields().containsKey(name)) {
                        empty.add(place(row, row.name() + " " + name, "field" + at));
                    }
                }
            }
            if (!empty.isEmpty()) {
                found.add(Check.counted(true, "field empty", "fields empty", "", empty, ""));
            }
            for (SchoolField field : fields) {
                if (!field.isTyped()) {
                    rows(
                            found,
                            false,
                            row -> !row.fields().containsKey(field.name()),
                            "sent",
                            "student without " + field.name(),
                            "students without " + field.name(),
                            "no lesson of theirs is taken, or the figures are older than the field");
                }
            }
        }

        void unknown(List<Check> found, Map<Long, String> refs) {
            List<Place> unknown = own.rows().stream()
                    .filter(row -> !refs.containsKey(row.enrolmentId()))
                    .map(row -> new Place(row.name(), ""))
                    .toList();
            if (!unknown.isEmpty()) {
                found.add(Check.counted(
                        true,
                        "student the school does not know",
                        "students the school does not know",
                        base + "/groundwork/students/school" + span,
                        unknown,
                        "compare the lists"));
            }
        }

        /** Two grades or more off those of the term before. */
        void odd(List<Check> found, TermBefore before) {
            Boundaries bands = book().boundaries();
            List<Place> odd = new ArrayList<>();
            for (ReturnRow row : own.rows()) {
                Optional<Band> was = bands.labelled(before.grade(row.enrolmentId()));
                Optional<Band> now = bands.labelled(row.gradeSent());
                if (was.isPresent()
                        && now.isPresent()
                        && Math.abs(bands.stepOf(was.get()) - bands.stepOf(now.get())) >= FAR) {
                    odd.add(place(
                            row,
                            row.name() + " " + was.get().label() + " → "
                                    + now.get().label(),
                            "sent"));
                }
            }
            if (!odd.isEmpty()) {
                found.add(Check.counted(
                        false,
                        "grade changed by two or more since last term",
                        "grades changed by two or more since last term",
                        "",
                        odd,
                        ""));
            }
        }

        void comments(List<Check> found) {
            twice(found);
            List<Place> strange = new ArrayList<>();
            for (ReturnRow row : own.rows()) {
                book().students().stream()
                        .filter(other -> names(row, other))
                        .forEach(other ->
                                strange.add(place(row, "“" + other.given() + "” in that of " + row.name(), "comment")));
            }
            if (!strange.isEmpty()) {
                found.add(Check.counted(
                        false, "comment names somebody else", "comments name somebody else", "", strange, ""));
            }
        }

        private void twice(List<Check> found) {
            Map<String, List<ReturnRow>> same = own.rows().stream()
                    .filter(row -> !row.own().comment().isBlank())
                    .collect(Collectors.groupingBy(
                            row -> row.own().comment().strip().toLowerCase(Locale.ROOT),
                            LinkedHashMap::new,
                            Collectors.toList()));
            List<List<ReturnRow>> repeated =
                    same.values().stream().filter(rows -> rows.size() > 1).toList();
            if (!repeated.isEmpty()) {
                found.add(Check.of(
                        false,
                        repeated.size() + " " + (repeated.size() == 1 ? "comment" : "comments")
                                + " given more than once",
                        "",
                        repeated.stream()
                                .flatMap(List::stream)
                                .map(row -> place(row, row.name(), "comment"))
                                .toList(),
                        ""));
            }
        }

        private static boolean names(ReturnRow row, Student other) {
            String given = other.given();
            return ClassBook.id(other) != row.enrolmentId()
                    && given.length() >= SHORTEST_NAME
                    && !row.name().contains(given)
                    && Pattern.compile("(?U)\\b" + Pattern.quote(given) + "\\b")
                            .matcher(row.own().comment())
                            .find();
        }
    }
}
