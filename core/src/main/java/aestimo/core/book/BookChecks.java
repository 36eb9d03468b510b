package aestimo.core.book;

import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.refusal.Refusal;
import aestimo.core.refusal.RefusedException;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.rules.Averaging;
import aestimo.core.rules.Method;
import aestimo.core.value.Weight;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What must hold between the pieces of a book; gathers all that does not, each with its place. */
final class BookChecks {
    private final Book.Builder book;
    private final List<Refusal> refusals = new ArrayList<>();
    private final Map<StudentId, Integer> studentPlaces;
    private final Map<AssessmentId, Integer> assessmentPlaces;

    private BookChecks(Book.Builder book) {
        this.book = book;
        places("terms", book.terms, Term::id);
        places("categories", book.categories, Category::id);
        this.studentPlaces = places("students", book.students, Student::id);
        this.assessmentPlaces = places("assessments", book.assessments, Assessment::id);
    }

    /** @throws RefusedException with every reason found */
    static BookChecks of(Book.Builder book) {
        BookChecks checks = new BookChecks(book);
        checks.terms();
        checks.assessments();
        checks.categories();
        checks.bandLabels();
        checks.entries();
        checks.targets();
        checks.startingScores();
        book.register.ifPresent(checks::register);
        book.goals.ifPresent(
                goals -> new GoalChecks(goals, checks.book.assessments, checks.assessmentPlaces, checks.studentPlaces)
                        .all()
                        .forEach(checks.refusals::add));
        checks.refuseIfAny();
        return checks;
    }

