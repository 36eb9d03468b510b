package aestimo.app.desk;

import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeFilter;
import aestimo.app.changes.ChangeService;
import aestimo.app.changes.ListedChange;
import aestimo.app.frame.Days;
import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** What the teacher did last, in all classes: alterations that follow each other on one piece are told as one. */
@Component
class LastDone {
    private static final int MOST_READ = 60;
    private static final int MOST_TOLD = 5;

    private final ChangeService changes;

    LastDone(ChangeService changes) {
        this.changes = changes;
    }

    /** @param href to the changes it was made of */
    record Line(OffsetDateTime moment, String at, String words, String href) {}

    List<Line> of(TeacherId teacher, List<ClassBook> classes) {
        List<Line> lines = new ArrayList<>();
        for (ClassBook classBook : classes) {
            lines.addAll(
                    lines(classBook, changes.ofClass(teacher, classBook.row().id(), ChangeFilter.ALL, MOST_READ)));
        }
        return lines.stream()
                .sorted(Comparator.comparing(Line::moment).reversed())
                .limit(MOST_TOLD)
                .toList();
    }

    private static List<Line> lines(ClassBook classBook, List<ListedChange> latestFirst) {
        List<Line> lines = new ArrayList<>();
        int from = 0;
        for (int i = 1; i <= latestFirst.size() && lines.size() < MOST_TOLD; i++) {
            if (i == latestFirst.size() || !key(latestFirst.get(i)).equals(key(latestFirst.get(from)))) {
                lines.add(line(classBook, latestFirst.get(from), i - from, i == MOST_READ));
                from = i;
            }
        }
        return lines;
    }

    private static List<Object> key(ListedChange change) {
        return List.of(change.kind(), change.assessmentId(), change.how());
    }

    private static Line line(ClassBook classBook, ListedChange latest, int count, boolean more) {
        String own = classBook.row().name() + " " + Objects.requireNonNullElse(latest.assessment(), "");
        String words = latest.isEntry()
                ? latest.how() + " " + (more ? "over " : "") + (count == 1 ? "1 entry" : count + " entries") + " · "
                        + own
                : latest.kind() + " of " + classBook.row().name();
        return new Line(
                latest.at(),
                Days.at(latest.at()),
                words.strip(),
                "/classes/" + classBook.row().id() + "/changes"
                        + (latest.isEntry() ? "?ofAssessment=" + latest.assessmentId() : ""));
    }
}
