package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.result.LooseEnd.Kind;
import aestimo.core.value.Fraction;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Finds all that is left to settle in a class, whatever the span (rules, section 12). */
public final class LooseEnds {
    private static final Comparator<LooseEnd> ORDER = Comparator.comparing(
                    (LooseEnd end) -> end.kind().code())
            .thenComparing(
                    end -> end.student().map(student -> student.id().text()).orElse(""))
            .thenComparing(end ->
                    end.assessment().map(assessment -> assessment.id().text()).orElse(""))
            .thenComparing(
                    end -> end.category().map(category -> category.id().text()).orElse(""));

    private final Book book;
    private final List<LooseEnd> found = new ArrayList<>();

    private LooseEnds(Book book) {
        this.book = book;
    }

    /** Sorted by kind, then student, assessment and category by their ids. */
    public static List<LooseEnd> of(Book book) {
        LooseEnds ends = new LooseEnds(book);
        for (Assessment assessment : book.assessments()) {
            if (assessment.kind().isMarked()) {
                ends.addEntries(assessment);
                ends.addUnmarked(assessment);
            }
            Category category = book.categoryOf(assessment);
            if (category.retired()) {
                ends.found.add(new LooseEnd(
                        Kind.RETIRED_CATEGORY, Optional.empty(), Optional.of(assessment), Optional.of(category)));
            }
        }
        ends.addToFinish();
        ends.addWeights();
        ends.addNoAssessment();
        ends.found.sort(ORDER);
        return List.copyOf(ends.found);
    }

    private void addEntries(Assessment assessment) {
        for (Student student : book.students()) {
            Entry entry = book.entry(student, assessment);
            if (assessment.isInDoubt(entry, book.boundaries())) {
                found.add(LooseEnd.of(Kind.IN_DOUBT, student, assessment));
            }
            if (entry.is(EntryKind.ABSENT)) {
                found.add(LooseEnd.of(Kind.ABSENT, student, assessment));
            }
        }
    }

    /** Nothing but blanks in the whole column is one loose end, not one for each student. */
    private void addUnmarked(Assessment assessment) {
        if (!assessment.due().isBefore(book.today())) {
            return;
        }
        List<Student> missing = book.students().stream()
                .filter(student -> student.isMeant(assessment))
                .filter(student -> book.entry(student, assessment).is(EntryKind.BLANK))
                .toList();
        boolean nothingThere = book.students().stream()
                .allMatch(student -> book.entry(student, assessment).is(EntryKind.BLANK));
        if (nothingThere && !missing.isEmpty()) {
            found.add(new LooseEnd(Kind.UNMARKED, Optional.empty(), Optional.of(assessment), Optional.empty()));
        } else {
            missing.forEach(student -> found.add(LooseEnd.of(Kind.UNMARKED, student, assessment)));
        }
    }

    private void addToFinish() {
        for (Assessment assessment : book.assessments()) {
            for (Student student : book.students()) {
                if (book.entry(student, assessment).isToFinish()) {
                    found.add(LooseEnd.of(Kind.TO_FINISH, student, assessment));
                }
            }
        }
    }

    private void addWeights() {
        if (!book.weightsInAll().equals(Fraction.HUNDRED)) {
            found.add(new LooseEnd(Kind.WEIGHTS, Optional.empty(), Optional.empty(), Optional.empty()));
        }
    }

    private void addNoAssessment() {
        Optional<Term> now = book.termOn(book.today());
        if (now.isEmpty()) {
            return;
        }
        for (Category category : book.categories()) {
            boolean hasOne = book.assessments().stream()
                    .anyMatch(assessment -> assessment.category().equals(category.id())
                            && book.termOf(assessment).equals(now.get().id()));
            if (category.hasSay() && !category.retired() && !hasOne) {
                found.add(new LooseEnd(Kind.NO_ASSESSMENT, Optional.empty(), Optional.empty(), Optional.of(category)));
            }
        }
    }
}
