package aestimo.app.lists;

import aestimo.app.book.BookService;
import aestimo.app.frame.OpenClass;
import aestimo.app.handout.HandOut;
import aestimo.app.handout.HandedOutService;
import aestimo.app.jobs.Job;
import aestimo.app.jobs.JobService;
import aestimo.app.jobs.Run;
import aestimo.app.jobs.Work;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Lays out the same list of many classes as one PDF. Begun anew where it was cut off, so that all tell the same figures. */
@Component
class ListsWork implements Work {
    private static final String KIND = "lists";
    /** More classes than these are made while the teacher goes on with something else. */
    private static final int MOST_AT_ONCE = 3;

    private final BookService books;
    private final ListFiles files;
    private final HandedOutService handed;
    private final JobService jobs;
    private final JsonMapper json;

    ListsWork(BookService books, ListFiles files, HandedOutService handed, JobService jobs, JsonMapper json) {
        this.books = books;
        this.files = files;
        this.handed = handed;
        this.jobs = jobs;
        this.json = json;
    }

    /** @param dates what the figures are for */
    record Request(ListAsked asked, Map<String, String> dates) {}

    static boolean isLong(ListAsked asked) {
        return asked.classes().size() >= MOST_AT_ONCE;
    }

    /** @param token of the form, so that a job is begun once */
    Job begin(OpenClass open, ListAsked asked, String token) {
        List<OpenClass> all = files.classes(open, asked);
        return jobs.begin(
                        open.teacher(),
                        new JobService.Asked(
                                open.id(),
                                token,
                                KIND,
                                ListFiles.title(all, asked),
                                json.writeValueAsString(new Request(asked, HandOut.dates(open))),
                                all.size()))
                .job();
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public Result run(Run run) {
        Request request = json.readValue(run.job().request(), Request.class);
        OpenClass open =
                HandOut.open(run.teacher(), books.open(run.teacher(), run.job().classId()), request.dates());
        List<OpenClass> all = files.classes(open, request.asked());
        try {
            return files.pdf(all, request.asked(), run::goesOn)
                    .<Result>map(bytes -> new Done(() ->
                            Optional.of(handed.keep(open, ListFiles.title(all, request.asked()), HandOut.As.PDF, bytes)
                                    .id())))
                    .orElse(new Later(Duration.ZERO, ""));
        } catch (IOException full) {
            throw new UncheckedIOException(full);
        }
    }
}
