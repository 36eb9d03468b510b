package aestimo.app.book;

import aestimo.core.book.Target;
import aestimo.core.boundary.Boundaries;
import aestimo.core.id.TermId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Turns the rows of a class's targets into those of its book. A band the class no longer has counts for nothing as long as
 * it has none of that label; a term that is gone likewise. Both stay in their rows.
 */
final class TargetRows {
    private final Boundaries bands;
    private final Set<Long> terms = new HashSet<>();

    private TargetRows(ClassRows rows, Boundaries bands) {
        this.bands = bands;
        rows.terms().forEach(term -> terms.add(term.id()));
    }

    static List<Target> targets(ClassRows rows, Boundaries bands) {
        TargetRows reading = new TargetRows(rows, bands);
        Map<Long, List<Target.Earlier>> earlier = new HashMap<>();
        rows.earlierTargets()
                .forEach(row -> earlier.computeIfAbsent(row.enrolmentId(), none -> new ArrayList<>())
                        .add(reading.earlier(row)));
        Map<Long, Map<Long, String>> termBands = new LinkedHashMap<>();
        Map<Long, Rows.TargetRow> own = new LinkedHashMap<>();
        for (Rows.TargetRow row : rows.targets()) {
            own.put(row.enrolmentId(), row);
            Map<Long, String> ofTerms = termBands.computeIfAbsent(row.enrolmentId(), none -> new HashMap<>());
            if (row.termId() != null) {
                ofTerms.put(row.termId(), row.band());
            }
        }
        return own.values().stream()
                .map(row -> new Target(
                        BookService.studentId(row.enrolmentId()),
                        reading.band(row.startBand()),
                        reading.band(row.endBand()),
                        reading.ofTerms(termBands.getOrDefault(row.enrolmentId(), Map.of())),
                        reading.band(row.stageBand()),
                        earlier.getOrDefault(row.enrolmentId(), List.of())))
                .toList();
    }

    private Target.Earlier earlier(Rows.EarlierTargetRow row) {
        return new Target.Earlier(row.untilDay(), band(row.startBand()), band(row.endBand()), ofTerms(row.termBands()));
    }

    private Optional<String> band(String label) {
        return Optional.of(label).filter(own -> bands.labelled(own).isPresent());
    }

    private Map<TermId, String> ofTerms(Map<Long, String> byTerm) {
        Map<TermId, String> read = new HashMap<>();
        byTerm.forEach((term, label) -> {
            if (terms.contains(term) && band(label).isPresent()) {
                read.put(BookService.termId(term), label);
            }
        });
        return read;
    }
}
