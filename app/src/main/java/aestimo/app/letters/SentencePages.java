package aestimo.app.letters;

import aestimo.app.figures.Catalogue;
import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Condition;
import aestimo.app.figures.Figure;
import aestimo.app.frame.OpenClass;
import aestimo.app.letters.Recipient.Person;
import aestimo.app.letters.SentenceGroup.Stretch;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormFields;
import aestimo.core.result.StudentStanding;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the pages of sentence groups show of a class, and what their forms send. */
@Service
public class SentencePages {
    /** A sentence holds no other. */
    private static final Saying.Groups NO_GROUPS = new Saying.Groups() {
        @Override
        public Optional<SentenceGroup> group(long id) {
            return Optional.empty();
        }

        @Override
        public List<List<StudentStanding>> students(SentenceGroup group) {
            return List.of();
        }
    };

    private final SentenceService sentences;
    private final LetterService letters;
    private final InsteadService insteads;

    SentencePages(SentenceService sentences, LetterService letters, InsteadService insteads) {
        this.sentences = sentences;
        this.insteads = insteads;
        this.letters = letters;
    }

    /**
     * A group in the list of all.
     *
     * @param looksAt in words; empty where it looks at nothing, or this class has not what it looks at
     * @param said of how many of the class something is said, “23 of 24”
     * @param open how many lie where it is not decided
     */
    public record Line(SentenceGroup group, String looksAt, String said, int open, boolean missing) {}

    @Transactional(readOnly = true)
    public List<Line> lines(OpenClass open) {
        ClassFigures at = ClassFigures.of(open);
        long present = at.standing().students().stream()
                .filter(StudentStanding::present)
                .count();
        FigureNames names = insteads.of(open.teacher(), open.id()).names();
        return sentences.groups(open.teacher()).stream()
                .map(group -> line(at, names.group(group), present))
                .toList();
    }

    private static Line line(ClassFigures at, SentenceGroup group, long present) {
        List<List<StudentStanding>> students = group.students(at);
        int said = 0;
        int undecided = 0;
        for (int i = 0; i < students.size(); i++) {
            Stretch stretch = group.stretches().get(i);
            said += stretch.wordings().isEmpty() ? 0 : students.get(i).size();
            undecided += stretch.isOpen() ? students.get(i).size() : 0;
        }
        Optional<Figure> figure = group.looksAt(at);
        return new Line(
                group,
                figure.map(Figure::words).orElse(""),
                said + " of " + present,
                undecided,
                !group.isForEverybody() && figure.isEmpty());
    }

    /** A group as it is saved. */
    @Transactional(readOnly = true)
    public GroupView view(OpenClass open, long id) {
        SentenceGroup group = sentences.group(open.teacher(), id);
        return GroupView.of(ClassFigures.of(open), group, GroupForm.of(group));
    }

    /** A new group that looks at the result, in three stretches. */
    public GroupView blank(OpenClass open) {
        SentenceGroup blank = new SentenceGroup(
                0,
                "",
                "result",
                List.of(
                        new Stretch(BigDecimal.valueOf(70), List.of(), List.of(), false),
                        new Stretch(BigDecimal.valueOf(40), List.of(), List.of(), false),
                        new Stretch(null, List.of(), List.of(), false)),
                List.of(),
                0);
        return GroupView.of(ClassFigures.of(open), blank, GroupForm.of(blank));
    }

    /**
     * A group as it is typed, before it is saved.
     *
     * @throws aestimo.app.web.NotFoundException when it has an id that is not the teacher's
     */
    @Transactional(readOnly = true)
    public GroupView typed(OpenClass open, long id, FormFields fields) {
        version(open.teacher(), id);
        GroupForm form = GroupForm.read(fields, id);
        return GroupView.of(ClassFigures.of(open), sentences.tried(form), form);
    }

    /** @return its id */
    public long save(OpenClass open, long id, FormFields fields) {
        return sentences.save(open.teacher(), ClassFigures.of(open), GroupForm.read(fields, id));
    }

    /** The version a group is saved under. */
    @Transactional(readOnly = true)
    public int version(TeacherId teacher, long id) {
        return id == 0 ? 0 : sentences.group(teacher, id).version();
    }

    /** @param key that of a piece is by its title, so that other classes have it too */
    public record Choice(String key, String words) {}

    /** The figures a group can look at in a class. */
    public List<Choice> figures(OpenClass open) {
        ClassFigures at = ClassFigures.of(open);
        List<Figure> all = new ArrayList<>(
                Catalogue.of(List.of(at)).stream().filter(Figure::isAsked).toList());
        open.book()
                .assessments()
                .forEach(piece -> Catalogue.find(at, "assessment:" + piece.id()).ifPresent(all::add));
        return all.stream()
                .map(figure -> new Choice(key(figure), figure.words()))
                .toList();
    }

    private static String key(Figure figure) {
        return figure.key().startsWith("assessment:") ? "piece:" + figure.heading() : figure.key();
    }

    public List<Condition.Test> tests() {
        return List.of(Condition.Test.values());
    }

    /** What a group says to one student. */
    public record SaidTo(long student, String words) {}

    /** What a group says to everybody present, as plain text; those to whom it says nothing are left out. */
    @Transactional(readOnly = true)
    public List<SaidTo> saidToAll(OpenClass open, long groupId) {
        sentences.group(open.teacher(), groupId);
        Letter letter = new Letter(0, "", List.of(Block.ofWords("{sentences:" + groupId + "}")), false, 0, 0, "");
        return letters.open(open, letter).all().stream()
                .map(made -> new SaidTo(made.enrolmentId(), made.plain()))
                .filter(said -> !said.words().isEmpty())
                .toList();
    }

    /** A wording as somebody of a stretch reads it. */
    public record Read(String name, Said said) {}

    /** The first of each stretch reads its first wording. */
    @Transactional(readOnly = true)
    public List<Read> read(OpenClass open, GroupView view) {
        ClassFigures at = ClassFigures.of(open);
        Map<Long, Person> persons = letters.persons(open.teacher(), open.id());
        List<Read> read = new ArrayList<>();
        for (GroupView.StretchView stretch : view.stretches()) {
            if (!stretch.students().isEmpty() && !stretch.typed().wordings().isEmpty()) {
                GroupView.Student first = stretch.students().get(0);
                StudentStanding own = at.standing()
                        .of(open.classBook().student(first.enrolmentId()).id());
                Recipient to = new Recipient(
                        at,
                        own,
                        persons.getOrDefault(first.enrolmentId(), Person.UNKNOWN),
                        letters.writer(open.teacher()));
                Said said = new Saying(to, NO_GROUPS, Map.of())
                        .say(Words.of(stretch.typed().wordings().get(0)));
                read.add(new Read(to.given(), said));
            }
        }
        return read;
    }
}
