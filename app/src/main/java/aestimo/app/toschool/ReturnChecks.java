package aestimo.app.toschool;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.frame.Plain;
import aestimo.app.school.SchoolField;
import aestimo.app.school.SchoolService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What a return is looked through for before it is sealed: what must be mended, and what may pass. */
@Component
class ReturnChecks {
    private static final int MOST_NAMED = 4;
    private static final int SHORTEST_NAME = 3;

    private final SchoolService school;
    private final ReturnMapper mapper;

    ReturnChecks(SchoolService school, ReturnMapper mapper) {
        this.school = school;
        this.mapper = mapper;
    }

    /**
     * One thing found.
     *
     * @param must whether it must be mended before sealing
     * @param words such as “1 mark in doubt”
     * @param detail whose or where; may be empty
     * @param href where it is mended; empty: on this page
     */
    record Check(boolean must, String words, String detail, String href) {}

    /** All there is, what must be mended first. */
    List<Check> of(TeacherId teacher, ClassBook classBook, SchoolReturn own) {
        Book book = classBook.book();
        List<Check> found = new ArrayList<>();
        String base = "/classes/" + classBook.row().id();
        String span = "?span=" + own.termId();
        List<LooseEnd> ends = LooseEnds.of(book);
        if (!book.boundaries().isEmpty() && ends.stream().anyMatch(end -> end.kind() == LooseEnd.Kind.WEIGHTS)) {
            found.add(new Check(
                    true,
                    "Weights make " + Plain.words(book.weightsInAll()) + ", not 100",
                    "",
                    base + "/groundwork/weights" + span));
        }
        entries(
                found,
                true,
                "mark in doubt",
                "marks in doubt",
                LooseEnd.Kind.IN_DOUBT,
                book,
                own,
                ends,
                base + "/loose-ends" + span);
        rows(
                found,
                true,
                own,
                row -> row.gradeSent().isEmpty() && !row.own().noGrade() && needsGrade(book, row),
                "student without a grade",
                "students without a grade",
                "say “no grade”, and why");
        rows(
                found,
                true,
                own,
                row -> row.own().noGrade() && row.own().reason().isEmpty(),
                "“no grade” without a reason",
                "“no grade” without reasons",
                "");
        rows(
                found,
                true,
                own,
                row -> row.isAdjusted() && row.own().reason().isEmpty(),
                "adjusted grade without a reason",
                "adjusted grades without reasons",
                "");
        emptyFields(found, teacher, own);
        int length = school.commentLength(teacher);
        rows(
                found,
                true,
                own,
                row -> row.own().comment().length() > length,
                "comment over " + length + " letters",
                "comments over " + length + " letters",
                "");
        if (school.connection(teacher).isPresent()) {
            Map<Long, String> refs = school.studentRefs(teacher, classBook.row().id());
            List<String> unknown = own.rows().stream()
                    .filter(row -> !refs.containsKey(row.enrolmentId()))
                    .map(ReturnRow::name)
                    .toList();
            if (!unknown.isEmpty()) {
                found.add(new Check(
                        true,
                        counted(
                                unknown.size(),
                                "student the school does not know",
                                "students the school does not know"),
                        listed(unknown) + " – compare the lists",
                        base + "/groundwork/students/school" + span));
            }
        }
        dates(found, teacher, book, own);
        entries(
                found,
                false,
                "absence not settled",
                "absences not settled",
                LooseEnd.Kind.ABSENT,
                book,
                own,
                ends,
                base + "/loose-ends" + span);
        entries(
                found,
                false,
                "blank past its date",
                "blanks past their dates",
                LooseEnd.Kind.UNMARKED,
                book,
                own,
                ends,
                base + "/loose-ends" + span);
        odd(found, teacher, book, own);
        comments(found, book, own);
        rows(found, false, own, ReturnRow::isAdjusted, "grade adjusted", "grades adjusted", "");
        return found;
    }

    /** What is sealed outside them stays ready, so it may pass. */
    private void dates(List<Check> found, TeacherId teacher, Book book, SchoolReturn own) {
        book.terms().stream()
                .filter(term -> term.id().text().equals(Long.toString(own.termId())))
                .findFirst()
                .flatMap(term -> school.dates(teacher, term.firstDay(), term.lastDay()))
                .filter(dates -> !dates.hold(book.today()))
                .ifPresent(dates -> found.add(new Check(
                        false,
                        "Outside the school’s dates",
                        "it takes this term from " + Days.brief(dates.from()) + " to " + Days.brief(dates.to()),
                        "")));
    }

    private static boolean needsGrade(Book book, ReturnRow row) {
        return row.percent().isEmpty() || !book.boundaries().isEmpty();
    }

    private static void rows(
            List<Check> found,
            boolean must,
            SchoolReturn own,
            Predicate<ReturnRow> test,
            String one,
            String many,
            String how) {
        List<String> names =
                own.rows().stream().filter(test).map(ReturnRow::name).toList();
        if (!names.isEmpty()) {
            found.add(new Check(
                    must, counted(names.size(), one, many), listed(names) + (how.isEmpty() ? "" : " – " + how), ""));
        }
    }

    private static String counted(int count, String one, String many) {
        return count + " " + (count == 1 ? one : many);
    }

