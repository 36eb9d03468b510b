package aestimo.app.imports;

import aestimo.app.book.BookService;
import aestimo.app.changes.ChangeService;
import aestimo.app.imports.ImportPlan.Line;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.Known;
import aestimo.exchange.roster.PersonName;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Adds the students who come in with a sheet to the class. */
@Component
class JoiningStudents {
    private static final int MOST_STUDENTS = 2_500;

    private final ImportMapper mapper;
    private final BookService books;
    private final ChangeService changes;

    JoiningStudents(ImportMapper mapper, BookService books, ChangeService changes) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
    }

    /**
     * Adds those of the plan's rows that join.
     *
     * @return their enrolments
     * @throws FormException when they would be too many, or a number belongs to somebody else
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Line, Long> add(TeacherId teacher, long classId, ImportPlan plan) {
        Map<Line, Long> added = new HashMap<>();
        List<Line> joining = plan.lines().stream()
                .filter(line -> line.fate() == ImportPlan.Fate.ADDED)
                .toList();
        if (joining.isEmpty()) {
            return added;
        }
        if (joining.size() + books.open(teacher, classId).book().students().size() > MOST_STUDENTS) {
            throw new FormException(
                    "That would make over " + MOST_STUDENTS + " students in one class. Nothing was changed.");
        }
        refuseDoubledNumbers(plan, joining);
        Map<Line, Long> students = new HashMap<>(known(teacher, plan, joining));
        List<Line> fresh =
                joining.stream().filter(line -> !students.containsKey(line)).toList();
        List<PersonName> names = fresh.stream().map(line -> name(plan, line)).toList();
        List<Long> ids = mapper
                .insertStudents(
                        teacher,
                        new ImportMapper.NewColumns(
                                texts(plan, fresh, ColumnRole.NUMBER),
                                names.stream().map(PersonName::family).toArray(String[]::new),
                                names.stream().map(PersonName::given).toArray(String[]::new)))
                .stream()
                .sorted()
                .toList();
        for (int i = 0; i < fresh.size(); i++) {
            students.put(fresh.get(i), ids.get(i));
        }
        Map<Long, Long> enrolments = new HashMap<>();
        mapper.insertEnrolments(
                        teacher,
                        classId,
                        joining.stream().map(students::get).toArray(Long[]::new),
                        texts(plan, joining, ColumnRole.SET))
                .forEach(row -> enrolments.put(row.studentId(), row.id()));
        joining.forEach(line -> added.put(line, enrolments.get(students.get(line))));
        changes.recordGroundwork(
                teacher,
                classId,
                "students",
                "",
                joining.stream().map(line -> name(plan, line).listName()).collect(Collectors.joining("; ")));
        return added;
    }

    private static void refuseDoubledNumbers(ImportPlan plan, List<Line> joining) {
        Map<String, Line> seen = new HashMap<>();
        for (Line line : joining) {
            String number = said(plan, line, ColumnRole.NUMBER);
            Line before = number.isEmpty() ? null : seen.put(number, line);
            if (before != null) {
                throw new FormException("Number " + number + " is the number of two students, in lines "
                        + before.row().line() + " and " + line.row().line() + ". Leave one of them out.");
            }
        }
    }

    /** Those of another class of the teacher: one student in two classes is one student. */
    private Map<Line, Long> known(TeacherId teacher, ImportPlan plan, List<Line> joining) {
        Map<String, Known> numbered = new HashMap<>();
        mapper.findNumbered(teacher, texts(plan, joining, ColumnRole.NUMBER))
                .forEach(own -> numbered.put(own.number(), own));
        Map<Line, Long> known = new HashMap<>();
        for (Line line : joining) {
            Known own = numbered.get(said(plan, line, ColumnRole.NUMBER));
            if (own != null && !own.listName().equalsIgnoreCase(name(plan, line).listName())) {
                throw new FormException("Number " + own.number() + " is " + own.listName()
                        + " of another class of yours, but the sheet says "
                        + name(plan, line).listName()
                        + ". Leave the row out, or correct the number.");
            }
            if (own != null) {
                known.put(line, own.id());
            }
        }
        return known;
    }

    /** Without a family name of its own the whole name is split. */
    private static PersonName name(ImportPlan plan, Line line) {
        String family = said(plan, line, ColumnRole.FAMILY);
        PersonName whole = PersonName.split(line.name());
        return family.isEmpty() ? whole : new PersonName(family, whole.given());
    }

    private static String[] texts(ImportPlan plan, List<Line> lines, ColumnRole role) {
        return lines.stream().map(line -> said(plan, line, role)).toArray(String[]::new);
    }

    private static String said(ImportPlan plan, Line line, ColumnRole role) {
        return RowWords.said(
                line.row(),
                role,
                place -> plan.columns().get(place).choice().role(),
                plan.columns().size());
    }
}
