package aestimo.app.lists;

import aestimo.app.book.BookService;
import aestimo.app.contacts.ContactService;
import aestimo.app.contacts.Reach;
import aestimo.app.frame.OpenClass;
import aestimo.app.paper.ExportService;
import aestimo.app.paper.PdfInParts;
import aestimo.app.roll.Person;
import aestimo.app.roll.StudentService;
import aestimo.app.seats.SeatGrid;
import aestimo.app.seats.SeatPlan;
import aestimo.app.seats.SeatService;
import aestimo.app.web.Download;
import aestimo.app.web.PictureFile;
import aestimo.exchange.table.Table;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntPredicate;
import org.springframework.stereotype.Component;

/** Lists of one class or several as files. */
@Component
class ListFiles {
    private final BookService books;
    private final StudentService students;
    private final ContactService contacts;
    private final SeatService seats;
    private final ExportService exports;

    ListFiles(
            BookService books,
            StudentService students,
            ContactService contacts,
            SeatService seats,
            ExportService exports) {
        this.books = books;
        this.students = students;
        this.contacts = contacts;
        this.seats = seats;
        this.exports = exports;
    }

    /** @param ending pdf, xlsx, ods or csv; what is for paper alone is a PDF whatever is asked */
    void answer(OpenClass open, ListAsked asked, String ending, HttpServletResponse response) throws IOException {
        List<OpenClass> all = classes(open, asked);
        if (ending.equals("pdf") || !asked.kind().isTable()) {
            byte[] whole = pdf(all, asked, done -> true).orElseThrow();
            Download.file(response, title(all, asked), "application/pdf", ".pdf", whole);
            return;
        }
        List<Table> tables = all.stream().map(own -> table(own, asked)).toList();
        exports.sheets(
                ending.equals("csv") ? List.of(joined(all, tables, title(all, asked))) : tables, ending, response);
    }

    /** The class of the page, and the further ones that are asked for. */
    List<OpenClass> classes(OpenClass open, ListAsked asked) {
        List<OpenClass> all = new ArrayList<>(List.of(open));
        for (long id : asked.classes()) {
            if (id != open.id()) {
                all.add(new OpenClass(open.signedIn(), books.open(open.teacher(), id), Map.copyOf(open.parameters())));
            }
        }
        return all;
    }

    static String title(List<OpenClass> all, ListAsked asked) {
        return (all.size() == 1 ? all.get(0).title() : all.size() + " classes") + ", " + asked.title();
    }

    private Table table(OpenClass open, ListAsked asked) {
        return new ClassList(open, asked, people(open), reach(open)).table();
    }

    private Map<Long, Person> people(OpenClass open) {
        return students.people(open.teacher(), open.id());
    }

    private Map<Long, Reach> reach(OpenClass open) {
        return contacts.ofClass(open.teacher(), open.id());
    }

    /** One table over all classes, with the class before each row; columns of the same heading are the same. */
    private static Table joined(List<OpenClass> all, List<Table> tables, String title) {
        if (tables.size() == 1) {
            return tables.get(0);
        }
        List<String> headings = new ArrayList<>(List.of("Class"));
        tables.forEach(table -> table.headings().stream()
                .filter(heading -> !headings.contains(heading) || heading.isEmpty() && table == tables.get(0))
                .forEach(headings::add));
        List<List<Table.Cell>> rows = new ArrayList<>();
        for (int i = 0; i < tables.size(); i++) {
            for (List<Table.Cell> cells : tables.get(i).rows()) {
                List<Table.Cell> row =
                        new ArrayList<>(List.of(Table.Cell.of(all.get(i).title())));
                while (row.size() < headings.size()) {
                    row.add(Table.Cell.EMPTY);
                }
                for (int column = 0; column < cells.size(); column++) {
                    int at = headings.indexOf(tables.get(i).headings().get(column));
                    if (at > 0 && !tables.get(i).headings().get(column).isEmpty()) {
                        row.set(at, cells.get(column));
                    }
                }
                rows.add(row);
            }
        }
        return new Table(title, headings, rows);
    }

    /**
     * The lists one after the other, each class beginning a page.
     *
     * @param goesOn told how many classes are done; empty where it says no
     */
    Optional<byte[]> pdf(List<OpenClass> all, ListAsked asked, IntPredicate goesOn) throws IOException {
        try (PdfInParts parts = new PdfInParts()) {
            for (int i = 0; i < all.size(); i++) {
                OpenClass own = all.get(i);
                exports.pdf(own.teacher(), own.title(), words(own, asked), "list", model(own, asked), parts);
                if (!goesOn.test(i + 1)) {
                    return Optional.empty();
                }
            }
            return Optional.of(parts.bytes());
        }
    }

    private static String words(OpenClass open, ListAsked asked) {
        boolean figures = asked.kind() == ListKind.CLASS && !asked.figures().isEmpty();
        boolean attendance = asked.kind() == ListKind.ATTENDANCE && asked.week().isEmpty();
        return asked.title() + (figures || attendance ? " · " + open.span().inFull() : "");
    }

    private Map<String, Object> model(OpenClass open, ListAsked asked) {
        Map<String, Object> model = new HashMap<>();
        model.put("lines", asked.lines());
        model.put("kind", asked.kind().name());
        if (asked.kind().isTable()) {
            model.putAll(exports.laid(
                    table(open, asked), 2, asked.kind() == ListKind.MARKS || asked.kind() == ListKind.CHECKS));
            return model;
        }
        Map<Long, Person> people = people(open);
        List<ClassList.Listed> listed = ClassList.listed(open, asked);
        Map<Long, String> photos = new HashMap<>();
        for (ClassList.Listed one : listed) {
            students.photo(open.teacher(), open.id(), one.id())
                    .ifPresent(photo -> photos.put(one.id(), PictureFile.inline(photo)));
        }
        model.put("people", people);
        model.put("photos", photos);
        model.put("students", listed);
        model.put("asked", asked);
        Optional<SeatPlan> plan = seats.inUse(open.teacher(), open.id());
        model.put("hasPlan", plan.isPresent());
        plan.ifPresent(own -> model.put("grid", SeatGrid.of(own, true)));
        return model;
    }
}
