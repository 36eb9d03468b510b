package aestimo.core.looseend;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.book.Term;
import aestimo.core.counting.Counting;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.id.CategoryId;
import aestimo.core.looseend.LooseEnd.Kind;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.rules.Method;
import aestimo.core.value.Fraction;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Finds all that is left to settle in a class, whatever the span (rules, section 12). */
public final class LooseEnds {
    /** Kinds stand in the order of their codes. */
    private static final Comparator<LooseEnd> ORDER = Comparator.comparing(LooseEnd::kind)
            .thenComparing(
                    end -> end.student().map(student -> student.id().text()).orElse(""))
            .thenComparing(end ->
                    end.assessment().map(assessment -> assessment.id().text()).orElse(""))
            .thenComparing(end -> end.part().map(part -> part.id().text()).orElse(""))
            .thenComparing(
                    end -> end.category().map(category -> category.id().text()).orElse(""))
            .thenComparing(end -> end.lesson().map(lesson -> lesson.id().text()).orElse(""));

    private static final Set<Kind> OF_GROUNDWORK = Set.of(Kind.WEIGHTS, Kind.NO_ASSESSMENT, Kind.NO_TARGET);

    private final Book book;
    private final Counting counting;
    private final List<LooseEnd> found = new ArrayList<>();

    private LooseEnds(Counting counting) {
        this.book = counting.book();
        this.counting = counting;
    }

    /** Sorted by kind, then student, assessment, part, category and lesson by their ids. */
    public static List<LooseEnd> of(Book book) {
        return of(Counting.of(book));
    }

    /** The same, for a book whose entries are counted already. */
    public static List<LooseEnd> of(Counting counting) {
        Book book = counting.book();
        LooseEnds ends = new LooseEnds(counting);
        for (int place = 0; place < book.assessments().size(); place++) {
            ends.addEntries(place);
            ends.addRetired(book.assessments().get(place));
        }
        ends.addWeights();
        ends.addNoAssessment();
        ends.addNoTarget();
        book.register().ifPresent(ends::addRegister);
        ends.found.sort(ORDER);
        return List.copyOf(ends.found);
    }

    /** What a teacher is asked to settle; see {@link #toSettle(Counting)}. */
    public static List<LooseEnd> toSettle(Book book) {
        return toSettle(Counting.of(book));
    }

    /**
     * What a teacher is asked to settle: all loose ends, but none of the groundwork while the class is only begun, with
     * nothing entered and nothing due yet.
     */
    public static List<LooseEnd> toSettle(Counting counting) {
        List<LooseEnd> all = of(counting);
        return isBegun(counting.book())
                ? all
                : all.stream()
                        .filter(end -> !OF_GROUNDWORK.contains(end.kind()))
                        .toList();
    }

    private static boolean isBegun(Book book) {
        return book.countFilled() > 0
                || book.assessments().stream()
                        .anyMatch(
                                piece -> piece.kind().isMarked() && piece.due().isBefore(book.today()));
    }

    /** Nothing but blanks in the whole column is one loose end, not one for each student. */
    private void addEntries(int place) {
        Assessment assessment = book.assessments().get(place);
        boolean isDue = assessment.kind().isMarked() && assessment.due().isBefore(book.today());
        boolean nothingThere = true;
        List<LooseEnd> unmarked = new ArrayList<>();
        for (int i = 0; i < book.students().size(); i++) {
            if (counting.row(i).isPlain(place)) {
                nothingThere = false;
                continue;
            }
            Student student = book.students().get(i);
            for (int part = 0; part < assessment.entryCount(); part++) {
                Entry entry = book.entry(i, place, part);
                if (!entry.is(EntryKind.BLANK)) {
                    nothingThere = false;
                    addEntry(entry, student, assessment, part);
                } else if (isDue && student.isMeant(assessment)) {
                    unmarked.add(LooseEnd.of(Kind.UNMARKED, student, assessment, part));
                }
                if (entry.isToFinish()) {
                    found.add(LooseEnd.of(Kind.TO_FINISH, student, assessment, part));
                }
            }
        }
        if (nothingThere && !unmarked.isEmpty()) {
            found.add(LooseEnd.of(Kind.UNMARKED, assessment, Optional.empty()));
        } else {
            found.addAll(unmarked);
        }
    }

    private void addEntry(Entry entry, Student student, Assessment assessment, int part) {
        if (assessment.isInDoubt(entry, part, book.boundaries())) {
            found.add(LooseEnd.of(Kind.IN_DOUBT, student, assessment, part));
        }
        if (entry.is(EntryKind.ABSENT) && assessment.kind().isMarked()) {
            found.add(LooseEnd.of(Kind.ABSENT, student, assessment, part));
        }
    }

    private void addRetired(Assessment assessment) {
        Category category = book.categoryOf(assessment);
        if (category.retired()) {
            found.add(LooseEnd.of(Kind.RETIRED_CATEGORY, assessment, Optional.of(category)));
        }
    }

    private void addWeights() {
        if (book.rules().method() == Method.BY_CATEGORY && !book.weightsInAll().equals(Fraction.HUNDRED)) {
            found.add(LooseEnd.of(Kind.WEIGHTS, Optional.empty()));
        }
    }

    private void addNoAssessment() {
        Optional<Term> now = book.termOn(book.today());
        if (now.isEmpty()) {
            return;
        }
        Set<CategoryId> used = new HashSet<>();
        for (int place = 0; place < book.assessments().size(); place++) {
            if (book.termOf(place).equals(now.get().id())) {
                used.add(book.assessments().get(place).category());
            }
        }
        for (Category category : book.categories()) {
            if (book.countsTowardsResult(category) && !category.retired() && !used.contains(category.id())) {
                found.add(LooseEnd.of(Kind.NO_ASSESSMENT, Optional.of(category)));
            }
        }
    }

    /** A lesson before today in which somebody it was meant for has no entry. */
    private void addRegister(Register register) {
        for (Lesson lesson : register.lessons()) {
            if (lesson.date().isBefore(book.today())
                    && book.students().stream()
                            .anyMatch(student -> student.isEnrolledOn(lesson.date())
                                    && register.entry(student.id(), lesson).isEmpty())) {
                found.add(LooseEnd.of(Kind.REGISTER, lesson));
            }
        }
    }

    private void addNoTarget() {
        if (book.targets().isEmpty()) {
            return;
        }
        boolean[] aiming = new boolean[book.students().size()];
        for (Target target : book.targets()) {
            aiming[book.placeOf(target.student()).orElseThrow()] = target.hasAim();
        }
        for (int place = 0; place < aiming.length; place++) {
            Student student = book.students().get(place);
            if (!aiming[place] && student.isEnrolledOn(book.today())) {
                found.add(LooseEnd.of(Kind.NO_TARGET, student));
            }
        }
    }
}
