package aestimo.app.desk;

import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.changes.ChangeService;
import aestimo.app.changes.LatestChange;
import aestimo.app.frame.Days;
import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
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
        Map<Long, List<LatestChange>> latest = changes.latestOf(
                teacher, classes.stream().map(own -> own.row().id()).toList(), MOST_READ);
        return classes.stream()
                .flatMap(own -> lines(own.row(), latest.getOrDefault(own.row().id(), List.of())).stream())
                .sorted(Comparator.comparing(Line::moment).reversed())
                .limit(MOST_TOLD)
                .toList();
    }

    private static List<Line> lines(ClassRow row, List<LatestChange> latestFirst) {
        List<Line> lines = new ArrayList<>();
        int from = 0;
        for (int i = 1; i <= latestFirst.size() && lines.size() < MOST_TOLD; i++) {
            if (i == latestFirst.size() || !key(latestFirst.get(i)).equals(key(latestFirst.get(from)))) {
                lines.add(line(row, latestFirst.get(from), i - from, i == MOST_READ));
                from = i;
            }
        }
        return lines;
    }

    private static List<Object> key(LatestChange change) {
        return List.of(change.kind(), change.assessmentId(), change.how());
    }

    private static Line line(ClassRow row, LatestChange latest, int count, boolean more) {
        String own = row.name() + " " + latest.assessment();
        String words = latest.isEntry()
                ? latest.how() + " " + (more ? "over " : "") + (count == 1 ? "1 entry" : count + " entries") + " · "
                        + own
                : latest.kind() + " of " + row.name();
        return new Line(
                latest.at(),
                Days.at(latest.at()),
                words.strip(),
                "/classes/" + row.id() + "/changes"
                        + (latest.isEntry() ? "?ofAssessment=" + latest.assessmentId() : ""));
    }
}
