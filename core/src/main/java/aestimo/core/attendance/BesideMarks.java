package aestimo.core.attendance;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.register.Lesson;
import aestimo.core.register.Presence;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * A cell of the markbook beside the register of the piece's day. Nobody's figures follow from it: it is for the teacher to
 * settle.
 *
 * @param part empty where the assessment has no parts
 * @param entry what the cell holds
 */
public record BesideMarks(Student student, Assessment assessment, Optional<Part> part, Entry entry, Kind kind) {
    /** What of the two does not go together. */
    public enum Kind {
        /** Away in every lesson of the day that was taken, and the cell is blank: the mark may be {@code absent}. */
        AWAY_AND_BLANK,
        /** Marked as {@code absent}, though in a lesson of the day. */
        ABSENT_THOUGH_HERE,
        /** Away in every lesson of the day that was taken, and yet there is a mark. */
        MARKED_THOUGH_AWAY
    }

    /** All of a class up to today, by assessment, then by student and part, in the book's order. */
    public static List<BesideMarks> of(Book book) {
        Optional<Register> register = book.register();
        if (register.isEmpty()) {
            return List.of();
        }
        Map<LocalDate, List<Lesson>> lessons = register.get().lessons().stream()
                .filter(lesson -> !lesson.date().isAfter(book.today()))
                .collect(Collectors.groupingBy(Lesson::date));
        List<BesideMarks> found = new ArrayList<>();
        for (int place = 0; place < book.assessments().size(); place++) {
            Assessment assessment = book.assessments().get(place);
            List<Lesson> ofTheDay = lessons.getOrDefault(assessment.date(), List.of());
            for (int i = 0; i < book.students().size() && !ofTheDay.isEmpty(); i++) {
                Student student = book.students().get(i);
                List<RegisterEntry> taken = ofTheDay.stream()
                        .flatMap(lesson -> register.get().entry(student.id(), lesson).stream())
                        .toList();
                if (taken.isEmpty() || !student.isMeant(assessment)) {
                    continue;
                }
                boolean away = taken.stream().allMatch(own -> own.presence() == Presence.ABSENT);
                for (int part = 0; part < assessment.entryCount(); part++) {
                    Entry entry = book.entry(i, place, part);
                    Optional<Part> ofPart = assessment.partAt(part);
                    kind(entry, away)
                            .map(kind -> new BesideMarks(student, assessment, ofPart, entry, kind))
                            .ifPresent(found::add);
                }
            }
        }
        return found;
    }

    private static Optional<Kind> kind(Entry entry, boolean away) {
        if (away) {
            return entry.isNothing()
                    ? Optional.of(Kind.AWAY_AND_BLANK)
                    : Optional.of(Kind.MARKED_THOUGH_AWAY)
                            .filter(kind -> entry.is(EntryKind.MARK) || entry.is(EntryKind.GRADE));
        }
        return entry.is(EntryKind.ABSENT) ? Optional.of(Kind.ABSENT_THOUGH_HERE) : Optional.empty();
    }
}