    private static String listed(List<String> names) {
        return names.stream().limit(MOST_NAMED).collect(Collectors.joining("; "))
                + (names.size() > MOST_NAMED ? " and " + (names.size() - MOST_NAMED) + " more" : "");
    }

    /** Loose ends of the term's pieces, and of nobody who is not in the return. */
    private static void entries(
            List<Check> found,
            boolean must,
            String one,
            String many,
            LooseEnd.Kind kind,
            Book book,
            SchoolReturn own,
            List<LooseEnd> ends,
            String href) {
        List<String> names = ends.stream()
                .filter(end -> end.kind() == kind)
                .filter(end -> end.assessment()
                        .filter(piece -> isOf(book, piece, own.termId()) && book.hasSay(categoryOf(book, piece)))
                        .isPresent())
                .filter(end -> end.student().isEmpty()
                        || own.rows().stream()
                                .anyMatch(row -> row.enrolmentId()
                                        == ClassBook.id(end.student().get())))
                .map(end -> end.student()
                                .map(Student::listName)
                                .map(name -> name + ", ")
                                .orElse("")
                        + end.assessment().map(Assessment::title).orElse(""))
                .toList();
        if (!names.isEmpty()) {
            found.add(new Check(must, counted(names.size(), one, many), listed(names), href));
        }
    }

    private static Category categoryOf(Book book, Assessment piece) {
        return book.categories().stream()
                .filter(category -> category.id().equals(piece.category()))
                .findFirst()
                .orElseThrow();
    }

    static boolean isOf(Book book, Assessment piece, long termId) {
        return book.termOf(piece).text().equals(Long.toString(termId));
    }

    private void emptyFields(List<Check> found, TeacherId teacher, SchoolReturn own) {
        List<SchoolField> fields = school.fields(teacher);
        List<String> empty = new ArrayList<>();
        for (ReturnRow row : own.rows()) {
            for (SchoolField field : fields) {
                if (!row.own().fields().containsKey(field.name())) {
                    empty.add(row.name() + " " + field.name());
                }
            }
        }
        if (!empty.isEmpty()) {
            found.add(new Check(true, counted(empty.size(), "field empty", "fields empty"), listed(empty), ""));
        }
    }

    /** Two grades or more off what was sealed last for an earlier term. */
    private void odd(List<Check> found, TeacherId teacher, Book book, SchoolReturn own) {
        List<Long> terms = book.terms().stream()
                .map(term -> Long.valueOf(term.id().text()))
                .toList();
        Map<Long, String> before = new HashMap<>();
        mapper.findOfClass(teacher, own.classId()).stream()
                .filter(head -> head.sealed() != null && terms.indexOf(head.termId()) < terms.indexOf(own.termId()))
                .sorted(Comparator.comparing(head -> terms.indexOf(head.termId())))
                .forEach(head -> mapper.findRows(teacher, head.id())
                        .forEach(row -> before.put(
                                row.enrolmentId(),
                                row.noGrade() ? "" : row.sentAs().isEmpty() ? row.grade() : row.sentAs())));
        List<String> names = new ArrayList<>();
        for (ReturnRow row : own.rows()) {
            Optional<Band> was = book.boundaries().labelled(before.getOrDefault(row.enrolmentId(), ""));
            Optional<Band> now = book.boundaries().labelled(row.gradeSent());
            if (was.isPresent()
                    && now.isPresent()
                    && Math.abs(book.boundaries().stepOf(was.get())
                                    - book.boundaries().stepOf(now.get()))
                            >= 2) {
                names.add(
                        row.name() + " " + was.get().label() + " → " + now.get().label());
            }
        }
        if (!names.isEmpty()) {
            found.add(new Check(
                    false,
                    counted(names.size(), "grade", "grades") + " two or more off last term’s",
                    listed(names),
                    ""));
        }
    }

    /** The same comment twice, or one that names somebody else of the class. */
    private static void comments(List<Check> found, Book book, SchoolReturn own) {
        Map<String, List<String>> same = own.rows().stream()
                .filter(row -> !row.own().comment().isEmpty())
                .collect(Collectors.groupingBy(
                        row -> row.own().comment().strip().toLowerCase(Locale.ROOT),
                        LinkedHashMap::new,
                        Collectors.mapping(ReturnRow::name, Collectors.toList())));
        List<String> twice = same.values().stream()
                .filter(names -> names.size() > 1)
                .map(ReturnChecks::listed)
                .toList();
        if (!twice.isEmpty()) {
            found.add(new Check(
                    false,
                    counted(twice.size(), "comment", "comments") + " given more than once",
                    String.join(" · ", twice),
                    ""));
        }
        List<String> strange = new ArrayList<>();
        for (ReturnRow row : own.rows()) {
            for (Student other : book.students()) {
                boolean self = ClassBook.id(other) == row.enrolmentId();
                String given = other.given();
                if (!self
                        && given.length() >= SHORTEST_NAME
                        && !row.name().contains(given)
                        && Pattern.compile("(?U)\\b" + Pattern.quote(given) + "\\b")
                                .matcher(row.own().comment())
                                .find()) {
                    strange.add("“" + given + "” in that of " + row.name());
                }
            }
        }
        if (!strange.isEmpty()) {
            found.add(new Check(
                    false,
                    counted(strange.size(), "comment names", "comments name") + " somebody else",
                    listed(strange),
                    ""));
        }
    }
}
