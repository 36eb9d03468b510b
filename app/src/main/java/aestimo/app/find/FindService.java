package aestimo.app.find;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.book.HiddenNames;
import aestimo.app.frame.Days;
import aestimo.app.frame.Workspace;
import aestimo.app.store.TeacherId;
import aestimo.exchange.marks.NameWords;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Finds students, classes, assessments and pages by the beginnings of their words. */
@Service
public class FindService {
    private static final int LONGEST = 100;
    private static final int MOST_OF_A_KIND = 8;
    private static final List<Found> DESK_PAGES = List.of(
            new Found("Desk", "", "/"),
            new Found("Loose ends", "of all classes", "/loose-ends"),
            new Found("To chase", "work not handed in or late", "/to-chase"),
            new Found("Across classes", "lists over all classes", "/across"),
            new Found("Years and terms", "", "/years"),
            new Found("New class", "", "/classes/new"),
            new Found("The school", "its office and what it asks for", "/school"),
            new Found("Account", "password, look, lines on lists", "/account"));

    private final FindMapper mapper;
    private final BookService books;

    FindService(FindMapper mapper, BookService books) {
        this.mapper = mapper;
        this.books = books;
    }

    /** Something that fits. @param words what tells it from others of the same name */
    public record Found(String name, String words, String href) {}

    /** Those of one kind. @param more how many fit beside those listed */
    public record Kind(String heading, List<Found> found, int more) {}

    /**
     * All that fits, by kind; kinds with nothing are left out. Every word of the text must begin a word of the name, of its
     * class, or be a student's number. Students are not found while names are hidden.
     *
     * @param text one letter finds nothing yet; more than 100 are cut
     */
    @Transactional(readOnly = true)
    public List<Kind> find(TeacherId teacher, String text) {
        List<String> wanted = NameWords.of(text.substring(0, Math.min(LONGEST, text.length())));
        if (wanted.isEmpty() || (wanted.size() == 1 && wanted.get(0).length() < 2)) {
            return List.of();
        }
        List<ClassRow> classes = books.classes(teacher);
        Map<Long, ClassRow> byId = classes.stream().collect(Collectors.toMap(ClassRow::id, Function.identity()));
        LongFunction<ClassRow> classOf = id -> Objects.requireNonNull(byId.get(id));
        List<Kind> kinds = new ArrayList<>();
        if (!HiddenNames.areHidden()) {
            add(
                    kinds,
                    "Students",
                    mapper.findStudents(teacher).stream()
                            .filter(row -> fits(
                                    wanted,
                                    row.number(),
                                    row.family(),
                                    row.given(),
                                    row.preferred(),
                                    classOf.apply(row.classId()).title()))
                            .map(row -> student(row, classOf.apply(row.classId()))));
        }
        add(
                kinds,
                "Classes",
                classes.stream()
                        .filter(row -> fits(wanted, row.title(), row.yearName()))
                        .map(row -> new Found(row.title(), row.yearName(), "/classes/" + row.id() + "/marks")));
        add(
                kinds,
                "Assessments",
                mapper.findPieces(teacher).stream()
                        .filter(row -> fits(
                                wanted,
                                row.title(),
                                classOf.apply(row.classId()).title()))
                        .map(row -> new Found(
                                row.title(),
                                classOf.apply(row.classId()).title() + " · " + Days.brief(row.date()),
                                "/classes/" + row.classId() + "/marks?span=year&open=" + row.id())));
        add(
                kinds,
                "Pages",
                Stream.concat(DESK_PAGES.stream(), classes.stream().flatMap(FindService::pages))
                        .filter(page -> fits(wanted, page.name())));
        return kinds;
    }

    private static Found student(FindMapper.StudentRow row, ClassRow of) {
        String name = row.given().isEmpty() ? row.family() : row.family() + ", " + row.given();
        String page = of.takesResults() ? "/standing/" : "/room/people/";
        return new Found(
                name,
                of.title() + (row.number().isEmpty() ? "" : " · " + row.number()),
                "/classes/" + of.id() + page + row.enrolmentId());
    }

    private static Stream<Found> pages(ClassRow row) {
        return Arrays.stream(Workspace.values())
                .filter(workspace -> row.takesResults() || workspace.isWithoutResults())
                .map(workspace -> new Found(
                        row.title() + " · " + workspace.words(),
                        row.yearName(),
                        "/classes/" + row.id() + "/" + workspace.path()));
    }

    private static boolean fits(List<String> wanted, String... names) {
        List<String> words = NameWords.of(names);
        return wanted.stream().allMatch(part -> words.stream().anyMatch(word -> word.startsWith(part)));
    }

    private static void add(List<Kind> kinds, String heading, Stream<Found> fitting) {
        List<Found> all = fitting.toList();
        if (!all.isEmpty()) {
            List<Found> shown = all.subList(0, Math.min(MOST_OF_A_KIND, all.size()));
            kinds.add(new Kind(heading, shown, all.size() - shown.size()));
        }
    }
}
