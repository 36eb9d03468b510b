package aestimo.app.figures;

import static aestimo.app.figures.FigureType.COUNT;
import static aestimo.app.figures.FigureType.WORDS;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.result.StudentStanding;
import aestimo.core.working.PieceWorking;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/** Which pieces stand behind a student's counts, by their titles, and how many pieces count. */
final class PieceFigures {
    static final Figure NOT_IN =
            titles("not-in-work", "Work not in", "the work not handed in", it -> it.is(EntryKind.NOT_HANDED_IN));
    static final Figure ABSENT = titles("absent-work", "Work missed", "the work missed", it -> it.is(EntryKind.ABSENT));
    static final Figure LATE = titles("late-work", "Late work", "the work handed in late", Entry::isLate);
    static final Figure TO_FINISH =
            titles("finish-work", "Work to finish", "the work still to finish", Entry::isToFinish);

    static final Figure COUNTED = Figure.of("pieces", "Pieces", COUNT, (at, own) -> Value.count(counted(at, own)))
            .called("assessments that count");

    private PieceFigures() {}

    private static Figure titles(String key, String heading, String words, Predicate<Entry> counts) {
        return Figure.of(key, heading, WORDS, (at, own) -> Value.words(listed(titles(at, own, counts))))
                .called(words)
                .notAsked()
                .workedOutBy((at, own) -> Optional.of(
                        PieceWorking.ofEntries(at.standing(), own, words.substring("the work ".length()), counts)));
    }

    private static List<String> titles(ClassFigures at, StudentStanding own, Predicate<Entry> counts) {
        Book book = at.book();
        List<String> titles = new ArrayList<>();
        for (int place : at.standing().span().places(book)) {
            Assessment piece = book.assessments().get(place);
            boolean any = false;
            for (int part = 0; piece.kind().isMarked() && part < piece.entryCount(); part++) {
                any |= counts.test(book.entry(own.place(), place, part));
            }
            if (any) {
                titles.add(piece.title());
            }
        }
        return titles;
    }

    /** “Cliff section and Town survey”, “Cliff section, Town survey and Atlas test”. */
    static String listed(List<String> all) {
        return all.size() < 2
                ? String.join("", all)
                : String.join(", ", all.subList(0, all.size() - 1)) + " and " + all.get(all.size() - 1);
    }

    private static int counted(ClassFigures at, StudentStanding own) {
        int counted = 0;
        for (int place : at.standing().span().places(at.book())) {
            Assessment piece = at.book().assessments().get(place);
            boolean has = at.standing()
                    .assessment(piece.id())
                    .flatMap(all -> all.percentOf(own.student()))
                    .isPresent();
            counted += has && at.book().countsTowardsResult(at.book().categoryOf(piece)) ? 1 : 0;
        }
        return counted;
    }
}
