package aestimo.app.yearend;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.groundwork.ArchiveService;
import aestimo.app.store.TeacherId;
import aestimo.app.toschool.ReturnOverview;
import aestimo.app.toschool.ReturnState;
import aestimo.app.web.FormException;
import aestimo.core.looseend.LooseEnds;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Looks through the classes of a year for what was left, and archives them together. */
@Service
public class YearEndService {
    private final BookService books;
    private final ReturnOverview returns;
    private final ArchiveService archive;
    private final YearEndMapper mapper;

    YearEndService(BookService books, ReturnOverview returns, ArchiveService archive, YearEndMapper mapper) {
        this.books = books;
        this.returns = returns;
        this.archive = archive;
        this.mapper = mapper;
    }

    /**
     * Something that was left.
     *
     * @param href where it is dealt with
     */
    public record Left(String words, String href) {}

    /**
     * A class of the year.
     *
     * @param left empty where nothing was
     */
    public record Line(ClassRow row, List<Left> left) {}

    /** The classes of a year that are not archived yet, in their order, each with what was left in it. */
    @Transactional(readOnly = true)
    public List<Line> lines(TeacherId teacher, long yearId) {
        List<ClassBook> open = books.classes(teacher).stream()
                .filter(row -> row.yearId() == yearId)
                .map(row -> books.open(teacher, row.id()))
                .toList();
        Map<Long, ReturnOverview.Line> sent = new HashMap<>();
        returns.of(teacher, open).forEach(line -> sent.put(line.row().id(), line));
        return open.stream()
                .map(own -> new Line(
                        own.row(), left(teacher, own, sent.get(own.row().id()))))
                .toList();
    }

    private List<Left> left(TeacherId teacher, ClassBook own, ReturnOverview.@Nullable Line sent) {
        String base = "/classes/" + own.row().id();
        List<Left> left = new ArrayList<>();
        if (sent != null) {
            sent.cells().stream()
                    .filter(cell -> cell.state() != ReturnState.RECEIVED || cell.differ() > 0)
                    .forEach(cell -> left.add(new Left("results of " + cell.term() + " " + cell.words(), cell.href())));
        }
        String letters = base + "/families/handed-out";
        int messages = mapper.countMessages(teacher, own.row().id());
        int files = mapper.countJobs(teacher, own.row().id());
        int ends = LooseEnds.toSettle(own.book()).size();
        add(left, messages, messages == 1 ? "message not sent" : "messages not sent", letters);
        add(left, files, files == 1 ? "file still being made" : "files still being made", letters);
        add(left, ends, ends == 1 ? "loose end" : "loose ends", "/loose-ends");
        return left;
    }

    private static void add(List<Left> left, int number, String words, String href) {
        if (number > 0) {
            left.add(new Left(number + " " + words, href));
        }
    }

    /**
     * Archives every class of a year.
     *
     * @param allTheSame whether although something was left
     * @return how many were archived
     * @throws FormException where something was left, and that was not said to be meant; nothing is changed then
     */
    @Transactional
    public int archive(TeacherId teacher, long yearId, boolean allTheSame) {
        List<Line> lines = lines(teacher, yearId);
        if (!allTheSame && lines.stream().anyMatch(line -> !line.left().isEmpty())) {
            throw FormException.at(
                    "allTheSame",
                    "Something was left, as listed. Settle it, or tick that the classes go all the same.");
        }
        lines.forEach(line -> archive.archive(teacher, line.row().id(), true));
        return lines.size();
    }
}
