package aestimo.app.targets;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.roll.StartingScoreService;
import aestimo.app.store.TeacherId;
import aestimo.app.targets.TargetMapper.EarlierRow;
import aestimo.app.targets.TargetMapper.TargetRow;
import aestimo.app.targets.TargetMapper.TermRow;
import aestimo.app.web.FormException;
import aestimo.app.web.Problems;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.id.TermId;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Keeps the targets of a class, with what each was before it was changed and why. */
@Service
public class TargetService {
    static final int LONGEST_REASON = 300;
    static final int LONGEST_STAGE = 60;
    static final String STAGE = "earlier stage";

    private final TargetMapper mapper;
    private final BookService books;
    private final ChangeService changes;
    private final StartingScoreService scores;
    private final JsonMapper json;
    private final Clock clock;

    TargetService(
            TargetMapper mapper,
            BookService books,
            ChangeService changes,
            StartingScoreService scores,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
        this.scores = scores;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A target as it stood before a change.
     *
     * @param until the last day on which it stood
     * @param reason why it was changed then
     */
    public record Stood(LocalDate until, TargetBands bands, String reason) {}

    /** The targets of a class by enrolment, bands the class no longer has included; students without one are left out. */
    @Transactional(readOnly = true)
    public Map<Long, TargetBands> ofClass(TeacherId teacher, long classId) {
        Map<Long, SortedMap<Long, String>> terms = new LinkedHashMap<>();
        mapper.findTermBands(teacher, classId)
                .forEach(row -> terms.computeIfAbsent(row.enrolmentId(), none -> new TreeMap<>())
                        .put(row.termId(), row.band()));
        return mapper.findTargets(teacher, classId).stream()
                .collect(Collectors.toMap(
                        TargetRow::enrolmentId,
                        row -> new TargetBands(
                                row.startBand(),
                                row.endBand(),
                                row.stageBand(),
                                terms.getOrDefault(row.enrolmentId(), new TreeMap<>())),
                        (one, other) -> one,
                        LinkedHashMap::new));
    }

    /** What a student's target was before, the latest change first. */
    @Transactional(readOnly = true)
    public List<Stood> earlier(TeacherId teacher, long classId, long enrolmentId) {
        List<Stood> stood = new ArrayList<>();
        mapper.findEarlier(teacher, classId).stream()
                .filter(row -> row.enrolmentId() == enrolmentId)
                .forEach(row -> stood.add(
                        0,
                        new Stood(
                                row.untilDay(),
                                new TargetBands(row.startBand(), row.endBand(), "", ofTerms(row.termBands())),
                                row.reason())));
        return stood;
    }

    private SortedMap<Long, String> ofTerms(String termBands) {
        return json.readValue(termBands, new TypeReference<TreeMap<Long, String>>() {});
    }

    /** What the earlier stage is called, such as “end of Year 8”; “earlier stage” where it has no name. */
    @Transactional(readOnly = true)
    public String stageName(TeacherId teacher, long classId) {
        return Optional.ofNullable(mapper.findStageName(teacher, classId))
                .filter(name -> !name.isEmpty())
                .orElse(STAGE);
    }

    /** The band with a label as typed: in the very letters, else in the same but for capitals where only one fits. */
    public static Optional<Band> labelled(Boundaries bands, String label) {
        return bands.labelled(label).or(() -> {
            List<Band> alike = bands.bands().stream()
                    .filter(band -> band.label().equalsIgnoreCase(label))
                    .toList();
            return alike.size() == 1 ? Optional.of(alike.get(0)) : Optional.empty();
        });
    }

    /** Says that a label is none of the class, and which there are. */
    public static String noBand(String whose, String label, Boundaries bands) {
        return whose + ": “" + label + "” is not a grade of the class. Its grades are "
                + bands.bands().stream().map(Band::label).collect(Collectors.joining(", ")) + ".";
    }

    /**
     * Keeps the lines of a form that were changed in it, and the scores beside them.
     *
     * @return how many targets were changed
     * @throws FormException naming everything that will not do, and every target that was changed elsewhere since the form
     *     was shown; nothing is kept then
     */
    @Transactional
    public int save(TeacherId teacher, long classId, TargetsForm form) {
        ClassBook classBook = books.open(teacher, classId);
        Problems problems = new Problems();
        checkWords(form, problems);
        OutOf top = top(form, scores.top(teacher, classId), problems);
        Map<Long, Optional<Mark>> newScores = new LinkedHashMap<>();
        Map<Long, TargetBands> changed = new LinkedHashMap<>();
        Map<Long, TargetBands> standing = ofClass(teacher, classId);
        for (int i = 0; i < form.lines().size(); i++) {
            int place = i;
            TargetsForm.Line line = form.lines().get(i);
            String name = classBook.student(line.enrolmentId()).listName();
            newScores.put(
                    line.enrolmentId(),
                    StartingScoreService.parse(
                            line.score(),
                            top,
                            name + ": the starting score",
                            words -> problems.at("score", place, words)));
            TargetBands asked = understood(line.asked(), name, classBook.book().boundaries(), line.was(), problems);
            TargetBands now = standing.getOrDefault(line.enrolmentId(), TargetBands.NONE);
            if (!asked.equals(line.was()) && !asked.equals(now)) {
                if (!now.equals(line.was())) {
                    problems.add(name + ": the target was changed in another window meanwhile; it is now "
                            + orNone(now.words(termNames(classBook.book())))
                            + ". What you typed is still here, not saved.");
                }
                changed.put(line.enrolmentId(), asked);
            }
        }
        checkScoresNotInTheForm(classBook, newScores.keySet(), top, problems);
        Map<Long, LocalDate> since = mapper.findTargets(teacher, classId).stream()
                .collect(Collectors.toMap(TargetRow::enrolmentId, TargetRow::since));
        boolean changes = changed.entrySet().stream()
                .anyMatch(own -> isChangeOfAims(standing, own.getKey(), own.getValue(), since));
        if (form.fromToday() && changes && form.reason().isEmpty()) {
            problems.at(
                    "reason",
                    "Say why the targets are changed: the reason is saved with what it was before. "
                            + "If the old one was a mistake, choose “as if it had always been so”.");
        }
        problems.refuse();
        scores.saveTop(teacher, classId, top);
        newScores.forEach((enrolment, score) -> scores.save(
                teacher, classId, enrolment, classBook.student(enrolment).listName(), score));
        mapper.updateStageName(teacher, classId, form.stageName());
        changed.forEach((enrolment, asked) -> {
            boolean keepsOld = form.fromToday() && isChangeOfAims(standing, enrolment, asked, since);
            change(teacher, classBook, enrolment, asked, keepsOld, form.reason());
        });
        return changed.size();
    }

    private static String orNone(String words) {
        return words.isEmpty() ? "none" : words;
    }

    private static void checkWords(TargetsForm form, Problems problems) {
        if (form.reason().length() > LONGEST_REASON) {
            problems.at("reason", "The reason has over " + LONGEST_REASON + " letters.");
        }
        if (form.stageName().length() > LONGEST_STAGE) {
            problems.at("stageName", "The name of the earlier stage has over " + LONGEST_STAGE + " letters.");
        }
    }

    private static OutOf top(TargetsForm form, OutOf before, Problems problems) {
        try {
            return OutOf.parse(form.top().replace(',', '.'));
        } catch (IllegalArgumentException none) {
            problems.at("top", "Starting scores are out of “" + form.top() + "”. It must be a number above 0.");
            return before;
        }
    }

    /** Students who left, or joined since the form was shown, have scores too. */
    private static void checkScoresNotInTheForm(
            ClassBook classBook, Set<Long> inTheForm, OutOf top, Problems problems) {
        classBook
                .book()
                .startingScores()
                .ifPresent(start -> start.scores().forEach((id, score) -> {
                    Student student = classBook.student(Long.parseLong(id.text()));
                    if (top.isExceededBy(score) && !inTheForm.contains(ClassBook.id(student))) {
                        problems.at(
                                "top",
                                student.listName() + ", who is not in this list, has a starting score of " + score
                                        + ": scores cannot be out of " + top
                                        + ". Alter that score on the student’s card first.");
                    }
                }));
    }

    /** What was not touched is taken as it stands, though the class may no longer have such a band. */
    private static TargetBands understood(
            TargetBands asked, String name, Boundaries bands, TargetBands was, Problems problems) {
        Function<List<String>, String> own = pair -> {
            if (pair.get(0).isEmpty() || pair.get(0).equals(pair.get(1))) {
                return pair.get(0);
            }
            Optional<Band> band = labelled(bands, pair.get(0));
            if (band.isEmpty()) {
                problems.add(noBand(name, pair.get(0), bands));
            }
            return band.map(Band::label).orElse("");
        };
        SortedMap<Long, String> terms = new TreeMap<>();
        asked.terms()
                .forEach((term, label) ->
                        terms.put(term, own.apply(List.of(label, was.terms().getOrDefault(term, "")))));
        return new TargetBands(
                own.apply(List.of(asked.start(), was.start())),
                own.apply(List.of(asked.end(), was.end())),
                own.apply(List.of(asked.stage(), was.stage())),
                terms);
    }

    /** Whether another target stood before today, which results of its time are held against. */
    private boolean isChangeOfAims(
            Map<Long, TargetBands> standing, long enrolment, TargetBands asked, Map<Long, LocalDate> since) {
        TargetBands before = standing.getOrDefault(enrolment, TargetBands.NONE);
        return before.saysSomething()
                && !before.hasAimsOf(asked)
                && Objects.requireNonNull(since.get(enrolment)).isBefore(LocalDate.now(clock));
    }

    static Map<Long, String> termNames(Book book) {
        return book.terms().stream()
                .collect(Collectors.toMap(term -> Long.parseLong(term.id().text()), term -> term.name()));
    }

    /** Puts one target in place of what stands; what stood is kept where {@code keepsOld} says so. */
    private void change(
            TeacherId teacher,
            ClassBook classBook,
            long enrolment,
            TargetBands asked,
            boolean keepsOld,
            String reason) {
        long classId = classBook.row().id();
        Student student = classBook.student(enrolment);
        TargetBands before = ofClass(teacher, classId).getOrDefault(enrolment, TargetBands.NONE);
        LocalDate today = LocalDate.now(clock);
        LocalDate since = keepsOld ? today : since(teacher, classId, enrolment).orElse(today);
        write(teacher, classId, enrolment, asked, since);
        if (keepsOld) {
            mapper.writeEarlier(teacher, classId, earlierRow(enrolment, today.minusDays(1), before, reason));
        }
        Map<Long, String> names = termNames(classBook.book());
        changes.recordGroundwork(
                teacher,
                classId,
                "target of " + student.listName(),
                before.words(names),
                asked.words(names) + (reason.isEmpty() ? "" : " (" + reason + ")"));
    }

    private Optional<LocalDate> since(TeacherId teacher, long classId, long enrolment) {
        return mapper.findTargets(teacher, classId).stream()
                .filter(row -> row.enrolmentId() == enrolment)
                .map(TargetRow::since)
                .findFirst();
    }

    private void write(TeacherId teacher, long classId, long enrolment, TargetBands bands, LocalDate since) {
        if (bands.equals(TargetBands.NONE)
                && mapper.findEarlier(teacher, classId).stream().noneMatch(row -> row.enrolmentId() == enrolment)) {
            // Nothing is said and nothing ever stood: as a student without a target.
            mapper.deleteTarget(teacher, enrolment);
            return;
        }
        mapper.writeTarget(
                teacher, classId, new TargetRow(enrolment, bands.start(), bands.end(), bands.stage(), since));
        mapper.deleteTermBands(teacher, enrolment);
        bands.terms()
                .forEach((term, label) -> mapper.insertTermBand(teacher, classId, new TermRow(enrolment, term, label)));
    }

    private EarlierRow earlierRow(long enrolment, LocalDate until, TargetBands stood, String reason) {
        return new EarlierRow(
                enrolment, until, stood.start(), stood.end(), json.writeValueAsString(stood.terms()), reason);
    }

    /**
     * What stood before a target was put in place.
     *
     * @param since the day it was set; empty where there was none
     * @param until the last day on which it stood, where that is kept for the time before
     */
    public record Before(TargetBands bands, Optional<LocalDate> since, Optional<LocalDate> until) {}

    /**
     * Puts a target in place of what stands from today on; what stood before today is kept for that time.
     *
     * @param reason why, kept with what stood
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Before put(TeacherId teacher, ClassBook classBook, long enrolment, TargetBands bands, String reason) {
        long classId = classBook.row().id();
        Map<Long, TargetBands> standing = ofClass(teacher, classId);
        Optional<LocalDate> since = since(teacher, classId, enrolment);
        boolean keepsOld = isChangeOfAims(
                standing,
                enrolment,
                bands,
                since.map(day -> Map.of(enrolment, day)).orElse(Map.of()));
        change(teacher, classBook, enrolment, bands, keepsOld, reason);
        return new Before(
                standing.getOrDefault(enrolment, TargetBands.NONE),
                since,
                keepsOld ? Optional.of(LocalDate.now(clock).minusDays(1)) : Optional.empty());
    }

    /** Puts back what stood, as if it had never been changed. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void putBack(TeacherId teacher, ClassBook classBook, long enrolment, Before before) {
        before.until().ifPresent(until -> mapper.deleteEarlier(teacher, enrolment, until));
        change(teacher, classBook, enrolment, before.bands(), false, "");
        before.since().ifPresent(day -> mapper.updateSince(teacher, enrolment, day));
    }

    /**
     * Writes the target of a class that is being made, with what it was before.
     *
     * @param terms ids of the class's terms by those of the target
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(TeacherId teacher, long classId, long enrolment, Target target, Map<TermId, Long> terms) {
        TargetBands now = bands(target.start(), target.end(), target.stage(), target.terms(), terms);
        LocalDate since = target.earlier().stream()
                .reduce((one, later) -> later)
                .map(last -> last.until().plusDays(1))
                .orElse(LocalDate.now(clock));
        write(teacher, classId, enrolment, now, since);
        for (Target.Earlier stood : target.earlier()) {
            TargetBands then = bands(stood.start(), stood.end(), Optional.empty(), stood.terms(), terms);
            mapper.writeEarlier(teacher, classId, earlierRow(enrolment, stood.until(), then, ""));
        }
    }

    private static TargetBands bands(
            Optional<String> start,
            Optional<String> end,
            Optional<String> stage,
            Map<TermId, String> ofTerms,
            Map<TermId, Long> terms) {
        SortedMap<Long, String> own = new TreeMap<>();
        ofTerms.forEach((term, label) -> own.put(terms.get(term), label));
        return new TargetBands(start.orElse(""), end.orElse(""), stage.orElse(""), own);
    }
}