    /** @throws RefusedException with every reason found, {@code entries} being the list given */
    static void checkEntries(
            List<Book.Placed> entries,
            List<Assessment> assessments,
            Map<AssessmentId, Integer> assessmentPlaces,
            Map<StudentId, Integer> studentPlaces) {
        List<Refusal> found = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            String place = entryPlace(i);
            entryProblem(entries.get(i), assessments, assessmentPlaces, studentPlaces)
                    .ifPresent(problem -> found.add(problem.within(place)));
        }
        if (!found.isEmpty()) {
            throw new RefusedException(found);
        }
    }

    Map<StudentId, Integer> studentPlaces() {
        return studentPlaces;
    }

    Map<AssessmentId, Integer> assessmentPlaces() {
        return assessmentPlaces;
    }

    /** The stated term where the class has it, else the first whose dates hold the date; empty: none. */
    static Optional<TermId> termOf(Assessment assessment, List<Term> terms) {
        return terms.stream()
                .filter(term ->
                        assessment.statedTerm().map(term.id()::equals).orElseGet(() -> term.holds(assessment.date())))
                .map(Term::id)
                .findFirst();
    }

    private void refuse(String place, String words) {
        refusals.add(new Refusal(place, words));
    }

    private void refuseIfAny() {
        if (!refusals.isEmpty()) {
            throw new RefusedException(refusals);
        }
    }

    private <T, I> Map<I, Integer> places(String list, List<T> all, Function<T, I> id) {
        Map<I, Integer> places = new HashMap<>();
        for (int i = 0; i < all.size(); i++) {
            I own = id.apply(all.get(i));
            if (places.putIfAbsent(own, i) != null) {
                refuse(list + "[" + i + "].id", own + " stands twice; every one of the " + list + " needs its own id");
            }
        }
        return places;
    }

    private void terms() {
        for (int i = 1; i < book.terms.size(); i++) {
            Term earlier = book.terms.get(i - 1);
            Term term = book.terms.get(i);
            if (term.firstDay().isBefore(earlier.firstDay())) {
                refuse(
                        "terms[" + i + "].starts",
                        term.name() + " starts on " + term.firstDay() + ", before " + earlier.name() + " on "
                                + earlier.firstDay() + "; terms must be in the order of their start");
            }
        }
    }

    private void assessments() {
        Map<CategoryId, Category> categories =
                book.categories.stream().collect(Collectors.toMap(Category::id, Function.identity(), (a, b) -> a));
        for (int i = 0; i < book.assessments.size(); i++) {
            Assessment assessment = book.assessments.get(i);
            String place = "assessments[" + i + "]";
            Category category = categories.get(assessment.category());
            if (category == null) {
                refuse(
                        place + ".category",
                        assessment.title() + " is in category " + assessment.category()
                                + ", which the class does not have");
            } else if (assessment.isBonus()
                    && category.averaging() == Averaging.EQUAL
                    && book.rules.method() == Method.BY_CATEGORY) {
                refuse(
                        place + ".bonus",
                        assessment.title() + " is bonus work, but " + category.name()
                                + " averages equally; bonus needs an average by points, or results by all points");
            }
            if (termOf(assessment, book.terms).isEmpty()) {
                assessment
                        .statedTerm()
                        .ifPresentOrElse(
                                stated -> refuse(
                                        place + ".term", assessment.title() + " is in an unknown term " + stated),
                                () -> refuse(
                                        place + ".date",
                                        assessment.title() + " on " + assessment.date()
                                                + " is in no term and none is stated"));
            }
        }
    }

    private void categories() {
        for (int i = 0; i < book.categories.size(); i++) {
            Category category = book.categories.get(i);
            if (category.dropLowest() == 0) {
                continue;
            }
            String place = "categories[" + i + "].dropLowest";
            boolean weighed = book.assessments.stream()
                    .anyMatch(assessment -> assessment.category().equals(category.id())
                            && !assessment.weight().equals(Weight.ONE));
            if (weighed) {
                refuse(
                        place,
                        category.name() + " drops its lowest, but its assessments weigh unequally; a higher mark could "
                                + "then lower a result");
            }
            if (book.rules.method() == Method.ALL_POINTS) {
                refuse(
                        place,
                        category.name() + " drops its lowest, but results are by all points; a higher mark could then "
                                + "lower a result");
            }
        }
    }

    private void bandLabels() {
        book.rules.pass().ifPresent(label -> band("rules.pass", label));
    }

    private void band(String place, String label) {
        if (book.boundaries.labelled(label).isEmpty()) {
            refuse(place, "the class has no band " + label);
        }
    }

    private void entries() {
        int[] first = Cells.starts(book.assessments);
        // A bit for each cell of the class: a set of ids would take most of the time of opening a large one.
        BitSet taken = new BitSet();
        Set<List<Object>> takenElsewhere = new HashSet<>();
        for (int i = 0; i < book.entries.size(); i++) {
            Book.Placed placed = book.entries.get(i);
            int at = i;
            entryProblem(placed, book.assessments, assessmentPlaces, studentPlaces)
                    .ifPresent(problem -> refusals.add(problem.within(entryPlace(at))));
            int cell = cell(placed, first);
            boolean again = cell < 0
                    ? !takenElsewhere.add(List.of(placed.student(), placed.assessment(), placed.part()))
                    : taken.get(cell);
            if (again) {
                refuse(
                        entryPlace(i),
                        "there is already an entry of student " + placed.student() + " for assessment "
                                + placed.assessment()
                                + placed.part().map(part -> ", part " + part).orElse(""));
            }
            if (cell >= 0) {
                taken.set(cell);
            }
        }
    }

    private static String entryPlace(int index) {
        return "entries[" + index + "]";
    }

    /** The number of the cell, student by student; -1 where the class has no such cell. */
    private int cell(Book.Placed placed, int[] first) {
        Integer student = studentPlaces.get(placed.student());
        Integer assessment = assessmentPlaces.get(placed.assessment());
        if (student == null || assessment == null) {
            return -1;
        }
        Assessment piece = book.assessments.get(assessment);
        int part = placed.part().isPresent()
                ? placed.part().flatMap(piece::indexOf).orElse(-1)
                : piece.hasParts() ? -1 : 0;
        return part < 0 ? -1 : student * first[first.length - 1] + first[assessment] + part;
    }

    private static Optional<Refusal> entryProblem(
            Book.Placed placed,
            List<Assessment> assessments,
            Map<AssessmentId, Integer> assessmentPlaces,
            Map<StudentId, Integer> studentPlaces) {
        if (!studentPlaces.containsKey(placed.student())) {
            return Optional.of(new Refusal("student", "the class has no student " + placed.student()));
        }
        Integer at = assessmentPlaces.get(placed.assessment());
        if (at == null) {
            return Optional.of(new Refusal("assessment", "the class has no assessment " + placed.assessment()));
        }
        Assessment assessment = assessments.get(at);
        if (placed.part().isEmpty() && assessment.hasParts()) {
            return Optional.of(new Refusal("part", assessment.title() + " has parts; the entry must name one"));
        }
        if (placed.part().isPresent()
                && placed.part().flatMap(assessment::indexOf).isEmpty()) {
            return Optional.of(new Refusal(
                    "part", assessment.title() + " has no part " + placed.part().get()));
        }
        if (!assessment.kind().takes(placed.entry().kind())) {
            return Optional.of(new Refusal(
                    "is",
                    assessment.title() + " takes no entry of kind "
                            + placed.entry().kind().words()));
        }
        return Optional.empty();
    }

    private void targets() {
        Set<StudentId> taken = new HashSet<>();
        Set<TermId> terms = book.terms.stream().map(Term::id).collect(Collectors.toSet());
        for (int i = 0; i < book.targets.size(); i++) {
            Target target = book.targets.get(i);
            String place = "targets[" + i + "]";
            if (!studentPlaces.containsKey(target.student())) {
                refuse(place + ".student", "the class has no student " + target.student());
            }
            if (!taken.add(target.student())) {
                refuse(place + ".student", "student " + target.student() + " has a target already");
            }
            target.stage().ifPresent(label -> band(place + ".stage", label));
            aims(place, target.start(), target.end(), target.terms(), terms);
            earlier(place, target.earlier(), terms);
        }
    }

    private void aims(
            String place,
            Optional<String> start,
            Optional<String> end,
            Map<TermId, String> ofTerms,
            Set<TermId> terms) {
        start.ifPresent(label -> band(place + ".start", label));
        end.ifPresent(label -> band(place + ".end", label));
        ofTerms.forEach((term, label) -> {
            band(place + ".terms." + term, label);
            if (!terms.contains(term)) {
                refuse(place + ".terms." + term, "the class has no term " + term);
            }
        });
    }

    private void earlier(String place, List<Target.Earlier> earlier, Set<TermId> terms) {
        for (int i = 0; i < earlier.size(); i++) {
            Target.Earlier stood = earlier.get(i);
            String at = place + ".earlier[" + i + "]";
            if (i > 0 && !stood.until().isAfter(earlier.get(i - 1).until())) {
                refuse(
                        at + ".until",
                        stood.until() + " is not after " + earlier.get(i - 1).until()
                                + ", until which the one before it stood");
            }
            aims(at, stood.start(), stood.end(), stood.terms(), terms);
        }
    }

    private void startingScores() {
        book.startingScores.ifPresent(start -> start.scores().forEach((student, score) -> {
            String place = "startingScores.scores." + student;
            if (!studentPlaces.containsKey(student)) {
                refuse(place, "the class has no student " + student);
            }
            if (score.isNegative() || start.top().isExceededBy(score)) {
                refuse(place, "score " + score + " must be from 0 to the top, " + start.top());
            }
        }));
    }

    private void register(Register register) {
        Map<LessonId, Integer> ids = places("register.lessons", register.lessons(), Lesson::id);
        Set<List<Object>> times = new HashSet<>();
        for (int i = 0; i < register.lessons().size(); i++) {
            Lesson lesson = register.lessons().get(i);
            String place = "register.lessons[" + i + "]";
            if (!times.add(List.of(lesson.date(), lesson.at()))) {
                refuse(place, "there is already a lesson " + lesson.at() + " on " + lesson.date());
            }
            if (book.terms.stream().noneMatch(term -> term.holds(lesson.date()))) {
                refuse(place + ".date", "the lesson on " + lesson.date() + " is in no term");
            }
        }
        // A year of lessons has thousands of entries: each is looked up once, and its place only told where it is
        // wrong.
        BitSet taken = new BitSet();
        for (int i = 0; i < register.entries().size(); i++) {
            RegisterEntry entry = register.entries().get(i);
            int student = studentPlaces.getOrDefault(entry.student(), -1);
            int lesson = ids.getOrDefault(entry.lesson(), -1);
            if (student >= 0 && lesson >= 0) {
                int at = lesson * studentPlaces.size() + student;
                if (taken.get(at)) {
                    refuse(
                            "register.entries[" + i + "]",
                            "there is already an entry of student " + entry.student() + " for lesson "
                                    + entry.lesson());
                }
                taken.set(at);
                continue;
            }
            if (student < 0) {
                refuse("register.entries[" + i + "].student", "the class has no student " + entry.student());
            }
            if (lesson < 0) {
                refuse("register.entries[" + i + "].lesson", "the register has no lesson " + entry.lesson());
            }
        }
    }
}
